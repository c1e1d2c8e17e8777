import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { VectorSettings } from '@drelk/core';
import { FileChoices } from '../../shared/file-choices';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

/** How the vector file that a job begins with is taken. */
@Component({
  selector: 'drelk-line-file',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FileChoices],
  template: `
    @if (settings(); as settings) {
      <h3>The file</h3>
      <p>{{ says() }}</p>
      <drelk-file-choices
        [settings]="settings"
        [facts]="result.view()?.file"
        [units]="lengths.units()"
        (changed)="change($event)"
      />
    }
  `,
  styleUrl: '../panel.scss',
})
export class LineFile {
  private readonly store = inject(JobStore);
  readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  readonly settings = computed(() => this.store.shown()?.vector);
  readonly says = computed(() => {
    const file = this.result.view()?.file;
    if (!file) return '';
    const { before, after } = file;
    return `${before.contours} contours of ${before.nodes} nodes in the file; ${after.contours} of ${after.nodes} once tidied.`;
  });

  change({ label, part }: { label: string; part: Partial<VectorSettings> }): void {
    this.store.change(label, (draft) => {
      if (draft.vector) Object.assign(draft.vector, part);
    });
  }
}
