import type { Workbench } from './workbench';

/** Does what a typed figure asks for; says what is wrong with one that cannot be read. */
export function telling(work: Pick<Workbench, 'tell'>, does: () => void): void {
  try {
    does();
  } catch (problem) {
    work.tell(problem);
  }
}
