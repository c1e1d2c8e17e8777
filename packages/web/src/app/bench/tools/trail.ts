import { computed, signal } from '@angular/core';
import type { Place } from '../../engine/views';
import { sourcePoints } from './square-tools';
import type { Overlay } from '../../job/tool/tool';
import type { ToolBox } from '../../job/tool/tool-box';

/** A place nearer to the one before than this, in pixels of what the bench shows, adds nothing. */
const NEAR = 0.7;

/** What a tool that draws a line keeps of it while the hand is down. */
export abstract class Trail {
  /** x, y of the places that the hand went through, in pixels of what the bench shows. */
  protected readonly points = signal<readonly number[]>([]);

  /** The line as a loop that is being drawn. */
  protected readonly loop = computed((): Overlay => ({
    lines: [{ points: this.points(), closed: true }],
    grips: [],
  }));

  constructor(protected readonly box: ToolBox) {}

  press(at: Place): void {
    this.points.set([at.x, at.y]);
  }

  move(at: Place): void {
    this.points.update((points) => {
      const far = Math.hypot(at.x - points[points.length - 2], at.y - points[points.length - 1]);
      return far < NEAR ? points : [...points, at.x, at.y];
    });
  }

  forget(): void {
    this.points.set([]);
  }

  /** The line in source pixels, once the hand lets go; the next one begins anew. */
  protected drawn(): number[] {
    const points = sourcePoints(this.points(), this.box);
    this.points.set([]);
    return points;
  }
}
