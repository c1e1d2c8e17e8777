import {
  FINEST,
  type Ink,
  type Plates,
  type Rulings,
  type Separated,
  type Toned,
  type UsedPlate,
  type Vanishing,
  calmed,
  findBackground,
  fittingDetail,
  leastArea,
  levelOf,
  makeInk,
  makePlates,
  makeTone,
  replayStrokes,
  separateByBands,
  separateByEdges,
  separateByPlates,
  separateByTone,
  usedPlates,
  vanishingShares,
  withEvenRims,
} from '../../ink';
import type { ResolvedInk } from '../document/resolve';
import { choice, figure, gathered, partOf, setting, work } from '../graph';
import { apart, isApart, rulings, settings, workedGrey, workedPicture } from './cut-out';

/** What Ink found on its way. */
export interface InkResult {
  toned: Toned;
  /** Before the hand's strokes. */
  separated: Separated;
  plates: UsedPlate[] | undefined;
  bands: number[] | undefined;
  /** The picture taken apart by colour, where it was. */
  taken: Plates | undefined;
  /** 1 for every pixel that is taken for background; undefined where nothing is. */
  background: Uint8Array | undefined;
  vanishing: Vanishing;
  /** Lines of the paper that were taken out; undefined where none were. */
  rulings: Rulings | undefined;
  /** How much of the detail is there, 0 to 100. */
  detail: number;
  /** Settings as they were used, in this picture's pixels. */
  settings: ResolvedInk;
  ink: Ink;
}

const tone = partOf(settings, 'tone', ({ tone: { brightness, contrast, levelled } }) => ({
  brightness,
  contrast,
  levelled,
}));
const by = partOf(settings, 'by', (all) => all.by);
export const kind = partOf(settings, 'kind', (all) => all.kind);

const wholeTone = work('tone', { part: 'tone', cost: 150 }, { workedGrey, tone }, (reads, context) =>
  makeTone(reads.workedGrey, reads.tone, context),
);

const askedDetail = partOf(settings, 'detail', (all) => all.tone.detail);
const fitting = work(
  'fitting detail',
  { part: 'tone', cost: 60 },
  { wholeTone, workedGrey },
  (reads, context) =>
    fittingDetail(reads.wholeTone.grey, levelOf(reads.wholeTone), reads.workedGrey, context),
);
const typedDetail = figure('detail as set', { askedDetail }, (reads) =>
  reads.askedDetail === 'fitting' ? FINEST : reads.askedDetail,
);
const decided = choice('detail decided', { askedDetail }, [fitting, typedDetail], (reads) =>
  reads.askedDetail === 'fitting' ? fitting : typedDetail,
);
/** How much of the detail is there, 0 to 100. */
export const detail = partOf(decided, 'value', (value) => value);

export const toned = work('toned', { part: 'tone', cost: 60 }, { wholeTone, detail }, (reads, context) =>
  calmed(reads.wholeTone, reads.detail, context),
);
const tonedGrey = gathered('toned grey', { toned }, (reads) => reads.toned.grey);

/** How ink and paper were told apart. */
interface TakenApart {
  separated: Separated;
  taken?: Plates;
  plates?: UsedPlate[];
  bands?: number[];
}

const bySide = partOf(settings, 'ink', (all) => all.ink);
const threshold = partOf(settings, 'threshold', (all) => all.threshold);
const plateSettings = partOf(settings, 'plates', (all) => all.plates);
const plateCount = partOf(settings, 'plates.count', (all) => all.plates.count);
const bandSettings = partOf(settings, 'bands', (all) => all.bands);
const edgeSettings = partOf(settings, 'edges', (all) => all.edges);

