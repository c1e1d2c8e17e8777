import { Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Edge } from '@drelk/core';
import { PieceArranging } from '../../job/piece-arranging';
import { PieceHand } from '../../job/piece-hand';
import { IconButton } from '../../shared/icon-button';

const IN_LINE: { edge: Edge; icon: string; says: string }[] = [
  { edge: 'left', icon: 'align_horizontal_left', says: 'Left edges in line' },
  { edge: 'centre', icon: 'align_horizontal_center', says: 'Centres in line, one below the other' },
  { edge: 'right', icon: 'align_horizontal_right', says: 'Right edges in line' },
  { edge: 'top', icon: 'align_vertical_top', says: 'Upper edges in line' },
  { edge: 'middle', icon: 'align_vertical_center', says: 'Centres in line, side by side' },
  { edge: 'bottom', icon: 'align_vertical_bottom', says: 'Lower edges in line' },
];

/** Several items by one another: brought into line, spread evenly, made as large as the first. */
@Component({
  selector: 'drelk-arrange-fields',
  imports: [IconButton, MatButtonModule],
  template: `
    @if (hand.several().length > 1) {
      <h4>{{ hand.several().length }} items</h4>
      <p class="note">The one that was chosen first stays; the others come to it.</p>
      <div class="row" role="group" aria-label="Into line">
        @for (one of inLine; track one.edge) {
          <drelk-icon-button [icon]="one.icon" [label]="one.says" (press)="arranging.align(one.edge)" />
        }
      </div>
      <div class="row" role="group" aria-label="Gaps and sizes">
        <button
          matButton="outlined"
          type="button"
          [disabled]="hand.several().length < 3"
          (click)="arranging.spread('across')"
        >
          Even gaps across
        </button>
        <button
          matButton="outlined"
          type="button"
          [disabled]="hand.several().length < 3"
          (click)="arranging.spread('down')"
        >
          Even gaps down
        </button>
        <button matButton="outlined" type="button" (click)="arranging.sizeAlike('width')">Same width</button>
        <button matButton="outlined" type="button" (click)="arranging.sizeAlike('height')">
          Same height
        </button>
        <button matButton="outlined" type="button" (click)="hand.remove()">Take them off</button>
      </div>
    }
  `,
  styleUrl: '../panel.scss',
})
export class ArrangeFields {
  readonly hand = inject(PieceHand);
  readonly arranging = inject(PieceArranging);
  readonly inLine = IN_LINE;
}
