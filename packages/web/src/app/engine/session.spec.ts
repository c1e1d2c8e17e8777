import { buffersOf, mapPoint, newJob, quietContext } from '@drelk/core';
import { EngineSession, type ShownPart, inkPixels, maskPixels } from './session';

/** A black disc on white, its rim stepped. */
function disc(width: number, height: number, radius: number) {
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (Math.hypot(x + 0.5 - width / 2, y + 0.5 - height / 2) < radius)
        data.fill(0, (y * width + x) * 4, (y * width + x) * 4 + 3);
    }
  }
  return { width, height, data };
}

describe('EngineSession', () => {
  const picture = disc(1600, 1200, 500);
  const source = {
    blob: '',
    name: 'disc.png',
    kind: 'png',
    width: 1600,
    height: 1200,
    density: 254,
    notes: [],
  };
  const document = newJob(source);
  const session = new EngineSession({ key: 'disc', picture, reduction: 1 });

  it('answers a preview from a smaller copy, in the same units and places', () => {
    const full = session.compute(document, 'full', {}, quietContext).view;
    const preview = session.compute(document, 'preview', {}, quietContext);
    expect(preview.result.artwork.traced.picture.width).toBeLessThan(900);
    expect(preview.view.width).toBeCloseTo(1600, 6);
    expect(preview.view.facts.width / full.facts.width).toBeCloseTo(1, 2);
    expect(preview.view.millimetresPerPixel).toBeCloseTo(0.1, 6);
    expect(preview.view.frame.x).toBeCloseTo(full.frame.x, -1);
    expect(full.frame.x).toBeCloseTo(300, 0);
  });

  it('means the same size in a preview where the file says none', () => {
    const unknown = { ...document, source: { ...source, density: null } };
    const sizes = (['full', 'preview'] as const).map(
      (mode) => session.compute(unknown, mode, {}, quietContext).view.facts.width,
    );
    expect(sizes[0]).toBeCloseTo((1000 * 25.4) / 96, 0);
    expect(sizes[1] / sizes[0]).toBeCloseTo(1, 2);
  });

  it('names what the page holds, and sends paths only where it holds others', () => {
    const first = session.compute(document, 'full', {}, quietContext).view;
    const { names } = first;
    const renamed = session.compute({ ...document, name: 'Disc' }, 'full', names, quietContext).view;
    expect(renamed).toMatchObject({ names, paths: undefined });
    const darker = { ...document, ink: { ...document.ink, threshold: 60 } };
    const other = session.compute(darker, 'full', names, quietContext).view;
    expect(other.names.picture).toBe(names.picture);
    expect(other.names.ink).not.toBe(names.ink);
    expect(other.paths?.ids).toHaveLength(1);
    // A preview takes no full picture away, and is replaced by one.
    const preview = (held: object) => session.compute(document, 'preview', held, quietContext).view.names;
    expect(preview(names).picture).toBe(names.picture);
    expect(preview({}).picture).not.toBe(names.picture);
  });

  it('shows picture and ink early, under the names they have in the result, and where they do not belie the paths', () => {
    const own = new EngineSession({ key: 'own', picture, reduction: 1 });
    const early = (asked: typeof document, held: object) => {
      const parts: ShownPart[] = [];
      const { view } = own.compute(asked, 'full', held, quietContext, (part) => parts.push(part));
      return { view, parts };
    };
    const first = early(document, {});
    expect(first.parts.map(({ names }) => [names.picture, names.ink])).toEqual([
      [first.view.names.picture, undefined],
      [first.view.names.picture, first.view.names.ink],
    ]);
    expect(first.parts[0].ground).toMatchObject({ width: 1600, height: 1200 });
    const darker = { ...document, ink: { ...document.ink, threshold: 60 } };
    expect(early(darker, first.view.names).parts).toHaveLength(2);
    // Turned, it would lie under the paths of what was not.
    const turned = { ...document, square: { ...document.square, turn: 1 as const } };
    expect(early(turned, first.view.names).parts).toEqual([]);
  });

  it('keeps its own paths when those of a view are given away', () => {
    const [one, other] = [1, 2].map(() => session.compute(document, 'full', {}, quietContext).view.paths);
    const given = new Set(one && buffersOf(one));
    expect(given.size).toBe(11);
    expect(other && buffersOf(other).some((buffer) => given.has(buffer))).toBe(false);
  });

  it('tells what would be by the contours that come new, and nothing of what stays', () => {
    const larger = { ...document, piece: { ...document.piece, length: 60 } };
    expect(session.wouldBe(document, document, quietContext)).toEqual([]);
    expect(session.wouldBe(document, larger, quietContext)).toHaveLength(1);
  });

  it('hands off what is shown in full', () => {
    const file = session.handOff(document, { format: 'svg' }, quietContext);
    expect(file.readBack.width).toBeCloseTo(100, 0);
    expect(session.contours().starts.length).toBe(2);
  });
});

describe('questions', () => {
  const source = {
    blob: '',
    name: 'disc.png',
    kind: 'png',
    width: 300,
    height: 200,
    density: null,
    notes: [],
  };
  const document = newJob(source);
  const session = new EngineSession({ key: 'small', picture: disc(300, 200, 60), reduction: 1 });

  it('show the source, and what is squared up without its crop', () => {
    const cropped = {
      ...document,
      square: {
        ...document.square,
        turn: 1 as const,
        crop: { kind: 'box' as const, points: [90, 50, 200, 50, 200, 140, 90, 140] },
      },
    };
    expect(session.frame(cropped, 'source', quietContext)).toMatchObject({ width: 300, height: 200 });
    const { width, height, toSource } = session.frame(cropped, 'uncropped', quietContext);
    expect([width, height]).toEqual([200, 300]);
    expect(mapPoint(toSource, { x: 0, y: 0 })).toEqual({ x: 300, y: 0 });
  });

  it('pour into an area, and light up what vanishes', () => {
    const { mask, width } = session.poured(
      document,
      { x: 150, y: 100 },
      { tolerance: 5, everywhere: false },
      quietContext,
    );
    expect(mask[100 * width + 150]).toBe(1);
    expect(mask[0]).toBe(0);
    expect(session.lit(document, { kind: 'vanishing' }, quietContext).mask.includes(1)).toBe(false);
  });

  it('work out six options, each with counts', () => {
    const options = [...session.options(document, quietContext)];
    expect(options.map(({ id }) => id)).toEqual(['found', 'harder', 'light', 'turned', 'edges', 'bands']);
    expect(options[0]).toMatchObject({ shapes: 1 });
    expect(options[3].shapes).toBe(1);
  });

  it('find no sheet and no mark where there is none', () => {
    expect(session.sheet(quietContext)).toBeNull();
    expect(session.cling({ x: 20, y: 20 })).toEqual({ x: 20, y: 20 });
  });
});

it('inkPixels are opaque where ink is', () => {
  const pixels = inkPixels({ width: 2, height: 1, data: Uint8Array.from([0, 255]) }, 128);
  expect([pixels[3], pixels[7]]).toEqual([255, 0]);
});

it('maskPixels give each value its colour', () => {
  expect([...new Uint32Array(maskPixels(Uint8Array.from([0, 1, 2]), [7, 9]).buffer)]).toEqual([0, 7, 9]);
});
