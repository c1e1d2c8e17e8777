import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BenchState } from '../view/bench-state';
import { Commands } from '../job/keys/commands';
import { STAGES, stagesOf } from '../view/stage';
import { StageThumb } from './stage-thumb';
import { JobStore } from '../job/store/job-store';
import { ShownResult } from '../job/shown-result';

/** The six stages as a column of live thumbnails. */
@Component({
  selector: 'drelk-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StageThumb],
  template: `
    @for (row of rows(); track row.stage.id; let number = $index) {
      <button
        type="button"
        [attr.aria-current]="row.isCurrent ? 'step' : null"
        [attr.aria-label]="row.says"
        (click)="state.stage.set(row.stage.id)"
      >
        <drelk-stage-thumb
          [stage]="row.stage"
          [ground]="result.ground()"
          [view]="result.view()"
          [picture]="result.picture() ?? result.glance()?.bitmap"
          [ink]="result.ink()"
        />
        <span class="name figure"
          ><b>{{ number + 1 }}</b> {{ row.stage.name }}</span
        >
        @if (row.mark) {
          <span class="mark" [class.older]="!result.isProven()">{{ row.mark }}</span>
        }
      </button>
    }
  `,
  styleUrl: './strip.scss',
})
export class Strip {
  private readonly store = inject(JobStore);
  readonly result = inject(ShownResult);
  readonly state = inject(BenchState);
  private readonly stages = inject(STAGES);
  private readonly shown = computed(() => stagesOf(this.stages, this.store.document()));
  readonly rows = computed(() =>
    this.shown().map((stage, k) => {
      const told = stage.mark?.(this.result.proof());
      const mark = told ? ` ${told}` : '';
      const says = `${k + 1} ${stage.name}${mark}`;
      return { stage, mark, says, isCurrent: this.state.stage() === stage.id };
    }),
  );

  constructor() {
    inject(Commands).contribute(
      [this.stages, stagesOf(this.stages, { vector: true })].flatMap((stages) =>
        stages.map(({ id, name }, k) => ({
          key: String(k + 1),
          does: name,
          elsewhere: () => stages.length !== this.shown().length,
          run: () => this.state.stage.set(id),
        })),
      ),
    );
  }
}
