import { Component, computed, inject } from '@angular/core';
import { type Stage, STAGES } from '../bench/bench-state';
import { BenchState } from '../bench/bench-state';
import { Workbench } from '../job/workbench';
import { StageThumb } from './stage-thumb';

export const STAGE_NAMES: Record<Stage, string> = {
  square: 'Square up',
  ink: 'Ink',
  line: 'Line',
  piece: 'Piece',
  prove: 'Prove',
  handoff: 'Hand off',
};

/** The six stages as a column of live thumbnails. */
@Component({
  selector: 'drelk-strip',
  imports: [StageThumb],
  template: `
    @for (stage of stages; track stage; let number = $index) {
      <button
        type="button"
        [attr.aria-current]="state.stage() === stage ? 'step' : null"
        [attr.aria-label]="number + 1 + ' ' + names[stage] + (marks()[stage] ?? '')"
        (click)="state.stage.set(stage)"
      >
        <drelk-stage-thumb
          [stage]="stage"
          [view]="work.view()"
          [picture]="work.picture()"
          [ink]="work.ink()"
        />
        <span class="name figure"
          ><b>{{ number + 1 }}</b> {{ names[stage] }}</span
        >
        @if (marks()[stage]; as mark) {
          <span class="mark">{{ mark }}</span>
        }
      </button>
    }
  `,
  styleUrl: './strip.scss',
})
export class Strip {
  readonly work = inject(Workbench);
  readonly state = inject(BenchState);
  readonly stages = STAGES;
  readonly names = STAGE_NAMES;
  /** How many findings wait in Prove. */
  readonly marks = computed<Partial<Record<Stage, string>>>(() => {
    const count = this.work.view()?.proof.findings.length ?? 0;
    return count > 0 ? { prove: ` ${count} ${count === 1 ? 'finding' : 'findings'}` } : {};
  });
}
