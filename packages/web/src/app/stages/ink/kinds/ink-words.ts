import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import type { FoundWords, Lit } from '@drelk/core';
import { Words } from '../../../job/words';
import { Fold } from '../../../shared/fold';
import { Lights } from '../../lights';
import { JobLengths } from '../../../job/job-lengths';

/** Words found in the picture: only they, each line to be ticked. */
@Component({
  selector: 'drelk-ink-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, Lights, MatButtonModule, MatCheckbox],
  template: `
    <drelk-fold label="Words" [says]="says()" (openChange)="words.look()">
      @if (entries(); as entries) {
        @for (entry of entries; track entry.name) {
          <mat-checkbox
            [drelkLights]="entry.lit"
            [checked]="entry.isWanted"
            (change)="words.tick(entry.line, $event.checked)"
            >{{ entry.name }}</mat-checkbox
          >
        } @empty {
          <p class="note">No words are found; letters are, from 8 pixels of height on.</p>
        }
        <div class="row">
          <button
            matButton="outlined"
            type="button"
            [disabled]="entries.length === 0"
            (click)="words.take('all')"
          >
            The words only
          </button>
          <button matButton="outlined" type="button" [disabled]="!isSet()" (click)="words.take(null)">
            All of the picture
          </button>
        </div>
      } @else {
        <p class="note">Looking for words …</p>
      }
    </drelk-fold>
  `,
  styleUrl: '../../panel.scss',
})
export class InkWords {
  readonly words = inject(Words);
  private readonly lengths = inject(JobLengths);
  readonly isSet = computed(() => this.words.wanted() !== null);
  readonly entries = computed(() =>
    this.words.lines()?.map((line, k) => ({
      line,
      lit: { kind: 'box', ...line.box } satisfies Lit,
      isWanted: this.words.isWanted(line),
      name: `Line ${k + 1}: ${line.letters} letters, ${this.lengthOf(line)} long`,
    })),
  );
  readonly says = computed(() => {
    const wanted = this.words.wanted();
    if (wanted === null) return 'not by themselves';
    return wanted === 'all' ? 'the words only' : `${wanted.length / 2} lines only`;
  });

  private lengthOf({ box }: FoundWords): string {
    return this.lengths.sourceLength(box.right - box.left);
  }
}
