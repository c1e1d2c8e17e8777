import { computed, signal } from '@angular/core';
import {
  type Box,
  type HandGround,
  type Homography,
  type Point,
  IDENTITY,
  contourAt,
  flatten,
  mapContour,
  mapPoint,
  scaledAndMoved,
  turned,
} from '@drelk/core';
import type { Place } from '../../engine/views';
import { type PathHand, about } from '../../job/path/path-hand';
import { Clinging } from './clinging';
import { boxLine } from './pulled';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type OverlayLine, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** How closely what is carried is followed while it is carried, in pixels. */
const FLATNESS_PX = 0.3;
/** More contours than this are carried as the box around them. */
const MOST_CARRIED = 200;
/** How far above the box the grip to turn by lies, on screen. */
const ABOVE = 34;
/** Turns within this of a multiple of that cling to it, in radians. */
const TURNS = Math.PI / 12;
const NEAR_TURN = Math.PI / 90;
/** Nothing is sized to less than this share of what it is. */
const LEAST_SIZE = 0.01;

/** Where on the box a grip to size by lies, from -1 to 1 across and down; what stays is what lies across from it. */
const SIZES = [
  { across: -1, down: -1, name: 'Upper left corner' },
  { across: 0, down: -1, name: 'Upper side' },
  { across: 1, down: -1, name: 'Upper right corner' },
  { across: 1, down: 0, name: 'Right side' },
  { across: 1, down: 1, name: 'Lower right corner' },
  { across: 0, down: 1, name: 'Lower side' },
  { across: -1, down: 1, name: 'Lower left corner' },
  { across: -1, down: 0, name: 'Left side' },
];
const TURN = SIZES.length;
const PIN = TURN + 1;

/** Carries what is picked; by its grips it is sized and turned, about a point that can be carried as well. */
export class CarryTool implements Tool {
  readonly id = 'carry';
  readonly says =
    'Pull what is picked to its new place; by a corner or side to size it, by the grip above to turn it about the point in it.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const ground = this.hand.ground();
    const box = this.hand.box();
    const pin = this.hand.pin();
    if (!ground || !box || !pin) return NO_OVERLAY;
    const map = this.map();
    const isMoving = map !== IDENTITY;
    const lines: OverlayLine[] = [outlineOf(box, map)];
    const numbers = this.hand.numbers();
    if (isMoving && numbers.length <= MOST_CARRIED) lines.push(...carried(ground, numbers, map));
    const above = { x: (box.left + box.right) / 2, y: box.top - ABOVE / this.work.bench.eye().scale };
    lines.push({ points: [above.x, box.top, above.x, above.y] });
    return {
      lines,
      grips: isMoving
        ? []
        : [
            ...SIZES.map(({ across, down, name }) => ({ ...onBox(box, across, down), name })),
            { ...above, name: 'Turn' },
            { ...(this.pinAt() ?? pin), name: 'The point it turns about', isMarked: true },
          ],
    };
  });
  private readonly map = signal<Homography>(IDENTITY);
  /** Where the point it turns about is carried to. */
  private readonly pinAt = signal<Place | undefined>(undefined);
  private readonly clinging: Clinging;
  private from: { at: Place; grip: number } | undefined;

  constructor(
    private readonly hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'result' | 'store'>,
    private readonly tools: ToolBox,
  ) {
    this.clinging = new Clinging(hand, work, tools);
  }

  press(at: Place, grip: number): void {
    this.from = { at, grip };
  }

  move(at: Place): void {
    const { from } = this;
    const box = this.hand.box();
    const pin = this.hand.pin();
    if (!from || !box || !pin) return;
    if (from.grip === PIN) this.pinAt.set(this.pinned(at, box));
    else if (from.grip === TURN) this.map.set(this.turnedTo(from.at, at, pin));
    else if (from.grip >= 0) this.map.set(this.sizedTo(from.grip, at, box));
    else this.map.set(scaledAndMoved(1, 1, at.x - from.at.x, at.y - from.at.y));
  }

  release(at: Place): void {
    this.move(at);
    const map = this.map();
    const grip = this.from?.grip ?? -1;
    const pin = this.pinAt();
    this.forget();
    if (pin) this.hand.setPin(pin);
    else if (map.some((value, k) => value !== IDENTITY[k]))
      this.hand.move(grip < 0 ? 'moved' : grip === TURN ? 'turned' : 'sized', map);
  }

  forget(): void {
    this.from = undefined;
    this.pinAt.set(undefined);
    this.map.set(IDENTITY);
  }

  /** The point to turn about clings to the box's corners and middles, then to all that places cling to. */
  private pinned(at: Place, box: Box): Place {
    const own = [...SIZES, { across: 0, down: 0 }].map(({ across, down }) => onBox(box, across, down));
    return this.clinging.place(at, own);
  }

  private turnedTo(from: Place, to: Place, pin: Place): Homography {
    const angle = (place: Place) => Math.atan2(place.y - pin.y, place.x - pin.x);
    const by = angle(to) - angle(from);
    const even = TURNS * Math.round(by / TURNS);
    const clings = !this.tools.held().free && Math.abs(by - even) < NEAR_TURN;
    return about(pin, turned(-(clings ? even : by)));
  }

  /** By a corner both ways alike, by a side one way; about the place across from it, or the point where that was set. */
  private sizedTo(grip: number, at: Place, box: Box): Homography {
    const { across, down } = SIZES[grip];
    const stays = this.hand.hasOwnPin() ? (this.hand.pin() as Place) : onBox(box, -across, -down);
    const own = onBox(box, across, down);
    const to = this.clinging.place(at, [], this.hand.numbers());
    const share = (now: number, before: number) => (before === 0 ? 1 : Math.max(LEAST_SIZE, now / before));
    const [x, y] = [own.x - stays.x, own.y - stays.y];
    if (across !== 0 && down !== 0) {
      // As far as the hand has come along the diagonal.
      const factor = share((to.x - stays.x) * x + (to.y - stays.y) * y, x * x + y * y);
      return about(stays, scaledAndMoved(factor, factor, 0, 0));
    }
    return about(
      stays,
      across === 0
        ? scaledAndMoved(1, share(to.y - stays.y, y), 0, 0)
        : scaledAndMoved(share(to.x - stays.x, x), 1, 0, 0),
    );
  }
}

const onBox = ({ left, top, right, bottom }: Box, across: number, down: number): Point => ({
  x: (left + right) / 2 + (across * (right - left)) / 2,
  y: (top + bottom) / 2 + (down * (bottom - top)) / 2,
});

/** The box as it is taken by a map. */
function outlineOf(box: Box, map: Homography): OverlayLine {
  const { points } = boxLine(box);
  return {
    points: points.flatMap((x, k) => {
      if (k % 2 === 1) return [];
      const place = mapPoint(map, { x, y: points[k + 1] });
      return [place.x, place.y];
    }),
    closed: true,
  };
}

const carried = ({ paths }: HandGround, numbers: readonly number[], map: Homography): OverlayLine[] =>
  numbers.map((k) => {
    const contour = mapContour(contourAt(paths, k), map);
    return { points: [...flatten(contour, FLATNESS_PX)], closed: contour.closed };
  });
