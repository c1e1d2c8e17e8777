import { computed, signal } from '@angular/core';
import { alongOf, contourAt, nearestAlong, onAt, pickPath, placeOn, radiusAt } from '@drelk/core';
import type { Place } from '../../engine/messages';
import type { Measuring } from '../../job/measuring';
import type { PathHand } from '../../job/path-hand';
import type { Workbench } from '../../job/workbench';
import { CLINGS, Clinging } from './clinging';
import { NO_OVERLAY, type Overlay, type Tool } from './tool';
import type { ToolBox } from './tool-box';

/** Pulled less far than this on screen, it was a click. */
const CLICK = 3;

/** Measures from where it is pulled to where it lets go; a click on an arc tells its radius. Clings to nodes, middles and edges of the paths. */
export class MeasureTool implements Tool {
  readonly id = 'measure';
  readonly says = 'Pull from one place to another. A click on an arc tells its radius.';
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const pulled = this.pulled();
    if (!pulled) return NO_OVERLAY;
    const { from, to } = pulled;
    return { lines: [{ points: [from.x, from.y, to.x, to.y] }], grips: [] };
  });
  private readonly pulled = signal<{ from: Place; to: Place } | undefined>(undefined);
  private readonly clinging: Clinging;

  constructor(
    hand: PathHand,
    private readonly work: Workbench,
    private readonly tools: ToolBox,
    private readonly measuring: Measuring,
  ) {
    this.clinging = new Clinging(hand, work, tools, () => work.shownPaths()?.paths);
  }

  press(at: Place): void {
    const from = this.meant(at);
    this.pulled.set({ from, to: from });
  }

  move(at: Place): void {
    const pulled = this.pulled();
    if (pulled) this.pulled.set({ from: pulled.from, to: this.meant(at, [pulled.from]) });
  }

  release(at: Place): void {
    const pulled = this.pulled();
    this.pulled.set(undefined);
    if (!pulled) return;
    const { from } = pulled;
    const to = this.meant(at, [from]);
    const isClick = Math.hypot(to.x - from.x, to.y - from.y) * this.work.bench.eye().scale < CLICK;
    if (!isClick) {
      this.measuring.add({ from, to });
      return;
    }
    const contour = this.contourAt(at);
    const radius = contour && radiusAt(contour, at);
    if (radius !== undefined) this.measuring.add({ from, to: from, radius });
  }

  forget(): void {
    this.pulled.set(undefined);
  }

  /** The place that is meant: a node or a middle, else the nearest on an edge. */
  private meant(at: Place, own: readonly Place[] = []): Place {
    if (this.tools.held().free) return at;
    const clung = this.clinging.place(at, own);
    if (clung.x !== at.x || clung.y !== at.y) return clung;
    const contour = this.contourAt(at);
    if (!contour) return at;
    const along = alongOf(contour);
    return placeOn(contour, onAt(along, Math.min(nearestAlong(along, at), along.length * (1 - 1e-9))));
  }

  private contourAt(at: Place) {
    const paths = this.work.shownPaths()?.paths;
    const id = paths && pickPath(paths, at, CLINGS / this.work.bench.eye().scale);
    return paths && id !== undefined ? contourAt(paths, paths.ids.indexOf(id)) : undefined;
  }
}
