import sharp from 'sharp';
import { findWords, separateWords, toGrey } from '@drelk/core';
import { random } from '../../packages/core/src/testing/pictures';
import { context, median, now } from '../measure';
import { FACES, WORDS, fontOf, textPath } from './lettering';
import { HALVES, between, chance, hashOf, isKeptAside, meanOf, overlap, pick, sizeOf } from './case';
import { fetched, photographs } from './fetch';
import { photographed, pictureOf, rendered } from './scene';
import { laid, ordinary, twoTones } from './surroundings';

const COUNT = 80;

/** What "the words only" comes to, untouched and after one line too many is taken out, on words before real photographs. */
export async function words(asked: readonly string[]): Promise<void> {
  const photos = photographs(fetched());
  const rows: { name: string; board: boolean; untouched: number; oneClick: number; time: number }[] = [];
  for (let k = 0; k < COUNT; k++) {
    const name = `words ${k}`;
    if (asked.includes('open') && isKeptAside(name)) continue;
    const next = random(hashOf(name));
    const size = sizeOf(next, 0.5, 2);
    const ground = await pictureOf(
      sharp(photos[(k * 5) % photos.length]).resize(size.width, size.height, { fit: 'cover' }),
    );
    const { paper, ink } = twoTones(next);
    const text = pick(
      next,
      WORDS.filter(({ length }) => length >= 4),
    );
    const margin = between(next, 20, 50);
    // Script hangs together and has no letters to find; it is counted like the rest.
    const { data, length } = textPath(fontOf(pick(next, FACES)), text, 0, 0, 100);
    const [wide, high] = [length + 2 * margin, 120 + 2 * margin];
    const scale = between(next, 0.35, 0.85) * Math.min(size.width / wide, size.height / high);
    const corners = laid(
      next,
      size,
      wide * scale,
      high * scale,
      between(next, -0.25, 0.25),
      between(next, 0, 0.12),
    );
    const svg = `viewBox="${-margin} ${-90 - margin} ${wide} ${high}"><path d="${data}"/>`;
    const art = await rendered(svg, Math.ceil(2 * wide * scale), Math.ceil(2 * high * scale));
    const board = chance(next, 0.7) ? paper : undefined;
    const scene = await photographed(ground, { art, board, ink, corners }, ordinary(next, size), next);
    const begun = now();
    const grey = toGrey(scene.picture, context);
    const lines = findWords(grey, context);
    const come = (chosen: typeof lines) => {
      if (chosen.length === 0) return 0;
      const { grey: found, level } = separateWords(grey, chosen);
      return overlap(
        found.data.map((tone) => (tone < level ? 1 : 0)),
        scene.ink,
      );
    };
    const untouched = come(lines);
    const time = now() - begun;
    // One click: only one of the lines is ticked, or one is taken out.
    const oneClick = Math.max(
      untouched,
      ...lines.slice(0, 12).flatMap((line) => [come([line]), come(lines.filter((other) => other !== line))]),
    );
    rows.push({ name, board: board !== undefined, untouched, oneClick, time });
    if (asked.includes('each') && !isKeptAside(name))
      console.log(
        `${name} ${text} ${board ? 'board' : 'none'} ${lines.length} lines ${untouched.toFixed(3)} ${oneClick.toFixed(3)} ${time.toFixed(0)}`,
      );
  }
  const mean = (values: number[]) => meanOf(values).toFixed(3);
  console.log(
    '\n| words only | pictures | untouched, mean IoU | median | after one click, mean | median | .85 or better | median ms |',
  );
  console.log('|---|---|---|---|---|---|---|---|');
  const parts = HALVES.flatMap(([half, isMine]) => {
    const mine = rows.filter(({ name }) => isMine(name));
    return [
      [half, mine],
      [`${half}, on a board`, mine.filter(({ board }) => board)],
      [`${half}, straight on the picture`, mine.filter(({ board }) => !board)],
    ] as const;
  });
  for (const [half, mine] of parts) {
    if (mine.length === 0) continue;
    const [first, second] = [mine.map(({ untouched }) => untouched), mine.map(({ oneClick }) => oneClick)];
    const good = (100 * second.filter((iou) => iou >= 0.85).length) / second.length;
    console.log(
      `| ${half} | ${mine.length} | ${mean(first)} | ${median(first).toFixed(3)} | ${mean(second)} | ${median(second).toFixed(3)} | ${good.toFixed(0)} % | ${median(mine.map(({ time }) => time)).toFixed(0)} |`,
    );
  }
}
