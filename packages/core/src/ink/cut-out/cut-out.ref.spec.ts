import { quietContext } from '../../context';
import { insidePolygon } from '../../geometry';
import type { ColourPicture } from '../../raster';
import { type Cv, loadOpenCv } from '../../testing/opencv';
import { random } from '../../testing/pictures';
import { cutOut } from './cut-out';

const [WIDTH, HEIGHT] = [240, 180];
/** A disc with a handle: a tea bowl seen from above. */
const isThing = (x: number, y: number) =>
  Math.hypot(x - 110, y - 92) < 48 || (Math.abs(y - 92) < 9 && x > 110 && x < 196);
const LOOP = [40, 30, 170, 26, 214, 70, 214, 116, 170, 156, 44, 154];

/** The thing, in tones of its own, before a wall of two colours, with grain. */
function scene(seed: number, of = isThing): ColourPicture {
  const next = random(seed);
  const data = new Uint8Array(4 * WIDTH * HEIGHT).fill(255);
  for (let y = 0, i = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, i += 4) {
      let covered = 0;
      for (let tap = 0; tap < 16; tap++)
        covered += of(x + ((tap % 4) + 0.5) / 4, y + (Math.floor(tap / 4) + 0.5) / 4) ? 1 / 16 : 0;
      const wall = x + y < 190 ? [150, 160, 170] : [96, 120, 104];
      const own = (x + 2 * y) % 37 < 18 ? [170, 96, 60] : [205, 140, 84];
      for (let c = 0; c < 3; c++) data[i + c] = wall[c] + (own[c] - wall[c]) * covered + 14 * (next() - 0.5);
    }
  }
  return { width: WIDTH, height: HEIGHT, data };
}

const truth = (x: number, y: number) => isThing(x + 0.5, y + 0.5);

function overlap(isFound: (i: number) => boolean): number {
  let [both, either] = [0, 0];
  for (let y = 0, i = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, i++) {
      const [a, b] = [truth(x, y), isFound(i)];
      both += a && b ? 1 : 0;
      either += a || b ? 1 : 0;
    }
  }
  return both / either;
}

/** Reference: grabCut of the general computer-vision library, five rounds on the same loop. */
describe('a thing cut out by a loop', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  const byReference = (picture: ColourPicture): number => {
    const rgb = Array.from(picture.data).filter((_, k) => k % 4 !== 3);
    const image = cv.matFromArray(HEIGHT, WIDTH, cv.CV_8UC3, rgb);
    const inside = Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
      insidePolygon(Float64Array.from(LOOP), (i % WIDTH) + 0.5, Math.floor(i / WIDTH) + 0.5) ? 3 : 0,
    );
    const mask = cv.matFromArray(HEIGHT, WIDTH, cv.CV_8UC1, inside);
    const box = new cv.Rect(0, 0, WIDTH, HEIGHT);
    cv.grabCut(image, mask, box, new cv.Mat(), new cv.Mat(), 5, cv.GC_INIT_WITH_MASK);
    return overlap((i) => (mask.data[i] & 1) === 1);
  };

  it.each([1, 2, 3])('is as near the truth as the reference’s (scene %i)', (seed) => {
    const picture = scene(seed);
    const { data } = cutOut(picture, { loop: LOOP, marks: [] }, quietContext);
    const mine = overlap((i) => data[i] < 128);
    expect(mine).toBeGreaterThan(0.97);
    expect(mine).toBeGreaterThan(byReference(picture) - 0.005);
  });

  it('has its rim within a pixel, not on pixels', () => {
    const grey = cutOut(scene(4), { loop: LOOP, marks: [] }, quietContext);
    // Along the row through the bowl's middle the rim lies at x = 62.
    const row = 91 * WIDTH;
    let rim = NaN;
    for (let x = 50; x < 75; x++) {
      const [a, b] = [grey.data[row + x], grey.data[row + x + 1]];
      if (a >= 127.5 && b < 127.5) rim = x + 0.5 + (a - 127.5) / (a - b);
    }
    expect(Math.abs(rim - 62)).toBeLessThan(0.25);
  });
});

describe('cutting out', () => {
  const cut = (
    picture: ColourPicture,
    loop: number[] | null,
    ...marks: [says: 'in' | 'out', points: number[]][]
  ) => {
    const asked = { loop, marks: marks.map(([says, points]) => ({ says, width: 8, points })) };
    const { data } = cutOut(picture, asked, quietContext);
    return (x: number, y: number) => data[y * WIDTH + x] < 128;
  };

  it('needs no loop where one thing stands out', () => {
    const isIn = cut(scene(5), null);
    expect([isIn(110, 92), isIn(180, 92), isIn(20, 20), isIn(220, 170)]).toEqual([true, true, false, false]);
  });

  it('finds the main thing where it is cut off by the picture’s rim', () => {
    const corner = (x: number, y: number) => Math.hypot(x - WIDTH, y - HEIGHT) < 150;
    const isIn = cut(scene(9, corner), null);
    expect([isIn(230, 170), isIn(230, 60), isIn(130, 170), isIn(20, 20)]).toEqual([true, true, true, false]);
  });

  it('says so where one thing fills the picture', () =>
    expect(() =>
      cut(
        scene(9, () => true),
        null,
      ),
    ).toThrow('Nothing in this picture stands out'));

  it('obeys marks, the later ones over the earlier', () => {
    const isIn = cut(scene(5), LOOP, ['out', [165, 92, 192, 92]]);
    expect([isIn(180, 92), isIn(110, 92)]).toEqual([false, true]);
    const again = cut(scene(5), LOOP, ['out', [165, 92, 192, 92]], ['in', [165, 92, 192, 92]]);
    expect(again(180, 92)).toBe(true);
  });

  it('keeps holes that what is behind is seen through', () => {
    const ring = (x: number, y: number) => isThing(x, y) && Math.hypot(x - 110, y - 92) > 22;
    const isIn = cut(scene(6, ring), LOOP);
    expect([isIn(110, 92), isIn(110, 56)]).toEqual([false, true]);
  });

  it('says so where there is nothing', () => {
    const bare = scene(7, () => false);
    expect(() => cut(bare, [60, 100, 180, 100, 180, 160, 60, 160])).toThrow(
      'Nothing inside the loop stands out',
    );
    expect(() => cut(bare, [-50, -50, -20, -50, -20, -20])).toThrow('Nothing inside the loop');
  });

  it('cuts a large picture as it cuts a small one', () => {
    const small = scene(8);
    const times = 4;
    const size = { width: WIDTH * times, height: HEIGHT * times };
    const data = new Uint8Array(4 * size.width * size.height);
    for (let y = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++) {
        const from = 4 * (Math.floor(y / times) * WIDTH + Math.floor(x / times));
        data.set(small.data.subarray(from, from + 4), 4 * (y * size.width + x));
      }
    const loop = LOOP.map((value) => value * times);
    const found = cutOut({ ...size, data }, { loop, marks: [] }, quietContext);
    const at = (x: number, y: number) => found.data[y * times * size.width + x * times] < 128;
    expect(overlap((i) => at(i % WIDTH, Math.floor(i / WIDTH)))).toBeGreaterThan(0.96);
  });
});
