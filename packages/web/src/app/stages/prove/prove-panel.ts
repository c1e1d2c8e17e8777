import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { MatButtonModule } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import {
  type Finding,
  type Material,
  type Process,
  type Severity,
  type Tool,
  fitsOn,
  timesToPass,
} from '@drelk/core';
import type { Workshop } from '@drelk/contract';
import { Proving } from '../../job/proof/proving';
import { Remedying } from '../../job/proof/remedying';
import { ApiService } from '../../shared/api.service';
import { Choice } from '../../shared/choice';
import { Fold } from '../../shared/fold';
import { IconButton } from '../../shared/icon-button';
import { ProblemService } from '../../shared/problem.service';
import { RulerFields } from './ruler-fields';
import { WorkFields } from './work-fields';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';
import { JobStore } from '../../job/store/job-store';

const ICONS: Record<Severity, string> = { stop: 'crop_square', warn: 'change_history', note: 'circle' };
const GRAVITIES: Record<Severity, string> = {
  stop: 'would spoil the cut',
  warn: 'may spoil the cut',
  note: 'worth knowing',
};

/** Prove: against what it is proven, what was found, place by place, and what of it is waived. */
@Component({
  selector: 'drelk-prove-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Choice,
    Fold,
    IconButton,
    MatButtonModule,
    MatIcon,
    MatProgressBar,
    NgTemplateOutlet,
    RulerFields,
    WorkFields,
  ],
  templateUrl: './prove-panel.html',
  styleUrls: ['../panel.scss', './prove-panel.scss'],
})
export class ProvePanel {
  readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  private readonly store = inject(JobStore);
  readonly proving = inject(Proving);
  readonly remedying = inject(Remedying);
  readonly icons = ICONS;
  readonly gravities = GRAVITIES;
  readonly facts = computed(() => this.result.view()?.facts);
  readonly pixel = computed(() => this.lengths.length(this.result.view()?.millimetresPerPixel ?? 0));
  /** The kind of the finding that a reason is being written for. */
  readonly waiving = signal<string | undefined>(undefined);
  private readonly workshop = signal<Workshop>({ materials: [], tools: [] });
  private readonly settings = computed(() => this.store.shown()?.prove);
  readonly process = computed((): Process => this.settings()?.material.process ?? 'laser');
  readonly processes = computed(() => {
    const known = [...new Set([this.process(), ...this.workshop().materials.map(({ process }) => process)])];
    return known.map((id) => ({ id, says: id }));
  });
  readonly materials = computed(() => this.choices(this.workshop().materials, this.settings()?.material));
  readonly tools = computed(() => this.choices(this.workshop().tools, this.settings()?.tool));
  readonly ofProcess = computed(() => this.workshop().tools.filter((one) => one.process === this.process()));
  readonly material = computed(() => this.settings()?.material.name ?? '');
  readonly tool = computed(() => this.settings()?.tool.name ?? '');
  readonly limits = computed(() => {
    const { material, tool } = this.settings() ?? {};
    if (!material || !tool) return [];
    const { least, bed } = material;
    return [
      { name: 'Narrowest neck', value: this.lengths.length(least.neck) },
      { name: 'Thinnest wall', value: this.lengths.length(least.wall) },
      { name: 'Smallest hole', value: this.lengths.length(Math.max(least.hole, tool.width)) },
      { name: 'Narrowest gap', value: this.lengths.length(Math.max(least.gap, tool.width)) },
      { name: 'Smallest part', value: this.lengths.length(least.part) },
      { name: 'Bed', value: `${this.lengths.length(bed.width)} × ${this.lengths.length(bed.height)}` },
    ];
  });
  /** Where the figures come from. */
  readonly origin = computed(() => {
    const { material, tool } = this.settings() ?? {};
    return material && tool
      ? `Figures of the material: ${material.origin}. Of the tool: ${tool.origin}.`
      : '';
  });

  constructor() {
    const problems = inject(ProblemService);
    inject(ApiService)
      .workshop()
      .subscribe({
        next: (workshop) => this.workshop.set(workshop),
        error: (problem) => problems.show(problem),
      });
  }

  setProcess(process: Process): void {
    const { materials, tools } = this.workshop();
    const material = materials.find((one) => one.process === process);
    const tool = tools.find((one) => one.process === process);
    if (material && tool)
      this.proving.change(`For a ${process}`, (prove) => {
        prove.material = material;
        prove.tool = tool;
        // Tools of another process do nothing here.
        for (const work of Object.values(prove.works)) work.tool = null;
      });
  }

  setMaterial(name: string): void {
    const material = this.workshop().materials.find(
      (one) => one.process === this.process() && one.name === name,
    );
    if (material)
      this.proving.change(`In ${name}`, (prove) => {
        prove.material = material;
      });
  }

  setTool(name: string): void {
    const tool = this.workshop().tools.find((one) => one.process === this.process() && one.name === name);
    if (tool)
      this.proving.change(`With ${name}`, (prove) => {
        prove.tool = tool;
      });
  }

  /** How wide the artwork has to be for all of these to pass, where it is all that lies on the piece; none that the bed has no room for. */
  readonly passing = computed(() => {
    const view = this.result.view();
    const items = Object.values(this.store.shown()?.piece.items ?? {});
    const times = timesToPass(this.proving.findings());
    if (!view || times === undefined || items.length !== 1 || items[0].kind !== 'artwork') return undefined;
    // Up to the next tenth of a millimetre.
    const width = Math.ceil(10 * view.artwork.width * times) / 10;
    const { bed } = this.store.shown()?.prove.material ?? {};
    if (bed && !fitsOn(bed, width, view.artwork.height * times))
      return { width: undefined, says: 'At no size that the bed has room for is all of it large enough.' };
    return {
      width,
      says: `${times.toFixed(2)} times as large, ${this.lengths.length(width)} wide, nothing is too small.`,
    };
  });

  grow(width: number): void {
    this.store.change('As large as its limits ask', ({ piece }) => {
      piece.edge = 'width';
      piece.length = width;
    });
  }

  /** The remedy of a finding that is looked at and not taken yet. */
  looked({ kind }: Finding): { says: string; shown: string } | undefined {
    const prepared = this.remedying.prepared();
    if (prepared?.kind !== kind) return undefined;
    const shown = prepared.ghost.length > 0 ? 'dashed on the bench, not taken yet.' : 'not taken yet.';
    return { says: prepared.remedy.says, shown };
  }

  isChosen({ kind }: Finding): boolean {
    return this.proving.chosen()?.kind === kind;
  }

  waive(kind: string, reason: string): void {
    if (reason.trim() === '') return;
    this.waiving.set(undefined);
    this.proving.waive(kind, reason.trim().slice(0, 300));
  }

  /** Those of the process by their names, and the one there is even where the workshop has it no more. */
  private choices(all: readonly (Material | Tool)[], own: Material | Tool | undefined) {
    const names = all.filter(({ process }) => process === this.process()).map(({ name }) => name);
    return [...new Set([...names, ...(own ? [own.name] : [])])].map((id) => ({ id, says: id }));
  }
}
