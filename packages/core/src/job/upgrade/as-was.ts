/**
 * What documents of older schemas are brought on with, as it was when their schemas were left. These figures are history: they stay as
 * they are when today's defaults change, so that a document upgraded tomorrow is the one that was upgraded yesterday.
 */

/** All the detail there is. */
export const FINEST_AS_WAS = 100 as const;

/** Square up, of schema 1. */
export const SQUARE_AS_WAS = {
  turn: 0,
  mirror: false,
  angle: 0,
  flatten: 'auto',
  crop: null,
  scale: {
    by: 'file',
  },
} as const;

/** Ink, of schema 1. */
export const INK_AS_WAS = {
  kind: 'auto',
  by: 'auto',
  tone: {
    brightness: 0,
    contrast: 0,
    levelled: 'auto',
    detail: 'auto',
    rulings: 'auto',
  },
  threshold: 'auto',
  ink: 'auto',
  cut: null,
  words: null,
  background: {
    tolerance: null,
    away: [],
    keep: [],
  },
  plates: {
    count: 'auto',
    merged: [],
    ink: 'auto',
    recoloured: [],
    order: [],
  },
  bands: {
    levels: 'auto',
    shown: 'all',
  },
  edges: {
    fineness: 1.4,
    strength: 30,
    width: 3,
  },
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
} as const;

/** Line, of schema 1. */
export const LINE_AS_WAS = {
  method: 'outline',
  tolerance: null,
  smoothness: 0.8,
  corners: 0.5,
  drop: 0,
  solid: null,
  neighbours: 'shared',
  overlap: 2,
  hand: {},
} as const;

/** Piece, of schema 6. */
export const PIECE_AS_WAS = {
  by: 'artwork',
  edge: 'width',
  length: null,
  items: {
    '1': {
      kind: 'artwork',
      name: 'Artwork',
      place: {
        on: null,
        theirs: [-1, -1],
        own: [-1, -1],
        x: 0,
        y: 0,
        turn: 0,
        mirrored: false,
      },
      task: 'auto',
      hidden: false,
      locked: false,
      layer: 1,
      tabs: null,
      inner: null,
      plates: {},
      picked: [],
      bridges: null,
    },
  },
  fonts: {},
  turn: 0,
  mirrored: false,
  sheet: null,
} as const;

/** Prove, of schema 7. */
export const PROVE_AS_WAS = {
  material: {
    process: 'laser',
    name: 'plywood 3 mm',
    thickness: 3,
    least: {
      neck: 1,
      wall: 1.5,
      hole: 1,
      gap: 0.2,
      part: 1,
      tip: 10,
      nodesPer100: 120,
    },
    pace: {
      cut: 30,
      passes: 1,
      pierce: 0,
      mark: 120,
      travel: 300,
      acceleration: 2000,
    },
    bed: {
      width: 600,
      height: 400,
    },
    origin: 'common practice',
  },
  tool: {
    process: 'laser',
    name: 'beam, kerf 0.2 mm',
    kind: 'beam',
    width: 0.2,
    origin: 'from memory',
  },
  waived: {},
} as const;

/** Formats, of schema 9. */
export const FORMATS_AS_WAS = ['svg', 'dxf', 'pdf', 'png'] as const;

/** What is chosen of each, of schemas 8 and 9. */
export const CHOICES_AS_WAS = {
  svg: {
    style: 'filled',
    together: 'groups',
    colours: 'task',
    pens: 'pen',
    unit: 'job',
    guides: 'with',
  },
  dxf: {
    release: 'r12',
    curves: 'true',
    within: 0.005,
    layers: 'both',
    colours: 'layer',
    unit: 'job',
    origin: 'frame',
    guides: 'with',
    square: 'none',
  },
  pdf: {
    paper: 'own',
    style: 'lines',
    guides: 'with',
  },
  png: {
    shows: 'tones',
    density: 300,
    ground: 'white',
    guides: 'with',
  },
} as const;
