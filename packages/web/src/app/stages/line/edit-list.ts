import { Component, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type ListedEdit, PathHand } from '../../job/path-hand';
import { IconButton } from '../../shared/icon-button';

/** Edits of the hand, each shown on the bench while it is pointed at, and taken back by itself. */
@Component({
  selector: 'drelk-edit-list',
  imports: [IconButton, MatButtonModule],
  template: `
    <ol>
      @for (edit of edits(); track edit.id) {
        <li
          (pointerenter)="hand.pointed.set(edit.id)"
          (pointerleave)="hand.pointed.set(undefined)"
          (focusin)="hand.pointed.set(edit.id)"
          (focusout)="hand.pointed.set(undefined)"
        >
          <span>{{ edit.says }}</span>
          @if (edit.waits && edit.isDrawn) {
            <button matButton="outlined" type="button" (click)="hand.keep(edit.id)">Keep as drawn</button>
          }
          <drelk-icon-button
            icon="close"
            [label]="'Let go of edit ' + edit.id + ', ' + edit.says"
            (press)="hand.letGo(edit.id)"
          />
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      display: grid;
      margin: 0;
      padding-left: 22px;
    }
    li > span {
      display: inline-block;
      max-width: 225px;
      min-width: 190px;
      vertical-align: middle;
    }
  `,
})
export class EditList {
  readonly edits = input.required<readonly ListedEdit[]>();
  readonly hand = inject(PathHand);
}
