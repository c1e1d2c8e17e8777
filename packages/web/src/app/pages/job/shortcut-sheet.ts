import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { MatButtonModule } from '@angular/material/button';
import { type Shortcut, keyName, listed } from '../../job/keys/shortcuts';

/** What is done without keys. */
const POINTING = [
  { how: 'Wheel, two fingers apart', does: 'Zoom where the pointer is' },
  { how: 'Drag the bench, two fingers together', does: 'Move the view' },
  { how: 'A finger that rests', does: 'See what is under it, eight times as large' },
  { how: 'Space and drag, middle button', does: 'Move the view while a tool is in hand' },
  { how: 'Click, tap', does: 'Pick a contour; again lets go of it' },
  { how: 'Click a figure below', does: 'Show on the bench what it counts' },
];

/** The sheet that lists every key, and what is done without. */
@Component({
  selector: 'drelk-shortcut-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content tabindex="0" role="region" aria-label="Keys, mouse and touch">
      <dl>
        @for (row of rows; track row.key) {
          <dt class="figure">{{ row.key }}</dt>
          <dd>{{ row.does }}</dd>
        }
      </dl>
      <h3>Mouse and touch</h3>
      <dl>
        @for (row of pointing; track row.how) {
          <dt>{{ row.how }}</dt>
          <dd>{{ row.does }}</dd>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions align="end"
      ><button matButton mat-dialog-close type="button">Close</button></mat-dialog-actions
    >
  `,
  styles: `
    mat-dialog-content {
      color: var(--ink);
    }
    h3 {
      margin: 18px 0 8px;
    }
    dl {
      display: grid;
      gap: 6px 18px;
      grid-template-columns: auto 1fr;
      margin: 0;
    }
    dt {
      border: 1px solid var(--edge);
      border-radius: 3px;
      justify-self: start;
      padding: 0 8px;
    }
    dd {
      margin: 0;
    }
  `,
})
export class ShortcutSheet {
  readonly pointing = POINTING;
  readonly rows = listed(inject<Shortcut[]>(MAT_DIALOG_DATA)).map((shortcut) => ({
    key: keyName(shortcut),
    does: shortcut.does,
  }));
}
