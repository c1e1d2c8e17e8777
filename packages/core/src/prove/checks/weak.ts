import { type NarrowPlace, insidePolygon, narrowPlaces, signedArea } from '../../geometry';
import { type Check, counted, findingOf, told, toldArea } from '../check';
import { remedy } from '../remedies';
import { type Hanging, hangingBy } from '../hanging';

/** What holds a part is looked for up to so many times the width of a neck. */
const REACH = 2;
/** And what holds it in several places, in all, up to so many times that. */
const IN_ALL = 2;
/** Parts are one where they hang one behind the other and their areas differ by no more than this share. */
const SAME = 0.1;

/** Parts that hang by strips which are wide enough by themselves, but not for what hangs by them; the worst first. */
export const weak: Check = {
  kind: 'weak',
  remedies: [remedy('thicken', 'Thicken what holds them', 'Holds thickened', false)],
  reads: ['grounds'],
  check({ grounds }, { leastNeck, leastWall, leastHold, units }) {
    const needed = (area: number) => leastHold * Math.sqrt(area);
    const isWeak = (width: number, area: number) => width < needed(area);
    // What is too narrow whatever hangs by it is a neck or a wall already.
    const isOwn = ({ places }: Hanging) =>
      places.some(({ a, b, width }) => width >= (a === b ? leastNeck : leastWall));
    const found = grounds
      .flatMap((ground) => {
        // Nothing that hangs is larger than the largest part, nor asks for more than that.
        const most = needed(Math.max(0, ...ground.contours.map((contour) => Math.abs(signedArea(contour)))));
        if (most < Math.min(leastNeck, leastWall)) return [];
        const widest = Math.min(REACH * leastNeck, most);
        return hangingBy(ground, narrowPlaces(ground.rims, widest), Math.min(IN_ALL * widest, most), isWeak);
      })
      .filter((one) => isWeak(one.width, one.area) && isOwn(one))
      .sort((a, b) => a.width / needed(a.area) - b.width / needed(b.area));
    if (found.length === 0) return [];
    const [worst] = found;
    const apart = found.filter((one, k) => !found.slice(0, k).some((other) => areOne(one, other)));
    return findingOf(
      apart.map(({ places, width }) => {
        const [narrowest] = [...places].sort((a, b) => a.width - b.width);
        return { at: middleOf(narrowest), measured: width };
      }),
      {
        kind: 'weak',
        severity: 'warn',
        allowed: needed(worst.area),
        hint: 'Thicken what holds them, or hold them in more places.',
      },
      (count, width) =>
        `${counted(count, 'part hangs', 'parts hang')} by too little: the weakest, of ${toldArea(worst.area, units)}, by ${told(width, units)} where ${told(Number(needed(worst.area).toFixed(1)), units)} would hold it.`,
    );
  },
};

const middleOf = ({ from, to }: NarrowPlace) => ({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });

/** Whether two cuts take off the same part, one a little farther along what holds it than the other. */
const areOne = (one: Hanging, other: Hanging): boolean =>
  Math.abs(one.area - other.area) <= SAME * Math.max(one.area, other.area) &&
  [
    [one, other],
    [other, one],
  ].some(([{ rim }, { places }]) => {
    const { x, y } = middleOf(places[0]);
    return insidePolygon(rim, x, y);
  });
