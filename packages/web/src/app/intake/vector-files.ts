import { Injectable, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import { type ChosenFile, VectorSheet } from './vector-sheet';

/** Asks about vector files before they are taken. */
@Injectable({ providedIn: 'root' })
export class VectorFiles {
  private readonly dialog = inject(MatDialog);

  /** Shows what a file holds; undefined where it is left. Rejects with a sentence for one that cannot be read. */
  async choose(file: File): Promise<ChosenFile | undefined> {
    const bytes = await file.arrayBuffer();
    const sheet = this.dialog.open<
      VectorSheet,
      { name: string; bytes: ArrayBuffer },
      ChosenFile | { problem: unknown }
    >(VectorSheet, {
      data: { name: file.name, bytes },
      width: '860px',
      maxWidth: '96vw',
      autoFocus: 'dialog',
    });
    const chosen = await firstValueFrom(sheet.afterClosed());
    if (chosen && 'problem' in chosen) throw chosen.problem;
    return chosen;
  }
}
