import {
  type Contour,
  type DrawingPath,
  MATERIALS,
  type Process,
  TOOLS,
  circleContour,
  machineFor,
  rehearse,
  straightTime,
} from '@drelk/core';
import { median, now } from './measure';

const RUNS = 5;

/** Rehearsals in milliseconds: 2,000 contours strewn over a sheet, and an hour of work; ways between beside the shortest tree. */
export function rehearseRows(): Record<string, Record<string, string>> {
  return {
    '2,000 contours, laser': rowOf(strewn(2000, 600, 400), 'laser', 'card'),
    '2,000 contours, plasma': rowOf(strewn(2000, 4000, 3000), 'plasma', 'steel 3 mm'),
    'hours of pockets, router': rowOf(pockets(60), 'router', 'pine 18 mm'),
    'a pocket of curves, 280 mm': rowOf(
      [{ task: 'pocket', shape: { outer: WAVE, holes: [] } }],
      'router',
      'pine 18 mm',
    ),
    'a circle, off the closed formula': { 'in all': `${circleOff().toExponential(1)} s` },
  };
}

function rowOf(paths: readonly DrawingPath[], process: Process, name: string): Record<string, string> {
  const material = MATERIALS.find((one) => one.name === name);
  const tool = TOOLS.find((one) => one.process === process);
  if (!material || !tool) throw new Error(`no ${name}`);
  const machine = machineFor(material, tool);
  let last = rehearse(paths, machine);
  const times = Array.from({ length: RUNS }, () => {
    const begun = now();
    last = rehearse(paths, machine);
    return now() - begun;
  });
  const { seconds, between, bound, tracks, moves } = last;
  return {
    'in all': `${median(times).toFixed(0)} ms`,
    'machine time': `${(seconds / 60).toFixed(1)} min`,
    contours: String(tracks.length),
    moves: String(moves.length),
    'ways by the tree': `${(between / bound).toFixed(3)} x`,
  };
}

/** Discs that do not touch, at places that look like chance. */
export function strewn(count: number, width: number, height: number): DrawingPath[] {
  let seed = 17;
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
  const across = Math.ceil(Math.sqrt((count * width) / height));
  const cell = width / across;
  return Array.from({ length: count }, (_, k): DrawingPath => {
    const [column, row] = [k % across, Math.floor(k / across)];
    const radius = cell * (0.12 + 0.12 * random());
    const [x, y] = [random(), random()].map((share) => (share - 0.5) * (cell - 2.2 * radius));
    const centre = { x: (column + 0.5) * cell + x, y: (row + 0.5) * cell + y };
    return { task: 'cut-through', shape: { outer: circleContour(centre, radius), holes: [] } };
  });
}

/** A pocket whose rim goes in waves around a circle, in chords as DXF has them. */
const WAVE: Contour = (() => {
  const places = Array.from({ length: 1500 }, (_, k) => {
    const angle = (2 * Math.PI * k) / 1500;
    const radius = 130 + 10 * Math.sin(9 * angle);
    return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
  });
  const [start, ...rest] = places;
  return { start, segments: [...rest, start].map((to) => ({ kind: 'line', ...to })), closed: true };
})();

const pockets = (count: number): DrawingPath[] =>
  Array.from({ length: count }, (_, k): DrawingPath => ({
    task: 'pocket',
    shape: { outer: circleContour({ x: 110 * (k % 10), y: 110 * Math.floor(k / 10) }, 50), holes: [] },
  }));

/** Uniform acceleration: a circle in one go takes its length by its speed, and its speed by the acceleration. */
function circleOff(): number {
  const [material, tool] = [MATERIALS[0], TOOLS[0]];
  const { byTask } = rehearse(
    [{ task: 'cut-through', shape: { outer: circleContour({ x: 0, y: 0 }, 40), holes: [] } }],
    machineFor(material, tool),
  );
  const length = 2 * Math.PI * (40 + tool.width / 2);
  return Math.abs(
    byTask['cut-through'].seconds - straightTime(length, material.pace.cut, material.pace.acceleration),
  );
}
