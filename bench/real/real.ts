import sharp from 'sharp';
import { inkPixels } from './ink-pixels';
import { type Case, HALVES, isKeptAside } from './case';
import { allCases } from './cases';
import { now } from '../measure';
import { fetched } from './fetch';
import { type Verdict, judged } from './judge';

/** Ink is usable untouched from this share of intersection over union on, or with all its pieces and a rim no farther off. */
const USABLE = 0.95;
const USABLE_OFF = 0.5;
/** What a photo may come to without being asked for more. */
const MOST_SHAPES = 600;
const MOST_NODES = 6000;

interface Row {
  one: Case;
  verdict: Verdict;
}

/**
 * Judges the proving ground: all of it, or with `some` every fifth picture, with `only=NAME`
 * those whose names begin so. With `each` every picture has a line, and with
 * `sheet` those of the half that may be looked at are laid out on contact sheets under `.cache/real`.
 */
export async function real(words: readonly string[]): Promise<void> {
  const sets = words.filter((word) => /^(shape|pen|sheet|photo|clip|print|relief|paper)$/.test(word));
  const only = words.find((word) => word.startsWith('only='))?.slice(5);
  const chosen = allCases(fetched()).filter(
    ({ set, name }, k) =>
      (sets.length === 0 || sets.includes(set)) &&
      (!words.includes('some') || k % 5 === 0) &&
      (!only || name.startsWith(only)),
  );
  const rows: Row[] = [];
  let making = 0;
  for (const one of chosen) {
    if (words.includes('open') && isKeptAside(one.name)) continue;
    const begun = now();
    const made = await one.made();
    making += now() - begun;
    const verdict = judged(one.name, made);
    rows.push({ one, verdict });
    if (words.includes('each') && !isKeptAside(one.name)) console.log(lineOf(one.name, verdict));
    if (words.includes('contact') && !isKeptAside(one.name)) await tileOf(one, made.picture, verdict);
    verdict.result = undefined;
  }
  for (const [half, isMine] of HALVES) {
    const mine = rows.filter(({ one }) => isMine(one.name));
    if (mine.length > 0) table(half, mine);
  }
  if (words.includes('contact')) await contact();
  console.error(`Making the pictures took ${(making / 1000).toFixed(0)} s.`);
}

const share = (verdicts: readonly Verdict[], tell: (verdict: Verdict) => boolean | undefined) => {
  const told = verdicts.map(tell).filter((value) => value !== undefined);
  return told.length === 0
    ? '–'
    : `${((100 * told.filter(Boolean).length) / told.length).toFixed(0)} % of ${told.length}`;
};
const middle = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;

export const isUsable = ({ iou, off, topology }: Verdict): boolean | undefined =>
  iou === undefined ? undefined : iou >= USABLE || (topology === true && (off ?? Infinity) <= USABLE_OFF);

function table(half: string, rows: readonly Row[]): void {
  console.log(`\nThe proving ground, ${half}: ${rows.length} pictures, nothing touched\n`);
  console.log(
    '| set | usable | kind | polarity | sheet | topology | median IoU | rim off | lines right | lines off | cut in 600 shapes, 6,000 nodes | median ms |',
  );
  console.log('|---|---|---|---|---|---|---|---|---|---|---|---|');
  for (const set of [...new Set(rows.map(({ one }) => one.set)), undefined]) {
    const verdicts = rows
      .filter(({ one }) => set === undefined || one.set === set)
      .map(({ verdict }) => verdict);
    const ious = verdicts.flatMap(({ iou }) => iou ?? []);
    const offs = verdicts.filter((verdict) => isUsable(verdict)).flatMap(({ off }) => off ?? []);
    const means = verdicts.flatMap(({ lines }) => (lines?.right ? lines.mean : []));
    const cells = [
      set ?? 'all',
      share(verdicts, isUsable),
      share(verdicts, ({ kindRight }) => kindRight),
      share(verdicts, ({ polarityRight }) => polarityRight),
      share(verdicts, ({ sheetRight }) => sheetRight),
      share(verdicts, ({ topology }) => topology),
      ious.length > 0 ? middle(ious).toFixed(3) : '–',
      offs.length > 0 ? `${middle(offs).toFixed(2)} px` : '–',
      share(verdicts, ({ lines }) => lines?.right),
      means.length > 0 ? `${middle(means).toFixed(2)} px` : '–',
      share(verdicts, ({ shapes, nodes }) => shapes <= MOST_SHAPES && nodes <= MOST_NODES),
      middle(verdicts.map(({ milliseconds }) => milliseconds)).toFixed(0),
    ];
    console.log(`| ${cells.join(' | ')} |`);
  }
}

