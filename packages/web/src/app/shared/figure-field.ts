import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';

/** A figure as it is typed, for a button beside it; Enter does what the button does. */
@Component({
  selector: 'drelk-figure-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field>
      <mat-label>{{ label() }}</mat-label>
      <input
        #field
        matInput
        class="figure"
        autocomplete="off"
        [value]="text()"
        (input)="text.set(field.value)"
        (keydown.enter)="enter.emit()"
      />
    </mat-form-field>
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
  `,
})
export class FigureField {
  readonly label = input.required<string>();
  readonly text = model.required<string>();
  readonly enter = output();
}
