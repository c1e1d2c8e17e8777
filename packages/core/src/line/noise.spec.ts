import { quietContext } from '../context';
import { findRowChanges } from '../raster';
import { random } from '../testing/pictures';
import { traceContours } from './rims/contours';
import { makeLine } from './line';
import { refusalOf } from './noise';

const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

function grain(width: number, height: number, size: number) {
  const next = random(3);
  const across = Math.ceil(width / size);
  const tones = Array.from({ length: across * Math.ceil(height / size) }, () => (next() < 0.5 ? 0 : 255));
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++)
    data[i] = tones[Math.floor(Math.floor(i / width) / size) * across + Math.floor((i % width) / size)];
  return { width, height, data };
}

const traced = (grey: ReturnType<typeof grain>) =>
  traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);

describe('refusalOf', () => {
  it('says how many contours there are, and what to do', () => {
    const grey = grain(800, 800, 1);
    expect(refusalOf(traced(grey), grey)).toEqual({
      code: 'noise',
      message: expect.stringMatching(/contours with [\d,]+ points/) as string,
      hint: expect.stringContaining('specks') as string,
    });
  });

  it('knows grain in a small picture, where it leaves hardly a pixel out', () => {
    const grey = grain(300, 240, 1);
    expect(refusalOf(traced(grey), grey)?.code).toBe('noise');
    const code = grain(300, 240, 4);
    expect(refusalOf(traced(code), code)).toBeUndefined();
  });

  it('lets a fine pattern of squares pass, as of a printed code', () => {
    const grey = grain(800, 800, 8);
    expect(refusalOf(traced(grey), grey)).toBeUndefined();
  });

  it('is stopped between the runs of one long contour', () => {
    const grey = grain(200, 200, 4);
    let looks = 0;
    const impatient = { ...quietContext, stopped: () => ++looks > 40 };
    expect(() => makeLine(traced(grey), settings, impatient)).toThrow(
      expect.objectContaining({ code: 'stopped' }),
    );
    expect(looks).toBe(41);
  });
});