const plates = work(
  'plates',
  { part: 'separate', cost: 300 },
  { workedPicture, plateCount },
  (reads, context) => makePlates(reads.workedPicture, reads.plateCount, context),
);
const byPlates = work(
  'by plates',
  { part: 'separate', cost: 30 },
  { plates, plateSettings, bySide },
  (reads): TakenApart => {
    const used = usedPlates(reads.plates, { plates: reads.plateSettings, ink: reads.bySide });
    return { separated: separateByPlates(reads.plates, used), taken: reads.plates, plates: used };
  },
);
const byBands = work(
  'by bands',
  { part: 'separate', cost: 30 },
  { tonedGrey, bandSettings, bySide },
  (reads): TakenApart => {
    const separated = separateByBands(reads.tonedGrey, reads.bandSettings, reads.bySide);
    return { separated, bands: separated.levels };
  },
);
const byEdges = work(
  'by edges',
  { part: 'separate', cost: 60 },
  { tonedGrey, edgeSettings },
  (reads, context): TakenApart => ({
    separated: separateByEdges(reads.tonedGrey, reads.edgeSettings, context),
  }),
);
const byTone = work(
  'by tone',
  { part: 'separate', cost: 60 },
  { toned, threshold, bySide },
  (reads, context): TakenApart => ({
    separated: separateByTone(reads.toned, { threshold: reads.threshold, ink: reads.bySide }, context),
  }),
);
const byItself = gathered('by itself', { apart, toned }, (reads): TakenApart => {
  if (!reads.apart) throw new Error('Nothing was taken apart.');
  return { separated: reads.apart };
});
const WAYS = { tone: byTone, plates: byPlates, bands: byBands, edges: byEdges } as const;
export const takenApart = choice(
  'taken apart',
  { isApart, by },
  [byTone, byPlates, byBands, byEdges, byItself],
  (reads) => (reads.isApart ? byItself : WAYS[reads.by]),
);
const told = gathered('told apart', { takenApart }, (reads) => reads.takenApart.separated);

const backgroundSettings = partOf(settings, 'background', (all) => all.background);
export const background = work(
  'background',
  { part: 'separate', cost: 40 },
  { workedPicture, backgroundSettings },
  (reads, context) => findBackground(reads.workedPicture, reads.backgroundSettings, context),
);
const withoutGround = work(
  'without background',
  { part: 'separate', cost: 12 },
  { told, background },
  (reads) => withoutBackground(reads.told, reads.background),
);
export const separated = choice('separated', { background }, [told, withoutGround], (reads) =>
  reads.background ? withoutGround : told,
);

/** What the hand draws has no grain, and what is no photo has little. */
const evenRims = work('even rims', { part: 'separate', cost: 60 }, { separated }, (reads, context) =>
  withEvenRims(reads.separated, context),
);
const even = choice('even', { kind }, [separated, evenRims], (reads) =>
  reads.kind === 'photo' ? evenRims : separated,
);

const strokes = partOf(settings, 'strokes', (all) => all.strokes);
const drawn = work('drawn', { part: 'hand', cost: 10 }, { even, workedPicture, strokes }, (reads, context) =>
  replayStrokes(reads.even, reads.workedPicture, reads.strokes, context),
);
const byHand = choice('by hand', { strokes }, [even, drawn], (reads) =>
  reads.strokes.length > 0 ? drawn : even,
);

const askedClean = setting('ink.clean', (document) => document.ink.clean);
const picked = partOf(settings, 'clean', (all) => all.clean);
const workedSize = figure('worked size', { workedGrey }, ({ workedGrey: { width, height } }) => ({
  width,
  height,
}));
/** What goes with the detail goes where specks and pinholes are not set by hand. */
export const clean = figure('clean', { askedClean, picked, detail, workedSize }, (reads) => {
  const least = leastArea(reads.detail, reads.workedSize);
  const at = (which: 'specks' | 'pinholes') =>
    reads.askedClean[which] === 'auto' ? Math.max(reads.picked[which], least) : reads.picked[which];
  return { ...reads.picked, specks: at('specks'), pinholes: at('pinholes') };
});
const isCalmed = partOf(detail, 'is less', (value) => value < FINEST);

/** The ink, cleaned: a grey picture and the level of its rims. */
export const ink = work('ink', { part: 'ink', cost: 100 }, { byHand, clean, isCalmed }, (reads, context) =>
  makeInk(reads.byHand, reads.clean, context, reads.isCalmed),
);
const vanishing = work('vanishing', { part: 'ink', cost: 20 }, { separated }, (reads, context) =>
  vanishingShares(reads.separated, context),
);

/** All that Ink found. */
export const inkResult = gathered(
  'ink result',
  {
    toned,
    separated,
    takenApart,
    background,
    vanishing,
    rulings,
    detail,
    settings,
    clean,
    ink,
  },
  ({ takenApart: { plates: used, bands, taken }, clean: cleanedBy, settings: own, ...more }): InkResult => ({
    ...more,
    plates: used,
    bands,
    taken,
    settings: { ...own, clean: cleanedBy },
  }),
);

/** Background becomes paper. */
function withoutBackground(apartFrom: Separated, isBackground: Uint8Array | undefined): Separated {
  if (!isBackground) return apartFrom;
  const { grey, paperTone } = apartFrom;
  const data = grey.data.map((value, i) => (isBackground[i] ? paperTone : value));
  return { ...apartFrom, grey: { ...grey, data } };
}
