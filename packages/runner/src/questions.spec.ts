import { type JobDocument, contours, fileOf, mapPoint, newJob, proof, quietContext } from '@drelk/core';
import { fontShelf } from './font-shelf';
import { openJob } from './open-job';
import { frameOf, lit, poured, sheetIn, triedOptions, wouldBe } from './questions';

const fonts = fontShelf({
  fontFile: () => Promise.resolve(undefined),
  outlineReader: () => Promise.reject(new Error('There is no text here.')),
});

/** A black disc on white. */
function disc(width: number, height: number, radius: number) {
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let i = 0; i < width * height; i++)
    if (Math.hypot((i % width) + 0.5 - width / 2, Math.floor(i / width) + 0.5 - height / 2) < radius)
      data.fill(0, 4 * i, 4 * i + 3);
  return { width, height, data };
}

const source = { blob: '', name: 'disc.png', kind: 'png', width: 300, height: 200, density: 254, notes: [] };
const document: JobDocument = newJob(source);
const job = openJob({ key: 'disc', picture: disc(300, 200, 60), reduction: 1 }, fonts);

describe('what is asked of an open job', () => {
  it('is the source, or what is squared up without its crop', async () => {
    const points = [90, 50, 200, 50, 200, 140, 90, 140];
    const cropped: JobDocument = {
      ...document,
      square: { ...document.square, turn: 1, crop: { kind: 'box', points } },
    };
    expect(await frameOf(job, cropped, 'source', quietContext)).toMatchObject({ width: 300, height: 200 });
    const { width, height, toSource } = await frameOf(job, cropped, 'uncropped', quietContext);
    expect([width, height]).toEqual([200, 300]);
    expect(mapPoint(toSource, { x: 0, y: 0 })).toEqual({ x: 300, y: 0 });
  });

  it('is what a pour would take, and what vanishes', async () => {
    const pour = { at: { x: 150, y: 100 }, tolerance: 5, everywhere: false };
    const { mask, width } = await poured(job, document, pour, quietContext);
    expect(mask[100 * width + 150]).toBe(1);
    expect(mask[0]).toBe(0);
    expect((await lit(job, document, { kind: 'vanishing' }, quietContext)).mask.includes(1)).toBe(false);
  });

  it('is six options, each with counts', async () => {
    const options = [];
    for await (const option of triedOptions(job, document, quietContext)) options.push(option);
    expect(options.map(({ id }) => id)).toEqual(['found', 'harder', 'light', 'turned', 'edges', 'bands']);
    expect(options[0]).toMatchObject({ shapes: 1 });
    expect(options[3].shapes).toBe(1);
  });

  it('is no sheet where there is none', async () => {
    expect(await sheetIn(job, document, quietContext)).toBeNull();
  });

  it('is what would be: the contours that come new, and nothing of what stays', async () => {
    const larger = { ...document, piece: { ...document.piece, length: 60 } };
    expect(await wouldBe(job, document, document, quietContext)).toEqual([]);
    expect(await wouldBe(job, document, larger, quietContext)).toHaveLength(1);
  });

  it('is a file of what is there in full', async () => {
    const run = await job.run(document, quietContext);
    expect(run.take(fileOf({ format: 'svg' })).readBack.width).toBeCloseTo(12, 1);
    expect(run.take(contours).starts.length).toBe(2);
    expect(run.take(proof).findings).toEqual([]);
  });

  it('stops where it is not wanted any more, and is answered the next time as if nothing had been', async () => {
    const fresh = openJob({ key: 'disc', picture: disc(300, 200, 60), reduction: 1 }, fonts);
    let looks = 0;
    const stopping = { ...quietContext, stopped: () => ++looks > 6 };
    const asked = fresh.run(document, stopping).then((run) => run.take(fileOf({ format: 'dxf' })));
    await expect(asked).rejects.toMatchObject({ code: 'stopped' });
    const again = (await fresh.run(document, quietContext)).take(fileOf({ format: 'dxf' }));
    expect(again.bytes).toEqual(
      (await job.run(document, quietContext)).take(fileOf({ format: 'dxf' })).bytes,
    );
  });
});
