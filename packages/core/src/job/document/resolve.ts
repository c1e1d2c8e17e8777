import {
  type CleanNumbers,
  type CutOut,
  type CutSettings,
  FINEST,
  INK,
  type InkSettings,
  type Kind,
  type Look,
  type Separation,
  type Stroke,
  marksInOrder,
  strokesInOrder,
} from '../../ink';
import { type Homography, localScale, mapPoint } from '../../geometry';
import type { LineMethod } from '../../line';
import { followed } from '../../settings';
import type { SquareSettings } from '../../square';

/** Settings with nothing left open, in pixels of the picture that is computed on. */
export interface ResolvedInk extends Omit<InkSettings, 'kind' | 'by' | 'tone' | 'cut' | 'strokes' | 'clean'> {
  kind: Kind;
  by: Separation;
  tone: {
    brightness: number;
    contrast: number;
    levelled: boolean;
    detail: 'fitting' | number;
    rulings: boolean;
  };
  cut: (CutOut & Pick<CutSettings, 'gives'>) | null;
  /** In the order in which they are replayed. */
  strokes: Stroke[];
  clean: CleanNumbers;
}

/** What each kind of picture is taken apart by. */
const SEPARATION: Record<Kind, Separation> = {
  logo: 'tone',
  line: 'tone',
  scan: 'tone',
  photo: 'tone',
  flat: 'plates',
  relief: 'bands',
};
/** Kinds of pictures that may be of paper with lines on it. */
const ON_PAPER: readonly Kind[] = ['scan', 'line', 'photo'];
/** Paper of a scan that varies by more tones than this is levelled. */
const SCAN_UNEVEN = 10;
/** Specks dropped in clean pictures and in photos, in source pixels; in scans it follows the strokes' width. */
const CLEAN_SPECKS = 4;
const PHOTO_SPECKS = 12;
const MOST_SPECKS = 40;

/** Square up's settings for a picture `reduction` times smaller than the source. */
export function reducedSquare(settings: SquareSettings, reduction: number): Omit<SquareSettings, 'flatten'> {
  const { crop, scale } = settings;
  const smaller = (values: readonly number[]) => values.map((value) => value / reduction);
  return {
    ...settings,
    crop: crop && { ...crop, points: smaller(crop.points) },
    scale:
      scale.by === 'ruler'
        ? {
            ...scale,
            from: smaller(scale.from) as [number, number],
            to: smaller(scale.to) as [number, number],
          }
        : scale,
  };
}

/**
 * Ink's settings with everything `auto` decided by the picture's kind, and every place and length brought from source
 * pixels to those of the squared-up picture, which is `reduction` times smaller; `toResult` takes the reduced
 * source's pixels there.
 */
export function resolveInk(
  ink: InkSettings,
  method: LineMethod,
  look: Look,
  toResult: Homography,
  reduction: number,
  middle: { x: number; y: number },
): ResolvedInk {
  const kind = ink.kind === 'auto' ? look.kind : ink.kind;
  const scale = localScale(toResult, middle) / reduction;
  const place = (values: readonly number[]) => placed(values, toResult, reduction);
  const { levelled, detail, rulings } = ink.tone;
  const specks = (value: 'auto' | number) => (value === 'auto' ? specksFor(kind, look) : value);
  const { clean } = ink;
  const decided = {
    ...ink,
    // Plates that become paths of their own are all wanted, however light.
    plates:
      ink.plates.ink === 'auto' && method === 'plates' ? { ...ink.plates, ink: 'all' as const } : ink.plates,
    clean: { ...clean, specks: specks(clean.specks), pinholes: specks(clean.pinholes) },
  };
  const here = followed<InkSettings>(INK, decided, { place, scale });
  return {
    ...here,
    kind,
    by: ink.by === 'auto' ? SEPARATION[kind] : ink.by,
    tone: {
      ...ink.tone,
      levelled:
        levelled === 'auto'
          ? kind === 'photo' || (kind === 'scan' && look.unevenness > SCAN_UNEVEN)
          : levelled,
      detail: detail === 'auto' ? (kind === 'photo' ? 'fitting' : FINEST) : detail,
      rulings: rulings === 'auto' ? ON_PAPER.includes(kind) : rulings,
    },
    cut: ink.cut && placedCut(ink.cut, place, scale),
    strokes: strokesInOrder(ink.strokes).map(({ stroke }) => placedStroke(stroke, place, scale)),
    clean: here.clean as CleanNumbers,
  };
}

/** Specks and pinholes that the picture itself suggests to drop, in square source pixels. */
export function specksFor(kind: Kind, look: Look): number {
  if (kind === 'scan')
    return Math.round(Math.min(MOST_SPECKS, Math.max(CLEAN_SPECKS, (0.6 * look.strokeWidth) ** 2)));
  return kind === 'photo' ? PHOTO_SPECKS : CLEAN_SPECKS;
}

function placed(values: readonly number[], toResult: Homography, reduction: number): number[] {
  const result: number[] = [];
  for (let k = 0; k + 1 < values.length; k += 2) {
    const { x, y } = mapPoint(toResult, { x: values[k] / reduction, y: values[k + 1] / reduction });
    result.push(x, y);
  }
  return result;
}

function placedCut(
  { loop, marks, gives }: CutSettings,
  place: (values: readonly number[]) => number[],
  scale: number,
): ResolvedInk['cut'] {
  return {
    loop: loop && place(loop),
    marks: marksInOrder(marks).map(({ mark }) => ({
      ...mark,
      width: mark.width * scale,
      points: place(mark.points),
    })),
    gives,
  };
}

function placedStroke(stroke: Stroke, place: (values: readonly number[]) => number[], scale: number): Stroke {
  const axis = (values: readonly number[]) => place(values) as [number, number, number, number];
  const at = (values: readonly number[]) => place(values) as [number, number];
  if (stroke.kind === 'brush') {
    return {
      ...stroke,
      width: stroke.width * scale,
      points: place(stroke.points),
      ...(stroke.axis ? { axis: axis(stroke.axis) } : {}),
    };
  }
  if (stroke.kind === 'pour') return { ...stroke, at: at(stroke.at) };
  if (stroke.kind === 'loop') return { ...stroke, points: place(stroke.points) };
  if (stroke.kind === 'inside') return { ...stroke, at: stroke.at && at(stroke.at) };
  return { ...stroke, axis: axis(stroke.axis) };
}
