import { execFileSync } from 'node:child_process';
import {
  type ColourPicture,
  type JobDocument,
  type PictureResult,
  PREVIEW_PIXELS,
  TIMED_PARTS,
  type TimedPart,
  madeJob,
  newJob,
  newMemory,
  pictureResult,
  reducedPicture,
  startRun,
} from '@drelk/core';
import { accuracy } from './accuracy/accuracy';
import { fileRows } from './files';
import { inkRows } from './ink';
import { handRows } from './hand';
import { handOffRows } from './handoff';
import { lineRows, noiseRow } from './line';
import { bounded, context, median, now, percentile, print, tellOver } from './measure';
import { loadOpenCv, opencvPolygons } from './opencv';
import { operationRows } from './operations';
import { pieceRows } from './piece';
import { proveRows } from './prove';
import { rehearseRows } from './rehearse';
import { twoTone } from './pictures';
import { flat } from './real/flat';
import { real } from './real/real';
import { things } from './real/things';
import { words } from './real/words';
import { regularityRows } from './treated/regularity';
import { treatedRows } from './treated/treated';

/** Milliseconds in which a preview has to be there while a slider moves. */
const DRAG = { median: 50, p95: 100 };

const source = ({ width, height }: ColourPicture) => ({
  blob: '',
  name: 'bench.png',
  kind: 'png',
  width,
  height,
  density: 300,
  notes: [],
});

/** One run of all stages from nothing. */
function whole(picture: ColourPicture): PictureResult & { timing: Record<TimedPart, number> } {
  const decoded = { key: 'bench', picture, reduction: 1 };
  const run = startRun({ document: newJob(source(picture)), source: decoded }, newMemory(), context);
  return { ...run.take(pictureResult), timing: run.timing() };
}

/** Peak memory of one run in a process of its own, the decoded picture included, in bytes a pixel. */
function memoryRow(megapixels: number): number {
  const script = process.argv[1];
  const text = execFileSync(process.execPath, [
    '--expose-gc',
    script,
    'memory',
    String(megapixels),
  ]).toString();
  return Number(text);
}

function measureMemory(megapixels: number): void {
  const warm = twoTone(1);
  whole(warm);
  globalThis.gc?.();
  const before = process.memoryUsage().rss;
  const picture = twoTone(megapixels);
  whole(picture);
  const peak = process.resourceUsage().maxRSS * 1024;
  process.stdout.write(String((peak - before) / (picture.width * picture.height)));
}

async function speed(): Promise<void> {
  const { cv } = await loadOpenCv();
  const rows: Record<string, Record<string, string>> = {};
  const perPixel: number[] = [];
  for (const [megapixels, runs] of [
    [1, 9],
    [12, 7],
    [48, 3],
  ]) {
    const picture = twoTone(megapixels);
    const results: ReturnType<typeof whole>[] = [];
    const totals: number[] = [];
    const theirs: number[] = [];
    let points = 0;
    whole(picture);
    opencvPolygons(cv, picture, now);
    for (let k = 0; k < runs; k++) {
      const begun = now();
      results.push(whole(picture));
      totals.push(now() - begun);
      const other = opencvPolygons(cv, picture, now);
      theirs.push(other.milliseconds);
      points = other.points;
    }
    const row: Record<string, string> = {};
    for (const step of TIMED_PARTS)
      row[step] = `${median(results.map((result) => result.timing[step])).toFixed(0)} ms`;
    const total = median(totals);
    perPixel.push((total * 1e6) / (picture.width * picture.height));
    row['whole'] = `${total.toFixed(0)} ms`;
    row['ns/px'] = perPixel[perPixel.length - 1].toFixed(1);
    row['bytes/px'] = memoryRow(megapixels).toFixed(1);
    row['points'] = `${results[0].artwork.traced.line.nodesBefore}`;
    row['nodes'] = `${results[0].artwork.traced.line.nodesAfter}`;
    row['reference'] = `${median(theirs).toFixed(0)} ms (${points} points)`;
    const contours = results.map(({ timing }) => timing.grey + timing.ink + timing.contours);
    row['to contours / reference'] = (median(contours) / median(theirs)).toFixed(2);
    row['whole / reference'] = (total / median(theirs)).toFixed(2);
    rows[`${megapixels} MP`] = row;
  }
  print(
    'Picture to fitted paths; medians; reference: the WebAssembly library’s grey, threshold, contours, polygons',
    rows,
  );
  const growth = perPixel.slice(1).map((cost, i) => cost / perPixel[i]);
  console.log(
    `\nCost per pixel, each size over the one before: ${growth.map((ratio) => ratio.toFixed(2)).join(', ')}`,
  );
  preview();
}

