import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { type CutSettings, marksInOrder } from '@drelk/core';
import { type CutDoes, CutTool } from '../../../bench/tools/cut-tools';
import { ToolBox } from '../../../job/tool/tool-box';
import { Fold } from '../../../shared/fold';
import { IconButton } from '../../../shared/icon-button';
import { Slide } from '../../../job/controls/slide';
import { ToolButton } from '../../../job/controls/tool-button';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';
import { JobLengths } from '../../../job/job-lengths';
import { EngineService } from '../../../engine/engine.service';
import { ProblemService } from '../../../shared/problem.service';

/** A mark is at first as wide as this share of the picture's shorter side. */
const MARK = 0.015;

/** One thing cut out of its picture: a loop around it, marks on it, and what becomes of it. */
@Component({
  selector: 'drelk-ink-cut',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, IconButton, MatButtonModule, MatButtonToggleModule, Slide, ToolButton],
  templateUrl: './ink-cut.html',
  styleUrls: ['../../panel.scss', '../touched/ink-hand.scss'],
})
export class InkCut {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly engine = inject(EngineService);
  private readonly problems = inject(ProblemService);
  private readonly tools = inject(ToolBox);
  readonly cut = computed(() => this.store.shown()?.ink.cut ?? null);
  readonly marks = computed(() => marksInOrder(this.cut()?.marks ?? {}));
  /** Width of a mark in source pixels, as it is at first and as it is set. */
  private readonly usual = computed(() => {
    const { width = 800, height = 800 } = this.result.view() ?? {};
    return Math.max(2, Math.round(MARK * Math.min(width, height)));
  });
  readonly width = linkedSignal(() => this.usual());
  readonly widest = computed(() => 8 * this.usual());
  readonly widthSays = computed(() => this.lengths.sourceLength(this.width()));
  readonly says = computed(() => {
    const count = this.marks().length;
    if (!this.cut()) return 'all of the picture';
    return count === 0 ? 'one thing' : `one thing, ${count} ${count === 1 ? 'mark' : 'marks'}`;
  });

  take(does: CutDoes): void {
    this.tools.toggle(`cut-${does}`, () => new CutTool(does, this.tools.work, this.tools, this.width));
  }

  /** Without a loop: whatever stands out from what lies along the picture's rim. */
  takeMain(): void {
    const document = this.store.document();
    if (!document) return;
    const cut: CutSettings = { gives: 'silhouette', ...document.ink.cut, loop: null, marks: {} };
    this.engine.ask('cut', { document: { ...document, ink: { ...document.ink, cut } } }).then(
      ({ mask }) => {
        mask?.close();
        this.change('Cut out the main thing', () => cut);
      },
      (problem: unknown) => this.problems.tell(problem),
    );
  }

  setGives(gives: CutSettings['gives']): void {
    this.change(gives === 'silhouette' ? 'The thing as ink' : 'What is ink in the thing', (cut) => ({
      ...cut,
      gives,
    }));
  }

  remove(id: number): void {
    this.store.change('Take a mark out', ({ ink }) => {
      if (ink.cut) Reflect.deleteProperty(ink.cut.marks, id);
    });
  }

  leave(): void {
    this.tools.putDown();
    this.store.change('All of the picture again', ({ ink }) => {
      ink.cut = null;
    });
  }

  private change(label: string, write: (cut: CutSettings) => CutSettings): void {
    this.store.change(label, ({ ink }) => {
      ink.cut = write(ink.cut ?? { loop: null, marks: {}, gives: 'silhouette' });
    });
  }
}
