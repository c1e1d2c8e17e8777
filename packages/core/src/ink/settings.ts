import {
  type Form,
  type Settings,
  above,
  figure,
  figures,
  kept,
  places,
  setting,
  usualOf,
  words,
} from '../settings';
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
  /** Dots that tones are printed with, or scattered into, evened out where they are found; or left. */
  dots: 'auto' | false;
  /** What tones are of: light, or where that does not tell two colours apart, the way from one to the other; or light whatever is seen. */
  of: 'auto' | 'light';
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

/** Plates, or bands, at most. */
const MOST_COLOURS = 24;
const colours: Form = { form: 'colours', most: 64 };
const colourPairs: Form = { form: 'colour pairs', most: 64 };
/** A length of cleaning: beyond its bounds it takes long and means nothing. */
const cleanLength = (least: number, most: number) => setting(0, figure(least, most, { follows: 'length' }));
const specks = setting<'auto' | number>('auto', words('auto'), figure(0, 1e6, { follows: 'area' }));
const flag = setting<'auto' | boolean>('auto', words('auto', true, false));

/** Each setting of Ink: until it is set the picture decides. */
export const INK = {
  kind: setting<InkSettings['kind']>('auto', words('auto', ...KINDS)),
  by: setting<InkSettings['by']>('auto', words('auto', ...SEPARATIONS)),
  tone: {
    brightness: setting(0, figure(-100, 100)),
    contrast: setting(0, figure(-100, 100)),
    levelled: flag,
    detail: setting<'auto' | number>('auto', words('auto'), figure(0, 100)),
    rulings: flag,
    dots: setting<ToneSettings['dots']>('auto', words('auto', false)),
    of: setting<ToneSettings['of']>('auto', words('auto', 'light')),
  },
  threshold: setting<InkSettings['threshold']>(
    'auto',
    words('auto', 'local'),
    figure(0, 255, { whole: true }),
  ),
  ink: setting<InkSettings['ink']>('auto', words('auto', 'dark', 'light')),
  cut: setting<InkSettings['cut']>(null, words(null), kept('cut')),
  words: setting<InkSettings['words']>(null, words('all', null), places(1000)),
  background: {
    tolerance: setting<number | null>(null, words(null), figure(0, 100)),
    away: setting<number[]>([], places(1000)),
    keep: setting<number[]>([], places(1000)),
  },
  plates: {
    count: setting<'auto' | number>('auto', words('auto'), figure(2, MOST_COLOURS, { whole: true })),
    merged: setting<[string, string][]>([], colourPairs),
    ink: setting<PlateSettings['ink']>('auto', words('auto', 'all'), colours),
    recoloured: setting<[string, string][]>([], colourPairs),
    order: setting<string[]>([], colours),
  },
  bands: {
    levels: setting<BandSettings['levels']>(
      'auto',
      words('auto'),
      figure(1, MOST_COLOURS, { whole: true }),
      figures(figure(1, 255, { whole: true }), 1, MOST_COLOURS),
    ),
    shown: setting<'all' | number>('all', words('all'), figure(0, MOST_COLOURS - 1, { whole: true })),
  },
  edges: {
    fineness: setting(1.4, figure(0, 20, { follows: 'length' })),
    strength: setting(30, figure(0, 100)),
    width: setting(3, above(0, 1000, { follows: 'length' })),
  },
  strokes: setting<Strokes>({}, kept('strokes')),
  clean: {
    specks,
    pinholes: specks,
    rims: cleanLength(0, 24),
    gaps: cleanLength(0, 80),
    thinnest: cleanLength(0, 60),
    grow: cleanLength(-20, 20),
    largest: setting<number | null>(null, words(null), figure(1, 100_000, { whole: true })),
    necks: cleanLength(0, 60),
  },
} satisfies Settings<InkSettings>;

/** The lengths of cleaning, by name. */
export type CleanLength = 'rims' | 'gaps' | 'thinnest' | 'grow' | 'necks';

/** Nothing set: the picture decides. */
export const INK_DEFAULTS: InkSettings = usualOf<InkSettings>(INK);
