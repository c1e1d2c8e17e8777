import { type JobDocument, buffersOf, newJob, quietContext } from '@drelk/core';
import { type OpenJob, fontShelf, openJob } from '@drelk/runner';
import { early, resultOf } from './computing';
import type { Held } from './views';
import { inkPixels, maskPixels } from './pixels';

const fonts = fontShelf({
  fontFile: () => Promise.resolve(undefined),
  outlineReader: () => Promise.reject(new Error('There is no text here.')),
});

/** A view as the worker makes it, with what is shown before. */
async function viewed(job: OpenJob, document: JobDocument, mode: 'preview' | 'full', held: Held) {
  const run = await job.run(document, quietContext, mode);
  const full = await job.run(document, quietContext);
  const asked = { document, mode, held };
  return { parts: [...early(run, full, asked)], view: resultOf(run, full, asked), run };
}

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

describe('what is computed for the page', () => {
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
  const job = openJob({ key: 'disc', picture, reduction: 1 }, fonts);

  it('answers a preview from a smaller copy, in the same units and places', async () => {
    const full = (await viewed(job, document, 'full', {})).view;
    const preview = await viewed(job, document, 'preview', {});
    expect(preview.parts[0].pixels().width).toBeLessThan(900);
    expect(preview.view.width).toBeCloseTo(1600, 6);
    expect(preview.view.facts.width / full.facts.width).toBeCloseTo(1, 2);
    expect(preview.view.millimetresPerPixel).toBeCloseTo(0.1, 6);
    expect(preview.view.frame.x).toBeCloseTo(full.frame.x, -1);
    expect(full.frame.x).toBeCloseTo(300, 0);
  });

  it('means the same size in a preview where the file says none', async () => {
    const unknown = { ...document, source: { ...source, density: null } };
    const full = (await viewed(job, unknown, 'full', {})).view.facts.width;
    const preview = (await viewed(job, unknown, 'preview', {})).view.facts.width;
    expect(full).toBeCloseTo((1000 * 25.4) / 96, 0);
    expect(preview / full).toBeCloseTo(1, 2);
  });

  it('names what the page holds, and sends paths only where it holds others', async () => {
    const { names } = (await viewed(job, document, 'full', {})).view;
    const renamed = (await viewed(job, { ...document, name: 'Disc' }, 'full', names)).view;
    expect(renamed).toMatchObject({ names, paths: undefined });
    // Names stand for what is there, wherever it was worked out.
    const another = openJob({ key: 'disc', picture, reduction: 1 }, fonts);
    expect((await viewed(another, document, 'full', {})).view.names).toEqual(names);
    const darker = { ...document, ink: { ...document.ink, threshold: 60 } };
    const other = (await viewed(job, darker, 'full', names)).view;
    expect(other.names.picture).toBe(names.picture);
    expect(other.names.ink).not.toBe(names.ink);
    expect(other.paths?.ids).toHaveLength(1);
    // A preview takes no full picture away, and is replaced by one.
    const preview = async (held: Held) => (await viewed(job, document, 'preview', held)).view.names.picture;
    expect(await preview(names)).toBe(names.picture);
    expect(await preview({})).not.toBe(names.picture);
  });

  it('shows picture and ink early, under the names they have in the result, and where they do not belie the paths', async () => {
    const first = await viewed(job, document, 'full', {});
    const { names } = first.view;
    expect(first.parts.map(({ layer, name }) => [layer, name])).toEqual([
      ['picture', names.picture],
      ['ink', names.ink],
    ]);
    expect(first.parts[0]).toMatchObject({ width: 1600, height: 1200 });
    const darker = { ...document, ink: { ...document.ink, threshold: 60 } };
    expect((await viewed(job, darker, 'full', names)).parts).toHaveLength(2);
    // Turned, it would lie under the paths of what was not.
    const turned = { ...document, square: { ...document.square, turn: 1 as const } };
    expect((await viewed(job, turned, 'full', names)).parts).toEqual([]);
  });

  it('keeps its own paths when those of a view are given away', async () => {
    const one = (await viewed(job, document, 'full', {})).view.paths;
    const other = (await viewed(job, document, 'full', {})).view.paths;
    const given = new Set(one && buffersOf(one));
    expect(given.size).toBe(11);
    expect(other && buffersOf(other).some((buffer) => given.has(buffer))).toBe(false);
  });

  it('proves nothing while nobody asks', async () => {
    const { run } = await viewed(job, { ...document, units: 'in' }, 'full', {});
    expect(run.timing().prove).toBe(0);
  });
});

it('inkPixels are opaque where ink is', () => {
  const pixels = inkPixels({ width: 2, height: 1, data: Uint8Array.from([0, 255]) }, 128);
  expect([pixels[3], pixels[7]]).toEqual([255, 0]);
});

it('maskPixels give each value its colour', () => {
  expect([...new Uint32Array(maskPixels(Uint8Array.from([0, 1, 2]), [7, 9]).buffer)]).toEqual([0, 7, 9]);
});
