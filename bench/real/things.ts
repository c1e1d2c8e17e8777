import { join } from 'node:path';
import sharp from 'sharp';
import {
  type ColourPicture,
  type CutMark,
  DrelkError,
  cutOut,
  distanceTransform,
  insidePolygon,
} from '@drelk/core';
import type { Cv } from '../../packages/core/src/testing/opencv';
import { random } from '../../packages/core/src/testing/pictures';
import { context, median, now } from '../measure';
import { loadOpenCv } from '../opencv';
import { HALVES, type Next, between, hashOf, isKeptAside, meanOf, overlap, pick, sizeOf } from './case';
import { fetched, filesBelow, photographs } from './fetch';
import { exposed, pictureOf } from './scene';
import { ordinary } from './surroundings';

/** A thing before a photograph: 1 where it is; and what a hand draws around it. */
interface Thing {
  picture: ColourPicture;
  truth: Uint8Array;
  loop: number[];
  /** Of the thing, in pixels. */
  size: number;
}

const COUNT = 80;
/** Photographs of single things among the stamps; drawn ones are told by their folder. */
const PHOTOGRAPHED =
  /^(animals|food|plants|naturalforms|household|vehicles|clothes|hobbies|sports)\/.*\.png$/;

/** What a cut comes to for each thing: by its loop alone, and after each of two strokes where it was most wrong. */
export async function things(words: readonly string[]): Promise<void> {
  const share = fetched();
  const stamps = filesBelow(join(share, 'tuxpaint/stamps'), /\.png$/).filter(
    (file) => PHOTOGRAPHED.test(file.split('/stamps/')[1]) && !/cartoon|_mirror|_flip/.test(file),
  );
  const photos = photographs(share);
  const cv = words.includes('reference') ? (await loadOpenCv()).cv : undefined;
  const rows: { name: string; ious: number[]; times: number[]; reference?: { iou: number; time: number } }[] =
    [];
  for (let k = 0; k < COUNT; k++) {
    const file = stamps[Math.floor(((k + 0.5) * stamps.length) / COUNT)];
    const name = `thing ${file.split('/').pop() ?? ''}`;
    if (words.includes('open') && isKeptAside(name)) continue;
    if (words.includes('some') && k % 4 > 0) continue;
    const next = random(hashOf(name));
    const thing = await laidIn(file, pick(next, photos), next);
    if (!thing) continue;
    const marks: CutMark[] = [];
    const ious: number[] = [];
    const times: number[] = [];
    let found = new Uint8Array(0);
    for (let stroke = 0; stroke <= 2; stroke++) {
      if (stroke > 0) marks.push(strokeWhereWrong(thing, found));
      const begun = now();
      found = cutAs(thing, marks);
      times.push(now() - begun);
      ious.push(overlap(found, thing.truth));
    }
    const reference = cv && referenceOf(cv, thing);
    rows.push({ name, ious, times, reference });
    if (words.includes('each') && !isKeptAside(name))
      console.log(
        `${name} ${thing.picture.width}x${thing.picture.height} ${ious.map((v) => v.toFixed(3)).join(' ')} ${times.map((t) => t.toFixed(0)).join(' ')} ${reference ? `reference ${reference.iou.toFixed(3)} ${reference.time.toFixed(0)}` : ''}`,
      );
    if (words.includes('contact') && !isKeptAside(name)) await look(thing, found, marks, name, ious);
  }
  for (const [half, isMine] of HALVES) {
    const mine = rows.filter(({ name }) => isMine(name));
    if (mine.length === 0) continue;
    const mean = (values: number[]) => meanOf(values).toFixed(3);
    console.log(`\nThings cut out, ${half}: ${mine.length}\n`);
    console.log('| by | mean IoU | median | worst | median ms |');
    console.log('|---|---|---|---|---|');
    ['loop alone', 'one stroke', 'two strokes'].forEach((by, k) => {
      const ious = mine.map((row) => row.ious[k]);
      const ms = median(mine.map((row) => row.times[k])).toFixed(0);
      console.log(
        `| ${by} | ${mean(ious)} | ${median(ious).toFixed(3)} | ${Math.min(...ious).toFixed(3)} | ${ms} |`,
      );
    });
    const theirs = mine.flatMap(({ reference }) => reference ?? []);
    if (theirs.length > 0) {
      const ious = theirs.map(({ iou }) => iou);
      console.log(
        `| the reference, loop alone | ${mean(ious)} | ${median(ious).toFixed(3)} | ${Math.min(...ious).toFixed(3)} | ${median(theirs.map(({ time }) => time)).toFixed(0)} |`,
      );
    }
  }
}

