import type { Chain, ChainSegment } from '../chain/chain';
import { plainRun } from './runs-of';
import { straighten } from './straighten';

const run = plainRun(new Float64Array(2), new Float64Array(2));
const line: ChainSegment = { kind: 'line', startX: 0, startY: 0, endX: 0, endY: 0, run, first: 0, last: 1 };
const TOLERANCE = 1 / 3;

/** A slot: two lines with half a turn of curve at either end, tilted by so much. */
function slot(tilt: number): Chain {
  const curve = (sign: number): ChainSegment => ({
    ...line,
    kind: 'cubic',
    startX: sign * 6,
    startY: sign * tilt,
    endX: sign * 6,
    endY: sign * -tilt,
  });
  return {
    closed: true,
    nodes: [
      { x: 0, y: 0, smooth: true },
      { x: 40, y: tilt, smooth: true },
      { x: 40, y: 9, smooth: true },
      { x: 0, y: 9, smooth: true },
    ],
    segments: [{ ...line }, curve(1), { ...line }, curve(-1)],
  };
}

describe('straighten', () => {
  it('levels a line that is all but level, half at either end, and the curves that leave it', () => {
    const chain = slot(0.1);
    straighten(chain, TOLERANCE, () => true);
    expect(chain.nodes[0].y).toBe(0.05);
    expect(chain.nodes[1].y).toBe(0.05);
    expect(chain.segments[1].startY).toBe(0);
    expect(chain.segments[1].startX).toBeCloseTo(Math.hypot(6, 0.1), 12);
    expect(chain.segments[3].endY).toBe(0);
    expect(chain.segments[3].endX).toBeLessThan(0);
  });

  it('leaves a line that was drawn aslant', () => {
    const chain = slot(0.5);
    straighten(chain, TOLERANCE, () => true);
    expect(chain).toEqual(slot(0.5));
  });

  it('puts back what would be too far from its points', () => {
    const chain = slot(0.1);
    straighten(chain, TOLERANCE, (segment) => segment !== 1);
    expect(chain).toEqual(slot(0.1));
  });

  it('moves no end that is another’s too', () => {
    const chain: Chain = {
      closed: false,
      fixed: true,
      nodes: [
        { x: 0, y: 0, smooth: false },
        { x: 40, y: 0.1, smooth: false },
      ],
      segments: [{ ...line }],
    };
    straighten(chain, TOLERANCE, () => true);
    expect(chain.nodes[1].y).toBe(0.1);
  });
});
