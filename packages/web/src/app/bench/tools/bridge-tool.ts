import { computed, signal } from '@angular/core';
import { inverted, mapPoint } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PieceHand } from '../../job/piece/piece-hand';
import { isNearOnScreen } from './clinging';
import { type Overlay, type OverlayLine, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** A click puts a bridge where the hand wants one, and takes one of these away again; pulled by its mark it moves. */
export class BridgeTool implements Tool {
  readonly id = 'bridge';
  readonly says =
    'Click where a bridge is to be: the island there has it instead of one of its own. Pull its mark to move it; a click on it takes it back.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const view = this.work.result.view();
    const held = this.hand.made()?.held;
    if (!view) return { lines: [], grips: [] };
    const { frame, millimetresPerPixel: mm } = view;
    const pulled = this.pulled();
    const lines = (held?.bridges ?? []).map(({ from, to }): OverlayLine => ({
      points: [from, to].flatMap(({ x, y }) => [frame.x + x / mm, frame.y + y / mm]),
    }));
    return {
      lines,
      grips: this.marks().map((mark, k) => ({
        ...(pulled?.mark === k ? pulled.to : mark),
        name: `Bridge ${k + 1} put by hand`,
        isMarked: true,
      })),
    };
  });
  /** The number of the mark that is pulled, -1 for none, and where to. */
  private readonly pulled = signal<{ mark: number; to: Place } | undefined>(undefined);
  private readonly marks = computed((): Place[] => {
    const item = this.hand.item();
    const places = this.places();
    const kept = item?.kind === 'artwork' || item?.kind === 'text' ? (item.bridges?.places ?? []) : [];
    return places ? kept.map(([x, y]) => places.to({ x, y })) : [];
  });

  constructor(
    private readonly work: Pick<ToolWork, 'bench' | 'result'>,
    private readonly hand: PieceHand,
  ) {}

  press(at: Place, grip: number): void {
    this.pulled.set({ mark: grip, to: at });
  }

  move(at: Place): void {
    this.pulled.update((pulled) => pulled && { ...pulled, to: at });
  }

  forget(): void {
    this.pulled.set(undefined);
  }

  release(at: Place): void {
    const id = this.hand.chosen();
    const places = this.places();
    if (id === undefined || !places) return;
    const gripped = this.pulled()?.mark ?? -1;
    this.forget();
    const there = this.marks().findIndex((mark) => isNearOnScreen(mark, at, this.work));
    const { x, y } = places.from(at);
    const place: [number, number] = [Math.round(x * 100) / 100, Math.round(y * 100) / 100];
    const isMoved = gripped >= 0 && there !== gripped;
    const says = isMoved ? 'A bridge moved' : there < 0 ? 'A bridge put by hand' : 'A bridge taken back';
    this.hand.changeItem(id, says, (item) => {
      if (item.kind !== 'artwork' && item.kind !== 'text') return;
      if (isMoved) item.bridges?.places.splice(gripped, 1, place);
      else if (there >= 0) item.bridges?.places.splice(there, 1);
      else item.bridges?.places.push(place);
    });
  }

  /** Places of bridges on the bench and back: those of artwork are kept in source pixels, those of text in its own millimetres. */
  private places(): { from(at: Place): Place; to(at: Place): Place } | undefined {
    const id = this.hand.chosen();
    const own = id === undefined ? undefined : this.hand.ownPlaces(id);
    const toSource = this.work.result.view()?.toSource;
    if (!own || !toSource || this.hand.item()?.kind === 'text') return own;
    const back = inverted(toSource);
    return {
      from: (at) => mapPoint(toSource, own.from(at)),
      to: (at) => own.to(mapPoint(back, at)),
    };
  }
}
