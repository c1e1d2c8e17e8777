import { quietContext } from '../../context';
import { type ColourPicture, okLab } from '../../raster';
import { coloured, drawn, random } from '../../testing/pictures';
import { bandLevels, separateByBands } from '../bands';
import { separateByPlates, usedPlates } from '../by-plates';
import { colourName } from '../colour-name';
import { findColours } from './colours';
import { makePlates } from './plates';
import { INK_DEFAULTS, type PlateSettings } from '../settings';

type Colour = [number, number, number];
const PAPER: Colour = [246, 239, 223];
const NIGHT: Colour = [35, 50, 74];
const MOON: Colour = [232, 185, 74];
const GREY: Colour = [140, 144, 148];

/** Shapes laid over each other, rims blended in encoded values as renderers do. */
function flat(layers: [Colour, (x: number, y: number) => boolean][], noise = 0): ColourPicture {
  const [width, height] = [160, 120];
  const data = new Uint8Array(4 * width * height);
  const next = random(5);
  const pixels = Array.from({ length: width * height }, (): Colour => [...layers[0][0]]);
  for (const [colour, inside] of layers.slice(1)) {
    const { data: covered } = drawn(width, height, inside, 6);
    pixels.forEach((pixel, i) => {
      const share = 1 - covered[i] / 255;
      for (let c = 0; c < 3; c++) pixel[c] += (colour[c] - pixel[c]) * share;
    });
  }
  pixels.forEach((pixel, i) => {
    const values = pixel.map((value) => value + noise * (next() + next() - 1));
    data.set([...values.map((value) => Math.min(255, Math.max(0, value))), 255], 4 * i);
  });
  return { width, height, data };
}
const disc = (cx: number, cy: number, r: number) => (x: number, y: number) => Math.hypot(x - cx, y - cy) < r;
const label = flat([
  [PAPER, () => true],
  [NIGHT, disc(60, 60, 45)],
  [MOON, disc(60, 60, 22)],
]);
const used = (picture: ColourPicture, settings: Partial<PlateSettings> = {}) => {
  const plates = makePlates(picture, settings.count ?? 'auto', quietContext);
  return {
    plates,
    list: usedPlates(plates, { plates: { ...INK_DEFAULTS.plates, ...settings }, ink: 'auto' }),
  };
};

describe('findColours', () => {
  it.each([0, 8])('proposes the colours people would name, with noise %d', (noise) => {
    const picture = flat(
      [
        [PAPER, () => true],
        [NIGHT, disc(60, 60, 45)],
        [MOON, disc(60, 60, 22)],
        [[200, 40, 40], disc(140, 20, 4)],
      ],
      noise,
    );
    const names = findColours(picture, 'auto').map(({ lab }) => colourName(lab));
    expect(names.sort()).toEqual(['cream', 'dark blue', 'red', 'yellow']);
  });

  it('tells pale colours apart that were laid down as two, and none of a soft run from one to the other', () => {
    const pale: Colour[] = [
      [201, 223, 196],
      [188, 210, 232],
    ];
    const two = flat([
      [[255, 255, 255], () => true],
      [pale[0], disc(45, 60, 30)],
      [pale[1], disc(115, 60, 30)],
    ]);
    expect(findColours(two, 'auto')).toHaveLength(3);
    const run = flat([[[255, 255, 255], () => true]]);
    for (let i = 0; i < 160 * 120; i++) {
      const share = (i % 160) / 159;
      for (let c = 0; c < 3; c++) run.data[4 * i + c] = pale[0][c] + share * (pale[1][c] - pale[0][c]);
    }
    expect(findColours(run, 'auto').length).toBeLessThanOrEqual(2);
  });

  it('makes as many as it is told', () => {
    expect(findColours(label, 2)).toHaveLength(2);
    expect(findColours(label, 3)).toHaveLength(3);
  });
});

it.each([
  ['#000000', 'black'],
  ['#ffffff', 'white'],
  ['#808080', 'grey'],
  ['#ff0000', 'red'],
  ['#0000ff', 'blue'],
  ['#008000', 'green'],
  ['#ffff00', 'pale yellow'],
  ['#8b4513', 'brown'],
  ['#ffc0cb', 'pink'],
  ['#800080', 'purple'],
  ['#f6efdf', 'cream'],
])('%s is called %s (common practice, no source)', (hex, name) => {
  const value = Number.parseInt(hex.slice(1), 16);
  const called = colourName(okLab(value >> 16, (value >> 8) & 255, value & 255));
  expect(called.replace('pale pink', 'pink')).toBe(name);
});

