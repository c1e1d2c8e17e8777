import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatRadioModule } from '@angular/material/radio';
import { PIXEL, POINT, VECTOR_DEFAULTS, type VectorSettings, formatLength } from '@drelk/core';
import { EngineService } from '../engine/engine.service';
import type { FileView } from '../engine/views';
import { FileChoices, SIMPLIFY } from '../shared/file-choices';
import { drawFileView } from './draw-file-view';

/** What a file's unit may be where it does not say, in millimetres, with the one that it is taken for first. */
const UNITS = {
  svg: [
    { name: 'pixels, 96 to the inch', millimetres: PIXEL },
    { name: 'points, 72 to the inch', millimetres: POINT },
    { name: 'millimetres', millimetres: 1 },
    { name: 'inches', millimetres: 25.4 },
  ],
  dxf: [
    { name: 'millimetres', millimetres: 1 },
    { name: 'inches', millimetres: 25.4 },
    { name: 'centimetres', millimetres: 10 },
    { name: 'metres', millimetres: 1000 },
  ],
};
/** A contour of more nodes than this on the average was cut into chords: curves are offered. */
const CROWDED = 40;

/** What was chosen about a vector file. */
export interface ChosenFile {
  settings: VectorSettings;
  /** Size of its page in millimetres. */
  page: { width: number; height: number };
  units: 'mm' | 'in';
  /** What is taken. */
  view: FileView;
}

/** What a vector file holds, and how it is to be taken, before it is. */
@Component({
  selector: 'drelk-vector-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FileChoices, MatButtonModule, MatDialogModule, MatRadioModule],
  templateUrl: './vector-sheet.html',
  styleUrl: './vector-sheet.scss',
})
export class VectorSheet {
  readonly name: string;
  readonly settings = signal<VectorSettings>(VECTOR_DEFAULTS);
  readonly view = signal<FileView | undefined>(undefined);
  readonly working = signal(true);
  /** The job's unit: that of the file. */
  readonly units = computed(() => {
    const unit = this.view()?.unit;
    const isInches =
      unit === 'in' || unit === 'ft' || this.settings().millimetresPerUnit === UNITS.dxf[1].millimetres;
    return isInches ? 'in' : 'mm';
  });
  readonly size = computed(() => {
    const drawn = this.view()?.drawn;
    return (
      drawn && `${formatLength(drawn.width, this.units())} × ${formatLength(drawn.height, this.units())}`
    );
  });
  /** Units to choose from, each with the size it would make; none where the file says its own. */
  readonly choices = computed(() => {
    const view = this.view();
    if (!view || !this.isAsked()) return [];
    const own = this.settings().millimetresPerUnit ?? this.candidates[0].millimetres;
    return this.candidates.map(({ name, millimetres }) => {
      const unit = name === 'inches' ? 'in' : 'mm';
      const [width, height] = [view.drawn.width, view.drawn.height].map((length) =>
        formatLength((length / own) * millimetres, unit),
      );
      return { name, millimetres, size: `${width} × ${height}`, chosen: millimetres === own };
    });
  });
  readonly counts = computed(() => {
    const view = this.view();
    if (!view) return [];
    const { before, after } = view;
    const doubled = view.mended['doubled contours, dropped'] ?? 0;
    return [
      { name: 'contours', before: before.contours, after: after.contours },
      { name: 'open', before: before.open, after: after.open },
      { name: 'doubled', before: doubled, after: 0 },
      { name: 'holes', before: undefined, after: after.holes },
      { name: 'nodes', before: before.nodes, after: after.nodes },
    ];
  });
  /** Every layer is left out. */
  readonly isEmpty = computed(() => {
    const { without } = this.settings();
    return this.view()?.plates.every(({ name }) => without.includes(name)) ?? true;
  });
  /** Taken so that the same file may be asked about again. */
  private readonly bytes: ArrayBuffer;
  private readonly isAsked = signal(false);
  private readonly candidates: (typeof UNITS)['svg'];
  private readonly engine = inject(EngineService);
  private readonly self = inject<MatDialogRef<VectorSheet, ChosenFile | { problem: unknown }>>(MatDialogRef);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private isFirst = true;

  constructor() {
    const { name, bytes } = inject<{ name: string; bytes: ArrayBuffer }>(MAT_DIALOG_DATA);
    this.name = name;
    this.bytes = bytes;
    this.candidates = UNITS[/\.dxf$/i.test(name) ? 'dxf' : 'svg'];
    effect(() => void this.look(this.settings()));
    effect(() => {
      const [canvas, view] = [this.canvas()?.nativeElement, this.view()];
      if (canvas && view) drawFileView(canvas, view);
    });
  }

  setUnit(millimetresPerUnit: number): void {
    this.change({ millimetresPerUnit });
  }

  change(part: Partial<VectorSettings>): void {
    this.settings.update((settings) => ({ ...settings, ...part }));
  }

  take(): void {
    const view = this.view();
    if (view) this.self.close({ settings: this.settings(), page: view.page, units: this.units(), view });
  }

  private async look(settings: VectorSettings): Promise<void> {
    this.working.set(true);
    const file = this.bytes.slice(0);
    try {
      const view = await this.engine.ask('file', { file, name: this.name, settings }, [file]);
      if (settings !== this.settings()) return;
      this.view.set(view);
      this.working.set(false);
      if (this.isFirst) this.begin(view);
    } catch (problem) {
      this.self.close({ problem });
    }
  }

  /** What a first look proposes: curves for what was cut into chords, and a unit to be confirmed. */
  private begin({ unit, after }: FileView): void {
    this.isFirst = false;
    this.isAsked.set(unit === null);
    if (after.nodes > CROWDED * after.contours) this.change({ simplify: SIMPLIFY });
  }
}
