import { Component, computed, input, output } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';

/** A named slider with its value in words: `trying` while the hand moves, `settled` when it lets go. */
@Component({
  selector: 'drelk-slide',
  imports: [MatSliderModule],
  template: `
    <div class="head">
      <span>{{ label() }}</span>
      <span class="figure">{{ reading() }}</span>
    </div>
    <mat-slider [min]="min()" [max]="max()" [step]="step()" [disabled]="disabled()">
      <input
        matSliderThumb
        [value]="value()"
        [attr.aria-label]="label()"
        [attr.aria-valuetext]="reading()"
        (input)="trying.emit(numberOf($event))"
        (change)="settled.emit(numberOf($event))"
      />
    </mat-slider>
  `,
  styles: `
    :host {
      display: block;
    }
    .head {
      display: flex;
      justify-content: space-between;
    }
    .figure {
      font-size: 17px;
    }
    mat-slider {
      display: block;
      margin: -8px 6px -4px;
      min-width: 0;
    }
  `,
})
export class Slide {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly min = input(0);
  readonly max = input(100);
  readonly step = input(1);
  readonly disabled = input(false);
  /** The value as it is read, with its unit. */
  readonly says = input<string | undefined>(undefined);
  readonly trying = output<number>();
  readonly settled = output<number>();
  readonly reading = computed(() => this.says() ?? String(this.value()));

  numberOf(event: Event): number {
    return Number((event.target as HTMLInputElement).value);
  }
}
