import type { HandOffSettings } from '../handoff';
import { INK_DEFAULTS, type InkSettings } from '../ink';
import type { PieceSettings } from '../piece';
import type { SquareSettings } from '../square';

/** What a job's picture is. */
export interface Source {
  /** SHA-256 of the file, in hexadecimal. */
  blob: string;
  /** The file's own name. */
  name: string;
  kind: string;
  /** Pixels, the EXIF orientation obeyed. */
  width: number;
  height: number;
  /** Pixels per inch, or null where the file does not say. */
  density: number | null;
  /** What was noticed while it was taken in, in plain sentences. */
  notes: string[];
}

/** How ink becomes paths. */
export interface LineDocument {
  method: 'outline';
  /** Millimetres off the ink's rim at most; null is a third of a source pixel, whatever the size. */
  tolerance: number | null;
  /** How far along the contour jitter is evened out, in source pixels. */
  smoothness: number;
}

/** All that is saved of a job; everything else is computed from it. */
export interface JobDocument {
  schema: 1;
  name: string;
  units: 'mm' | 'in';
  source: Source;
  square: SquareSettings;
  ink: InkSettings;
  line: LineDocument;
  piece: PieceSettings;
  handoff: HandOffSettings;
}

/** Settings that take most pictures the whole way: what is `auto` follows the picture's kind. */
export const DEFAULTS: Omit<JobDocument, 'name' | 'source'> = {
  schema: 1,
  units: 'mm',
  square: { turn: 0, mirror: false, angle: 0, flatten: 'auto', crop: null, scale: { by: 'file' } },
  ink: INK_DEFAULTS,
  line: { method: 'outline', tolerance: null, smoothness: 0.8 },
  piece: { by: 'artwork', edge: 'width', length: null },
  handoff: { svg: 'filled', dxf: 'r12' },
};

/** A new job on a picture, named after its file. */
export function newJob(source: Source): JobDocument {
  const name = source.name
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(/[-_]+/g, ' ')
    .trim();
  return {
    ...structuredCopy(DEFAULTS),
    name: name ? name[0].toUpperCase() + name.slice(1) : 'Untitled',
    source,
  };
}

/** A deep copy of a plain value. */
function structuredCopy<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}
