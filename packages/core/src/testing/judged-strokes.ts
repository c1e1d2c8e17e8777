import { quietContext } from '../context';
import { type Contour, contoursOf, indexRims, narrowPlaces, nodeCount, placeContour } from '../geometry';
import { thickened } from '../ink/clean/grow';
import { makeLine, reshaped, traceContours } from '../line';
import { type GreyPicture, findRowChanges } from '../raster';
import { type Region, common, grown, minus, polygonsOf, regionOf, together } from './jsts';
import { covered, scanned, signatureOf } from './signatures';

/** Strokes brought up to a width, as another library measures them. */
export interface Evened {
  /** Area, in mm², that a disc of the width does not get into, of those that are deeper than nothing. */
  thin: number;
  /** What both cover of what either does: what was made, and the same strokes drawn with a pen as wide as the least. */
  match: number;
  parts: number;
  nodesBefore: number;
  nodes: number;
}

/** A scan of 400 dots to the inch, pens, and the least width, in millimetres. */
const PIXELS = 15.75;
const PEN = 0.9;
const LEAST = 1;
/** Pieces are looked for below this share of the least; rims are known within so much. */
const STRICT = 0.98;
const KNOWN = 0.012;
const FLAT = 0.002;
const LEVEL = 127.5;

const traced = (grey: GreyPicture, level: number): Contour[] => {
  const contours = traceContours(grey, level, findRowChanges(grey, level), quietContext);
  const { shapes } = makeLine(
    contours,
    { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 },
    quietContext,
  );
  return contoursOf(shapes).map((one) => placeContour(one, { scale: 1 / PIXELS, x: 0, y: 0 }));
};

const nodes = (contours: readonly Contour[]) => contours.reduce((sum, one) => sum + nodeCount(one), 0);

/** A signature's scan traced, with its thin places made as wide as the least: by the remedy, or in ink before it is traced. */
export async function evened(seed: number, by: 'remedy' | 'ink'): Promise<Evened> {
  const signature = signatureOf(seed, PEN);
  const drawn = covered(signature);
  const grey = await scanned(signature, drawn, PIXELS);
  const before = traced(grey, LEVEL);
  const after = by === 'remedy' ? remedied(before) : inInk(grey);
  return {
    ...judged(regionOf(after, FLAT), covered(signature, LEAST)),
    nodesBefore: nodes(before),
    nodes: nodes(after),
  };
}

function remedied(contours: readonly Contour[]): Contour[] {
  const at = narrowPlaces(indexRims(contours), LEAST).map(({ from, to }) => ({
    x: (from.x + to.x) / 2,
    y: (from.y + to.y) / 2,
  }));
  const mend = { how: 'thickened', at, least: LEAST, isTaken: false } as const;
  return reshaped([{ contours: [...contours] }], { how: 'mended', mend, within: 0.05 }, quietContext).map(
    ({ contour }) => contour,
  );
}

function inInk(grey: GreyPicture): Contour[] {
  const sheet = thickened({ ...grey, level: LEVEL }, LEAST * PIXELS, quietContext);
  return traced(sheet, sheet.level);
}

function judged(region: Region, truth: Region): Pick<Evened, 'thin' | 'match' | 'parts'> {
  const radius = (STRICT * LEAST) / 2;
  const opened = grown(grown(region, -radius), radius);
  const thin = polygonsOf(minus(region, grown(opened, KNOWN)));
  return {
    thin: thin.reduce((sum, one) => sum + one.getArea(), 0),
    match: common(region, truth).getArea() / together([region, truth]).getArea(),
    parts: polygonsOf(region).length,
  };
}
