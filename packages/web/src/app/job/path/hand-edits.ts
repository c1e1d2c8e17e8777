import { Injectable, computed, inject, signal } from '@angular/core';
import {
  type HandEdit,
  type Homography,
  boxOf,
  boxOfPoints,
  contourOf,
  editsInOrder,
  flatten,
  inverted,
  keepAsDrawn,
  kindOfEdit,
  letGo,
  mapContour,
  mapPoint,
} from '@drelk/core';
import { JobStore } from '../store/job-store';
import { ShownResult } from '../shown-result';
import { JobLengths } from '../job-lengths';

/** An edit of the hand as it is listed. */
export interface ListedEdit {
  id: number;
  says: string;
  waits: boolean;
  /** True where it has a form that can stand by itself. */
  isDrawn: boolean;
}

/** Ghosts follow their curves this closely, in pixels. */
const FLATNESS_PX = 0.3;

/** What the hand did to the paths, edit by edit: listed, shown, kept and let go. */
@Injectable()
export class HandEdits {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly hand = computed(() => this.store.document()?.line.hand ?? {});
  private readonly parked = computed(() => this.result.view()?.parked ?? []);
  readonly all = computed((): ListedEdit[] =>
    editsInOrder(this.hand()).map(({ id, edit }) => {
      const count = Math.max(edit.from.length, edit.contours.length);
      const what = count === 1 ? (edit.from[0]?.hole ? 'hole' : 'contour') : `${count} contours`;
      const [width, height] = sizeOf(edit).map((pixels) => this.lengths.sourceLength(pixels));
      // The unit is said once.
      const size = `${width.replace(/ \D+$/, '')} × ${height}`;
      const waits = this.parked().includes(id);
      return { id, says: `${what} ${kindOfEdit(edit)}, ${size}`, waits, isDrawn: edit.contours.length > 0 };
    }),
  );
  /** The edit that is pointed at in the list. */
  readonly pointed = signal<number | undefined>(undefined);
  /** Where edits that wait would lie, and the one that is pointed at lies, on the bench. */
  readonly ghosts = computed(() => {
    const toSource = this.result.view()?.toSource;
    const pointed = this.pointed();
    const ids = [...this.parked(), ...(pointed === undefined ? [] : [pointed])];
    if (!toSource || ids.length === 0) return [];
    const hand = this.hand();
    const back = inverted(toSource);
    return ids.flatMap((id) => (id in hand ? ghostsOf(hand[id], back) : []));
  });

  letGo(id: number): void {
    this.store.change('An edit let go', ({ line }) => {
      letGo(line.hand, id);
    });
  }

  /** Everything that waits is let go. */
  letWaitingGo(): void {
    const ids = this.parked();
    this.store.change(`${ids.length} edits let go`, ({ line }) => {
      for (const id of ids) letGo(line.hand, id);
    });
  }

  /** An edit stands by itself, whatever it was made from. */
  keep(id: number): void {
    this.store.change('Kept as drawn', ({ line }) => {
      keepAsDrawn(line.hand, id);
    });
  }
}

/** Width and height of an edit, in source pixels: of what it made, or of what it was made from. */
function sizeOf({ from, contours }: HandEdit): [width: number, height: number] {
  const box =
    boxOf(contours.map(contourOf)) ?? boxOfPoints(Float64Array.from(from.flatMap((anchor) => anchor.box)));
  return [box.right - box.left, box.bottom - box.top];
}

/** An edit as lines on the bench: its contours, or the box of what was dropped. */
function ghostsOf({ from, contours }: HandEdit, fromSource: Homography) {
  if (contours.length > 0)
    return contours.map((kept) => ({
      points: [...flatten(mapContour(contourOf(kept), fromSource), FLATNESS_PX)],
      closed: kept.closed,
    }));
  return from.map(({ box: [left, top, right, bottom] }) => ({
    points: [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ].flatMap(([x, y]) => {
      const at = mapPoint(fromSource, { x, y });
      return [at.x, at.y];
    }),
    closed: true,
  }));
}
