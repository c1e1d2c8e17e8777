import { Injectable, inject } from '@angular/core';
import { EngineService } from '../../engine/engine.service';
import { ProblemService } from '../../shared/problem.service';
import { BenchState } from '../../view/bench-state';
import { JobLengths } from '../job-lengths';
import { ShownResult } from '../shown-result';
import { JobStore } from '../store/job-store';

/** What a tool in the hand may reach; each says which of it that is. */
@Injectable()
export class ToolWork {
  readonly store = inject(JobStore);
  readonly bench = inject(BenchState);
  readonly engine = inject(EngineService);
  readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  readonly problems = inject(ProblemService);
}
