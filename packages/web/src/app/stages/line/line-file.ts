import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { VectorSettings } from '@drelk/core';
import { Workbench } from '../../job/workbench';
import { FileChoices } from '../../shared/file-choices';

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
        [facts]="work.view()?.file"
        [units]="work.units()"
        (changed)="change($event)"
      />
    }
  `,
  styleUrl: '../panel.scss',
})
export class LineFile {
  readonly work = inject(Workbench);
  readonly settings = computed(() => this.work.store.shown()?.vector);
  readonly says = computed(() => {
    const file = this.work.view()?.file;
    if (!file) return '';
    const { before, after } = file;
    return `${before.contours} contours of ${before.nodes} nodes in the file; ${after.contours} of ${after.nodes} once tidied.`;
  });

  change({ label, part }: { label: string; part: Partial<VectorSettings> }): void {
    this.work.store.change(label, (draft) => {
      if (draft.vector) Object.assign(draft.vector, part);
    });
  }
}
