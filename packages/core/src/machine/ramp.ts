import { type Contour, type Segment, alongOf, endOf, onAt, partBetween, placeOn } from '../geometry';

/** A round of a mill: the way down along a closed run, and the whole run from there, which clears the slope again. */
export interface Round {
  ramp: Contour;
  work: Contour;
}

/** Rounds of a closed run, each from where the one before ended, going down along so much of it, around as often as need be. */
export function roundsOf(run: Contour, ramp: number, passes: number): Round[] {
  const rounds: Round[] = [];
  let from = run;
  for (let pass = 0; pass < passes; pass++) {
    const along = alongOf(from);
    const [begin, end] = [onAt(along, 0), onAt(along, ramp)];
    const whole = Math.floor(ramp / along.length);
    const segments: Segment[] = Array.from({ length: whole }, () => from.segments).flat();
    // What is left of less than a whole time around.
    if (ramp - whole * along.length > 0) segments.push(...partBetween(from, begin, end));
    const down = { start: from.start, segments, closed: false };
    const work = { start: placeOn(from, end), segments: partBetween(from, end, end), closed: true };
    rounds.push({ ramp: down, work: { ...work, start: endOf(down) } });
    from = work;
  }
  return rounds;
}
