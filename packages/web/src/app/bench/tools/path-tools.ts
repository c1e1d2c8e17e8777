import { computed, signal } from '@angular/core';
import {
  type Box,
  type HandGround,
  boxOfPoints,
  contourAt,
  flatten,
  mapContour,
  pickInBox,
  pickInLoop,
  scaledAndMoved,
} from '@drelk/core';
import type { Place } from '../../engine/messages';
import type { PathHand } from '../../job/path-hand';
import type { ToolBox } from './tool-box';
import { Pulled } from './pulled';
import { NO_OVERLAY, type Overlay, type OverlayLine, type Tool } from './tool';
import { Trail } from './trail';

/** Draws a box around the contours to pick. */
export class PickBoxTool extends Pulled implements Tool {
  readonly id = 'pick-box';
  readonly says = 'Draw a box around the contours to pick.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const box = this.pulledBox();
    return box ? { lines: [boxLine(box)], grips: [] } : NO_OVERLAY;
  });

  constructor(private readonly hand: PathHand) {
    super();
  }

  release(at: Place): void {
    this.move(at);
    const box = this.pulledBox();
    const paths = this.hand.ground()?.paths;
    this.forget();
    if (box && paths) this.hand.choose(pickInBox(paths, box));
  }

  private pulledBox(): Box | undefined {
    const [from, to] = [this.from(), this.to()];
    return from && to && boxOfPoints(Float64Array.of(from.x, from.y, to.x, to.y));
  }
}

/** A box as a line. */
const boxLine = ({ left, top, right, bottom }: Box): OverlayLine => ({
  points: [left, top, right, top, right, bottom, left, bottom],
  closed: true,
});

/** Draws a loop around the contours to pick. */
export class PickLoopTool extends Trail implements Tool {
  readonly id = 'pick-loop';
  readonly says = 'Draw around the contours to pick.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = this.loop;

  constructor(
    private readonly hand: PathHand,
    box: ToolBox,
  ) {
    super(box);
  }

  release(): void {
    const points = this.points();
    this.forget();
    const paths = this.hand.ground()?.paths;
    if (paths && points.length >= 6) this.hand.choose(pickInLoop(paths, points));
  }
}

/** How closely what is carried is followed while it is carried, in pixels. */
const FLAT = 0.3;
/** More contours than this are carried as the box around them. */
const MOST_CARRIED = 200;

/** Carries what is picked from where the hand comes down to where it lets go. */
export class CarryTool implements Tool {
  readonly id = 'carry';
  readonly says = 'Pull what is picked to its new place.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const by = this.by();
    const map = scaledAndMoved(1, 1, by.x, by.y);
    const ground = this.hand.ground();
    const numbers = this.hand.numbers();
    if (!ground) return NO_OVERLAY;
    const box = this.hand.box();
    const lines =
      numbers.length > MOST_CARRIED && box
        ? [
            boxLine({
              left: box.left + by.x,
              right: box.right + by.x,
              top: box.top + by.y,
              bottom: box.bottom + by.y,
            }),
          ]
        : carried(ground, numbers, map);
    return { lines, grips: [] };
  });
  private readonly by = signal<Place>({ x: 0, y: 0 });
  private from: Place | undefined;

  constructor(private readonly hand: PathHand) {}

  press(at: Place): void {
    this.from = at;
  }

  move(at: Place): void {
    if (this.from) this.by.set({ x: at.x - this.from.x, y: at.y - this.from.y });
  }

  release(at: Place): void {
    this.move(at);
    const { x, y } = this.by();
    this.forget();
    if (x !== 0 || y !== 0) this.hand.move('moved', scaledAndMoved(1, 1, x, y));
  }

  forget(): void {
    this.from = undefined;
    this.by.set({ x: 0, y: 0 });
  }
}

const carried = ({ paths }: HandGround, numbers: readonly number[], map: readonly number[]) =>
  numbers.map((k) => {
    const contour = mapContour(contourAt(paths, k), map);
    return { points: [...flatten(contour, FLAT)], closed: contour.closed };
  });
