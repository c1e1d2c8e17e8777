import { computed, signal } from '@angular/core';
import {
  type Contour,
  alongOf,
  betweenEdges,
  contourAt,
  edgeAt,
  footOn,
  nearestAlong,
  onAt,
  pickPath,
  placeOn,
  radiusAt,
} from '@drelk/core';
import type { Place } from '../../engine/views';
import type { Measuring } from '../../job/tool/measuring';
import type { PathHand } from '../../job/path/path-hand';
import { CLINGS, Clinging } from './clinging';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
import type { ToolBox } from '../../job/tool/tool-box';
import type { ToolWork } from '../../job/tool/tool-work';

/** Pulled less far than this on screen, it was a click. */
const CLICK = 3;

/**
 * Measures from where it is pulled to where it lets go; a click on an arc tells its radius. Clings to nodes, middles and edges of the paths,
 * and square across between parallel edges. With Shift whole shapes are meant: a click tells where one is narrowest, a pull how far two are
 * apart.
 */
export class MeasureTool implements Tool {
  readonly id = 'measure';
  readonly says =
    'Pull from one place to another; a click on an arc tells its radius. With Shift, a click tells where a shape is narrowest, a pull from one to another the gap between them.';
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const pulled = this.pulled();
    if (!pulled) return NO_OVERLAY;
    const { from, to } = pulled;
    return { lines: [{ points: [from.x, from.y, to.x, to.y] }], grips: [] };
  });
  private readonly pulled = signal<{ from: Place; to: Place; isWhole: boolean } | undefined>(undefined);
  private readonly clinging: Clinging;

  constructor(
    hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'result' | 'store'>,
    private readonly tools: ToolBox,
    private readonly measuring: Measuring,
  ) {
    this.clinging = new Clinging(hand, work, tools, () => work.result.shownPaths()?.paths);
  }

  press(at: Place): void {
    const isWhole = this.tools.held().more;
    const from = isWhole ? at : this.meant(at);
    this.pulled.set({ from, to: from, isWhole });
  }

  move(at: Place): void {
    const pulled = this.pulled();
    if (pulled) this.pulled.set({ ...pulled, to: pulled.isWhole ? at : this.meant(at, pulled.from) });
  }

  release(at: Place): void {
    const pulled = this.pulled();
    this.pulled.set(undefined);
    if (!pulled) return;
    const { from, isWhole } = pulled;
    if (isWhole) {
      this.measureShapes(from, at);
      return;
    }
    const to = this.meant(at, from);
    const isClick = Math.hypot(to.x - from.x, to.y - from.y) * this.work.bench.eye().scale < CLICK;
    if (!isClick) {
      const [way, other] = [this.edge(from), this.edge(to)];
      const edges = way && other && betweenEdges(from, way, to, other);
      this.measuring.add({ from, to, ...(edges ? { edges } : {}) });
      return;
    }
    const contour = this.contourAt(at);
    const radius = contour && radiusAt(contour, at);
    if (radius !== undefined) this.measuring.add({ from, to: from, radius });
  }

  forget(): void {
    this.pulled.set(undefined);
  }

  /** The shape that a place is on or in, and that where it was pulled to, if that is another. */
  private measureShapes(from: Place, to: Place): void {
    const paths = this.work.result.shownPaths()?.paths;
    if (!paths) return;
    const shapes = [from, to].flatMap((at) => {
      const number = this.numberAt(at);
      return number === undefined ? [] : [paths.shapes[number]];
    });
    const contours = [...new Set(shapes)].map((shape) =>
      Array.from(paths.ids.keys())
        .filter((k) => paths.shapes[k] === shape)
        .map((k) => contourAt(paths, k)),
    );
    if (contours.length > 0) void this.measuring.measureShapes(contours);
  }

  /** The place that is meant: a node or a middle, square across from a parallel edge, the nearest on an edge, else level with the other. */
  private meant(at: Place, from?: Place): Place {
    if (this.tools.held().free) return at;
    const node = this.clinging.place(at);
    if (node.x !== at.x || node.y !== at.y) return node;
    const contour = this.contourAt(at);
    const on = contour && this.onEdge(contour, at);
    if (!on) return this.clinging.place(at, from ? [from] : []);
    const [own, other] = [edgeAt(contour, at), from && this.edge(from)];
    if (!own || !other || !from || !('apart' in betweenEdges(from, other, on, own))) return on;
    const across = footOn(on, own, from);
    return Math.hypot(across.x - at.x, across.y - at.y) < this.reach() ? across : on;
  }

  /** The direction of a straight edge that a place lies on. */
  private edge(at: Place): Place | undefined {
    const contour = this.contourAt(at);
    return contour && this.onEdge(contour, at) && edgeAt(contour, at);
  }

  /** The nearest place on a contour, where it is near enough to be meant. */
  private onEdge(contour: Contour, at: Place): Place | undefined {
    const along = alongOf(contour);
    const on = placeOn(contour, onAt(along, Math.min(nearestAlong(along, at), along.length * (1 - 1e-9))));
    return Math.hypot(on.x - at.x, on.y - at.y) < this.reach() ? on : undefined;
  }

  private contourAt(at: Place) {
    const paths = this.work.result.shownPaths()?.paths;
    const number = this.numberAt(at);
    return paths && number !== undefined ? contourAt(paths, number) : undefined;
  }

  private numberAt(at: Place): number | undefined {
    const paths = this.work.result.shownPaths()?.paths;
    const id = paths && pickPath(paths, at, this.reach());
    return paths && id !== undefined ? paths.ids.indexOf(id) : undefined;
  }

  private reach(): number {
    return CLINGS / this.work.bench.eye().scale;
  }
}
