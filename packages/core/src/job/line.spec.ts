import { quietContext } from '../context';
import { contoursOf, findCrossings } from '../geometry';
import type { ColourPicture } from '../raster';
import { coloured, drawn, random } from '../testing/pictures';
import { type JobDocument, type LineDocument, newJob } from './document/document';
import { newMemory, startRun } from './graph';
import { handOffFile } from './handed/hand-off-file';
import { pictureResult } from './steps';

const job = (picture: ColourPicture) =>
  newJob({ blob: '', name: 'a.png', kind: 'png', density: 254, notes: [], ...picture });

function run(picture: ColourPicture, line: Partial<LineDocument>, ink: Partial<JobDocument['ink']> = {}) {
  const document = job(picture);
  return startRun(
    {
      document: { ...document, line: { ...document.line, ...line }, ink: { ...document.ink, ...ink } },
      source: { key: 'a', picture, reduction: 1 },
    },
    newMemory(),
    quietContext,
  ).take(pictureResult);
}

/** A ring drawn with a pen of 5 pixels, and a blot. */
const ringAndBlot = coloured(
  drawn(
    160,
    110,
    (x, y) => Math.abs(Math.hypot(x - 55, y - 55) - 40) < 2.5 || Math.hypot(x - 130, y - 55) < 14,
  ),
);

describe('the methods of Line', () => {
  it('outline: a ring is a shape with a hole, and known for a drawn line', () => {
    const facts = run(ringAndBlot, { method: 'outline' }).facts;
    expect(facts).toMatchObject({ shapes: 2, holes: 1, lines: 0, openPaths: 0 });
    expect(facts.rings?.count).toBe(1);
    expect(facts.rings?.most).toBeCloseTo(0.5, 2);
  });

  it('centreline: the ring once, what is wider outlined', () => {
    const result = run(ringAndBlot, { method: 'centreline', solid: 9 });
    const facts = result.facts;
    expect(facts).toMatchObject({ shapes: 2, lines: 1 });
    expect(facts.pens?.most).toBeCloseTo(0.5, 2);
    expect(facts.match).toBeGreaterThan(99);
    const [ring] = result.artwork.traced.line.shapes.filter(({ pen }) => pen !== undefined);
    expect(ring.outer.closed).toBe(true);
  });

  it('drops contours under an area', () => {
    expect(run(ringAndBlot, { drop: 700 }).facts.shapes).toBe(1);
    expect(run(ringAndBlot, { drop: 700 }).artwork.traced.line.dropped).toBe(1);
  });

  it('makes no paths of grain: the ink is there to be looked at, and nothing is handed off', () => {
    const next = random(6);
    const grain = coloured({
      width: 700,
      height: 600,
      data: Uint8Array.from({ length: 420_000 }, () => (next() < 0.5 ? 0 : 255)),
    });
    const ink = { by: 'tone' as const, threshold: 128 };
    const result = run(grain, {}, { ...job(grain).ink, ...ink });
    expect(result.artwork.traced.line.refused?.code).toBe('noise');
    expect(result.artwork.traced.ink.ink.inkPixels).toBeGreaterThan(100_000);
    expect(result.facts).toMatchObject({ shapes: 0, nodes: 0, match: 0 });
    expect(() => handOffFile(job(grain), result, 'svg')).toThrow(expect.objectContaining({ code: 'noise' }));
  });

  /** Three colours side by side: half a disc each of red and blue on paper, with green across both. */
  const flag = (() => {
    const [width, height] = [120, 90];
    const data = new Uint8Array(4 * width * height).fill(255);
    for (let i = 0; i < width * height; i++) {
      const [x, y] = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
      if (Math.hypot(x - 60, y - 45) > 38) continue;
      data.set(
        Math.abs(y - 45) < 9 ? [30, 140, 60, 255] : x < 60 ? [200, 40, 40, 255] : [40, 60, 180, 255],
        4 * i,
      );
    }
    return { width, height, data };
  })();

  it.each(['shared', 'overlap', 'stacked'] as const)(
    'plates, %s: one for each colour, none crossing',
    (neighbours) => {
      const result = run(flag, { method: 'plates', neighbours, overlap: 3 }, { by: 'plates' });
      const plates = new Set(result.artwork.traced.line.shapes.map(({ plate }) => plate));
      expect(plates.size).toBe(3);
      for (const plate of plates) {
        const own = contoursOf(result.artwork.traced.line.shapes.filter((shape) => shape.plate === plate));
        expect(findCrossings(own, 0.02)).toEqual([]);
      }
      expect(result.facts.openPaths).toBe(0);
      expect(handOffFile(job(flag), result, 'svg').readBack.lines).toBe(0);
    },
  );

  it('plates that overlap have more room than those that share', () => {
    const area = (neighbours: LineDocument['neighbours']) => {
      const result = run(flag, { method: 'plates', neighbours, overlap: 4 }, { by: 'plates' });
      return handOffFile(job(flag), result, 'svg').readBack.area;
    };
    expect(area('overlap')).toBeGreaterThan(1.02 * area('shared'));
    expect(area('stacked')).toBeGreaterThan(area('overlap'));
  });
});

it('bands as plates under a paper stroke have rims where the stroke has its own', () => {
  // Three bands of one height, and a stroke across their borders that is as light as paper.
  const bands = coloured({
    width: 160,
    height: 120,
    data: Uint8Array.from({ length: 160 * 120 }, (_, i) => [40, 110, 180, 250][Math.floor((i % 160) / 40)]),
  });
  const strokes = {
    '1': { kind: 'brush' as const, tone: 'paper' as const, width: 20, points: [-20, 60, 180, 60] },
  };
  const { artwork, facts } = run(bands, { method: 'plates' }, { by: 'bands', strokes });
  expect(artwork.paths.places.every(Number.isFinite)).toBe(true);
  expect(facts.shapes).toBe(6);
  const edges = [...new Set([...artwork.paths.places].filter((_, i) => i % 6 === 5).map(Math.round))];
  expect(edges.sort((a, b) => a - b)).toEqual([0, 50, 70, 120]);
});

it('a frame is offered as a single line only where nothing else as thin would go with it', () => {
  const isFrame = (x: number, y: number) =>
    Math.abs(Math.max(Math.abs(x - 80), Math.abs(y - 60) + 18) - 70) < 2.5;
  const framed = (isInside: (x: number, y: number) => boolean) =>
    run(coloured(drawn(160, 120, (x, y) => isFrame(x, y) || isInside(x, y))), { method: 'outline' }).facts
      .rings;
  expect(framed((x, y) => Math.hypot(x - 80, y - 60) < 20)?.count).toBe(1);
  expect(framed((x, y) => Math.abs(x - 80) < 3 && Math.abs(y - 60) < 20)).toBeUndefined();
});
