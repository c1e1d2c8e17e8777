import sharp from 'sharp';
import type { ColourPicture } from '@drelk/core';
import { random } from '../../packages/core/src/testing/pictures';
import { percentile, print } from '../measure';
import { promiseRows } from './promise';
import { type Score, scoreShape } from './score';
import { fontShapes, generatedShapes, iconShapes } from './sets';
import { strokeRows } from './strokes';
import { type TrueShape, overlaps } from './true-shape';

/** Blurred by a pixel, with noise of 8 of 255, and saved as a JPEG of quality 75. */
async function spoiled(picture: ColourPicture): Promise<ColourPicture> {
  const { width, height } = picture;
  const next = random(7);
  // The standard deviation of a sum of twelve even numbers from 0 to 1 is 1.
  const normal = () => Array.from({ length: 12 }, next).reduce((sum, value) => sum + value, -6);
  const blurred = await sharp(picture.data, { raw: { width, height, channels: 4 } })
    .blur(1)
    .greyscale()
    .raw()
    .toBuffer();
  const noisy = Uint8Array.from(blurred, (tone) =>
    Math.min(255, Math.max(0, Math.round(tone + 8 * normal()))),
  );
  const jpeg = await sharp(noisy, { raw: { width, height, channels: 1 } })
    .jpeg({ quality: 75 })
    .toBuffer();
  const data = await sharp(jpeg).toColourspace('srgb').ensureAlpha().raw().toBuffer();
  return { width, height, data: new Uint8Array(data) };
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const all = (scores: readonly Score[], of: (score: Score) => Iterable<number>) =>
  scores.flatMap((score) => [...of(score)]);
const sum = (scores: readonly Score[], of: (score: Score) => number) =>
  scores.reduce((total, score) => total + of(score), 0);

function row(scores: readonly Score[]): Record<string, string> {
  const contour = all(scores, (score) => score.contour);
  const fitted = all(scores, (score) => score.fitted);
  const circles = scores.flatMap((score) => score.circles);
  const share = (a: number, b: number) => (a / b).toFixed(3);
  return {
    shapes: `${scores.length}`,
    'contour mean': mean(contour).toFixed(4),
    'fitted mean': mean(fitted).toFixed(4),
    'fitted p95': percentile(fitted, 0.95).toFixed(4),
    'fitted worst': Math.max(...scores.map((score) => Math.max(...score.fitted))).toFixed(2),
    'nodes / designed': share(
      sum(scores, (score) => score.nodes),
      sum(scores, (score) => score.shape.nodes),
    ),
    'corners precision': share(
      sum(scores, ({ corners }) => corners.right),
      sum(scores, ({ corners }) => corners.found),
    ),
    'corners recall': share(
      sum(scores, ({ corners }) => corners.seen),
      sum(scores, ({ corners }) => corners.asked),
    ),
    'circles: centre, radius': circles.length
      ? `${mean(circles.map(({ centre }) => centre)).toFixed(4)}, ${mean(circles.map(({ radius }) => radius)).toFixed(4)}`
      : '',
    'crossings, open contours': `${sum(scores, ({ crossings }) => crossings)}, ${sum(scores, ({ open }) => open)}`,
    'topology kept': `${scores.filter((score) => score.topology).length}`,
  };
}

const RUNS: [string, number, typeof spoiled | undefined][] = [
  ['96 px', 96, undefined],
  ['256 px', 256, undefined],
  ['256 px, blur 1, noise 8, JPEG 75', 256, spoiled],
];

/** Prints how near the traced shapes of every set come to their truth; with `each` also the worst ones by name; `only` the sizes that begin so. */
export async function accuracy(each: boolean, only?: string): Promise<void> {
  const sets: TrueShape[] = [];
  for (const shape of [...generatedShapes(), ...fontShapes(), ...iconShapes()])
    if (!(await overlaps(shape))) sets.push(shape);
  for (const [title, size, spoil] of RUNS) {
    if (only && !title.startsWith(only)) continue;
    const scores: Score[] = [];
    for (const shape of sets) scores.push(await scoreShape(shape, size, spoil));
    const of = (set: string) => row(scores.filter((score) => score.shape.set === set));
    print(`Accuracy at ${title}; distances in pixels`, {
      generated: of('generated'),
      fonts: of('fonts'),
      icons: of('icons'),
      all: row(scores),
    });
    if (each) printWorst(scores);
  }
  await strokes();
  print('What Line promises of any picture, tolerance 0.333 px', await promiseRows());
}

/** Prints how near centrelines come to the lines that were drawn. */
async function strokes(): Promise<void> {
  print(
    'Centrelines of strokes 3, 5, 8 and 12 pixels wide, round and straight ends; distances in pixels',
    await strokeRows(),
  );
}

function printWorst(scores: readonly Score[]): void {
  const p95 = ({ fitted }: Score) => percentile([...fitted], 0.95);
  for (const score of [...scores].sort((a, b) => p95(b) - p95(a)).slice(0, 12)) {
    const { shape, fitted, nodes, corners } = score;
    console.log(
      `${shape.name}: p95 ${p95(score).toFixed(3)}, worst ${Math.max(...fitted).toFixed(2)}, ` +
        `nodes ${nodes} of ${shape.nodes}, corners ${corners.seen} of ${corners.asked}, ` +
        `${corners.found - corners.right} false, topology ${score.topology ? 'kept' : 'lost'}`,
    );
  }
}
