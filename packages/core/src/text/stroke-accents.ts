import { type Box, type Contour, type Segment, boxOf } from '../geometry';

/** Hershey's units, y down from the baseline: small letters are so high, and marks stand so far above a letter, or below the baseline. */
const SMALL = 14;
const ABOVE = 3;
/** What lies wholly above this of an i or j is its dot, which gives way to a mark. */
const DOT = -SMALL - 1;

type Line = readonly (readonly [x: number, y: number])[];
interface Mark {
  lines: readonly Line[];
  /** Below the letter instead of above it. */
  isBelow?: boolean;
}

const ring: Line = [0, 1, 2, 3, 4, 5, 6, 7, 8].map((k) => [
  2.5 * Math.sin((k * Math.PI) / 4),
  -2.5 + 2.5 * Math.cos((k * Math.PI) / 4),
]);
const dot = (x: number): Line => [
  [x, 0],
  [x - 1, -1],
  [x, -2],
  [x + 1, -1],
  [x, 0],
];

/** Combining marks of Unicode (block 0300 to 036F), drawn about the middle of a letter, their foot at nought. */
const MARKS: Record<number, Mark> = {
  0x300: {
    lines: [
      [
        [-3, -5],
        [2, 0],
      ],
    ],
  },
  0x301: {
    lines: [
      [
        [3, -5],
        [-2, 0],
      ],
    ],
  },
  0x302: {
    lines: [
      [
        [-4, 0],
        [0, -4],
        [4, 0],
      ],
    ],
  },
  0x303: {
    lines: [
      [
        [-5, 0],
        [-4, -2],
        [-2, -3],
        [2, 0],
        [4, -1],
        [5, -3],
      ],
    ],
  },
  0x304: {
    lines: [
      [
        [-4, -1],
        [4, -1],
      ],
    ],
  },
  0x306: {
    lines: [
      [
        [-4, -4],
        [-3, -1],
        [0, 0],
        [3, -1],
        [4, -4],
      ],
    ],
  },
  0x307: { lines: [dot(0)] },
  0x308: { lines: [dot(-3), dot(3)] },
  0x30a: { lines: [ring] },
  0x30b: {
    lines: [
      [
        [0, -5],
        [-3, 0],
      ],
      [
        [5, -5],
        [2, 0],
      ],
    ],
  },
  0x30c: {
    lines: [
      [
        [-4, -4],
        [0, 0],
        [4, -4],
      ],
    ],
  },
  0x327: {
    lines: [
      [
        [0, 0],
        [2, 3],
        [1, 5],
        [-2, 5],
      ],
    ],
    isBelow: true,
  },
  0x328: {
    lines: [
      [
        [1, 0],
        [-1, 3],
        [0, 5],
        [3, 5],
      ],
    ],
    isBelow: true,
  },
};

/** A character as a letter and the marks on it, by Unicode's canonical decomposition (UAX #15); undefined where a mark is not drawn here. */
export function taken(character: string): { letter: string; marks: number[] } | undefined {
  const [letter, ...marks] = Array.from(character.normalize('NFD'));
  const codes = marks.map((mark) => mark.codePointAt(0) ?? 0);
  return codes.every((code) => code in MARKS) ? { letter, marks: codes } : undefined;
}

/** A letter's lines with marks on them, one above another. */
export function marked(lines: readonly Contour[], letter: string, marks: readonly number[]): Contour[] {
  const isDotted = (letter === 'i' || letter === 'j') && marks.some((mark) => !MARKS[mark].isBelow);
  const own = lines.filter((line) => !isDotted || (boxOf([line])?.bottom ?? 0) > DOT);
  const box = boxOf(own);
  if (!box) return own;
  let top = Math.min(box.top, -SMALL) - ABOVE;
  return marks.reduce((all, mark) => {
    const { lines: drawn, isBelow } = MARKS[mark];
    const made = drawn.map((line) => contourOf(line, middleOf(box), isBelow ? 0 : top));
    if (!isBelow) top = (boxOf(made)?.top ?? top) - ABOVE / 2;
    return [...all, ...made];
  }, own);
}

const middleOf = ({ left, right }: Box): number => (left + right) / 2;

function contourOf(line: Line, x: number, y: number): Contour {
  const [start, ...rest] = line.map(([dx, dy]) => ({ x: x + dx, y: y + dy }));
  const end = rest[rest.length - 1];
  return {
    start,
    segments: rest.map((to): Segment => ({ kind: 'line', ...to })),
    closed: rest.length > 2 && Math.abs(end.x - start.x) < 1e-9 && Math.abs(end.y - start.y) < 1e-9,
  };
}
