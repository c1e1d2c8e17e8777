import { signal } from '@angular/core';
import { type Box, boxOfPoints } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { OverlayLine } from '../../job/tool/tool';

/** What a tool that is pulled from one place to another keeps of it while the hand is down. */
export abstract class Pulled {
  protected readonly from = signal<Place | undefined>(undefined);
  protected readonly to = signal<Place | undefined>(undefined);

  press(at: Place): void {
    this.from.set(at);
    this.to.set(at);
  }

  move(at: Place): void {
    this.to.set(at);
  }

  /** The box between both places; undefined while the hand is up. */
  protected pulledBox(): Box | undefined {
    const [from, to] = [this.from(), this.to()];
    return from && to && boxOfPoints(Float64Array.of(from.x, from.y, to.x, to.y));
  }

  forget(): void {
    this.from.set(undefined);
    this.to.set(undefined);
  }
}

/** A box as a line. */
export const boxLine = ({ left, top, right, bottom }: Box): OverlayLine => ({
  points: [left, top, right, top, right, bottom, left, bottom],
  closed: true,
});
