import { quietContext } from '../../context';
import type { GreyPicture } from '../../raster';
import { random } from '../../testing/pictures';
import { printed } from '../../testing/print';
import { findWords, separateWords, wantedLines } from './words';

/** A picture of one tone with grain. */
function ground(width: number, height: number, tone: number, grain: number, seed = 5): GreyPicture {
  const next = random(seed);
  const data = Uint8Array.from({ length: width * height }, () => tone + grain * (next() - 0.5));
  return { width, height, data };
}

/** Lays a page of print onto a ground: ink in one tone, paper as the ground is, under light that falls off to the right. */
async function withPrint(size: number, ink: number, paper: number, grain = 6): Promise<GreyPicture> {
  const page = await printed('cabin', size, 520, Math.ceil(4.2 * size));
  const onto = ground(600, page.height + 60, paper, grain);
  for (let y = 0; y < page.height; y++) {
    for (let x = 0; x < page.width; x++) {
      const covered = 1 - page.data[y * page.width + x] / 255;
      const i = (y + 30) * onto.width + x + 40;
      onto.data[i] += (ink - onto.data[i]) * covered;
    }
  }
  return { ...onto, data: onto.data.map((tone, i) => tone * (1 - (0.3 * (i % 600)) / 600)) };
}

describe('words in a picture', () => {
  it.each([
    ['dark on light', 40, 215],
    ['light on dark', 220, 60],
  ])('%s are found as lines, from the top down', async (_, ink, paper) => {
    const lines = findWords(await withPrint(30, ink, paper), quietContext);
    expect(lines.length).toBeGreaterThanOrEqual(2);
    expect(lines.every(({ letters }) => letters.lightOnDark === ink > paper)).toBe(true);
    const tops = lines.map(({ box }) => box.top);
    expect(tops).toEqual([...tops].sort((a, b) => a - b));
    expect(lines[0].letters.letters.length).toBeGreaterThan(8);
  });

  it('become ink alone, with their counters and the dots on their i', async () => {
    const grey = await withPrint(60, 35, 220);
    const lines = findWords(grey, quietContext);
    const { grey: ink, level } = separateWords(grey, lines);
    const truth = await printed('cabin', 60, 520, 252);
    let [both, either] = [0, 0];
    for (let y = 0; y < truth.height; y++) {
      for (let x = 0; x < truth.width; x++) {
        const a = truth.data[y * truth.width + x] < 127.5;
        const b = ink.data[(y + 30) * ink.width + x + 40] < level;
        both += a && b ? 1 : 0;
        either += a || b ? 1 : 0;
      }
    }
    expect(both / either).toBeGreaterThan(0.93);
  });

  it('are none where leaves, a ruler’s marks or grain are', () => {
    const grain = ground(400, 300, 128, 120);
    expect(findWords(grain, quietContext)).toEqual([]);
    const marks = ground(400, 200, 220, 4);
    for (let x = 20; x < 380; x += 9)
      for (let y = 60; y < 90; y++) marks.data.fill(30, y * 400 + x, y * 400 + x + 2);
    expect(findWords(marks, quietContext)).toEqual([]);
    const discs = ground(400, 200, 220, 4);
    for (let i = 0; i < discs.data.length; i++) {
      const [x, y] = [i % 400, Math.floor(i / 400)];
      if (Math.hypot(((x - 20) % 44) - 22, y - 100) < 17) discs.data[i] = 40;
    }
    expect(findWords(discs, quietContext)).toEqual([]);
  });

  it('are known by a place in their line', async () => {
    const lines = findWords(await withPrint(30, 40, 215), quietContext);
    expect(wantedLines(lines, lines[1].at)).toEqual([lines[1]]);
    expect(wantedLines(lines, [...lines[0].at, ...lines[1].at])).toHaveLength(2);
    expect(wantedLines(lines, 'all')).toEqual(lines);
    expect(() => separateWords(ground(40, 40, 200, 0), [])).toThrow('No words are found');
  });

  it('slanting and on an arc are lines as well', async () => {
    const page = await printed('cabin', 40, 560, 120);
    const arc = ground(640, 420, 215, 4);
    for (let y = 0; y < arc.height; y++) {
      for (let x = 0; x < arc.width; x++) {
        // Rolled onto a circle of 420 pixels about a place below.
        const [dx, dy] = [x - 320, y - 480];
        const u = 280 + 420 * Math.atan2(dx, -dy);
        const v = 60 - (Math.hypot(dx, dy) - 420);
        if (u < 0 || v < 0 || u >= page.width || v >= page.height) continue;
        const covered = 1 - page.data[Math.floor(v) * page.width + Math.floor(u)] / 255;
        arc.data[y * arc.width + x] -= 170 * covered;
      }
    }
    const lines = findWords(arc, quietContext);
    expect(lines).toHaveLength(1);
    expect(lines[0].letters.letters.length).toBeGreaterThan(12);
  });
});
