import { Component, inject } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { MatButtonModule } from '@angular/material/button';
import { type Shortcut, keyName, listed } from './shortcuts';

/** The sheet that lists every key. */
@Component({
  selector: 'drelk-shortcut-sheet',
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <dl>
        @for (row of rows; track row.key) {
          <dt class="figure">{{ row.key }}</dt>
          <dd>{{ row.does }}</dd>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions align="end"
      ><button matButton mat-dialog-close type="button">Close</button></mat-dialog-actions
    >
  `,
  styles: `
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
  readonly rows = listed(inject<Shortcut[]>(MAT_DIALOG_DATA)).map((shortcut) => ({
    key: keyName(shortcut),
    does: shortcut.does,
  }));
}
