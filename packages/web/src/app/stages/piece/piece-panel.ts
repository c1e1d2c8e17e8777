import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { parseAngle } from '@drelk/core';
import { CarryItemTool } from '../../bench/tools/carry-item-tool';
import { ToolBox } from '../../job/tool/tool-box';
import type { Place } from '../../engine/views';
import type { AddedKind } from '../../job/piece/new-item';
import { PieceArranging } from '../../job/piece/piece-arranging';
import { PieceHand } from '../../job/piece/piece-hand';
import { telling } from '../../job/telling';
import { FigureField } from '../../shared/figure-field';
import { Fold } from '../../shared/fold';
import { ArrangeFields } from './arrange-fields';
import { ItemEditor } from './item-editor';
import { ItemList } from './item-list';
import { ArtworkFields } from './items/artwork-fields';
import { SheetFields } from './sheet-fields';
import { TaskList } from './task-list';
import { ProblemService } from '../../shared/problem.service';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

const ADDED: { kind: AddedKind; says: string }[] = [
  { kind: 'board', says: 'Board' },
  { kind: 'border', says: 'Border' },
  { kind: 'text', says: 'Text' },
  { kind: 'holes', says: 'Holes' },
  { kind: 'outline', says: 'Outline' },
  { kind: 'frame', says: 'Frame' },
  { kind: 'marks', says: 'Marks' },
];

/** Piece: what lies on the piece at its true size, and the sheet it comes from. */
@Component({
  selector: 'drelk-piece-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ArrangeFields,
    ArtworkFields,
    FigureField,
    Fold,
    ItemEditor,
    ItemList,
    MatButtonModule,
    MatButtonToggleModule,
    SheetFields,
    TaskList,
  ],
  templateUrl: './piece-panel.html',
  styleUrls: ['../panel.scss', './item-place.scss'],
})
export class PiecePanel {
  private readonly problems = inject(ProblemService);
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  readonly hand = inject(PieceHand);
  readonly added = ADDED;
  readonly piece = computed(() => this.store.shown()?.piece);
  readonly turn = computed(() => String(this.piece()?.turn ?? 0));
  /** With nothing but the artwork its size is asked for at once. */
  readonly isAlone = computed(
    () => this.hand.items().length === 1 && this.hand.items()[0].item.kind === 'artwork',
  );
  readonly wholeSays = computed(() => {
    const piece = this.piece();
    const parts = [piece?.turn ? `turned ${piece.turn}°` : '', piece?.mirrored ? 'mirrored' : ''];
    return parts.filter(Boolean).join(', ') || 'as it lies';
  });
  readonly problem = computed(() => this.result.view()?.piece.problem);

  private readonly arranging = inject(PieceArranging);
  private readonly tools = inject(ToolBox);

  constructor() {
    // What is chosen is carried by pulling at it, with no tool taken up.
    const lender = {
      has: (at: Place) => this.arranging.has(at),
      make: () => new CarryItemTool(this.hand, this.arranging, this.tools.work, this.tools),
    };
    this.tools.lender.set(lender);
    inject(DestroyRef).onDestroy(() => {
      if (this.tools.lender() === lender) this.tools.lender.set(undefined);
    });
  }

  setUnits(units: 'mm' | 'in'): void {
    this.store.change(units === 'mm' ? 'Millimetres' : 'Inches', (document) => {
      document.units = units;
    });
  }

  setTurn(text: string): void {
    telling(this.problems, () => {
      const degrees = parseAngle(text);
      this.hand.changePiece('The piece turned', (piece) => {
        piece.turn = degrees;
      });
    });
  }

  mirror(): void {
    this.hand.changePiece('The piece mirrored', (piece) => {
      piece.mirrored = !piece.mirrored;
    });
  }
}
