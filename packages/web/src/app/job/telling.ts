import type { ProblemService } from '../shared/problem.service';

/** Does what a typed figure asks for; says what is wrong with one that cannot be read. */
export function telling(problems: Pick<ProblemService, 'tell'>, does: () => void): void {
  try {
    does();
  } catch (problem) {
    problems.tell(problem);
  }
}