describe('plates', () => {
  it('give rims to one side or the other by how much is covered, and to no colour in between', () => {
    // A grey plate is there, and looks just like a rim of night on paper.
    const picture = flat([
      [PAPER, () => true],
      [NIGHT, disc(50, 60, 35)],
      [GREY, disc(130, 60, 20)],
    ]);
    const { plates, list } = used(picture, { count: 3 });
    const grey = list.findIndex(({ name }) => name.includes('grey'));
    expect(grey).toBeGreaterThan(-1);
    const [number] = list[grey].of;
    let strayed = 0;
    for (let i = 0; i < plates.first.length; i++) {
      const near = Math.hypot((i % 160) + 0.5 - 50, Math.floor(i / 160) + 0.5 - 60) < 45;
      if (near && plates.first[i] === number) strayed++;
    }
    expect(strayed).toBe(0);
    const night = separateByPlates(
      plates,
      list.map((plate) => ({ ...plate, ink: plate.name.includes('blue') })),
    );
    const area = night.grey.data.reduce((sum, tone) => sum + (255 - tone) / 255, 0);
    expect(Math.abs(area / (Math.PI * 35 ** 2) - 1)).toBeLessThan(0.005);
  });

  it('have thin lines of their own', () => {
    const picture = flat([
      [PAPER, () => true],
      [NIGHT, (x, y) => Math.abs(y - 40) < 0.9 && x > 10 && x < 150],
      [NIGHT, disc(80, 90, 20)],
    ]);
    const { plates, list } = used(picture);
    const separated = separateByPlates(plates, list);
    expect(separated.grey.data[40 * 160 + 80]).toBeLessThan(60);
  });

  it('are ink on the other side of the rim’s tone, or as chosen', () => {
    expect(
      used(label)
        .list.filter(({ ink }) => ink)
        .map(({ name }) => name),
    ).toEqual(['dark blue']);
    const { list } = used(label);
    const moon = list.find(({ name }) => name === 'yellow')?.colour ?? '';
    expect(used(label, { ink: [moon] }).list.filter(({ ink }) => ink)).toHaveLength(1);
    const { plates } = used(label);
    expect(() =>
      separateByPlates(
        plates,
        usedPlates(plates, { plates: { ...INK_DEFAULTS.plates, ink: [] }, ink: 'auto' }),
      ),
    ).toThrow('No plate is chosen');
  });

  it('are merged, recoloured and put in order', () => {
    const colours = used(label).list.map(({ colour }) => colour);
    const { list } = used(label, {
      merged: [[colours[2], colours[1]]],
      recoloured: [[colours[0], '#00ff00']],
      order: [colours[1]],
    });
    expect(list).toHaveLength(2);
    expect(list[0].of).toHaveLength(2);
    expect(list[1].shown).toBe('#00ff00');
    expect(list[0].share + list[1].share).toBeCloseTo(1, 9);
  });
});

describe('bands', () => {
  const tones = [40, 90, 150, 255];
  const counts = Array.from({ length: 256 }, (_, tone) => (tones.includes(tone) ? 1000 : 0));

  it('part half way between the tones there are', () =>
    expect(bandLevels(counts, 'auto')).toEqual([65, 120, 203]));
  it('are even between darkest and lightest', () => expect(bandLevels(counts, 3)).toEqual([94, 148, 201]));
  it('are where they are put', () => expect(bandLevels(counts, [200, 100])).toEqual([100, 200]));

  it('show everything up to a level', () => {
    const data = Uint8Array.from(
      { length: 400 },
      (_, i) => tones[Math.max(0, 3 - Math.floor(Math.hypot((i % 20) - 9.5, Math.floor(i / 20) - 9.5) / 3))],
    );
    // The rim is darkest here: then the lightest band is the top of the hill.
    const separated = separateByBands({ width: 20, height: 20, data }, { levels: 'auto', shown: 0 }, 'auto');
    expect(separated.lightOnDark).toBe(true);
    const ink = separated.grey.data.filter((tone) => tone < separated.level).length;
    expect(ink).toBe(data.filter((tone) => tone === 255).length);
  });
});

it('plates of one name are numbered, so that each is a group of its own in a file', () => {
  const night: Colour = [28, 42, 66];
  const two = flat([
    [PAPER, () => true],
    [[150, 104, 70], disc(50, 60, 30)],
    [[112, 68, 34], disc(115, 60, 30)],
    [night, disc(80, 20, 12)],
  ]);
  const names = makePlates(two, 4, quietContext).plates.map(({ name }) => name);
  expect(names).toHaveLength(4);
  expect(new Set(names).size).toBe(4);
  expect(names.some((name) => / 2$/.test(name))).toBe(true);
});

it('lines too thin to be even anywhere have a colour all the same', () => {
  const thin = coloured(drawn(160, 120, (x, y) => Math.abs(Math.hypot(x - 80, y - 60) - 40) < 0.8));
  const colours = findColours(thin, 'auto');
  expect(colours).toHaveLength(2);
  expect(colours[1].lab[0]).toBeLessThan(0.6);
});
