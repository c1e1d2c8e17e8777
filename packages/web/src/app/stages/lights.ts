import { Directive, type OnDestroy, inject, input } from '@angular/core';
import type { Lit } from '@drelk/core';
import { Lighting } from '../job/tool/lighting';

/** A control that lights up what it is about while it is pointed at or has the focus. */
@Directive({
  selector: '[drelkLights]',
  host: {
    '(pointerenter)': 'light(what())',
    '(pointerleave)': 'light(undefined)',
    '(focusin)': 'light(what())',
    '(focusout)': 'light(undefined)',
  },
})
export class Lights implements OnDestroy {
  readonly what = input.required<Lit>({ alias: 'drelkLights' });
  private readonly lighting = inject(Lighting);

  light(what: Lit | undefined): void {
    this.lighting.pointed.set(what);
  }

  ngOnDestroy(): void {
    this.light(undefined);
  }
}
