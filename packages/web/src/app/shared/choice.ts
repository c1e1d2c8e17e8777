import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** One of several things by a word each, chosen from a list; what is chosen is given on as it is known by. */
@Component({
  selector: 'drelk-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span>{{ label() }}</span>
      <select [attr.aria-label]="label()" (change)="choose($event)">
        @for (one of among(); track one.id) {
          <option [value]="one.id" [selected]="one.id === value()">{{ one.says }}</option>
        }
      </select>
    </label>
  `,
  styleUrl: './labelled.scss',
})
export class Choice<T extends string> {
  readonly label = input.required<string>();
  readonly value = input.required<T>();
  readonly among = input.required<readonly { id: T; says: string }[]>();
  readonly chosen = output<T>();

  choose(event: Event): void {
    const { value } = event.target as HTMLSelectElement;
    const one = this.among().find(({ id }) => id === value);
    if (one) this.chosen.emit(one.id);
  }
}
