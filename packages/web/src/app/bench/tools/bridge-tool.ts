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
    const back = inverted(this.work.view()?.toSource ?? [1, 0, 0, 0, 1, 0, 0, 0, 1]);
    const places = item?.kind === 'artwork' ? (item.bridges?.places ?? []) : [];
    return places.map(([x, y]) => mapPoint(back, { x, y }));
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
    const view = this.work.view();
    if (!view) return;
    const taken = this.marks().findIndex((mark) => isNearOnScreen(mark, at, this.work));
    const { x, y } = mapPoint(view.toSource, at);
    this.hand.change('artwork', taken < 0 ? 'A bridge put by hand' : 'A bridge taken back', ({ bridges }) => {
      if (taken >= 0) bridges?.places.splice(taken, 1);
      else bridges?.places.push([Math.round(x * 100) / 100, Math.round(y * 100) / 100]);
    });
  }
}
