import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatLong } from '@drelk/core';
import { BenchState } from '../view/bench-state';
import type { Highlight } from '../view/highlights';
import type { BenchLayout } from '../drawing/layout';
import { Workbench } from '../job/workbench';
import { ShownResult } from '../job/shown-result';
import { JobLengths } from '../job/job-lengths';

interface Fact {
  name: string;
  value: string;
  /** What clicking it shows on the bench, in words. */
  shows: string;
  lit: boolean;
  warns?: boolean;
  press: () => void;
}

/** The live figures under the bench; clicking one shows it there. */
@Component({
  selector: 'drelk-facts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (fact of facts(); track fact.name) {
      <button type="button" [attr.aria-pressed]="fact.lit" [class.warns]="fact.warns" (click)="fact.press()">
        <span class="value figure">{{ fact.value }}</span>
        <span class="name">{{ fact.name }}</span>
        <span class="visually-hidden">{{ fact.shows }}</span>
      </button>
    }
  `,
  styleUrl: './facts.scss',
  host: { '[class.passing]': 'isPassing()', '[attr.aria-busy]': 'isPassing()' },
})
export class Facts {
  private readonly work = inject(Workbench);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly bench = inject(BenchState);

  /** Figures of a smaller copy, or of other settings, until those of the picture itself are there. */
  readonly isPassing = computed(() => this.work.standing() !== 'worked out');

  /** Where nothing comes of the settings, no figure of before stands. */
  readonly facts = computed<Fact[]>(() =>
    this.work.standing() === 'failed'
      ? this.figures().map((fact) => ({ ...fact, value: '–', warns: false }))
      : this.figures(),
  );

  private readonly figures = computed<Fact[]>(() => {
    const view = this.result.view();
    if (!view) return [];
    const { facts, scaleSource } = view;
    const layout = this.bench.layout();
    const length = (millimetres: number) => this.lengths.length(millimetres);
    const unit = this.lengths.units();
    const size = `${length(facts.width).replace(` ${unit}`, '')} × ${length(facts.height)}`;
    return [
      this.highlighting(
        'size',
        scaleSource === 'none' ? 'size, not true yet' : 'size',
        size,
        'Shows the frame.',
        scaleSource === 'none',
      ),
      this.highlighting('shapes', 'shapes', String(facts.shapes), 'Shows the outer contours.'),
      facts.lines > 0
        ? this.highlighting('lines', 'single lines', String(facts.lines), 'Shows the single lines.')
        : this.highlighting('holes', 'holes', String(facts.holes), 'Shows the holes.'),
      {
        name: 'nodes',
        value: String(facts.nodes),
        shows: 'Shows the nodes.',
        lit: layout.style === 'nodes' && layout.opacity.paths > 0,
        press: () => {
          this.bench.change({ style: layout.style === 'nodes' ? 'filled' : 'nodes' });
          if (layout.opacity.paths === 0) this.bench.fade('paths', 1);
        },
      },
      this.highlighting(
        'open',
        'open ends',
        String(2 * facts.openPaths),
        'Shows open ends.',
        facts.openPaths > 0,
      ),
      this.highlighting('length', 'cut length', formatLong(facts.cutLength, unit), 'Shows every contour.'),
      ...(facts.parked > 0
        ? [
            {
              name: facts.parked === 1 ? 'edit waits' : 'edits wait',
              value: String(facts.parked),
              shows: 'Shows what the hand did that is not found again.',
              lit: false,
              warns: true,
              press: () => this.bench.stage.set('line'),
            },
          ]
        : []),
      ...(facts.match === undefined ? [] : this.traceFacts(facts.match, facts.off ?? 0)),
    ];
  });

  /** What only a trace has: how it compares with the ink. */
  private traceFacts(match: number, off: number): Fact[] {
    const layout = this.bench.layout();
    return [
      {
        name: 'match',
        value: `${match.toFixed(2)} %`,
        shows: 'Lights up the misfit.',
        lit: layout.misfit,
        press: () => {
          this.bench.change({ misfit: !layout.misfit });
          if (layout.opacity.paths === 0) this.bench.fade('paths', 1);
        },
      },
      {
        name: 'off, at most',
        value: this.lengths.length(off),
        shows: 'Shows paths and ink over one another.',
        lit: showsRim(layout),
        press: () => this.showRim(),
      },
    ];
  }

  /** Bare lines over the ink, or the ink away again. */
  private showRim(): void {
    const layout = this.bench.layout();
    const ink = showsRim(layout) ? 0 : 1;
    this.bench.change({ style: 'lines', opacity: { ...layout.opacity, ink, paths: 1 } });
  }

  private highlighting(which: Highlight, name: string, value: string, shows: string, warns = false): Fact {
    const lit = this.bench.highlight() === which;
    return { name, value, shows, lit, warns, press: () => this.bench.highlight.set(lit ? 'none' : which) };
  }
}

const showsRim = ({ style, opacity }: BenchLayout) =>
  style === 'lines' && opacity.ink > 0 && opacity.paths > 0;

/** A long way: metres from one metre on, feet from one foot on. */
