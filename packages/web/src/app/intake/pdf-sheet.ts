import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { POINTS, drawPage, pageSize } from './pdf-drawing';
import { pagePaths } from './pdf-paths';

const DENSITIES = [150, 300, 600];
/** Most pixels of the small picture of a page. */
const SMALL = { width: 380, height: 360 };

/** A page of a PDF, taken as a picture at a density or as the paths it draws. */
export interface ChosenPage {
  page: number;
  density: number;
  as: 'picture' | 'paths';
}

/** Chooses a page of a PDF, and the density of the picture made of it. */
@Component({
  selector: 'drelk-pdf-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Which page?</h2>
    <mat-dialog-content>
      <div class="page" #page aria-hidden="true"></div>
      <div class="choices">
        <label
          >Page
          <input type="number" min="1" [max]="count" [value]="number()" (change)="setNumber($event)" />
          of {{ count }}</label
        >
        <label
          >Density
          <select (change)="setDensity($event)">
            @for (density of densities; track density) {
              <option [value]="density" [selected]="density === chosen()">{{ density }} dpi</option>
            }
          </select>
        </label>
        <p class="figure" aria-live="polite">{{ says() }}</p>
        @if (drawn(); as drawn) {
          <p class="lines">{{ drawn }} paths are drawn on this page. They can be taken as they are.</p>
          <button matButton="outlined" type="button" (click)="take('paths')">Take its paths</button>
        }
      </div>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton type="button" mat-dialog-close>Leave it</button>
      <button matButton="filled" type="button" (click)="take('picture')">Take this page</button>
    </mat-dialog-actions>
  `,
  styleUrl: './page-sheet.scss',
})
export class PdfSheet {
  readonly densities = DENSITIES;
  readonly number = signal(1);
  readonly chosen = signal(300);
  readonly size = signal<{ width: number; height: number } | undefined>(undefined);
  readonly says = computed(() => {
    const size = this.size();
    return size ? `${size.width} × ${size.height} pixels` : '';
  });
  /** Paths on the page; 0 while they are not counted. */
  readonly drawn = signal(0);
  readonly count: number;
  private readonly document: PDFDocumentProxy;
  private readonly self = inject<MatDialogRef<PdfSheet, ChosenPage>>(MatDialogRef);
  private readonly page = viewChild.required<ElementRef<HTMLElement>>('page');

  constructor() {
    this.document = inject<{ document: PDFDocumentProxy }>(MAT_DIALOG_DATA).document;
    this.count = this.document.numPages;
    effect(() => {
      const [page, density] = [this.number(), this.chosen()];
      void pageSize(this.document, page, density).then((size) => this.size.set(size));
    });
    effect(() => void this.show(this.number()));
    effect(() => {
      const page = this.number();
      this.drawn.set(0);
      // A page that cannot be looked through that way is still a picture.
      pagePaths(this.document, page).then(
        ({ paths }) => page === this.number() && this.drawn.set(paths.length),
        () => undefined,
      );
    });
  }

  setNumber(event: Event): void {
    const field = event.target as HTMLInputElement;
    const wanted = Math.min(this.count, Math.max(1, Math.round(Number(field.value) || 1)));
    field.value = String(wanted);
    this.number.set(wanted);
  }

  setDensity(event: Event): void {
    this.chosen.set(Number((event.target as HTMLSelectElement).value));
  }

  take(as: 'picture' | 'paths'): void {
    this.self.close({ page: this.number(), density: this.chosen(), as });
  }

  private async show(page: number): Promise<void> {
    const { width, height } = await pageSize(this.document, page, POINTS);
    const scale = Math.min(SMALL.width / width, SMALL.height / height);
    const canvas = await drawPage(this.document, page, scale);
    if (page === this.number()) this.page().nativeElement.replaceChildren(canvas);
  }
}
