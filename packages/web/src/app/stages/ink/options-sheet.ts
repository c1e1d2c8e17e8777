import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  effect,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { EngineProblem, OptionView } from '../../engine/views';
import { COLOURS } from '../../drawing/colours';

const WIDTH = 256;
const HEIGHT = 168;

/** The ink of one treatment, small. */
@Component({
  selector: 'drelk-option-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<canvas #canvas aria-hidden="true"></canvas>',
  styles: `
    canvas {
      display: block;
      width: 100%;
    }
  `,
})
export class OptionPicture {
  readonly bitmap = input<ImageBitmap>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => this.draw());
  }

  private draw(): void {
    const canvas = this.canvas().nativeElement;
    canvas.width = WIDTH;
    canvas.height = HEIGHT;
    const context = canvas.getContext('2d');
    if (!context) return;
    context.fillStyle = COLOURS.paper;
    context.fillRect(0, 0, WIDTH, HEIGHT);
    const bitmap = this.bitmap();
    if (!bitmap) return;
    const scale = Math.min((WIDTH - 16) / bitmap.width, (HEIGHT - 16) / bitmap.height);
    const [width, height] = [bitmap.width * scale, bitmap.height * scale];
    context.drawImage(bitmap, (WIDTH - width) / 2, (HEIGHT - height) / 2, width, height);
  }
}

/** Six treatments of the picture side by side; a click takes one. */
@Component({
  selector: 'drelk-options-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule, OptionPicture],
  template: `
    <h2 mat-dialog-title>Options side by side</h2>
    <mat-dialog-content>
      @if (problem(); as problem) {
        <p role="alert">{{ problem.message }} {{ problem.hint }}</p>
      } @else if (options().length === 0) {
        <p role="status">Working them out …</p>
      }
      <ul>
        @for (option of options(); track option.id) {
          <li>
            <button type="button" [disabled]="option.shapes === 0" (click)="take(option)">
              <drelk-option-picture [bitmap]="option.bitmap" />
              <span class="name">{{ option.name }}</span>
              <span class="figure">{{ counts(option) }}</span>
            </button>
          </li>
        }
      </ul>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton type="button" mat-dialog-close>Leave it as it is</button>
    </mat-dialog-actions>
  `,
  styles: `
    ul {
      display: grid;
      gap: 12px;
      grid-template-columns: repeat(3, 1fr);
      list-style: none;
      margin: 0;
      padding: 4px;
    }
    button[type='button']:not([matButton]) {
      background: var(--surface-high);
      border: 1px solid var(--edge);
      border-radius: 4px;
      color: var(--ink);
      cursor: pointer;
      display: grid;
      font: inherit;
      gap: 2px;
      overflow: hidden;
      padding: 0 0 8px;
      text-align: left;
      width: 100%;
    }
    li button:hover:enabled {
      border-color: var(--accent);
    }
    li button:disabled {
      cursor: default;
      opacity: 0.6;
    }
    .name,
    .figure {
      padding: 0 10px;
    }
    .name {
      font-weight: 600;
      padding-top: 6px;
    }
  `,
})
export class OptionsSheet {
  readonly options = signal<OptionView[]>([]);
  readonly problem = signal<EngineProblem | undefined>(undefined);
  private readonly self = inject<MatDialogRef<OptionsSheet, OptionView>>(MatDialogRef);

  constructor() {
    const { options } = inject<{ options: Promise<{ options: OptionView[] }> }>(MAT_DIALOG_DATA);
    options.then(
      (found) => this.options.set(found.options),
      (problem: EngineProblem) => this.problem.set(problem),
    );
    this.self.afterClosed().subscribe(() => this.options().forEach(({ bitmap }) => bitmap?.close()));
  }

  counts({ shapes, nodes }: OptionView): string {
    return shapes === 0
      ? 'nothing is ink'
      : `about ${shapes} ${shapes === 1 ? 'shape' : 'shapes'}, ${nodes} nodes`;
  }

  take(option: OptionView): void {
    this.self.close(option);
  }
}
