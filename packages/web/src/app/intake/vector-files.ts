import { Injectable, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';
import { type VectorSettings } from '@drelk/core';
import type { FileView } from '../engine/messages';
import { VectorSheet } from './vector-sheet';

/** What was chosen about a vector file. */
export interface ChosenFile {
  settings: VectorSettings;
  /** Size of its page in millimetres. */
  page: { width: number; height: number };
  units: 'mm' | 'in';
  /** What is taken. */
  view: FileView;
}

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
