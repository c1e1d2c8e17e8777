import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { JobStore } from '../../job/store/job-store';
import { RegularPaths } from '../../job/path/regular-paths';

/** Whether what is all but regular comes out so, and what did: shown on the bench while it is pointed at. */
@Component({
  selector: 'drelk-line-regular',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="tick">
      <input type="checkbox" [checked]="isOn()" (change)="turn()" />
      Regular
    </label>
    <p class="note">
      What mirrors itself, is there several times, or runs level, square or around one middle, all but a share
      of a pixel, comes out so exactly.
    </p>
    @if (isOn() && done.all().length > 0) {
      <ul aria-label="Evened out">
        @for (one of done.all(); track one.kind) {
          <li>
            <button
              type="button"
              (pointerenter)="done.pointed.set(one.kind)"
              (pointerleave)="done.pointed.set(undefined)"
              (focus)="done.pointed.set(one.kind)"
              (blur)="done.pointed.set(undefined)"
            >
              {{ one.says }}
            </button>
          </li>
        }
      </ul>
    }
  `,
  styleUrl: '../panel.scss',
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    button {
      padding: 2px 4px;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
    }
    button:hover,
    button:focus-visible {
      outline: 2px solid currentcolor;
    }
    @media (pointer: coarse) {
      button {
        min-height: 40px;
      }
    }
  `,
})
export class LineRegular {
  private readonly store = inject(JobStore);
  readonly done = inject(RegularPaths);
  readonly isOn = computed(() => this.store.shown()?.line.regular ?? true);

  turn(): void {
    const isOn = this.isOn();
    this.store.change(isOn ? 'As found, not regular' : 'Regular', ({ line }) => {
      line.regular = !isOn;
    });
  }
}
