import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import {
  type Homography,
  type Shape,
  contoursOf,
  newJob,
  newMemory,
  startRun,
  pathData,
  quietContext,
  pictureResult,
} from '@drelk/core';
import { type SourceDrawing, shapesOf } from './drawing';
import { HILL_TONES, LABEL_COLOURS, RING, hill, label, leaf, ring, teapot } from './drawings/flat';
import { moth } from './drawings/moth';
import { FRONT, JUG, front, frontSurroundings, jug, jugSurroundings } from './drawings/night';
import { BRACKET, SIGN, TAG, script, sign, sketch, tag } from './drawings/scenes';
import { drawFinished } from './finished';
import { oldCutFile } from './old-cut-file';
import { type CameraPose, type PhotoModel, aged, blurred, cornersSeen, photograph, sheetTo } from './photo';
import { type FloatPicture, type Surroundings, encoder, render } from './render';

const demo = join(process.cwd(), 'demo');
for (const folder of ['pictures', 'truth', 'shelf']) mkdirSync(join(demo, folder), { recursive: true });

/** Keeps the exact geometry of a picture: areas and strokes in drawing units, and how they became pixels. */
function keepTruth(name: string, drawing: SourceDrawing, more: Record<string, unknown>): void {
  const { width, height, areas, strokes } = drawing;
  const truth = { drawing: { width, height, areas, strokes }, ...more };
  writeFileSync(join(demo, 'truth', `${name}.json`), `${JSON.stringify(truth, null, 1)}\n`);
}

/** Shapes as path data, outer contour first, at the picture's pixels. */
const shapeData = (shapes: Shape[]) =>
  shapes.map(({ outer, holes }) => [outer, ...holes].map((contour) => pathData(contour, 0, 0, 6)));

const picture = (file: string) => join(demo, 'pictures', file);

/** A PNG without its pHYs chunk: clean art has no size of its own, but the encoder writes one always. */
function withoutDensity(png: Buffer): Buffer {
  const kept = [png.subarray(0, 8)];
  for (let at = 8; at < png.length;) {
    const end = at + 12 + png.readUInt32BE(at);
    if (png.toString('latin1', at + 4, at + 8) !== 'pHYs') kept.push(png.subarray(at, end));
    at = end;
  }
  return Buffer.concat(kept);
}

async function cleanArt(
  name: string,
  drawing: SourceDrawing,
  more: Record<string, unknown> = {},
): Promise<void> {
  const png = await encoder(await render(drawing, 1))
    .png({ compressionLevel: 9, palette: false })
    .toBuffer();
  writeFileSync(picture(`${name}.png`), withoutDensity(png));
  keepTruth(name, drawing, {
    picture: `${name}.png`,
    pixelsPerUnit: 1,
    shapes: shapeData(shapesOf(drawing)),
    ink: ['#000'],
    ...more,
  });
}

/** Photographs a sheet rendered `scale` pixels to its unit. */
async function photo(
  name: string,
  drawing: SourceDrawing,
  scale: number,
  pose: CameraPose,
  model: PhotoModel,
  more: Record<string, unknown>,
  around?: Surroundings,
): Promise<void> {
  const sheet = await render(drawing, scale, '#fff', around);
  const corners = cornersSeen(drawing, model, pose);
  const toPhoto = sheetTo(sheet.width, sheet.height, corners);
  const shot = photograph(sheet, toPhoto, model);
  await encoder(shot)
    .jpeg({ quality: 82 })
    .toFile(picture(`${name}.jpg`));
  const unitsToPhoto: Homography = sheetTo(drawing.width, drawing.height, corners);
  keepTruth(name, drawing, {
    picture: `${name}.jpg`,
    corners: corners.flatMap(({ x, y }) => [x, y]),
    unitsToPhoto,
    ...more,
  });
}

async function noisy(
  drawing: SourceDrawing,
  sigma: number,
  tones: number,
  seed: number,
  ground: string,
): Promise<FloatPicture> {
  const flat = await render(drawing, 1, ground);
  const identity = [1, 0, 0, 0, 1, 0, 0, 0, 1];
  const { width, height } = flat;
  const still = { ground: [255, 255, 255] as [number, number, number], falloff: { x: 0, y: 0, lost: 0 } };
  return photograph(flat, identity, { ...still, width, height, blur: sigma, noise: tones, seed });
}

await cleanArt('01-moth', moth);

const small = await render(moth, 0.2);
await encoder(small).jpeg({ quality: 45 }).toFile(picture('02-moth-small.jpg'));
keepTruth('02-moth-small', moth, {
  picture: '02-moth-small.jpg',
  pixelsPerUnit: 0.2,
  shapes: shapeData(shapesOf(moth)),
  ink: ['#000'],
});

await photo(
  '03-stall-sign',
  sign,
  4,
  { focal: 1650, distance: 760, tilt: -17, pan: 22, roll: -3, shift: [20, 10] },
  {
    width: 1600,
    height: 1000,
    ground: [128, 118, 104],
    falloff: { x: 520, y: 380, lost: 0.45 },
    glare: { x: 1010, y: 330, radius: 120, strength: 105 },
    blur: 0.8,
    noise: 4,
    seed: 3,
  },
  { millimetres: SIGN, ink: [SIGN.paint] },
);

