import { ChangeDetectionStrategy, Component, input, linkedSignal, output, signal } from '@angular/core';

/** A figure with its unit, as it is typed; one that cannot be is told and changes nothing. */
@Component({
  selector: 'drelk-typed-figure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span>{{ label() }}</span>
      <span class="typed">
        <input
          #field
          class="figure"
          autocomplete="off"
          inputmode="decimal"
          [attr.aria-label]="label() + ', in ' + unit()"
          [attr.aria-invalid]="wrong() !== ''"
          [value]="text()"
          (change)="take(field.value)"
        />
        {{ unit() }}
      </span>
    </label>
    @if (wrong(); as sentence) {
      <p class="wrong" role="alert">{{ sentence }}</p>
    }
  `,
  styleUrl: './labelled.scss',
  styles: `
    .typed {
      align-items: center;
      display: flex;
      gap: 6px;
      width: 200px;
    }
    input {
      width: 90px;
    }
    .wrong {
      color: var(--clay);
      font-size: 13px;
      margin: 4px 0 0;
    }
  `,
})
export class TypedFigure {
  readonly label = input.required<string>();
  readonly unit = input.required<string>();
  readonly value = input.required<number>();
  readonly least = input.required<number>();
  readonly most = input.required<number>();
  readonly chosen = output<number>();
  readonly text = linkedSignal(() => String(this.value()));
  readonly wrong = signal('');

  take(text: string): void {
    this.text.set(text);
    const figure = Number(text.trim().replace(',', '.'));
    const isFine = text.trim() !== '' && figure >= this.least() && figure <= this.most();
    this.wrong.set(
      isFine ? '' : `“${text}” cannot be: give ${this.least()} to ${this.most()} ${this.unit()}.`,
    );
    if (isFine && figure !== this.value()) this.chosen.emit(figure);
  }
}
