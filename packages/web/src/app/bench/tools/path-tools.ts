import { computed, signal } from '@angular/core';
import {
  type HandGround,
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
import { NO_OVERLAY, type Overlay, type Tool } from './tool';
import { Trail } from './trail';

/** Draws a box around the contours to pick. */
export class PickBoxTool implements Tool {
  readonly id = 'pick-box';
  readonly says = 'Draw a box around the contours to pick.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const [from, to] = [this.from(), this.to()];
    if (!from || !to) return NO_OVERLAY;
    return {
      lines: [{ points: [from.x, from.y, to.x, from.y, to.x, to.y, from.x, to.y], closed: true }],
      grips: [],
    };
  });
  private readonly from = signal<Place | undefined>(undefined);
  private readonly to = signal<Place | undefined>(undefined);

  constructor(private readonly hand: PathHand) {}

  press(at: Place): void {
    this.from.set(at);
    this.to.set(at);
  }

  move(at: Place): void {
    this.to.set(at);
  }

  release(at: Place): void {
    const from = this.from();
    const paths = this.hand.ground()?.paths;
    this.forget();
    if (!from || !paths) return;
    const box = {
      left: Math.min(from.x, at.x),
      top: Math.min(from.y, at.y),
      right: Math.max(from.x, at.x),
      bottom: Math.max(from.y, at.y),
    };
    this.hand.choose(pickInBox(paths, box));
  }

  forget(): void {
    this.from.set(undefined);
    this.to.set(undefined);
  }
}

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
    const lines = numbers.length > MOST_CARRIED ? this.box(by) : carried(ground, numbers, map);
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

  private box({ x, y }: Place) {
    const box = this.hand.box();
    if (!box) return [];
    const { left, top, right, bottom } = box;
    const points = [left, top, right, top, right, bottom, left, bottom];
    return [{ points: points.map((value, i) => value + (i % 2 === 0 ? x : y)), closed: true }];
  }
}

const carried = ({ paths }: HandGround, numbers: readonly number[], map: readonly number[]) =>
  numbers.map((k) => {
    const contour = mapContour(contourAt(paths, k), map);
    return { points: [...flatten(contour, FLAT)], closed: contour.closed };
  });