const scanned = aged(await render(script, 1, '#f3efe4'), 4, 260, 60, [52, 60, 96]);
const soft = blurred(scanned, 0.6);
await encoder(soft).jpeg({ quality: 88 }).withMetadata({ density: 300 }).toFile(picture('04-open-late.jpg'));
keepTruth('04-open-late', script, {
  picture: '04-open-late.jpg',
  pixelsPerUnit: 1,
  density: 300,
  ink: ['#1d2a55'],
});

await photo(
  '05-bracket-sketch',
  sketch,
  15,
  { focal: 2500, distance: 226, tilt: 19, pan: -7, roll: 2, shift: [25, -30] },
  {
    width: 2400,
    height: 1800,
    ground: [96, 84, 72],
    falloff: { x: 500, y: 340, lost: 0.3 },
    blur: 0.6,
    noise: 3,
    seed: 5,
  },
  {
    millimetres: BRACKET,
    ruler: { from: [20, 100], to: [140, 100], length: 120 },
    ink: ['#4a4a4e', '#222222'],
  },
);

await cleanArt('06-teapot', teapot);
// In two tones the label's ink is whatever lies an odd number of contours deep, its paper ground left out.
const labelInk = { ...label, areas: label.areas.slice(1).map((area) => ({ ...area, colour: '#000' })) };
await cleanArt('07-tin-label', label, {
  colours: LABEL_COLOURS,
  shapes: shapeData(shapesOf(labelInk)),
  ink: [LABEL_COLOURS.night, LABEL_COLOURS.leaf, LABEL_COLOURS.clay],
});
await cleanArt('08-leaf', leaf);

const ringScan = await noisy(ring, 0.4, 2, 9, '#fff');
await encoder(ringScan)
  .greyscale()
  .png()
  .withMetadata({ density: 300 })
  .toFile(picture('09-sealing-ring.png'));
keepTruth('09-sealing-ring', ring, {
  picture: '09-sealing-ring.png',
  pixelsPerUnit: 1,
  density: 300,
  millimetres: RING,
  shapes: shapeData(shapesOf(ring)),
  ink: ['#000'],
});

await cleanArt('10-tea-hill', hill, { tones: HILL_TONES, ink: HILL_TONES });

await photo(
  '11-tag-on-a4',
  tag,
  6,
  { focal: 1700, distance: 400, tilt: 26, pan: 9, roll: -4, shift: [-10, -6] },
  {
    width: 1600,
    height: 1150,
    ground: [88, 96, 92],
    falloff: { x: 900, y: 300, lost: 0.3 },
    blur: 0.7,
    noise: 3,
    seed: 11,
  },
  { millimetres: { sheet: [297, 210], tag: TAG }, ink: ['#7a3b2c'] },
);

await photo(
  '13-night-front',
  front,
  2.2,
  { focal: 1500, distance: 820, tilt: -6, pan: 14, roll: 2 },
  {
    width: 1500,
    height: 950,
    ground: [30, 26, 24],
    falloff: { x: 760, y: 430, lost: 0.65 },
    glare: { x: 1120, y: 330, radius: 150, strength: 70 },
    blur: 0.9,
    noise: 6,
    seed: 13,
  },
  { ink: [FRONT.paint] },
  frontSurroundings,
);

await photo(
  '14-tea-jug',
  jug,
  2.4,
  { focal: 1500, distance: 640, tilt: 8, pan: -6, roll: 3 },
  {
    width: 1400,
    height: 1050,
    ground: [110, 110, 100],
    falloff: { x: 420, y: 300, lost: 0.4 },
    glare: { x: 980, y: 240, radius: 180, strength: 40 },
    blur: 1,
    noise: 4,
    seed: 14,
  },
  { ink: [JUG.glaze] },
  jugSurroundings,
);

const old = oldCutFile();
writeFileSync(picture('12-old-lettering.dxf'), old.dxf);
writeFileSync(
  join(demo, 'truth', '12-old-lettering.json'),
  `${JSON.stringify({ picture: '12-old-lettering.dxf', contours: old.contours.map((contour) => pathData(contour, 0, 0, 6)) }, null, 1)}\n`,
);

/** A small picture as the shelf shows it: filled paths on paper. */
async function onShelf(name: string, paths: string, width: number, height: number): Promise<void> {
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="336" height="236" viewBox="0 0 ${width} ${height}">` +
    `<path d="${paths}" fill="#4a5580" fill-rule="evenodd"/></svg>`;
  await sharp(Buffer.from(svg))
    .extend({ top: 12, bottom: 12, left: 12, right: 12, background: '#fffdf8' })
    .flatten({ background: '#fffdf8' })
    .webp({ quality: 85 })
    .toFile(join(demo, 'shelf', `${name}.webp`));
}

/** Small pictures of the demo jobs: their own paths. */
for (const file of ['01-moth.png', '07-tin-label.png', '08-leaf.png', '09-sealing-ring.png']) {
  const { data, info } = await sharp(picture(file)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const source = { blob: '', name: file, kind: 'png', width, height, density: null, notes: [] };
  const decoded = { key: file, picture: { width, height, data: new Uint8Array(data) }, reduction: 1 };
  const { line } = startRun({ document: newJob(source), source: decoded }, newMemory(), quietContext).take(
    pictureResult,
  ).artwork.traced;
  const paths = contoursOf(line.shapes)
    .map((contour) => pathData(contour))
    .join('');
  await onShelf(file.replace('.png', ''), paths, width, height);
}
const lettering = old.contours.map((contour) => pathData(contour)).join('');
await onShelf('12-old-lettering', lettering, 376.2857, 60);
await drawFinished(demo);