/** Lays a stamp into a photograph; nothing where it fills its own frame. */
async function laidIn(file: string, photo: string, next: Next): Promise<Thing | undefined> {
  const size = sizeOf(next, 0.4, 1.4);
  const ground = await pictureOf(sharp(photo).resize(size.width, size.height, { fit: 'cover' }));
  const side = Math.round(between(next, 0.3, 0.75) * Math.min(size.width, size.height));
  const stamp = await pictureOf(
    sharp(file).trim().resize(side, side, { fit: 'inside', kernel: 'cubic' }).ensureAlpha(),
  );
  let solid = 0;
  for (let i = 3; i < stamp.data.length; i += 4) solid += stamp.data[i] > 127 ? 1 : 0;
  const filled = solid / (stamp.width * stamp.height);
  if (filled < 0.08 || filled > 0.93) return undefined;
  const [left, top] = [size.width - stamp.width, size.height - stamp.height].map((room) =>
    Math.round(room * between(next, 0.2, 0.8)),
  );
  const truth = new Uint8Array(size.width * size.height);
  const light = new Float32Array(3 * truth.length);
  for (let i = 0; i < truth.length; i++)
    for (let c = 0; c < 3; c++) light[3 * i + c] = ground.data[4 * i + c];
  for (let y = 0, j = 0; y < stamp.height; y++) {
    for (let x = 0; x < stamp.width; x++, j += 4) {
      const i = (top + y) * size.width + left + x;
      const share = stamp.data[j + 3] / 255;
      truth[i] = share > 0.5 ? 1 : 0;
      for (let c = 0; c < 3; c++) light[3 * i + c] += (stamp.data[j + c] - light[3 * i + c]) * share;
    }
  }
  const exposure = { ...ordinary(next, size), shadow: undefined, glare: undefined };
  const picture = await exposed({ ...size, data: light }, exposure, next);
  return { picture, truth, loop: loopAround(truth, size, side, next), size: side };
}

/** A loop as a hand draws it: some way outside, and not evenly. */
function loopAround(
  truth: Uint8Array,
  { width, height }: { width: number; height: number },
  size: number,
  next: Next,
): number[] {
  let [sx, sy, n] = [0, 0, 0];
  truth.forEach((inside, i) => {
    if (!inside) return;
    sx += i % width;
    sy += Math.floor(i / width);
    n++;
  });
  const [cx, cy] = [sx / n, sy / n];
  const ANGLES = 40;
  const far = new Float64Array(ANGLES);
  truth.forEach((inside, i) => {
    if (!inside) return;
    const [dx, dy] = [(i % width) - cx, Math.floor(i / width) - cy];
    const k = Math.round(((Math.atan2(dy, dx) + 2 * Math.PI) / (2 * Math.PI)) * ANGLES) % ANGLES;
    far[k] = Math.max(far[k], Math.hypot(dx, dy));
  });
  return Array.from(far, (_, k) => {
    const reach = Math.max(...[-2, -1, 0, 1, 2].map((d) => far[(k + d + ANGLES) % ANGLES]));
    const radius = reach + size * between(next, 0.04, 0.12);
    const angle = (k / ANGLES) * 2 * Math.PI;
    return [
      Math.min(width - 1, Math.max(0, cx + radius * Math.cos(angle))),
      Math.min(height - 1, Math.max(0, cy + radius * Math.sin(angle))),
    ];
  }).flat();
}

function cutAs({ picture, loop }: Thing, marks: readonly CutMark[]): Uint8Array<ArrayBuffer> {
  try {
    return Uint8Array.from(cutOut(picture, { loop, marks }, context).data, (tone) => (tone < 128 ? 1 : 0));
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
    return new Uint8Array(picture.width * picture.height);
  }
}

