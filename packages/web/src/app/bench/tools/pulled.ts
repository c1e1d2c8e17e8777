import { signal } from '@angular/core';
import type { Place } from '../../engine/messages';

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

  forget(): void {
    this.from.set(undefined);
    this.to.set(undefined);
  }
}
