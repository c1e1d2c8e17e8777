import { DOCUMENT, Injectable, effect, inject, signal } from '@angular/core';

export type Light = 'system' | 'light' | 'dark';
const KEY = 'drelk-light';

/** Light or dark, as the system has it until the user chooses. */
@Injectable({ providedIn: 'root' })
export class LightService {
  readonly light = signal<Light>((localStorage.getItem(KEY) as Light | null) ?? 'system');

  constructor() {
    const { documentElement } = inject(DOCUMENT);
    effect(() => {
      documentElement.dataset['light'] = this.light();
      localStorage.setItem(KEY, this.light());
    });
  }

  /** The other one than what is seen now. */
  turn(): void {
    const dark =
      this.light() === 'dark' ||
      (this.light() === 'system' && matchMedia('(prefers-color-scheme: dark)').matches);
    this.light.set(dark ? 'light' : 'dark');
  }
}
