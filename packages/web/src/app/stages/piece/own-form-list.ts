import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import type { OwnForm } from '@drelk/contract';
import { OwnForms } from '../../job/piece/own-forms';
import { Fold } from '../../shared/fold';
import { IconButton } from '../../shared/icon-button';
import { JobLengths } from '../../job/job-lengths';

/** Forms of one's own: taken for the board, or away. */
@Component({
  selector: 'drelk-own-form-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, IconButton],
  template: `
    <drelk-fold label="Own forms" [says]="says()">
      @for (one of rows(); track one.form.id) {
        <div class="own">
          <button type="button" (click)="taken.emit(one.form)">{{ one.form.name }}, {{ one.size }}</button>
          <drelk-icon-button
            icon="delete"
            [label]="'Take ' + one.form.name + ' away'"
            (press)="forms.remove(one.form)"
          />
        </div>
      } @empty {
        <p class="note">
          None yet. “Keep as a form” below any item, or below picked paths in Line, keeps its outline here.
        </p>
      }
    </drelk-fold>
  `,
  styles: `
    .own {
      align-items: center;
      display: flex;
    }
    .own > button {
      background: none;
      border: 1px solid var(--edge);
      border-radius: 4px;
      color: var(--ink);
      cursor: pointer;
      flex: 1;
      font: inherit;
      min-height: 32px;
      text-align: left;
    }
    @media (pointer: coarse) {
      .own > button {
        min-height: 40px;
      }
    }
    .own > button:hover {
      border-color: var(--accent);
    }
  `,
  styleUrl: '../panel.scss',
})
export class OwnFormList {
  readonly forms = inject(OwnForms);
  readonly taken = output<OwnForm>();
  private readonly lengths = inject(JobLengths);
  readonly rows = computed(() =>
    this.forms.all().map((form) => ({
      form,
      size: `${this.lengths.length(form.width)} × ${this.lengths.length(form.height)}`,
    })),
  );
  readonly says = computed(() => (this.rows().length === 0 ? 'none' : String(this.rows().length)));

  constructor() {
    this.forms.want();
  }
}
