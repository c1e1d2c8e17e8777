import type { Context } from '../../context';
import type { ColourPicture } from '../../raster';
import { newJob } from '../document/document';
import { newMemory, startRun } from '../graph';
import { pictureResult } from '../steps';
import { norm } from '../../norm';

const WIDTH = 420;
const HEIGHT = 300;

/** Rings and waves on grainy ground: something of all that pictures have, made by arithmetic. */
function pattern(grain: number): ColourPicture {
  const data = new Uint8Array(4 * WIDTH * HEIGHT);
  // A linear congruential generator (Numerical Recipes, from memory).
  let state = 1;
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const ring = Math.abs(norm(x - 110, y - 150) - 60) - 14;
    const wave = 20 * Math.sin(x / 9) * Math.cos(y / 7) + 10 * Math.sin((x + y) / 3.1);
    const distance = x < 210 ? ring : wave;
    const tone = 128 + 110 * Math.max(-1, Math.min(1, distance)) + grain * (state / 2 ** 32 - 0.5);
    data.set([tone, tone, tone, 255], 4 * i);
  }
  return { width: WIDTH, height: HEIGHT, data };
}

/** Runs the stages on small pictures of its own, so that what is hot has been compiled before the first picture comes. */
export function warmUp(context: Context): void {
  [0, 30].forEach((grain, k) => {
    const name = `pattern ${k}`;
    const source = { blob: '', name, kind: 'png', width: WIDTH, height: HEIGHT, density: null, notes: [] };
    const job = newJob(source);
    const document = grain > 0 ? { ...job, ink: { ...job.ink, kind: 'photo' as const } } : job;
    const decoded = { key: name, picture: pattern(grain), reduction: 1 };
    startRun({ document, source: decoded }, newMemory(), context).take(pictureResult);
  });
}
