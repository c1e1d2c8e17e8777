import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MOST_REPEATS, type Repeats, type SheetSettings } from '@drelk/core';
import { PieceHand } from '../../job/piece/piece-hand';
import { telling } from '../../job/telling';
import { Choice } from '../../shared/choice';
import { FigureField } from '../../shared/figure-field';
import { Fold } from '../../shared/fold';
import { LengthField } from '../../shared/length-field';
import { typedCount } from '../../shared/typed-count';
import { ProblemService } from '../../shared/problem.service';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

const REPEATS: Record<Repeats['kind'], string> = {
  one: 'one',
  rows: 'rows and columns',
  fit: 'as many as fit',
};
const INCH = 25.4;
/** Sheets that material is usually sold as (common practice, no source), and paper (ISO 216). */
const SHEETS = [
  { name: '48 × 48 in', width: 48 * INCH, height: 48 * INCH },
  { name: '24 × 12 in', width: 24 * INCH, height: 12 * INCH },
  { name: '600 × 300 mm', width: 600, height: 300 },
  { name: '600 × 400 mm', width: 600, height: 400 },
  { name: 'A4, 297 × 210 mm', width: 297, height: 210 },
  { name: 'A3, 420 × 297 mm', width: 420, height: 297 },
];

/** The sheet that the piece is made from, where it lies on it, and how often. */
@Component({
  selector: 'drelk-sheet-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FigureField, Fold, LengthField, MatButtonModule],
  templateUrl: './sheet-fields.html',
  styleUrl: '../panel.scss',
})
export class SheetFields {
  private readonly problems = inject(ProblemService);
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly kinds = (Object.keys(REPEATS) as Repeats['kind'][]).map((id) => ({ id, says: REPEATS[id] }));
  readonly sheets = [{ id: '', says: 'choose …' }, ...SHEETS.map(({ name }) => ({ id: name, says: name }))];
  readonly sheet = computed(() => this.store.shown()?.piece.sheet ?? undefined);
  readonly rows = computed(() => {
    const repeats = this.sheet()?.repeats;
    return repeats?.kind === 'rows' ? repeats : undefined;
  });
  readonly says = computed(() => {
    const sheet = this.sheet();
    const laid = this.result.view()?.piece.sheet;
    if (!sheet) return 'none';
    const size = `${this.lengths.length(sheet.width)} × ${this.lengths.length(sheet.height)}`;
    return laid ? `${size}, ${laid.count} on it` : size;
  });
  readonly laid = computed(() => {
    const laid = this.result.view()?.piece.sheet;
    if (!laid || !this.sheet()) return '';
    const share = `${(100 * laid.share).toFixed(laid.share < 0.1 ? 1 : 0)} % of the sheet`;
    const pieces = `${laid.count} ${laid.count === 1 ? 'piece' : 'pieces'}`;
    if (laid.left === 0) return `${pieces}, ${share}.`;
    const sheets = 1 + Math.ceil(laid.left / laid.count);
    return `${pieces} of ${laid.count + laid.left} on this sheet, ${share}: all of them take ${sheets} such sheets.`;
  });

  take(name: string): void {
    const sheet = SHEETS.find((one) => one.name === name);
    if (sheet) this.lay(sheet.width, sheet.height);
  }

  /** A sheet twice as large as the piece, to begin with. */
  layOwn(): void {
    const frame = this.result.view()?.frame;
    const size = (length: number) => Math.ceil((2 * length) / 50) * 50 || 100;
    this.lay(size(frame?.width ?? 0), size(frame?.height ?? 0));
  }

  set(part: Partial<SheetSettings>): void {
    this.hand.changePiece('Sheet', ({ sheet }) => {
      if (sheet) Object.assign(sheet, part);
    });
  }

  setKind(kind: Repeats['kind']): void {
    this.set({ repeats: kind === 'rows' ? { kind, rows: 2, columns: 3 } : { kind } });
  }

  setCount(which: 'rows' | 'columns', text: string): void {
    telling(this.problems, () => {
      const rows = this.rows();
      const count = typedCount(text, 1, MOST_REPEATS);
      if (rows) this.set({ repeats: { ...rows, [which]: count } });
    });
  }

  takeAway(): void {
    this.hand.changePiece('No sheet', (piece) => {
      piece.sheet = null;
    });
  }

  private lay(width: number, height: number): void {
    this.hand.changePiece(
      `Sheet of ${this.lengths.length(width)} × ${this.lengths.length(height)}`,
      (piece) => {
        piece.sheet = {
          margin: 0,
          x: 0,
          y: 0,
          repeats: { kind: 'one' },
          gap: this.lengths.units() === 'in' ? INCH / 8 : 3,
          shifted: false,
          turned: false,
          ...piece.sheet,
          width,
          height,
        };
      },
    );
  }
}
