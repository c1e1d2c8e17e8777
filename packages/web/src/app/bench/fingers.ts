import type { Place } from '../engine/views';

/** What two fingers did: how many times farther apart they are, where their middle is, and how far that moved. */
export interface Pinch {
  factor: number;
  middle: Place;
  moved: Place;
}

/** The fingers that are down, by the numbers of their pointers. */
export class Fingers {
  private readonly places = new Map<number, Place>();

  get count(): number {
    return this.places.size;
  }

  put(pointer: number, at: Place): void {
    this.places.set(pointer, at);
  }

  lift(pointer: number): void {
    this.places.delete(pointer);
  }

  /** A finger moves; what that means for the view where two are down. */
  move(pointer: number, to: Place): Pinch | undefined {
    if (!this.places.has(pointer)) return undefined;
    const before = this.span();
    this.places.set(pointer, to);
    const after = this.span();
    if (!before || !after || before.apart === 0) return undefined;
    return {
      factor: after.apart / before.apart,
      middle: after.middle,
      moved: { x: after.middle.x - before.middle.x, y: after.middle.y - before.middle.y },
    };
  }

  private span(): { middle: Place; apart: number } | undefined {
    if (this.places.size !== 2) return undefined;
    const [a, b] = this.places.values();
    return {
      middle: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 },
      apart: Math.hypot(a.x - b.x, a.y - b.y),
    };
  }
}