function lineOf(name: string, verdict: Verdict): string {
  const { kind, kindRight, polarityRight, sheetRight, iou, off, topology, lines, shapes, nodes, why } =
    verdict;
  const faults = [
    isUsable(verdict) === false ? 'NOT USABLE' : '',
    kindRight ? '' : `kind ${kind}`,
    polarityRight === false ? 'inside out' : '',
    sheetRight ? '' : 'sheet',
    lines && !lines.right ? 'lines' : '',
  ];
  const figures = `iou ${iou?.toFixed(3) ?? '–'} off ${off?.toFixed(2) ?? '–'} ${topology ? '' : 'topology '}${shapes}/${nodes}`;
  return `${name}: ${kind} ${figures} ${lines ? `lines ${lines.mean.toFixed(2)} ` : ''}${faults.filter(Boolean).join(', ')} ${why}`;
}

const TILE = { width: 220, height: 170 };
const ACROSS = 3;
const tiles: { name: string; picture: Buffer; ink: Buffer | undefined; isRight: boolean }[] = [];

/** A picture and what was taken for ink, small. */
async function tileOf(
  { name }: Case,
  picture: { width: number; height: number; data: Uint8Array | Uint8ClampedArray },
  verdict: Verdict,
): Promise<void> {
  const small = (raw: { width: number; height: number; data: Uint8Array | Uint8ClampedArray }) =>
    sharp(Buffer.from(raw.data.buffer, raw.data.byteOffset, raw.data.byteLength), {
      raw: { width: raw.width, height: raw.height, channels: 4 },
    })
      .resize(TILE.width - 4, TILE.height - 20, { fit: 'inside' })
      .flatten({ background: '#fff' })
      .png()
      .toBuffer();
  const ink = verdict.result && inkPixels(verdict.result);
  tiles.push({
    name: `${name} ${verdict.kind}`,
    picture: await small(picture),
    ink: ink && (await small(ink)),
    isRight: isUsable(verdict) !== false && verdict.kindRight && verdict.sheetRight,
  });
}

/** Lays the tiles out, picture beside ink, those that went wrong first. */
async function contact(): Promise<void> {
  const sorted = [...tiles].sort((a, b) => Number(a.isRight) - Number(b.isRight));
  const page = 3 * ACROSS * 3;
  for (let first = 0, k = 0; first < sorted.length; first += page, k++) {
    const these = sorted.slice(first, first + page);
    const place = (i: number) => ({
      left: (i % ACROSS) * 2 * TILE.width,
      top: Math.floor(i / ACROSS) * TILE.height + 16,
    });
    const labels = these
      .map(
        ({ name, isRight }, i) =>
          `<text x="${place(i).left + 2}" y="${place(i).top - 4}" font-size="12" fill="${isRight ? '#fff' : '#fb9'}">${name.replace(/[<&]/g, '')}</text>`,
      )
      .join('');
    const size = { width: 2 * ACROSS * TILE.width, height: Math.ceil(these.length / ACROSS) * TILE.height };
    const layers = these.flatMap(({ picture, ink }, i) => {
      const { left, top } = place(i);
      return [{ input: picture, left, top }, ...(ink ? [{ input: ink, left: left + TILE.width, top }] : [])];
    });
    const text = `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}">${labels}</svg>`;
    await sharp({ create: { ...size, channels: 3, background: '#333' } })
      .composite([...layers, { input: Buffer.from(text), left: 0, top: 0 }])
      .png()
      .toFile(`.cache/real/contact-${k}.png`);
  }
}
