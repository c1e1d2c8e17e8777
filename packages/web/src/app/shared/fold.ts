import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { MatIcon } from '@angular/material/icon';

/** A part of a panel under a heading that opens and closes it; closed, it says in a word what is set inside. */
@Component({
  selector: 'drelk-fold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon],
  template: `
    <h3>
      <button type="button" [attr.aria-expanded]="open()" (click)="open.set(!open())">
        <span>{{ label() }}</span>
        @if (!open() && says()) {
          <span class="says">{{ says() }}</span>
        }
        <mat-icon aria-hidden="true">{{ open() ? 'keyboard_arrow_up' : 'keyboard_arrow_down' }}</mat-icon>
      </button>
    </h3>
    @if (open()) {
      <div class="inside"><ng-content /></div>
    }
  `,
  styles: `
    :host {
      border-top: 1px solid var(--edge);
      display: block;
    }
    h3 {
      font-size: 17px;
    }
    button {
      align-items: center;
      background: none;
      border: 0;
      color: var(--ink);
      cursor: pointer;
      display: flex;
      font: inherit;
      gap: 8px;
      letter-spacing: inherit;
      padding: 9px 0;
      text-align: left;
      width: 100%;
    }
    button > span:first-child {
      flex: 1;
    }
    .says {
      color: var(--ink-quiet);
      font-family: 'Cabin', sans-serif;
      font-size: 13.5px;
      font-weight: 400;
      letter-spacing: 0;
      max-width: 190px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    mat-icon {
      color: var(--ink-quiet);
    }
    .inside {
      display: flex;
      flex-direction: column;
      gap: 10px;
      padding-bottom: 12px;
    }
  `,
})
export class Fold {
  readonly label = input.required<string>();
  readonly says = input('');
  readonly open = model(false);
}
