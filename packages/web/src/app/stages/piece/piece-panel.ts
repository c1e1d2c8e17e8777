import { Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { ScaleSource } from '@drelk/core';
import { Workbench } from '../../job/workbench';
import { LengthField } from '../../shared/length-field';

const SOURCES: Record<ScaleSource, string> = {
  length: 'The size is the one given here.',
  file: 'The size comes from the file’s density.',
  ruler: 'The size comes from the ruler in Square up.',
  rectangle: 'The size comes from the sheet in Square up.',
  none: 'No true size yet: give a width or a height.',
};

/** Piece: exact width or height in the job's unit, the other side following. */
@Component({
  selector: 'drelk-piece-panel',
  imports: [LengthField, MatButtonModule, MatButtonToggleModule],
  templateUrl: './piece-panel.html',
  styleUrl: '../panel.scss',
})
export class PiecePanel {
  readonly work = inject(Workbench);
  readonly piece = computed(() => this.work.store.shown()?.piece);
  readonly isOwn = computed(() => this.piece()?.length != null);
  readonly size = computed(() => {
    const view = this.work.view();
    return view ? { width: view.frame.width, height: view.frame.height } : undefined;
  });
  readonly source = computed(() => {
    const source = this.work.view()?.scaleSource ?? 'none';
    return this.isFile() && source === 'file' ? 'The size comes from the file’s unit.' : SOURCES[source];
  });
  private readonly isFile = computed(() => this.work.store.document()?.vector !== undefined);
  /** What the job begins with, and what all of that is. */
  readonly begins = computed(() => (this.isFile() ? 'File' : 'Picture'));
  readonly whole = computed(() => (this.isFile() ? 'page' : 'picture'));

  setEdge(edge: 'width' | 'height', length: number): void {
    this.work.store.change(edge === 'width' ? 'Width' : 'Height', ({ piece }) => {
      piece.edge = edge;
      piece.length = length;
    });
  }

  setBy(by: 'artwork' | 'picture'): void {
    this.work.store.change('What the size is of', ({ piece }) => {
      piece.by = by;
    });
  }

  ownScale(): void {
    this.work.store.change(`${this.begins()}’s own scale`, ({ piece }) => {
      piece.length = null;
    });
  }

  setUnits(units: 'mm' | 'in'): void {
    this.work.store.change(units === 'mm' ? 'Millimetres' : 'Inches', (document) => {
      document.units = units;
    });
  }
}
