import { computed, signal } from '@angular/core';
import type { Box } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PieceArranging } from '../../job/piece/piece-arranging';
import type { PieceHand } from '../../job/piece/piece-hand';
import { CLINGS } from './clinging';
import { boxLine } from './pulled';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type OverlayLine, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** What was caught in one direction: how far to go besides, the line to show, and what it is. */
interface Caught {
  by: number;
  at: number;
  says: string;
}

const ACROSS = [
  { of: ({ left }: Box) => left, says: 'left edge' },
  { of: ({ left, right }: Box) => (left + right) / 2, says: 'centre' },
  { of: ({ right }: Box) => right, says: 'right edge' },
];
const DOWN = [
  { of: ({ top }: Box) => top, says: 'upper edge' },
  { of: ({ top, bottom }: Box) => (top + bottom) / 2, says: 'centre' },
  { of: ({ bottom }: Box) => bottom, says: 'lower edge' },
];

/** Carries what is chosen; its edges and centre cling to those of others, which is shown and said. */
export class CarryItemTool implements Tool {
  readonly id = 'carry';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const box = this.arranging.box();
    const from = this.from();
    if (!box) return NO_OVERLAY;
    if (!from) return { lines: [this.toBench(box)], grips: [] };
    const { x, y } = this.by();
    const there = { left: box.left + x, right: box.right + x, top: box.top + y, bottom: box.bottom + y };
    const lines: OverlayLine[] = [this.toBench(there)];
    const { across, down } = this.caught();
    const frame = { left: -1e4, right: 1e5, top: -1e4, bottom: 1e5 };
    if (across) lines.push(this.toBench({ ...frame, left: across.at, right: across.at }));
    if (down) lines.push(this.toBench({ ...frame, top: down.at, bottom: down.at }));
    const mm = this.work.result.view()?.millimetresPerPixel ?? 1;
    return { lines, grips: [], carried: { x: x / mm, y: y / mm } };
  });
  private readonly from = signal<Place | undefined>(undefined);
  private readonly to = signal<Place | undefined>(undefined);
  /** How far the hand has gone, in millimetres. */
  private readonly far = computed((): Place => {
    const [from, to] = [this.from(), this.to()];
    const mm = this.work.result.view()?.millimetresPerPixel ?? 1;
    return from && to ? { x: (to.x - from.x) * mm, y: (to.y - from.y) * mm } : { x: 0, y: 0 };
  });
  private readonly caught = computed(() => {
    const box = this.arranging.box();
    const view = this.work.result.view();
    const { x, y } = this.far();
    if (!box || !view || this.tools.held().free || (x === 0 && y === 0)) return {};
    const moved = { left: box.left + x, right: box.right + x, top: box.top + y, bottom: box.bottom + y };
    const reach = (CLINGS / this.work.bench.eye().scale) * view.millimetresPerPixel;
    const carried = this.hand.several();
    const others = view.piece.items.filter(({ id }) => !carried.includes(id));
    return { across: nearestOf(moved, others, ACROSS, reach), down: nearestOf(moved, others, DOWN, reach) };
  });
  private readonly by = computed((): Place => {
    const { x, y } = this.far();
    const { across, down } = this.caught();
    return { x: x + (across?.by ?? 0), y: y + (down?.by ?? 0) };
  });

  constructor(
    private readonly hand: PieceHand,
    private readonly arranging: PieceArranging,
    private readonly work: Pick<ToolWork, 'bench' | 'result'>,
    private readonly tools: ToolBox,
  ) {}

  get says(): string {
    const { across, down } = this.caught();
    const caught = [across?.says, down?.says].filter(Boolean).join('; ');
    return caught ? `Caught: ${caught}. With Alt nothing is.` : 'Pull the item to its new place.';
  }

  press(at: Place): void {
    this.from.set(at);
    this.to.set(at);
  }

  move(at: Place): void {
    this.to.set(at);
  }

  release(at: Place): void {
    this.move(at);
    const { x, y } = this.by();
    this.forget();
    if (x !== 0 || y !== 0) this.arranging.moveBy(x, y);
  }

  forget(): void {
    this.from.set(undefined);
    this.to.set(undefined);
  }

  /** A box of the piece in pixels of the bench. */
  private toBench({ left, top, right, bottom }: Box): OverlayLine {
    const { frame, millimetresPerPixel: mm } = this.work.result.view() ?? {
      frame: { x: 0, y: 0 },
      millimetresPerPixel: 1,
    };
    return boxLine({
      left: frame.x + left / mm,
      top: frame.y + top / mm,
      right: frame.x + right / mm,
      bottom: frame.y + bottom / mm,
    });
  }
}

/** The edge or centre of another that is nearest to one of the box's, within reach. */
function nearestOf(
  box: Box,
  others: readonly { id: number; box: Box | undefined }[],
  lines: typeof ACROSS,
  reach: number,
): Caught | undefined {
  let best: Caught | undefined;
  for (const { box: other } of others) {
    if (!other) continue;
    for (const own of lines)
      for (const their of lines) {
        const by = their.of(other) - own.of(box);
        if (Math.abs(by) <= (best ? Math.abs(best.by) : reach))
          best = {
            by,
            at: their.of(other),
            says: own.says === their.says ? `${own.says}s` : `${own.says} to ${their.says}`,
          };
      }
  }
  return best;
}
