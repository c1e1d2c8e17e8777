import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { APART, type LineDocument, type LineMethod, type Neighbours, beyondTolerance } from '@drelk/core';
import { type Setting, settingOf } from '../../job/setting';
import { ProblemService } from '../../shared/problem.service';
import { Slide } from '../../job/controls/slide';
import { LineFile } from './line-file';
import { LineHand } from './line-hand';
import { LineRegular } from './line-regular';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

/** The tolerance slider counts in sixths of a pixel's share, on a scale where each step is a tenth more. */
const FINEST = 0.05;
const RATIO = 1.1;
/** Areas grow by this factor a step of their slider, from one square pixel. */
const AREA_RATIO = 1.35;

/** Nodes nearer to each other than this, in millimetres on the average, make machines stutter (common practice, no source). */
const STUTTERS = 0.5;

const METHODS: { id: LineMethod; name: string; says: string }[] = [
  { id: 'outline', name: 'outline', says: 'Closed paths around the ink’s edge.' },
  { id: 'centreline', name: 'centreline', says: 'Each stroke once, along its middle.' },
  { id: 'plates', name: 'plates', says: 'Each colour or band of grey as shapes of its own.' },
];
const WAYS: { id: Neighbours; name: string; says: string }[] = [
  { id: 'shared', name: 'share a border', says: 'Neighbours share one border exactly: no gap, no overlap.' },
  { id: 'overlap', name: 'overlap', says: 'Each plate reaches a little under those above it.' },
  { id: 'stacked', name: 'stack', says: 'Each plate covers all that lies on it, from the back.' },
];

/** Line: how ink becomes paths, how closely they follow it, and how much jitter is evened out. */
@Component({
  selector: 'drelk-line-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LineFile, LineHand, LineRegular, MatButtonModule, MatButtonToggleModule, Slide],
  templateUrl: './line-panel.html',
  styleUrl: '../panel.scss',
})
export class LinePanel {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly problems = inject(ProblemService);
  readonly line = computed(() => this.store.shown()?.line);
  /** The job begins with a vector file. */
  readonly isFile = computed(() => this.store.document()?.vector !== undefined);
  readonly settings = {
    tolerance: this.slides('Tolerance', (line, position) => {
      const pixels = FINEST * RATIO ** position;
      line.tolerance = Number((pixels * (this.result.view()?.millimetresPerPixel ?? 1)).toPrecision(3));
    }),
    smoothness: this.slides('Smoothness', (line, value) => (line.smoothness = value)),
    corners: this.slides('Corners', (line, value) => (line.corners = value)),
    drop: this.slides('Drop small contours', (line, position) => (line.drop = areaAt(position))),
    solid: this.slides('Outline wide ink', (line, width) => (line.solid = width > 0 ? width : null)),
    overlap: this.slides('Overlap', (line, value) => (line.overlap = value)),
  };
  readonly isOwn = computed(() => this.line()?.tolerance != null);
  /** Tolerance in pixels, as a slider position. */
  readonly position = computed(() =>
    Math.round(Math.log((this.result.view()?.traced?.tolerance ?? 1 / 3) / FINEST) / Math.log(RATIO)),
  );
  readonly toleranceSays = computed(() => {
    const view = this.result.view();
    if (!view?.traced) return '';
    const millimetres = this.lengths.small(view.traced.tolerance * view.millimetresPerPixel);
    return this.isOwn() ? millimetres : `by the picture: ${millimetres}`;
  });
  /** What the tolerance is, and where rims are known to no more than about a pixel. */
  readonly toleranceNote = computed(() => {
    const { unsure = 0, tolerance = 0 } = this.result.view()?.traced ?? {};
    const more = unsure * (this.result.view()?.millimetresPerPixel ?? 0);
    return this.isOwn() || unsure <= tolerance
      ? 'The farthest a path may lie off the ink’s rim.'
      : `The farthest a path may lie off the ink’s rim; where pixels tell less of that (two tones, grain, compression, dots), ${this.lengths.small(more)}.`;
  });
  readonly smoothnessSays = computed(() => {
    const view = this.result.view();
    const pixels = this.line()?.smoothness ?? 0;
    return view && pixels > 0 ? this.lengths.small(pixels * view.millimetresPerPixel) : 'none';
  });
  /** What smoothness does, and by how much more than the tolerance it may leave the rim. */
  readonly smoothnessCosts = computed(() => {
    const view = this.result.view();
    const more = beyondTolerance(this.line()?.smoothness ?? 0) * (view?.millimetresPerPixel ?? 0);
    return more > 0
      ? `Jitter shorter than this is evened out; paths may lie ${this.lengths.small(more)} farther off for it.`
      : 'Jitter shorter than this along the contour is evened out; corners stay.';
  });
  readonly methods = METHODS;
  readonly neighbours = WAYS;
  readonly methodSays = computed(() => METHODS.find(({ id }) => id === this.line()?.method)?.says ?? '');
  readonly neighboursSays = computed(() => WAYS.find(({ id }) => id === this.line()?.neighbours)?.says ?? '');
  readonly solidSays = computed(() => {
    const solid = this.line()?.solid;
    return solid == null ? 'nothing' : this.lengthSays(solid);
  });
  readonly penSays = computed(() => {
    const pens = this.result.view()?.facts.pens;
    if (!pens) return '';
    const [least, most] = [pens.least, pens.most].map((pen) => this.lengths.length(pen));
    return least === most ? `Strokes ${least} wide.` : `Strokes ${least} to ${most} wide.`;
  });
  readonly ringsSay = computed(() => {
    const rings = this.result.view()?.facts.rings;
    if (!rings || this.line()?.method !== 'outline') return '';
    const [least, most] = [rings.least, rings.most].map((width) => this.lengths.length(width));
    const width = least === most ? `${least} wide` : `${least} to ${most} wide`;
    return rings.count === 1
      ? `One shape is a closed line, ${width}.`
      : `${rings.count} shapes are closed lines, ${width}.`;
  });
  readonly cornersSay = computed(() => {
    const corners = this.line()?.corners ?? 0.5;
    return corners < 0.45 ? 'fewer' : corners > 0.55 ? 'more' : 'as usual';
  });
  readonly dropPosition = computed(() => {
    const drop = this.line()?.drop ?? 0;
    return drop > 0 ? 1 + Math.round(Math.log(drop) / Math.log(AREA_RATIO)) : 0;
  });
  readonly dropSays = computed(() => {
    const drop = this.line()?.drop ?? 0;
    const millimetres = this.result.view()?.millimetresPerPixel ?? 1;
    return drop > 0 ? `${(drop * millimetres ** 2).toPrecision(2)} mm²` : 'none';
  });
  /** How many nodes there are, how far apart, from how many points, and what that means for a machine. */
  readonly counts = computed(() => {
    const facts = this.result.view()?.facts;
    if (!facts || facts.nodes === 0) return undefined;
    const apart = facts.cutLength / facts.nodes;
    return {
      nodes: facts.nodes,
      apart: this.lengths.small(apart),
      points: facts.nodesBefore,
      means:
        apart < STUTTERS
          ? 'So close together that a machine brakes at every one: more tolerance or smoothness helps.'
          : 'Far enough apart for a machine to run through.',
    };
  });

