import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { formatLength, formatSmall, parseLength, parseOffset } from '@drelk/core';
import { sentenceOf } from './problem.service';

/** What any length of a job lies between, in millimetres: what the server takes. */
const LEAST = 0.1;
const MOST = 100_000;

/** A length as people write it, in millimetres or inches with fractions; what cannot be read changes nothing. */
@Component({
  selector: 'drelk-length-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        class="figure"
        autocomplete="off"
        [value]="text()"
        [attr.aria-invalid]="wrong() !== undefined"
        (input)="write($event)"
        (change)="leave()"
        (keydown.enter)="enter()"
      />
    </mat-form-field>
    @if (wrong(); as sentence) {
      <p class="wrong" role="alert">{{ sentence }}</p>
    }
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
    .wrong {
      color: var(--clay);
      margin: 4px 0 0;
      font-size: 13px;
    }
  `,
})
export class LengthField {
  readonly label = input.required<string>();
  /** Millimetres. */
  readonly value = input.required<number>();
  readonly units = input.required<'mm' | 'in'>();
  /** The least it may be, in millimetres; what is small is written as such. */
  readonly least = input(LEAST);
  /** True where it may be nought, or go the other way. */
  readonly signed = input(false);
  /** True where the length shown is only proposed, and has to be given on when it is confirmed. */
  readonly always = input(false);
  readonly chosen = output<number>();
  /** What is being written stays when another length is worked out meanwhile. */
  readonly text = linkedSignal<string, string>({
    source: () => (this.least() < LEAST ? formatSmall : formatLength)(this.value(), this.units()),
    computation: (shown, previous) => (this.isWriting && previous ? previous.value : shown),
  });
  private readonly read = computed(() => {
    try {
      const length = (this.signed() ? parseOffset : parseLength)(this.text(), this.units());
      const least = this.signed() ? -MOST : this.least();
      if (length < least) return { wrong: `That is less than ${formatSmall(least, this.units())}.` };
      if (length > MOST) return { wrong: `That is more than ${this.units() === 'in' ? '328 ft' : '100 m'}.` };
      return { length };
    } catch (error) {
      const { message, hint } = sentenceOf(error);
      return { wrong: `${message} ${hint}` };
    }
  });
  readonly wrong = computed(() => this.read().wrong);
  /** What Enter gave on, until the field is left. */
  private entered: string | undefined;

  private isWriting = false;

  write(event: Event): void {
    this.isWriting = true;
    this.text.set((event.target as HTMLInputElement).value);
  }

  enter(): void {
    this.entered = this.text();
    this.isWriting = false;
    this.choose();
  }

  /** The browser tells of a change when Enter is pressed, too: it was given on already. */
  leave(): void {
    this.isWriting = false;
    if (this.entered !== this.text()) this.choose();
    this.entered = undefined;
  }

  /** Gives the length on, unless it says what is there already and is not wanted always. */
  private choose(): void {
    const { length } = this.read();
    const shown = formatLength(this.value(), this.units());
    if (length === undefined) return;
    // The same in other words is shown in the usual ones.
    if (!this.always() && formatLength(length, this.units()) === shown) this.text.set(shown);
    else this.chosen.emit(length);
  }
}
