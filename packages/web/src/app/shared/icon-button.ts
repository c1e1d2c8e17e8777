import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';

/** A button that shows only an icon, named for everybody by its tooltip. */
@Component({
  selector: 'drelk-icon-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIconButton, MatIcon, MatTooltip],
  template: `
    <button
      matIconButton
      type="button"
      [attr.aria-label]="label()"
      [attr.aria-pressed]="pressed()"
      [class.pressed]="pressed()"
      [matTooltip]="label()"
      [disabled]="disabled()"
      (click)="press.emit($event)"
    >
      <mat-icon>{{ icon() }}</mat-icon>
    </button>
  `,
  styles: `
    :host {
      display: inline-flex;
    }
    .pressed {
      background: var(--accent-soft);
    }
  `,
})
export class IconButton {
  readonly icon = input.required<string>();
  readonly label = input.required<string>();
  readonly pressed = input<boolean | undefined>(undefined);
  readonly disabled = input(false);
  readonly press = output<MouseEvent>();
}
