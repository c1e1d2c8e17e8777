import Flatbush from 'flatbush';
import { type Point, type RimIndex, boxOf, distanceToChords, indexChords } from '../../geometry';
import type { Standing } from '../../material';
import { type Check, counted, findingOf, told, toldArea } from '../check';
import { remedy } from '../remedies';

/** Turns by less than this are no corners, in radians. */
const LEAST_TURN = 0.1;
/** A corner is that of what stands there if it is no farther from its rim, in millimetres. */
const AT_RIM = 0.02;

/** Corners of holes, slots, pockets and between parts that a round tool does not get into: all that it leaves standing. */
export const innerCorner: Check = {
  kind: 'inner-corner',
  remedies: [
    remedy('relieve', 'Cut the corners free', 'Corners cut free', false),
    remedy('round', 'Round them to the tool', 'Corners rounded', false),
  ],
  reads: ['sheets'],
  check({ sheets }, { kerf, leastRadius, units }) {
    const left = sheets
      .flatMap(({ standing, ground }) => {
        const corners = cornersOf([ground.rims, ground.pockets]);
        return standing.map((one) => ({ at: cornerIn(one, corners) ?? one.at, measured: one.area }));
      })
      .sort((a, b) => b.measured - a.measured);
    // To a beam corners are too fine to be rounded or cut free.
    const isMendable = leastRadius > 0;
    const area = left.reduce((sum, { measured }) => sum + measured, 0);
    return findingOf(
      left,
      {
        kind: 'inner-corner',
        severity: 'note',
        allowed: leastRadius,
        hint: 'Round them to the tool, cut them free, or take a finer tool.',
      },
      (count) =>
        `A tool ${told(kerf, units)} wide leaves ${toldArea(area, units)} standing in ${counted(count, 'place', 'places')} that it does not get into.`,
    ).map((one) => (isMendable ? one : { ...one, remedies: [] }));
  },
};

interface Corners {
  places: (Point & { turn: number })[];
  index: Flatbush | undefined;
}

/** Nodes at which rims turn around what is not there. */
function cornersOf(all: readonly RimIndex[]): Corners {
  const places = all.flatMap(({ segments }) =>
    segments.flatMap(({ start: { x, y }, turn }) => (turn > LEAST_TURN ? [{ x, y, turn }] : [])),
  );
  const index = places.length > 0 ? new Flatbush(places.length) : undefined;
  for (const { x, y } of places) index?.add(x, y, x, y);
  index?.finish();
  return { places, index };
}

/** The sharpest corner in which something stands; undefined where it stands in none. */
function cornerIn({ contours }: Standing, { places, index }: Corners): Point | undefined {
  const box = boxOf(contours);
  if (!box || !index) return undefined;
  const rims = indexChords(contours, AT_RIM / 4);
  return index
    .search(box.left - AT_RIM, box.top - AT_RIM, box.right + AT_RIM, box.bottom + AT_RIM)
    .map((k) => places[k])
    .filter(({ x, y }) => distanceToChords(rims, x, y, AT_RIM) <= AT_RIM)
    .sort((a, b) => b.turn - a.turn)
    .map(({ x, y }) => ({ x, y }))[0];
}
