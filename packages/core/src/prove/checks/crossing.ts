import { intersected, signedArea } from '../../geometry';
import { isLoop } from '../../machine';
import { type Check, type Measured, counted, findingOf, toldArea } from '../check';
import { remedy } from '../remedies';
import { type SheetLeft, isOnDouble } from '../sheets';

/** Places of one crossing lie this near to each other. */
const SAME = 0.05;
/** A crossing so many times as near to lines on one another as those are to each other is theirs. */
const BESIDE = 2;
/** How finely curves are followed for areas, in millimetres. */
const FLATNESS_MM = 0.005;

/** Places where closed contours of one sheet go through one another, or through themselves, each once. Lines may. */
function crossings(sheets: readonly SheetLeft[], isOwn: boolean, double: number): Measured[] {
  const cells = new Set<string>();
  return sheets.flatMap((sheet) => {
    const { drawn, crossings: found } = sheet.ground;
    return found
      .filter(({ a, b, isAlong }) => !isAlong && (a === b) === isOwn && drawn[a].closed && drawn[b].closed)
      .filter(({ a, b }) => isOwn || !areHoles(sheet, a, b))
      .filter((place) => !isOnDouble(sheet, place, BESIDE * double))
      .filter(({ x, y }) => {
        const key = `${Math.round(x / SAME)} ${Math.round(y / SAME)}`;
        if (cells.has(key)) return false;
        cells.add(key);
        return true;
      })
      .map(({ x, y }) => ({ at: { x, y }, measured: 0 }));
  });
}

/** Holes that overlap are one hole. */
const areHoles = ({ ground: { cuts } }: SheetLeft, a: number, b: number): boolean =>
  [a, b].every((drawn) => cuts.some((cut) => cut.drawn === drawn && cut.depth % 2 === 1));

/** A contour that crosses itself goes around areas that other programs may fill in another way. */
export const selfCrossing: Check = {
  kind: 'self-crossing',
  remedies: [remedy('unite', 'Unite what crosses', 'What crosses united')],
  reads: ['sheets'],
  check({ sheets }, { double }) {
    const found = crossings(sheets, true, double);
    return findingOf(
      found.map((one) => ({ ...one, measured: found.length })),
      {
        kind: 'self-crossing',
        severity: 'note',
        allowed: 0,
        hint: 'Unite the shape with itself: each of its areas is cut by itself here, and may be filled otherwise elsewhere.',
      },
      (count) => `Contours cross themselves in ${counted(count, 'place', 'places')}.`,
    );
  },
};

/** Cuts that cross take pieces out of one another. */
export const crossing: Check = {
  kind: 'crossing',
  remedies: [remedy('unite', 'Unite what crosses', 'What crosses united')],
  reads: ['sheets'],
  check({ sheets }, { double, units }) {
    const found = crossings(sheets, false, double);
    const area = found.length > 0 ? Math.max(0, ...sheets.flatMap(inCommon)) : 0;
    return findingOf(
      found.map((one) => ({ ...one, measured: found.length })),
      { kind: 'crossing', severity: 'stop', allowed: 0, hint: 'Unite what overlaps, or move it apart.' },
      (count) =>
        `Cuts cross one another in ${counted(count, 'place', 'places')}${area > 0 ? `: two have up to ${toldArea(area, units)} in common` : ''}.`,
    );
  },
};

/** What each two loops that cross are both around. */
function inCommon({ ground: { cuts, crossings: found } }: SheetLeft): number[] {
  const pairs = new Set(
    found.flatMap(({ a, b, isAlong }) => (a === b || isAlong ? [] : [`${Math.min(a, b)} ${Math.max(a, b)}`])),
  );
  const loops = new Map(cuts.flatMap((cut) => (isLoop(cut) ? [[cut.drawn, cut.contour]] : [])));
  return [...pairs].map((pair) => {
    const [one, other] = pair.split(' ').map((drawn) => loops.get(Number(drawn)));
    if (!one || !other) return 0;
    return Math.abs(
      intersected([one], [other], FLATNESS_MM).reduce((sum, contour) => sum + signedArea(contour), 0),
    );
  });
}
