import { readSkeleton } from './skeleton';
import { tidySkeleton } from './tidy';

/** A mask from rows of text, # being a line. */
function mask(...rows: string[]) {
  const data = Uint8Array.from(rows.join(''), (letter) => (letter === '#' ? 1 : 0));
  return { width: rows[0].length, height: rows.length, data };
}

const ends = ({ branches }: ReturnType<typeof readSkeleton>) =>
  branches.map(({ from, to, around, pixels }) => [from, to, around, pixels.length]);

describe('readSkeleton', () => {
  it('finds a line with two free ends', () => {
    const read = readSkeleton(mask('......', '.####.', '......'));
    expect(ends(read)).toEqual([[-1, -1, false, 4]]);
    expect(read.junctions).toEqual([]);
  });

  it('goes around a ring', () => {
    const read = readSkeleton(mask('......', '..##..', '.#..#.', '.#..#.', '..##..', '......'));
    expect(ends(read)).toEqual([[-1, -1, true, 8]]);
  });

  it('finds one junction where four arms cross', () => {
    const read = readSkeleton(
      mask('...#...', '...#...', '...#...', '#######', '...#...', '...#...', '...#...'),
    );
    expect(read.junctions).toHaveLength(1);
    expect(read.junctions[0]).toEqual({ x: 3.5, y: 3.5 });
    expect(read.branches).toHaveLength(4);
    expect(read.branches.every(({ from, to }) => from === 0 && to === -1)).toBe(true);
  });

  it('takes no short cut across a stair', () => {
    const read = readSkeleton(mask('##....', '.##...', '..##..', '...###'));
    expect(read.branches).toHaveLength(1);
  });
});

describe('tidySkeleton', () => {
  const cross = readSkeleton(
    mask(
      '....#.......',
      '....#.......',
      '############',
      '....#.......',
      '....#.......',
      '....#.......',
      '....#.......',
      '....#.......',
      '....#.......',
    ),
  );

  it('drops whiskers shorter than the stroke is wide, and only those', () => {
    expect(cross.branches).toHaveLength(4);
    expect(tidySkeleton(cross, () => 1).branches).toHaveLength(4);
    // Of a stroke nine pixels wide, the two short arms are its corners, which thinning drew out.
    const left = tidySkeleton(cross, () => 4.7).branches.map(({ pixels }) => pixels.length);
    expect(left).toHaveLength(2);
    expect(Math.min(...left)).toBeGreaterThan(4);
  });

  it('makes one junction of two forks that lie within a stroke', () => {
    const two = readSkeleton(
      mask('#.......#', '.#.....#.', '..#...#..', '...###...', '..#...#..', '.#.....#.', '#.......#'),
    );
    expect(two.junctions).toHaveLength(2);
    const tidy = tidySkeleton(two, () => 2);
    const meeting = new Set(tidy.branches.map(({ from }) => from));
    expect(tidy.branches).toHaveLength(4);
    expect(meeting.size).toBe(1);
    expect(tidy.junctions[[...meeting][0]].x).toBeCloseTo(4.5, 6);
  });
});
