import { Injectable, computed, inject, signal } from '@angular/core';
import {
  type Between,
  type Contour,
  type EdgesBetween,
  type Narrowest,
  measuredBetween,
  placeContour,
} from '@drelk/core';
import { BenchState } from '../../view/bench-state';
import type { Place } from '../../engine/views';
import { ShownResult } from '../shown-result';
import { JobLengths } from '../job-lengths';
import { EngineService } from '../../engine/engine.service';
import { ProblemService } from '../../shared/problem.service';
import { JobStore } from '../store/job-store';

/**
 * What was measured: between two places of the bench, in its pixels, or the radius of an arc at the first of them; how straight edges at
 * both lie to each other; and of what it is the narrowest place.
 */
export interface Measure {
  from: Place;
  to: Place;
  radius?: number;
  edges?: EdgesBetween;
  of?: 'shape' | 'gap';
}

const OF = { shape: 'where the shape is narrowest', gap: 'between the two shapes' };

/** A measure in the job's unit, in words. */
export interface MeasureSaid {
  id: number;
  main: string;
  more: string;
}

/** A place is looked at with so much around it, in millimetres. */
const AROUND = 16;
/** So many times as large the narrowest place is told too. */
const LARGER = 3;

/** The ruler on the bench: what was measured stays until it is taken away; and the narrowest place. */
@Injectable()
export class Measuring {
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly engine = inject(EngineService);
  private readonly problems = inject(ProblemService);
  private readonly store = inject(JobStore);
  private readonly state = inject(BenchState);
  readonly measures = signal<readonly Measure[]>([]);
  /** Measures that are shown on the bench: where the piece is proven. */
  readonly shown = computed(() => (this.state.stage() === 'prove' ? this.measures() : []));
  readonly said = computed((): MeasureSaid[] =>
    this.measures().map((one, id) => ({ id, ...this.words(one) })),
  );
  readonly narrowest = signal<{ place: Narrowest; mm: number } | undefined>(undefined);
  readonly busy = signal(false);
  /** The narrowest place at the size as it is now: it grows with the piece. */
  readonly narrowestSaid = computed(() => {
    const found = this.narrowest();
    const view = this.result.view();
    if (!found || !view) return '';
    const width = (found.place.width * view.millimetresPerPixel) / found.mm;
    return `${this.lengths.length(width)} at its narrowest; at ${LARGER} times the size ${this.lengths.length(LARGER * width)}.`;
  });

  add(measure: Measure): void {
    this.measures.update((all) => [...all, measure]);
  }

  remove(id: number): void {
    this.measures.update((all) => all.filter((_, k) => k !== id));
  }

  clear(): void {
    this.measures.set([]);
  }

  /** The narrowest place of one shape, or of the gap between two, by their contours in pixels of the bench. */
  async measureShapes(shapes: readonly Contour[][]): Promise<void> {
    const view = this.result.view();
    if (!view || this.busy()) return;
    const mm = view.millimetresPerPixel;
    const scaled = shapes.map((contours) =>
      contours.map((contour) => placeContour(contour, { scale: mm, x: 0, y: 0 })),
    );
    this.busy.set(true);
    try {
      const { narrowest } = await this.engine.ask('narrowestIn', { shapes: scaled });
      if (!narrowest) return;
      const [from, to] = [narrowest.from, narrowest.to].map(({ x, y }) => ({ x: x / mm, y: y / mm }));
      this.add({ from, to, of: shapes.length > 1 ? 'gap' : 'shape' });
    } catch (problem) {
      this.problems.tell(problem);
    } finally {
      this.busy.set(false);
    }
  }

  words({ from, to, radius, edges, of }: Measure): Omit<MeasureSaid, 'id'> {
    const mm = this.result.view()?.millimetresPerPixel ?? 1;
    if (radius !== undefined)
      return {
        main: `radius ${this.lengths.length(radius * mm)}`,
        more: `${this.lengths.length(2 * radius * mm)} across`,
      };
    const { length, across, down, degrees }: Between = measuredBetween(from, to);
    const main = this.lengths.length(length * mm);
    if (of) return { main, more: OF[of] };
    const more = `${this.lengths.length(across * mm)} across, ${this.lengths.length(down * mm)} down, ${degrees.toFixed(1)}°`;
    if (!edges) return { main, more };
    const said =
      'apart' in edges
        ? `parallel edges ${this.lengths.length(edges.apart * mm)} apart`
        : `edges at ${edges.degrees.toFixed(1)}°`;
    return { main, more: `${said}; ${more}` };
  }

  /** Finds the narrowest place of the piece as it is, and goes there. */
  async findNarrowest(): Promise<void> {
    const document = this.store.document();
    const view = this.result.view();
    if (!document || !view || this.busy()) return;
    this.busy.set(true);
    try {
      const { narrowest } = await this.engine.ask('narrowest', { document });
      const mm = view.millimetresPerPixel;
      this.narrowest.set(narrowest && { place: narrowest, mm });
      if (narrowest) {
        const { x, y } = narrowest.at;
        this.state.lookAt({ x: view.frame.x + x / mm, y: view.frame.y + y / mm }, AROUND / mm);
      }
    } catch (problem) {
      this.problems.tell(problem);
    } finally {
      this.busy.set(false);
    }
  }
}
