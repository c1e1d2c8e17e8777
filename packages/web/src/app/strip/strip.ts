import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BenchState } from '../view/bench-state';
import { Commands } from '../job/keys/commands';
import { Workbench } from '../job/workbench';
import { STAGES, stagesOf } from '../view/stage';
import { StageThumb } from './stage-thumb';

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
          [ground]="work.ground()"
          [view]="work.view()"
          [picture]="work.picture() ?? work.glance()?.bitmap"
          [ink]="work.ink()"
        />
        <span class="name figure"
          ><b>{{ number + 1 }}</b> {{ row.stage.name }}</span
        >
        @if (row.mark) {
          <span class="mark" [class.older]="!work.isProven()">{{ row.mark }}</span>
        }
      </button>
    }
  `,
  styleUrl: './strip.scss',
})
export class Strip {
  readonly work = inject(Workbench);
  readonly state = inject(BenchState);
  private readonly stages = inject(STAGES);
  private readonly shown = computed(() => stagesOf(this.stages, this.work.store.document()));
  readonly rows = computed(() =>
    this.shown().map((stage, k) => {
      const told = stage.mark?.(this.work.proof());
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
