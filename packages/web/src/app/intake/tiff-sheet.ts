import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { switchMap } from 'rxjs';
import type { TiffPage } from '@drelk/core';
import { ApiService } from '../shared/api.service';
import { ProblemService } from '../shared/problem.service';

interface TiffChoice {
  pages: readonly TiffPage[];
  /** A page as a file of its own. */
  fileOf(page: TiffPage): File;
}

/** Chooses a page of a TIFF file, shown as the server reads it. */
@Component({
  selector: 'drelk-tiff-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Which page?</h2>
    <mat-dialog-content>
      <div class="page">
        @if (picture(); as picture) {
          <img [src]="picture" [alt]="'Page ' + number()" />
        }
      </div>
      <div class="choices">
        <label
          >Page
          <input type="number" min="1" [max]="count" [value]="number()" (change)="setNumber($event)" />
          of {{ count }}</label
        >
        <p class="figure" aria-live="polite">{{ says() }}</p>
      </div>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton type="button" mat-dialog-close>Leave it</button>
      <button matButton="filled" type="button" (click)="take()">Take this page</button>
    </mat-dialog-actions>
  `,
  styleUrl: './page-sheet.scss',
})
export class TiffSheet {
  readonly number = signal(1);
  /** The address of the page's picture, while it is there. */
  readonly picture = signal<string | undefined>(undefined);
  private readonly choice = inject<TiffChoice>(MAT_DIALOG_DATA);
  private readonly self = inject<MatDialogRef<TiffSheet, TiffPage>>(MatDialogRef);
  readonly count = this.choice.pages.length;
  readonly says = computed(() => {
    const { width, height, density } = this.choice.pages[this.number() - 1];
    return `${width} × ${height} pixels${density ? `, ${Math.round(density)} dpi` : ''}`;
  });

  constructor() {
    const [api, problems] = [inject(ApiService), inject(ProblemService)];
    effect((onCleanup) => {
      const page = this.choice.pages[this.number() - 1];
      this.show(undefined);
      const asked = api
        .upload(this.choice.fileOf(page))
        .pipe(switchMap((blob) => api.blobPng(blob)))
        .subscribe({
          next: (png) => this.show(URL.createObjectURL(new Blob([png], { type: 'image/png' }))),
          error: (problem) => problems.show(problem),
        });
      onCleanup(() => asked.unsubscribe());
    });
    inject(DestroyRef).onDestroy(() => this.show(undefined));
  }

  setNumber(event: Event): void {
    const field = event.target as HTMLInputElement;
    const wanted = Math.min(this.count, Math.max(1, Math.round(Number(field.value) || 1)));
    field.value = String(wanted);
    this.number.set(wanted);
  }

  take(): void {
    this.self.close(this.choice.pages[this.number() - 1]);
  }

  private show(address: string | undefined): void {
    this.picture.update((before) => {
      if (before) URL.revokeObjectURL(before);
      return address;
    });
  }
}
