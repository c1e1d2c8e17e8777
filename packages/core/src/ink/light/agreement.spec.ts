import { quietContext } from '../../context';
import { gaussianBlur } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { agreementWith, strongEdges } from './agreement';

const next = random(6);
const shape = gaussianBlur(
  drawn(320, 240, (x, y) => Math.hypot(x - 160, y - 120) < 80 && Math.hypot(x - 160, y - 120) > 30, 4),
  1,
);
/** The shape in two tones under a light that falls off to the right, with grain. */
const photo = {
  ...shape,
  data: shape.data.map((tone, i) =>
    Math.round((60 + (140 * tone) / 255) * (1 - 0.6 * ((i % 320) / 320)) + 4 * next()),
  ),
};
const edges = strongEdges(photo, quietContext);

describe('the agreement of rims and edges', () => {
  it('is whole for the shape itself', () => {
    expect(agreementWith(edges, shape, 127.5)).toBeGreaterThan(0.97);
  });

  it('is less for one threshold in uneven light, and for rubble on the shape', () => {
    const right = agreementWith(edges, shape, 127.5);
    expect(agreementWith(edges, photo, 100.5)).toBeLessThan(right - 0.15);
    const rubble = { ...shape, data: shape.data.map((tone) => (next() < 0.1 ? 255 - tone : tone)) };
    expect(agreementWith(edges, rubble, 127.5)).toBeLessThan(right - 0.3);
  });

  it('is none where there is no rim, or no edge', () => {
    const even = { ...shape, data: new Uint8Array(shape.data.length).fill(90) };
    expect(agreementWith(edges, even, 127.5)).toBe(0);
    expect(agreementWith(strongEdges(even, quietContext), shape, 127.5)).toBe(0);
  });
});
