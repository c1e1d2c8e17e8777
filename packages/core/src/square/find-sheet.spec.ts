import encoder from 'sharp';
import { quietContext } from '../context';
import { gaussianBlur, toGrey } from '../raster';
import { demoPicture } from '../testing/demo';
import { drawn, random } from '../testing/pictures';
import { readTruth } from '../testing/truth';
import { clingToMark } from './cling';
import { findSheet } from './find-sheet';
import { hasGhosts, measureHints } from './hints';

/** A light quadrilateral on a dark ground, or the other way round, blurred and noisy like a photo. */
function sheet(corners: number[], light = true) {
  const inside = (x: number, y: number) =>
    [0, 1, 2, 3].every((k) => {
      const [x1, y1] = [corners[2 * k], corners[2 * k + 1]];
      const [x2, y2] = [corners[(2 * k + 2) % 8], corners[(2 * k + 3) % 8]];
      return (x2 - x1) * (y - y1) - (y2 - y1) * (x - x1) > 0;
    });
  const picture = gaussianBlur(drawn(480, 360, inside, 6), 0.8);
  const next = random(7);
  const data = picture.data.map((tone) => {
    const share = tone / 255;
    const value = light ? 210 - 130 * share : 70 + 120 * share;
    return Math.round(Math.min(255, Math.max(0, value + 6 * (next() + next() - 1))));
  });
  return { ...picture, data };
}

describe('findSheet', () => {
  it.each([
    ['lying straight', [60, 50, 420, 52, 424, 310, 58, 306], true],
    ['tilted by 45 degrees', [150, 60, 330, 60, 430, 320, 50, 320], true],
    ['turned', [210, 30, 440, 160, 280, 340, 40, 190], true],
    ['dark on light', [80, 70, 400, 40, 430, 300, 60, 320], false],
  ])('finds a sheet %s to a fraction of a pixel', (_name, corners, light) => {
    const found = findSheet(sheet(corners, light), quietContext);
    const places = found?.corners ?? [];
    // The corner named first is the one farthest up and left; a turned sheet may begin with its neighbour.
    const offsets = [0, 2, 4, 6].map((shift) =>
      Math.max(...places.map((value, k) => Math.abs(value - corners[(k + shift) % 8]))),
    );
    expect(Math.min(...offsets)).toBeLessThan(0.4);
    expect(found?.seen).toBeGreaterThan(0.9);
  });

  it.each(['03-stall-sign', '05-bracket-sketch', '11-tag-on-a4'])('finds the sheet of %s', async (name) => {
    const { decoded } = await demoPicture(`${name}.jpg`);
    const found = findSheet(toGrey(decoded.picture), quietContext);
    const truth = readTruth(name).corners ?? [];
    found?.corners.forEach((value, k) => expect(Math.abs(value - truth[k])).toBeLessThan(0.3));
    expect(found).toBeDefined();
  });

  it('finds none where there is none', () => {
    const disc = gaussianBlur(
      drawn(400, 300, (x, y) => Math.hypot(x - 200, y - 150) < 110),
      1,
    );
    expect(findSheet(disc, quietContext)).toBeUndefined();
    expect(findSheet({ ...disc, data: new Uint8Array(120_000).fill(200) }, quietContext)).toBeUndefined();
  });
});

describe('clingToMark', () => {
  const angle = 0.3;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  // Marks two pixels wide every twelve, at a slant.
  const ruler = gaussianBlur(
    drawn(200, 120, (x, y) => {
      const across = c * x + s * y;
      return Math.abs(across - 12 * Math.round(across / 12)) < 1;
    }),
    0.6,
  );

  it.each([
    [100, 60],
    [97.2, 55.5],
    [60, 70],
  ])('brings (%d, %d) to the middle of the nearest mark', (x, y) => {
    const to = clingToMark(ruler, { x, y });
    const across = c * to.x + s * to.y;
    expect(Math.abs(across - 12 * Math.round((c * x + s * y) / 12))).toBeLessThan(0.15);
    // Along the mark the place stays.
    expect(Math.abs(-s * (to.x - x) + c * (to.y - y))).toBeLessThan(0.4);
  });

  it('leaves a place alone where there is no mark', () => {
    const bare = { ...ruler, data: new Uint8Array(ruler.data.length).fill(230) };
    expect(clingToMark(bare, { x: 50, y: 50 })).toEqual({ x: 50, y: 50 });
  });
});

describe('measureHints', () => {
  const sharp = drawn(300, 200, (x, y) => Math.hypot(x - 140, y - 100) < 70, 6);
  const nothing = { corners: null, ghosts: false, millimetresPerPixel: null };
  const kinds = (...[grey, more]: [typeof sharp, Partial<Parameters<typeof measureHints>[1]>?]) =>
    measureHints(grey, { ...nothing, ...more }).map(({ kind }) => kind);

  it('has nothing to say of a good picture', () => expect(kinds(sharp)).toEqual([]));
  it('measures blur', () => expect(kinds(gaussianBlur(sharp, 3))).toEqual(['focus']));
  it('names the size a picture is good for', () => {
    expect(kinds(sharp, { millimetresPerPixel: 0.8 })).toEqual(['small']);
    const [{ message }] = measureHints(sharp, { ...nothing, millimetresPerPixel: 0.8 });
    expect(message).toContain('good for 150 mm');
  });
  it('says so of a small picture before it has a size', () => {
    const small = drawn(240, 160, (x, y) => Math.hypot(x - 120, y - 80) < 60, 6);
    const [{ kind, message }] = measureHints(small, nothing);
    expect([kind, message]).toEqual(['small', '240 × 160 pixels are good for 120 mm.']);
  });
  it('measures perspective', () => {
    expect(kinds(sharp, { corners: [100, 10, 200, 10, 290, 190, 10, 190] })).toEqual(['perspective']);
  });
  it('sees the ghosts of hard compression, and only those', async () => {
    const { data, width, height } = sharp;
    const png = encoder(Buffer.from(data), { raw: { width, height, channels: 1 } });
    const saved = async (quality: number) => {
      const { data: read } = await encoder(await png.clone().jpeg({ quality }).toBuffer())
        .greyscale()
        .raw()
        .toBuffer({ resolveWithObject: true });
      return { width, height, data: new Uint8Array(read) };
    };
    expect(hasGhosts(await saved(15))).toBe(true);
    expect(hasGhosts(await saved(92))).toBe(false);
    expect(kinds(sharp, { ghosts: true })).toEqual(['ghosts']);
  });
});
