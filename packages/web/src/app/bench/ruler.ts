import { inchFraction } from '@drelk/core';
import type { Eye } from '../drawing/layout';

/** One mark of a ruler: its place on screen, its height as a share, and its figure if it has one. */
export interface Tick {
  at: number;
  height: number;
  figure?: string;
}

const STEPS_MM = [
  0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000,
];
const STEPS_IN = [1 / 64, 1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 2, 5, 10, 20, 50, 100, 200, 500];
/** Least distance between two figures on screen. */
const APART = 56;

/**
 * Marks of a ruler of `length` screen pixels. `zero` is where the piece's origin lies on the picture, in
 * its pixels; figures are in the unit, finer marks halve or fifth the step.
 */
export function rulerTicks(
  length: number,
  eye: Pick<Eye, 'scale'> & { offset: number },
  zero: number,
  millimetresPerPixel: number,
  units: 'mm' | 'in',
): Tick[] {
  const unit = units === 'in' ? 25.4 : 1;
  const screenPerUnit = (eye.scale / millimetresPerPixel) * unit;
  const steps = units === 'in' ? STEPS_IN : STEPS_MM;
  const step = steps.find((candidate) => candidate * screenPerUnit >= APART) ?? steps[steps.length - 1];
  const parts = units === 'in' && step <= 1 ? 4 : 5;
  const origin = eye.offset + zero * eye.scale;
  const small = step / parts;
  const first = Math.ceil(-origin / screenPerUnit / small);
  const last = Math.floor((length - origin) / screenPerUnit / small);
  const ticks: Tick[] = [];
  for (let k = first; k <= last; k++) {
    const whole = k % parts === 0;
    const at = origin + k * small * screenPerUnit;
    ticks.push(whole ? { at, height: 1, figure: figureOf(k / parts, step, units) } : { at, height: 0.4 });
  }
  return ticks;
}

function figureOf(count: number, step: number, units: 'mm' | 'in'): string {
  if (units === 'in') return inchFraction(Math.round(64 * count * step));
  return String(Number((count * step).toFixed(step < 0.05 ? 3 : step < 1 ? 2 : 0)));
}
