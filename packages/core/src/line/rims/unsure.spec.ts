import { random } from '../../testing/pictures';
import type { ContourSet } from './contours';
import { jitterAlong } from './jitter';
import { measured } from '../chain/loop';
import { withJitter } from './unsure';

/** Points a pixel apart around a house of level and upright walls, whose roof is off by some noise across it. */
function house(noise: number): number[] {
  const next = random(3);
  const normal = () => Array.from({ length: 12 }, next).reduce((sum, value) => sum + value, -6);
  const corners = [
    [20, 120],
    [130, 20],
    [240, 120],
    [240, 400],
    [20, 400],
  ];
  return corners.flatMap(([x, y], k) => {
    const [toX, toY] = corners[(k + 1) % corners.length];
    const count = Math.round(Math.hypot(toX - x, toY - y));
    const [ux, uy] = [(toX - x) / count, (toY - y) / count];
    const size = Math.abs(ux * uy) > 0 ? noise : 0;
    return Array.from({ length: count }, (_, i) => {
      const off = size * normal();
      return [x + ux * i - uy * off, y + uy * i + ux * off];
    }).flat();
  });
}

const setOf = (...loops: number[][]): ContourSet => ({
  points: Float64Array.from(loops.flat()),
  starts: Uint32Array.from(loops.reduce((all, loop) => [...all, (all.at(-1) ?? 0) + loop.length / 2], [0])),
  parents: new Int32Array(loops.length).fill(-1),
  holes: new Uint8Array(loops.length),
});

/** Most of a house runs level and upright: compression leaves that alone, however much it does to its roof. */
it('is as unsure of a rim as the part of it is that tells, however much of it tells nothing', () => {
  const noise = 0.1;
  const { unsure } = withJitter(setOf(house(noise)));
  expect(unsure?.[0]).toBeGreaterThan(5 * noise * 0.75);
  expect(unsure?.[0]).toBeLessThan(5 * noise * 1.4);
});

it('is sure of clean rims, and takes no form for jitter where the others of a picture show none', () => {
  const wave = Array.from({ length: 300 }, (_, k) => {
    const angle = (2 * Math.PI * k) / 300;
    const reach = 48 + 2 * Math.sin(24 * angle);
    return [400 + reach * Math.cos(angle), 200 + reach * Math.sin(angle)];
  }).flat();
  expect([...(withJitter(setOf(house(0), house(0), wave)).unsure ?? [])]).toEqual([0, 0, 0]);
});

it('hears nothing of what is level or short', () => {
  const places = house(0.1);
  const [x, y] = [0, 1].map((axis) => Float64Array.from(places.filter((_, i) => i % 2 === axis)));
  const told = jitterAlong(measured(x, y));
  expect(told.length).toBeGreaterThan(4);
  expect(Math.min(...told)).toBeGreaterThan(0.04);
  expect(jitterAlong(measured(x.slice(0, 90), y.slice(0, 90)))).toEqual([]);
});
