import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MatProgressBar } from '@angular/material/progress-bar';
import type { Scanner, ScannerSheet } from '@drelk/contract';
import { ApiService } from '../../shared/api.service';
import { type Sentence, sentenceOf } from '../../shared/problem.service';

/** The simulated scanner: something from the stall is laid on its bed, and a picture comes back with its density. */
@Component({
  selector: 'drelk-scanner-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatButtonToggleModule, MatDialogModule, MatProgressBar],
  template: `
    <h2 mat-dialog-title>Scan</h2>
    <mat-dialog-content>
      <p class="note">
        A stand-in for a flatbed scanner. Choose what lies on its bed, and how finely it is read.
      </p>
      @if (problem(); as problem) {
        <p role="alert">{{ problem.message }} {{ problem.hint }}</p>
      }
      <div class="sheets" role="radiogroup" aria-label="On the bed">
        @for (sheet of sheets(); track sheet.id) {
          <label>
            <input
              type="radio"
              name="sheet"
              [checked]="sheet.id === chosen()"
              (change)="chosen.set(sheet.id)"
            />
            <span>{{ sheet.name }}</span>
            <span class="figure">{{ size(sheet) }}</span>
          </label>
        }
      </div>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-label="Density"
        [value]="density()"
        (change)="density.set($event.value)"
      >
        @for (value of scanner()?.densities; track value) {
          <mat-button-toggle [value]="value">{{ value }} dpi</mat-button-toggle>
        }
      </mat-button-toggle-group>
      @if (scanning()) {
        <mat-progress-bar mode="indeterminate" aria-label="Scanning" />
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button matButton type="button" mat-dialog-close>Leave it</button>
      <button matButton="filled" type="button" [disabled]="!chosen() || scanning()" (click)="scan()">
        Scan
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    mat-dialog-content {
      display: flex;
      flex-direction: column;
      gap: 14px;
    }
    .note {
      color: var(--ink-quiet);
      margin: 0;
    }
    .sheets {
      display: grid;
      gap: 4px;
    }
    label {
      align-items: center;
      display: flex;
      gap: 8px;
    }
    label span:nth-of-type(1) {
      flex: 1;
    }
    input {
      accent-color: var(--accent);
    }
  `,
})
export class ScannerSheetDialog {
  readonly scanner = signal<Scanner | undefined>(undefined);
  readonly sheets = computed(() => this.scanner()?.sheets ?? []);
  readonly chosen = signal('');
  readonly density = signal(300);
  readonly scanning = signal(false);
  readonly problem = signal<Sentence | undefined>(undefined);
  private readonly api = inject(ApiService);
  private readonly self = inject<MatDialogRef<ScannerSheetDialog, File>>(MatDialogRef);

  constructor() {
    this.api.scanner().subscribe({
      next: (scanner) => {
        this.scanner.set(scanner);
        this.chosen.set(scanner.sheets[0]?.id ?? '');
      },
      error: (problem) => this.problem.set(sentenceOf(problem)),
    });
  }

  size({ width, height }: ScannerSheet): string {
    return `${Math.round(width)} × ${Math.round(height)} mm`;
  }

  async scan(): Promise<void> {
    this.scanning.set(true);
    this.problem.set(undefined);
    try {
      this.self.close(await firstValueFrom(this.api.scan(this.chosen(), this.density())));
    } catch (problem) {
      this.problem.set(sentenceOf(problem));
      this.scanning.set(false);
    }
  }
}
