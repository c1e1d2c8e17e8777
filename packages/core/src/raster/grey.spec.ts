import { toGrey } from './grey';

const picture = (pixels: number[][]) => ({
  width: pixels.length,
  height: 1,
  data: Uint8Array.from(pixels.flat()),
});

describe('toGrey', () => {
  it('takes transparency for paper where colours carry the shape', () => {
    const grey = toGrey(
      picture([
        [0, 0, 0, 255],
        [255, 255, 255, 255],
        [0, 0, 0, 0],
        [0, 0, 0, 51],
      ]),
    );
    expect([...grey.data]).toEqual([0, 255, 255, 204]);
  });

  it('takes alpha for the shape where the visible parts have one tone', () => {
    const grey = toGrey(
      picture([
        [250, 250, 250, 255],
        [250, 250, 250, 128],
        [0, 0, 0, 0],
      ]),
    );
    expect([...grey.data]).toEqual([0, 127, 255]);
  });

  it('reads pixels that begin at an odd address in memory', () => {
    const buffer = new Uint8Array(9);
    buffer.set([0, 0, 0, 255, 255, 255, 255, 255], 1);
    expect([...toGrey({ width: 2, height: 1, data: buffer.subarray(1) }).data]).toEqual([0, 255]);
  });

  it('can be stopped', () => {
    const context = { stopped: () => true, progress: () => undefined, now: () => 0 };
    expect(() => toGrey(picture([[0, 0, 0, 255]]), context)).toThrow('stopped');
  });
});