/** A stroke along the inside of the thickest of what is wrong. */
function strokeWhereWrong({ picture, truth, size }: Thing, found: Uint8Array): CutMark {
  const { width, height } = picture;
  const wrong = truth.map((inside, i) => (inside === found[i] ? 0 : 1));
  const depth = distanceTransform(wrong, width, height, 0).distance;
  let deepest = 0;
  for (let i = 0; i < depth.length; i++) if (depth[i] > depth[deepest]) deepest = i;
  const pen = Math.max(3, Math.min(size * 0.03, 1.4 * depth[deepest]));
  const [x, y] = [deepest % width, Math.floor(deepest / width)];
  const run = (dx: number, dy: number) => {
    let length = 0;
    for (; length < size / 3; length++) {
      const [px, py] = [Math.round(x + dx * (length + 1)), Math.round(y + dy * (length + 1))];
      if (px < 0 || py < 0 || px >= width || py >= height) break;
      if (depth[py * width + px] < pen * 0.6 || truth[py * width + px] !== truth[deepest]) break;
    }
    return length;
  };
  const lines = Array.from({ length: 8 }, (_, k) => {
    const [dx, dy] = [Math.cos((k * Math.PI) / 8), Math.sin((k * Math.PI) / 8)];
    const [back, on] = [run(-dx, -dy), run(dx, dy)];
    return { length: back + on, points: [x - dx * back, y - dy * back, x + dx * on, y + dy * on] };
  });
  const [longest] = lines.sort((a, b) => b.length - a.length);
  return {
    says: truth[deepest] ? 'in' : 'out',
    width: pen,
    points: longest.points.map((value) => value + 0.5),
  };
}

/** The reference library's own foreground extraction, five rounds, on the same loop. */
function referenceOf(cv: Cv, { picture, truth, loop }: Thing): { iou: number; time: number } {
  const { width, height } = picture;
  const coloured = new cv.Mat(height, width, cv.CV_8UC4);
  coloured.data.set(picture.data);
  const plain = new cv.Mat();
  cv.cvtColor(coloured, plain, cv.COLOR_RGBA2RGB);
  const polygon = Float64Array.from(loop);
  const inside = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) inside[y * width + x] = insidePolygon(polygon, x + 0.5, y + 0.5) ? 3 : 0;
  const mask = cv.matFromArray(height, width, cv.CV_8UC1, Array.from(inside));
  const [outer, inner] = [new cv.Mat(), new cv.Mat()];
  const begun = now();
  cv.grabCut(plain, mask, new cv.Rect(0, 0, width, height), outer, inner, 5, cv.GC_INIT_WITH_MASK);
  const time = now() - begun;
  const found = Uint8Array.from(mask.data, (value) => value & 1);
  [coloured, plain, mask, outer, inner].forEach((mat) => mat.delete());
  return { iou: overlap(found, truth), time };
}

let looked = 0;

/** The picture with what was found lit, and the strokes. */
async function look(
  { picture, loop }: Thing,
  found: Uint8Array,
  marks: CutMark[],
  name: string,
  ious: number[],
) {
  const { width, height } = picture;
  const data = Buffer.from(picture.data);
  found.forEach((inside, i) => {
    if (inside) return;
    for (let c = 0; c < 3; c++) data[4 * i + c] = data[4 * i + c] * 0.25 + 160 * 0.75;
  });
  const pairs = (points: readonly number[]) => points.map((v) => v.toFixed(1)).join(' ');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><polygon points="${pairs(loop)}" fill="none" stroke="#f0f" stroke-width="2"/>${marks.map((mark) => `<polyline points="${pairs(mark.points)}" fill="none" stroke="${mark.says === 'in' ? '#0c0' : '#e00'}" stroke-width="${mark.width}" stroke-linecap="round"/>`).join('')}<text x="4" y="24" font-size="24" fill="#000">${name} ${ious.map((v) => v.toFixed(2)).join(' ')}</text></svg>`;
  await sharp(data, { raw: { width, height, channels: 4 } })
    .composite([{ input: Buffer.from(svg) }])
    .png()
    .toFile(`.cache/real/thing-${looked++}.png`);
}
