import { quietContext } from '../context';
import { mapPoint } from '../geometry';
import { componentsOf } from '../ink';
import { RECTANGLES, clingToMark } from '../square';
import { toGrey } from '../raster';
import { demoPicture } from '../testing/demo';
import { comparedWithTruth, readTruth, unitsToPixels } from '../testing/truth';
import type { JobDocument } from './document/document';
import { newMemory, startRun } from './graph';
import { foundWords, pictureResult } from './steps';

describe('ink with nothing touched, against what was drawn (intersection over union)', () => {
  it.each([
    ['01-moth.png', 'logo', 0.99],
    // Rough: 200 pixels wide, hard compression.
    ['02-moth-small.jpg', 'logo', 0.98],
    ['03-stall-sign.jpg', 'photo', 0.97],
    ['04-open-late.jpg', 'scan', 0.95],
    ['05-bracket-sketch.jpg', 'photo', 0.95],
    ['06-teapot.png', 'line', 0.99],
    ['07-tin-label.png', 'flat', 0.99],
    ['08-leaf.png', 'logo', 0.99],
    ['09-sealing-ring.png', 'scan', 0.99],
    ['10-tea-hill.png', 'relief', 0.99],
    ['11-tag-on-a4.jpg', 'photo', 0.95],
  ])('%s is seen as %s, at least %d', async (file, kind, least) => {
    const { traced, iou } = await comparedWithTruth(file);
    expect(traced.kind).toBe(kind);
    expect(iou).toBeGreaterThan(least);
  });
});

it('the words of the front at night are its ink when they alone are wanted', async () => {
  const { iou } = await comparedWithTruth('13-night-front.jpg', (document) => ({
    ...document,
    ink: { ...document.ink, words: 'all' },
  }));
  expect(iou).toBeGreaterThan(0.94);
});

it('one line of words is taken by a place in it', async () => {
  const { document, decoded } = await demoPicture('13-night-front.jpg');
  const memory = newMemory();
  const lines = startRun({ document, source: decoded }, memory, quietContext).take(foundWords);
  expect(lines.map(({ letters }) => letters)).toEqual([8, 6]);
  const { facts } = startRun(
    { document: { ...document, ink: { ...document.ink, words: lines[1].at } }, source: decoded },
    memory,
    quietContext,
  ).take(pictureResult);
  expect(facts.shapes).toBe(6);
});

it('the jug is cut out of its cloth by a loop, and is its silhouette', async () => {
  const loop = Array.from({ length: 40 }, (_, k) => (k / 40) * 2 * Math.PI).flatMap((angle) => [
    810 + 440 * Math.cos(angle),
    560 + 400 * Math.sin(angle),
  ]);
  const { iou } = await comparedWithTruth('14-tea-jug.jpg', (document) => ({
    ...document,
    ink: { ...document.ink, cut: { loop, marks: {}, gives: 'silhouette' } },
  }));
  expect(iou).toBeGreaterThan(0.97);
});

it('the script is one piece a word after one click, every speck gone', async () => {
  const bridge = (document: JobDocument): JobDocument => ({
    ...document,
    ink: { ...document.ink, clean: { ...document.ink.clean, gaps: 16 } },
  });
  const { traced, iou } = await comparedWithTruth('04-open-late.jpg', bridge);
  expect(iou).toBeGreaterThan(0.95);
  const { grey, level } = traced.ink.ink;
  expect(componentsOf({ ...grey, level }).count).toBe(2);
  expect(traced.ink.ink.cleaned.specks).toBeGreaterThan(150);
});

it('the tag’s width comes out within 0.5 % once its sheet is said to be A4 (ISO 216)', async () => {
  const { piece, truth } = await comparedWithTruth('11-tag-on-a4.jpg', (document) => ({
    ...document,
    square: { ...document.square, scale: { by: 'rectangle', name: 'a4', ...RECTANGLES.a4 } },
  }));
  const { tag } = (truth as unknown as { millimetres: { tag: { width: number; height: number } } })
    .millimetres;
  const box = piece.artwork;
  if (!box) throw new Error('no artwork');
  expect(piece.scale.source).toBe('rectangle');
  expect(Math.abs((box.right - box.left) / tag.width - 1)).toBeLessThan(0.005);
  expect(Math.abs((box.bottom - box.top) / tag.height - 1)).toBeLessThan(0.005);
});

it('the sketch’s scale comes out within 0.5 % from two places on its ruler', async () => {
  const { document, decoded } = await demoPicture('05-bracket-sketch.jpg');
  const truth = readTruth('05-bracket-sketch');
  const toPhoto = unitsToPixels(truth);
  const grey = toGrey(decoded.picture);
  // A hand points a few pixels beside the marks of 10 and 110 mm; the place clings to them.
  const click = (x: number) => {
    const { x: px, y: py } = mapPoint(toPhoto, { x, y: 103 });
    const { x: cx, y: cy } = clingToMark(grey, { x: px + 3, y: py - 2 });
    return [cx, cy] as [number, number];
  };
  const scaled: JobDocument = {
    ...document,
    square: { ...document.square, scale: { by: 'ruler', from: click(30), to: click(130), length: 100 } },
  };
  const { plan } = startRun({ document: scaled, source: decoded }, newMemory(), quietContext).take(
    pictureResult,
  ).artwork.traced;
  const place = (x: number, y: number) => mapPoint(plan.toResult, mapPoint(toPhoto, { x, y }));
  const [a, b, c] = [place(40, 30), place(130, 30), place(130, 70)];
  const millimetres = plan.scale.millimetresPerPixel ?? 0;
  expect(plan.scale.uncertainty).toBeLessThan(0.005);
  expect(Math.abs((Math.hypot(b.x - a.x, b.y - a.y) * millimetres) / 90 - 1)).toBeLessThan(0.005);
  expect(Math.abs((Math.hypot(c.x - b.x, c.y - b.y) * millimetres) / 40 - 1)).toBeLessThan(0.005);
});
