import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Edge } from '@drelk/core';
import { PieceArranging } from '../../job/piece/piece-arranging';
import { PieceHand } from '../../job/piece/piece-hand';

/** Lines that items are brought into, those that stand and those that lie. */
const IN_LINE: { name: string; edges: { edge: Edge; word: string; says: string }[] }[] = [
  {
    name: 'In line, one below the other',
    edges: [
      { edge: 'left', word: 'Left', says: 'Left edges in line' },
      { edge: 'centre', word: 'Centres', says: 'Centres in line, one below the other' },
      { edge: 'right', word: 'Right', says: 'Right edges in line' },
    ],
  },
  {
    name: 'In line, side by side',
    edges: [
      { edge: 'top', word: 'Upper', says: 'Upper edges in line' },
      { edge: 'middle', word: 'Centres', says: 'Centres in line, side by side' },
      { edge: 'bottom', word: 'Lower', says: 'Lower edges in line' },
    ],
  },
];

/** Several items by one another: brought into line, spread evenly, made as large as the first. */
@Component({
  selector: 'drelk-arrange-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  template: `
    @if (hand.several().length > 1) {
      <h4>{{ hand.several().length }} items</h4>
      <p class="note">The one that was chosen first stays; the others come to it.</p>
      @for (line of inLine; track line.name) {
        <p class="note">{{ line.name }}</p>
        <div class="row" role="group" [attr.aria-label]="line.name">
          @for (one of line.edges; track one.edge) {
            <button
              matButton="outlined"
              type="button"
              [attr.aria-label]="one.says"
              (click)="arranging.align(one.edge)"
            >
              {{ one.word }}
            </button>
          }
        </div>
      }
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
