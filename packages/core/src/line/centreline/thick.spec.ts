import { quietContext } from '../../context';
import { drawn } from '../../testing/pictures';
import { thickAreas } from './thick';

const darkness = ({ data }: { data: Uint8Array }) => data.reduce((sum, tone) => sum + (255 - tone) / 255, 0);

describe('thickAreas', () => {
  const blob = (x: number, y: number) => Math.hypot(x - 30, y - 40) < 18;
  const stroke = (x: number, y: number) => Math.abs(y - 40) < 2 && x > 30 && x < 110;
  const both = drawn(120, 80, (x, y) => blob(x, y) || stroke(x, y));

  it('parts a disc from the stroke that leaves it', () => {
    const { thin, thick } = thickAreas(both, 127.5, 12, quietContext);
    expect(Math.abs(darkness(thick?.grey ?? thin) - Math.PI * 18 ** 2)).toBeLessThan(30);
    expect(Math.abs(darkness(thin) - 4 * (110 - 48))).toBeLessThan(30);
  });

  it('loses no ink: both parts add up to the whole', () => {
    const { thin, thick } = thickAreas(both, 127.5, 12, quietContext);
    expect(darkness(thin) + darkness(thick?.grey ?? thin)).toBeCloseTo(darkness(both), 6);
  });

  it('finds nothing thick in strokes alone, and nothing thin in a disc', () => {
    expect(thickAreas(drawn(120, 80, stroke), 127.5, 12, quietContext).thick).toBeUndefined();
    expect(darkness(thickAreas(drawn(120, 80, blob), 127.5, 12, quietContext).thin)).toBeLessThan(4);
  });
});
