import { computed } from '@angular/core';
import { inverted, mapPoint } from '@drelk/core';
import type { Place } from '../../engine/messages';
import type { PieceHand } from '../../job/piece-hand';
import type { Workbench } from '../../job/workbench';
import { isNearOnScreen } from './clinging';
import { type Overlay, type OverlayLine, type Tool } from './tool';

/** A click puts a bridge where the hand wants one, and takes one of these away again. */
export class BridgeTool implements Tool {
  readonly id = 'bridge';
  readonly says =
    'Click where a bridge is to be: the island there has it instead of one of its own. A click on its mark takes it back.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const view = this.work.view();
    const held = this.hand.made()?.held;
    if (!view) return { lines: [], grips: [] };
    const { frame, millimetresPerPixel: mm } = view;
    const lines = (held?.bridges ?? []).map(({ from, to }): OverlayLine => ({
      points: [from, to].flatMap(({ x, y }) => [frame.x + x / mm, frame.y + y / mm]),
    }));
    return {
      lines,
      grips: this.marks().map((mark, k) => ({
        ...mark,
        name: `Bridge ${k + 1} put by hand`,
        isMarked: true,
      })),
    };
  });
  private readonly marks = computed((): Place[] => {
    const item = this.hand.item();
    const places = this.places();
    const kept = item?.kind === 'artwork' || item?.kind === 'text' ? (item.bridges?.places ?? []) : [];
    return places ? kept.map(([x, y]) => places.to({ x, y })) : [];
  });

  constructor(
    private readonly work: Workbench,
    private readonly hand: PieceHand,
  ) {}

  press(): void {
    // What is meant is where the hand lets go.
  }

  move(): void {
    // As above.
  }

  release(at: Place): void {
    const id = this.hand.chosen();
    const places = this.places();
    if (id === undefined || !places) return;
    const taken = this.marks().findIndex((mark) => isNearOnScreen(mark, at, this.work));
    const { x, y } = places.from(at);
    this.hand.changeItem(id, taken < 0 ? 'A bridge put by hand' : 'A bridge taken back', (item) => {
      if (item.kind !== 'artwork' && item.kind !== 'text') return;
      if (taken >= 0) item.bridges?.places.splice(taken, 1);
      else item.bridges?.places.push([Math.round(x * 100) / 100, Math.round(y * 100) / 100]);
    });
  }

  /** Places of bridges on the bench and back: those of artwork are kept in source pixels, those of text in its own millimetres. */
  private places(): { from(at: Place): Place; to(at: Place): Place } | undefined {
    const id = this.hand.chosen();
    const own = id === undefined ? undefined : this.hand.ownPlaces(id);
    const toSource = this.work.view()?.toSource;
    if (!own || !toSource || this.hand.item()?.kind === 'text') return own;
    const back = inverted(toSource);
    return {
      from: (at) => mapPoint(toSource, own.from(at)),
      to: (at) => own.to(mapPoint(back, at)),
    };
  }
}
