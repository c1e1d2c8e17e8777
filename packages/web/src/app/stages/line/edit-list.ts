import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { HandEdits, type ListedEdit } from '../../job/path/hand-edits';
import { IconButton } from '../../shared/icon-button';

/** Edits of the hand, each shown on the bench while it is pointed at, and taken back by itself. */
@Component({
  selector: 'drelk-edit-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, MatButtonModule],
  template: `
    <ol>
      @for (edit of edits(); track edit.id) {
        <li
          (pointerenter)="done.pointed.set(edit.id)"
          (pointerleave)="done.pointed.set(undefined)"
          (focusin)="done.pointed.set(edit.id)"
          (focusout)="done.pointed.set(undefined)"
        >
          <span>{{ edit.says }}</span>
          @if (edit.waits && edit.isDrawn) {
            <button matButton="outlined" type="button" (click)="done.keep(edit.id)">Keep as drawn</button>
          }
          <drelk-icon-button
            icon="close"
            [label]="'Let go of edit ' + edit.id + ', ' + edit.says"
            (press)="done.letGo(edit.id)"
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
      min-width: 230px;
      vertical-align: middle;
    }
    drelk-icon-button {
      vertical-align: middle;
    }
  `,
})
export class EditList {
  readonly edits = input.required<readonly ListedEdit[]>();
  readonly done = inject(HandEdits);
}
