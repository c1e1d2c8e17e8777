import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';
import type { Setting } from '../setting';

/** A named slider with its value in words, for a setting of the job, or for whoever listens. */
@Component({
  selector: 'drelk-slide',
  changeDetection: ChangeDetectionStrategy.OnPush,
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
        (input)="move(numberOf($event))"
        (change)="letGo(numberOf($event))"
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
  /** The setting that it moves. */
  readonly setting = input<Setting>();
  /** The value while the hand moves, and when it lets go. */
  readonly trying = output<number>();
  readonly chosen = output<number>();
  readonly reading = computed(() => this.says() ?? String(this.value()));

  move(value: number): void {
    this.setting()?.try(value);
    this.trying.emit(value);
  }

  letGo(value: number): void {
    this.setting()?.set(value);
    this.chosen.emit(value);
  }

  numberOf(event: Event): number {
    return Number((event.target as HTMLInputElement).value);
  }
}
