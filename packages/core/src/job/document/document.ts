import { USUAL_CHOICES } from '../../format';
import type { HandOffSettings } from '../../handoff';
import { INK_DEFAULTS, type InkSettings } from '../../ink';
import { type Hand, LINE_METHODS, type LineMethod } from '../../line';
import { ARTWORK_ITEM, type PieceSettings } from '../../piece';
import { PROVE_DEFAULTS, type ProveSettings } from '../../prove';
import { type Settings, above, figure, kept, setting, usualOf, words } from '../../settings';
import type { SquareSettings } from '../../square';
import type { VectorSettings } from './vector-settings';

/** What a job begins with. */
export interface Source {
  /** SHA-256 of the file, in hexadecimal. */
  blob: string;
  /** The file's own name. */
  name: string;
  kind: string;
  /** Pixels, the EXIF orientation obeyed; of a vector file its page in whole millimetres. */
  width: number;
  height: number;
  /** Pixels per inch, or null where the file does not say. */
  density: number | null;
  /** What was noticed while it was taken in, in plain sentences. */
  notes: string[];
}

/** How plates that touch meet. */
export const NEIGHBOURS = ['shared', 'overlap', 'stacked'] as const;
export type Neighbours = (typeof NEIGHBOURS)[number];

/** How ink becomes paths. Lengths in source pixels where nothing else is said. */
export interface LineDocument {
  method: LineMethod;
  /** Millimetres off the ink's rim at most; null is what the picture tells of each rim, a third of a source pixel at least. */
  tolerance: number | null;
  /** How far along the contour jitter is evened out. */
  smoothness: number;
  /** How readily a turn is a corner, from 0 (few) to 1 (many). */
  corners: number;
  /** Contours around less than this are dropped, in square pixels. */
  drop: number;
  /** What mirrors itself, or is there several times, and what runs level, square or round, comes out so exactly. */
  regular: boolean;
  /** With centrelines: ink wider than this is outlined; null makes lines of everything. */
  solid: number | null;
  /** With plates: borders shared exactly, plates grown under their neighbours by `overlap`, or stacked from the back. */
  neighbours: Neighbours;
  overlap: number;
  /** What the hand did to the paths. */
  hand: Hand;
}

/** Each setting of Line. */
export const LINE = {
  method: setting<LineMethod>('outline', words(...LINE_METHODS)),
  tolerance: setting<number | null>(null, words(null), above(0, 1000)),
  smoothness: setting(0.8, figure(0, 5, { follows: 'length' })),
  corners: setting(0.5, figure(0, 1)),
  drop: setting(0, figure(0, 1e9, { follows: 'area' })),
  regular: setting<boolean>(true, words(true, false)),
  solid: setting<number | null>(null, words(null), above(0, 10_000, { follows: 'length' })),
  neighbours: setting<Neighbours>('shared', words(...NEIGHBOURS)),
  overlap: setting(2, figure(0, 1000, { follows: 'length' })),
  hand: setting<Hand>({}, kept('hand')),
} satisfies Settings<LineDocument>;

/** Raised whenever older documents have to be changed to be read; `job/upgrade` says how. */
export const SCHEMA = 14;

/** All that is saved of a job; everything else is computed from it. */
export interface JobDocument {
  schema: typeof SCHEMA;
  name: string;
  units: 'mm' | 'in';
  source: Source;
  /** How it is taken, where the source is a vector file; then there is no picture, and Square up and Ink say nothing. */
  vector?: VectorSettings;
  square: SquareSettings;
  ink: InkSettings;
  line: LineDocument;
  piece: PieceSettings;
  prove: ProveSettings;
  handoff: HandOffSettings;
}

/** Settings that take most pictures the whole way: what is `auto` follows the picture's kind. */
export const DEFAULTS: Omit<JobDocument, 'name' | 'source' | 'vector'> = {
  schema: SCHEMA,
  units: 'mm',
  square: { turn: 0, mirror: false, angle: 0, flatten: 'auto', crop: null, scale: { by: 'file' } },
  ink: INK_DEFAULTS,
  line: usualOf<LineDocument>(LINE),
  piece: {
    by: 'artwork',
    edge: 'width',
    length: null,
    items: { 1: ARTWORK_ITEM },
    fonts: {},
    turn: 0,
    mirrored: false,
    sheet: null,
  },
  prove: PROVE_DEFAULTS,
  handoff: USUAL_CHOICES,
};

/** A new job on a picture, or on a vector file that is taken as is said; named after its file. */
export function newJob(source: Source, vector?: VectorSettings): JobDocument {
  const name = source.name
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(/[-_]+/g, ' ')
    .trim();
  return {
    ...structuredCopy(DEFAULTS),
    name: name ? name[0].toUpperCase() + name.slice(1) : 'Untitled',
    source,
    ...(vector ? { vector: structuredCopy(vector) } : {}),
  };
}

/** A deep copy of a plain value. */
function structuredCopy<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}
