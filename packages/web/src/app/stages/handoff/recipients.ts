import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { FORMAT_IDS, type FormatChoices, USUAL_CHOICES } from '@drelk/core';
import type { Recipient } from '@drelk/contract';
import { ApiService } from '../../shared/api.service';
import { Choice } from '../../shared/choice';
import { ProblemService } from '../../shared/problem.service';
import { JobStore } from '../../job/store/job-store';

/** Nobody in particular. */
const NOBODY = '';

/** For whom files are: what is chosen of them all at once, kept under a name. */
@Component({
  selector: 'drelk-recipients',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, MatButtonModule],
  template: `
    <drelk-choice label="For" [value]="value()" [among]="among()" (chosen)="choose($event)" />
    <div class="row">
      <input
        #name
        class="lone"
        maxlength="80"
        aria-label="Name of the recipient"
        placeholder="the shop down the road"
        [value]="chosen()?.name ?? ''"
        (keydown.enter)="keep(name.value)"
      />
      <button matButton="outlined" type="button" (click)="keep(name.value)">Keep these choices</button>
      @if (chosen(); as one) {
        <button matButton type="button" (click)="remove(one)">Take {{ one.name }} away</button>
      }
    </div>
  `,
  styleUrl: '../panel.scss',
})
export class Recipients {
  private readonly store = inject(JobStore);
  private readonly api = inject(ApiService);
  private readonly problems = inject(ProblemService);
  private readonly all = signal<readonly Recipient[]>([]);
  /** Whoever wants files just as they are chosen now. */
  readonly chosen = computed(() => {
    const now = JSON.stringify(this.store.shown()?.handoff);
    return this.all().find((one) => JSON.stringify(choicesFor(one)) === now);
  });
  readonly value = computed(() => (this.chosen() ? String(this.chosen()?.id) : NOBODY));
  readonly among = computed(() => [
    { id: NOBODY, says: 'nobody in particular' },
    ...this.all().map(({ id, name }) => ({ id: String(id), says: name })),
  ]);

  constructor() {
    this.list();
  }

  choose(id: string): void {
    const one = this.all().find((recipient) => String(recipient.id) === id);
    const choices = one ? choicesFor(one) : USUAL_CHOICES;
    this.store.change(one ? `For ${one.name}` : 'For nobody in particular', (document) => {
      document.handoff = choices;
    });
  }

  /** Keeps what is chosen now under a name; what was kept under it is replaced. */
  keep(text: string): void {
    const name = text.trim();
    const choices = this.store.document()?.handoff;
    if (name === '' || !choices) return;
    this.api.keepRecipient({ name, choices }).subscribe({
      next: () => {
        this.problems.note(`“${name}” gets files like these from now on.`);
        this.list();
      },
      error: (problem) => this.problems.show(problem),
    });
  }

  /** Takes a recipient away; it can be had back for a while. */
  remove({ id, name, choices }: Recipient): void {
    this.api.removeRecipient(id).subscribe({
      next: () => {
        this.list();
        this.problems.done(`“${name}” is no recipient any more.`, 'Put it back', () =>
          this.api.keepRecipient({ name, choices }).subscribe({ next: () => this.list() }),
        );
      },
      error: (problem) => this.problems.show(problem),
    });
  }

  private list(): void {
    this.api.recipients().subscribe({
      next: (recipients) => this.all.set(recipients),
      error: (problem) => this.problems.show(problem),
    });
  }
}

/** What a recipient wants of every format; of what came since it was kept, what is usual. */
const choicesFor = ({ choices }: Recipient): FormatChoices =>
  Object.fromEntries(FORMAT_IDS.map((id) => [id, { ...USUAL_CHOICES[id], ...choices[id] }])) as FormatChoices;
