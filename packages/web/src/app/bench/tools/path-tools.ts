import { computed } from '@angular/core';
import { pickCrossed, pickInBox, pickInLoop } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PathHand } from '../../job/path/path-hand';
import type { ToolBox } from '../../job/tool/tool-box';
import { Pulled, boxLine } from './pulled';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
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
}

/** Draws a straight line across the contours to pick. */
export class PickAcrossTool extends Pulled implements Tool {
  readonly id = 'pick-across';
  readonly says = 'Pull a line across the contours to pick.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const [from, to] = [this.from(), this.to()];
    return from && to ? { lines: [{ points: [from.x, from.y, to.x, to.y] }], grips: [] } : NO_OVERLAY;
  });

  constructor(private readonly hand: PathHand) {
    super();
  }

  release(at: Place): void {
    const from = this.from();
    const paths = this.hand.ground()?.paths;
    this.forget();
    if (from && paths) this.hand.choose(pickCrossed(paths, from, at));
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
