import { DestroyRef, Injectable, inject, signal } from '@angular/core';
import type { Shortcut } from './shortcuts';

/** What can be done by a key on a job's page: everything on it contributes its own, for as long as it is there. */
@Injectable()
export class Commands {
  readonly all = signal<readonly Shortcut[]>([]);

  /** Adds keys of a component or service; to be called while it is made. */
  contribute(shortcuts: readonly Shortcut[]): void {
    this.all.update((all) => [...all, ...shortcuts]);
    inject(DestroyRef).onDestroy(() =>
      this.all.update((all) => all.filter((shortcut) => !shortcuts.includes(shortcut))),
    );
  }
}
