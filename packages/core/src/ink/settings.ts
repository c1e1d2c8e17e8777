import type { CutSettings } from './cut-out/settings';
import type { Strokes } from './strokes';

/** What a picture is taken to be. */
export const KINDS = ['logo', 'flat', 'line', 'scan', 'photo', 'relief'] as const;
export type Kind = (typeof KINDS)[number];

/** What decides between ink and paper: tone, colour plates, bands of grey, or edges. */
export const SEPARATIONS = ['tone', 'plates', 'bands', 'edges'] as const;
export type Separation = (typeof SEPARATIONS)[number];

/** Tones before anything is decided. */
export interface ToneSettings {
  /** Tones added, -100 to 100. */
  brightness: number;
  /** -100 (all one grey) to 100 (two tones), about the middle. */
  contrast: number;
  /** Uneven light taken out; `auto` does so for photos. */
  levelled: 'auto' | boolean;
  /** From 0 (calm) to 100 (all there is); `auto` leaves photos as much as can be cut, and everything else all of it. */
  detail: 'auto' | number;
  /** Lines of squared or ruled paper taken out; `auto` does so in scans, drawings and photos, where they are found. */
  rulings: 'auto' | boolean;
}

/** Areas taken to be paper by their colour. Places x, y in source pixels; distances by CIEDE2000. */
export interface BackgroundSettings {
  /** Everything this near in colour that hangs together with the picture's rim; null leaves the rim alone. */
  tolerance: number | null;
  /** Places whose area goes away, and places whose area stays, whatever the rest says: x, y of each. */
  away: number[];
  keep: number[];
}

/** Colour plates. Colours are written #rrggbb, as the plates have them before any is recoloured. */
export interface PlateSettings {
  /** How many, the paper among them; `auto` proposes. */
  count: 'auto' | number;
  /** Plates merged into others: from, into. */
  merged: [string, string][];
  /** Which plates are ink; `auto` takes the darker ones, `all` every one but the paper. */
  ink: 'auto' | 'all' | string[];
  /** Shown and cut in another colour: from, to. */
  recoloured: [string, string][];
  /** Bottom first; plates that are not named follow in their own order. */
  order: string[];
}

/** Grey levels. */
export interface BandSettings {
  /** Tones at which bands part, rising; a number makes so many bands of equal height; `auto` finds them. */
  levels: 'auto' | number | number[];
  /** Everything darker than this level is ink; counted from the darkest, the last one being all that is not paper. */
  shown: 'all' | number;
}

/** Edges, for a pencil look. Lengths in source pixels. */
export interface EdgeSettings {
  /** Detail smaller than this is not looked at (standard deviation of the blur). */
  fineness: number;
  /** How strong an edge must be, 0 (all) to 100 (the strongest only). */
  strength: number;
  /** Width of the lines drawn. */
  width: number;
}

/** Cleaning. Lengths in source pixels, areas in square ones. */
export interface CleanSettings {
  /** Ink smaller than this is dropped, and paper inside ink smaller than this filled; `auto` asks the picture. */
  specks: 'auto' | number;
  pinholes: 'auto' | number;
  /** Rims are evened out over about this length; corners stay. */
  rims: number;
  /** Breaks up to this long are bridged along the stroke. */
  gaps: number;
  /** Strokes thinner than this are brought up to it. */
  thinnest: number;
  /** All ink grows by this on every side, or shrinks where it is negative. */
  grow: number;
  /** Only so many of the largest components stay. */
  largest: number | null;
  /** Components nearer to each other than this are joined by a neck as wide. */
  necks: number;
}

/** How far each length of cleaning goes, in source pixels: more takes long and means nothing. */
export const CLEAN_LENGTHS = {
  gaps: { least: 0, most: 80 },
  rims: { least: 0, most: 24 },
  thinnest: { least: 0, most: 60 },
  grow: { least: -20, most: 20 },
  necks: { least: 0, most: 60 },
} as const;
export type CleanLength = keyof typeof CLEAN_LENGTHS;

/** What the user may set of Ink. */
export interface InkSettings {
  kind: 'auto' | Kind;
  by: 'auto' | Separation;
  tone: ToneSettings;
  /** Tones below this are dark; `auto` lies half way between ink and paper; `local` follows the light. */
  threshold: 'auto' | 'local' | number;
  /** Which tone is ink; `auto` asks the picture's rim. */
  ink: 'auto' | 'dark' | 'light';
  /** The thing that is cut out of the picture; null leaves all of it. */
  cut: CutSettings | null;
  /** Only lines of words are ink: all of them, or those that hold these places (x, y of each); null is no matter of words. */
  words: 'all' | number[] | null;
  background: BackgroundSettings;
  plates: PlateSettings;
  bands: BandSettings;
  edges: EdgeSettings;
  strokes: Strokes;
  clean: CleanSettings;
}

/** Nothing set: the picture decides. */
export const INK_DEFAULTS: InkSettings = {
  kind: 'auto',
  by: 'auto',
  tone: { brightness: 0, contrast: 0, levelled: 'auto', detail: 'auto', rulings: 'auto' },
  threshold: 'auto',
  ink: 'auto',
  cut: null,
  words: null,
  background: { tolerance: null, away: [], keep: [] },
  plates: { count: 'auto', merged: [], ink: 'auto', recoloured: [], order: [] },
  bands: { levels: 'auto', shown: 'all' },
  edges: { fineness: 1.4, strength: 30, width: 3 },
  strokes: {},
  clean: {
    specks: 'auto',
    pinholes: 'auto',
    rims: 0,
    gaps: 0,
    thinnest: 0,
    grow: 0,
    largest: null,
    necks: 0,
  },
};
