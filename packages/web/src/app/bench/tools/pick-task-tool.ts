import { computed, signal } from '@angular/core';
import { HOLE, contourAt, flatten, pickPath } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PieceHand } from '../../job/piece/piece-hand';
import type { Overlay, Tool } from '../../job/tool/tool';
import type { ToolBox } from '../../job/tool/tool-box';
import type { ToolWork } from '../../job/tool/tool-work';

/** How near on screen a contour is meant, and how closely it is followed, in pixels. */
const REACH = 12;
const FLATNESS_PX = 0.3;

/** Clicks pick contours of the artwork, along which something of their own is then said to be done. */
export class PickTaskTool implements Tool {
  readonly id = 'pick-task';
  readonly ground = 'result' as const;
  readonly loupe = false;
  /** Ids of the contours that are picked. */
  readonly picked = signal<ReadonlySet<number>>(new Set());
  readonly overlay = computed((): Overlay => {
    const at = this.tools.crosshair() ?? this.tools.hover();
    const near = at && this.near(at);
    const ids = new Set(this.picked());
    if (near !== undefined) ids.add(near);
    const paths = this.work.result.view()?.paths;
    const places = this.places();
    if (!paths || !places) return { lines: [], grips: [] };
    return {
      lines: [...ids].flatMap((id) => {
        const k = paths.ids.indexOf(id);
        if (k < 0) return [];
        const contour = contourAt(paths, k);
        const points = [...flatten(contour, FLATNESS_PX / this.work.bench.eye().scale)];
        const there: number[] = [];
        for (let i = 0; i < points.length; i += 2) {
          const { x, y } = places.to({ x: points[i], y: points[i + 1] });
          there.push(x, y);
        }
        return [{ points: there, closed: contour.closed }];
      }),
      grips: [],
    };
  });

  constructor(
    private readonly work: Pick<ToolWork, 'bench' | 'result'>,
    private readonly tools: ToolBox,
    private readonly hand: PieceHand,
    private readonly item: number,
  ) {}

  get says(): string {
    const count = this.picked().size;
    return count === 0
      ? 'Click the contours that something else is to be done along: an outer one comes with its holes, a hole by itself.'
      : `${count} picked: say at the right what is done along ${count === 1 ? 'it' : 'them'}. A click on a picked one lets go of it.`;
  }

  press(): void {
    // What is meant is where the hand lets go.
  }

  move(): void {
    // As above.
  }

  release(at: Place): void {
    const id = this.near(at);
    if (id === undefined) return;
    const isPicked = this.picked().has(id);
    this.picked.update((before) => {
      const ids = new Set(before);
      for (const one of this.withHoles(id)) {
        if (isPicked) ids.delete(one);
        else ids.add(one);
      }
      return ids;
    });
  }

  /** A contour by its id, an outer one with the holes in it. */
  private withHoles(id: number): number[] {
    const paths = this.work.result.view()?.paths;
    const k = paths?.ids.indexOf(id) ?? -1;
    if (!paths || k < 0 || (paths.flags[k] & HOLE) !== 0) return [id];
    return Array.from(paths.ids).filter((_, n) => paths.shapes[n] === paths.shapes[k]);
  }

  private places() {
    return this.hand.ownPlaces(this.item);
  }

  private near(at: Place): number | undefined {
    const paths = this.work.result.view()?.paths;
    const places = this.places();
    if (!paths || !places) return undefined;
    const own = places.from(at);
    const aside = places.from({ x: at.x + REACH / this.work.bench.eye().scale, y: at.y });
    return pickPath(paths, own, Math.hypot(aside.x - own.x, aside.y - own.y));
  }
}
