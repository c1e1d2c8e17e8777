import { ORIGIN, PLACES, type Paths } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PathHand } from '../../job/path/path-hand';
import type { ToolBox } from '../../job/tool/tool-box';
import type { ToolWork } from '../../job/tool/tool-work';

/** Places on screen nearer than this cling, in pixels. */
export const CLINGS = 8;
/** An answer about a place counts for what lies so near to it on screen. */
const SAME = 2;

/** Whether two places are one on screen. */
export const isNearOnScreen = (a: Place, b: Place, work: Pick<ToolWork, 'bench'>): boolean =>
  Math.hypot(a.x - b.x, a.y - b.y) * work.bench.eye().scale <= CLINGS;

/**
 * Where the hand's places cling: to nodes and middles of the paths; else to the picture's edge, between its pixels; else level
 * with or straight below the place before. Nothing clings while the key for that is held.
 */
export class Clinging {
  private edge: { asked: Place; found: Place } | undefined;
  private newest: Place | undefined;
  private isAsking = false;

  constructor(
    private readonly hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'result' | 'store'>,
    private readonly tools: ToolBox,
    /** The paths that are clung to; those of Line where nothing else is said. */
    private readonly pathsOf: () => Paths | undefined = () => this.hand.ground()?.paths,
  ) {}

  /** The picture's edge near a place is looked for, so that it is known when the hand comes down. */
  aim(at: Place): void {
    this.newest = at;
    const document = this.work.store.document();
    if (this.isAsking || !document || !this.work.result.view()?.traced) return;
    this.isAsking = true;
    const asks = { document, from: undefined, to: at, reach: this.reach(), dark: undefined };
    void this.work.engine
      .ask('edge', asks)
      .then(
        (answer) => {
          this.edge = { asked: at, found: answer.at };
        },
        () => undefined,
      )
      .finally(() => {
        this.isAsking = false;
        if (this.newest !== at && this.newest) this.aim(this.newest);
      });
  }

  /**
   * The place that is meant; `own` are those of what is being drawn, the last one the one before. Contours that are moved
   * themselves, by their numbers, are none to cling to.
   */
  place(at: Place, own: readonly Place[] = [], moved: readonly number[] = []): Place {
    if (this.tools.held().free) return at;
    return this.nearest(at, own, moved) ?? this.onEdge(at) ?? this.inLine(at, own);
  }

  private nearest(at: Place, own: readonly Place[], moved: readonly number[]): Place | undefined {
    let best: Place | undefined;
    let least = this.reach();
    const look = (x: number, y: number) => {
      const far = Math.hypot(x - at.x, y - at.y);
      if (far <= least) [least, best] = [far, { x, y }];
    };
    for (const { x, y } of own) look(x, y);
    const paths = this.pathsOf();
    if (paths) eachNodeNear(paths, at, this.reach(), new Set(moved), look);
    return best;
  }

  private onEdge(at: Place): Place | undefined {
    const { edge } = this;
    if (!edge) return undefined;
    const isAnswered =
      Math.hypot(edge.asked.x - at.x, edge.asked.y - at.y) * this.work.bench.eye().scale <= SAME;
    const isFound = edge.found.x !== edge.asked.x || edge.found.y !== edge.asked.y;
    return isAnswered && isFound ? edge.found : undefined;
  }

  private inLine(at: Place, own: readonly Place[]): Place {
    const before = own[own.length - 1] as Place | undefined;
    if (!before) return at;
    const [across, down] = [Math.abs(at.x - before.x), Math.abs(at.y - before.y)];
    if (Math.min(across, down) > this.reach() || Math.max(across, down) <= this.reach()) return at;
    return across < down ? { x: before.x, y: at.y } : { x: at.x, y: before.y };
  }

  private reach(): number {
    return CLINGS / this.work.bench.eye().scale;
  }
}

/** Nodes of the contours whose boxes reach a place, and the middles of their boxes; but for some contours. */
function eachNodeNear(
  paths: Paths,
  at: Place,
  reach: number,
  without: ReadonlySet<number>,
  visit: (x: number, y: number) => void,
): void {
  for (let k = 0; k < paths.ids.length; k++) {
    if (without.has(k)) continue;
    const [x, y, left, top, right, bottom] = paths.origins.subarray(ORIGIN * k, ORIGIN * (k + 1));
    if (at.x < left - reach || at.x > right + reach || at.y < top - reach || at.y > bottom + reach) continue;
    visit(x, y);
    visit((left + right) / 2, (top + bottom) / 2);
    for (let n = paths.starts[k]; n < paths.starts[k + 1]; n++)
      visit(paths.places[PLACES * n + 4], paths.places[PLACES * n + 5]);
  }
}