  /** The tolerance of the picture: a share of its pixel. */
  forgetTolerance(): void {
    this.set('Tolerance of the picture', { tolerance: null });
  }

  setMethod(method: LineMethod): void {
    const by = this.result.view()?.traced?.ink.by;
    // Bands are plates too; otherwise it is colours that a picture is taken apart by.
    const changesInk = method === 'plates' && by !== 'bands' && by !== 'plates';
    this.store.change(`Method: ${method}`, ({ line, ink }) => {
      line.method = method;
      if (changesInk) ink.by = 'plates';
    });
    const step = this.store.lastStep();
    if (changesInk && step)
      this.problems.done('This also changed Ink, which is now taken apart by colour.', 'Take it back', () =>
        this.store.takeBack(step),
      );
  }

  /** Rings become single lines along their middle; what is clearly wider stays outlined. */
  setRingsToLines(): void {
    const view = this.result.view();
    const rings = view?.facts.rings;
    if (!view || !rings) return;
    const solid = Math.ceil((APART * rings.most) / view.millimetresPerPixel);
    this.set('Closed lines as single lines', { method: 'centreline', solid });
  }

  setNeighbours(neighbours: Neighbours): void {
    this.set('How plates meet', { neighbours });
  }

  lengthSays(pixels: number | undefined): string {
    return this.lengths.length((pixels ?? 0) * (this.result.view()?.millimetresPerPixel ?? 1));
  }

  private slides(label: string, write: (line: LineDocument, value: number) => void): Setting {
    return settingOf(this.store, label, ({ line }, value) => write(line, value));
  }

  private set(label: string, change: Partial<LineDocument>): void {
    this.store.change(label, ({ line }) => {
      Object.assign(line, change);
    });
  }
}

const areaAt = (position: number) =>
  position > 0 ? Number((AREA_RATIO ** (position - 1)).toPrecision(3)) : 0;