/** While a slider moves, the copy that the bench shows is computed anew for each value. */
function preview(): void {
  const picture = twoTone(12);
  const small = reducedPicture({ key: 'large', picture, reduction: 1 }, PREVIEW_PIXELS);
  const memory = newMemory();
  const document = newJob(source(picture));
  const drag = (change: (value: number) => JobDocument) => {
    const times: number[] = [];
    for (let k = 0; k < 60; k++) {
      const begun = now();
      startRun({ document: change(k), source: small }, memory, context).take(madeJob);
      if (k >= 10) times.push(now() - begun);
    }
    return {
      median: bounded(median(times), DRAG.median, 'ms'),
      p95: bounded(percentile(times, 0.95), DRAG.p95, 'ms'),
    };
  };
  print('Preview while dragging, 12 MP picture', {
    threshold: drag((k) => ({ ...document, ink: { ...document.ink, threshold: 90 + k } })),
    tolerance: drag((k) => ({ ...document, line: { ...document.line, tolerance: 0.01 + 0.002 * k } })),
    width: drag((k) => ({ ...document, piece: { ...document.piece, length: 100 + k } })),
  });
}

/** Line alone. */
async function line(): Promise<void> {
  const { cv } = await loadOpenCv();
  print(
    'Line at 12 MP; medians of 5, turn and turn about; reference: grey, threshold, contours and polygons, or distances and their ridge',
    lineRows(cv),
  );
  print('What nobody drew', noiseRow());
}

/** Single operations beside the library's. */
async function operations(): Promise<void> {
  const { cv } = await loadOpenCv();
  print('Single operations, 12 MP; medians of 5, turn and turn about', operationRows(cv, twoTone(12), 5));
}

/** The demo's pictures with nothing touched. */
async function ink(): Promise<void> {
  print('Ink of the demo’s pictures with nothing touched, against what was drawn', await inkRows());
}

/** Other people's vector files. */
function files(): void {
  print('Vector files in; medians of 3', fileRows());
}

/** Paths put right by hand. */
function hand(): void {
  print('Paths put right by hand; medians of 5, turn and turn about', handRows());
}

/** What lies on a piece. */
function piece(): void {
  print('Piece; medians of 7', pieceRows());
}

/** What a machine does with sheets, and how soon that is known. */
function rehearsals(): void {
  print('Rehearsal; medians of 5', rehearseRows());
}

/** What Prove finds on sheets of leaves. */
function proofs(): void {
  print('Prove; medians of 5', proveRows());
}

/** Files of a full sheet. */
function handOffs(): void {
  print('Hand off; medians of 3', handOffRows());
}

const part = process.argv[2];
process.on('exit', tellOver);
if (part === 'memory') measureMemory(Number(process.argv[3]));
else if (part === 'operations') await operations();
else if (part === 'line') await line();
else if (part === 'hand') hand();
else if (part === 'files') files();
else if (part === 'piece') piece();
else if (part === 'prove') proofs();
else if (part === 'handoff') handOffs();
else if (part === 'rehearse') rehearsals();
else if (part === 'ink') await ink();
else if (part === 'accuracy')
  await accuracy(
    process.argv.includes('each'),
    process.argv.find((word) => /^\d+$/.test(word)),
  );
else if (part === 'real') await real(process.argv.slice(3));
else if (part === 'things') await things(process.argv.slice(3));
else if (part === 'words') await words(process.argv.slice(3));
else if (part === 'flat') await flat(process.argv.slice(3));
else if (part === 'treated') await treatedRows(process.argv.slice(3));
else if (part === 'regular') await regularityRows(process.argv.slice(3));
else if (part === 'speed') await speed();
else {
  // Each in a process of its own, so that what one leaves behind does not slow the next.
  for (const one of [
    'speed',
    'line',
    'hand',
    'files',
    'piece',
    'prove',
    'handoff',
    'rehearse',
    'operations',
    'ink',
  ])
    execFileSync(process.execPath, ['--expose-gc', process.argv[1], one], { stdio: 'inherit' });
}
