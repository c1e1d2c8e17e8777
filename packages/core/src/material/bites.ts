import {
  type Box,
  type Contour,
  type Point,
  boxOf,
  contourLength,
  intersected,
  signedArea,
} from '../geometry';
import { type Cut, isLoop } from '../machine';
import { placeWithin } from './place-within';
import type { Remains } from './remains';

/** What the cut around one loop takes out of the part that another goes around. Millimetres, mm². */
export interface Bite {
  loop: number;
  by: number;
  area: number;
  at: Point;
  /** As large as the part was meant to come out, and as it does. */
  wanted: Box;
  found: Box | undefined;
}

/** Less than this is not missed: an area, and how deep it goes in. */
const LEAST_AREA = 0.05;
const LEAST_DEPTH = 0.02;
const FLATNESS_MM = 0.005;

/** Bites of cuts into parts beside them; pairs for which `isOther` holds are told otherwise. The largest first. */
export function bitesIn(
  { groups, regions, remnants }: Remains,
  cuts: readonly Cut[],
  isOther: (a: number, b: number) => boolean,
): Bite[] {
  const holes = new Map<number, number[]>();
  cuts.forEach((cut, k) => {
    if (isLoop(cut) && cut.within >= 0) holes.set(cut.within, [...(holes.get(cut.within) ?? []), k]);
  });
  const bites = groups.flatMap((group) =>
    group
      .filter((loop) => isLoop(cuts[loop]) && cuts[loop].depth % 2 === 0)
      .flatMap((loop) => {
        const own = [loop, ...(holes.get(loop) ?? [])].map((k) => cuts[k].contour);
        const wanted = boxOf([cuts[loop].contour]);
        if (!wanted) return [];
        return group.flatMap((by): Bite[] => {
          const region = regions[by];
          if (by === loop || !region || !isLoop(cuts[by]) || isOther(loop, by)) return [];
          if (!areMeeting(wanted, boxOf(region))) return [];
          const taken = intersected(own, region, FLATNESS_MM).filter(isDeep);
          const area = taken.reduce((sum, piece) => sum + Math.abs(signedArea(piece)), 0);
          if (area < LEAST_AREA) return [];
          const [largest] = [...taken].sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
          return [{ loop, by, area, at: placeWithin([largest]), wanted, found: undefined }];
        });
      }),
  );
  return bites
    .map((bite) => {
      const [part] = remnants
        .filter(({ isPart, loop }) => isPart && loop === bite.loop)
        .sort((a, b) => b.area - a.area);
      return { ...bite, found: part ? boxOf([part.contours[0]]) : undefined };
    })
    .sort((a, b) => b.area - a.area);
}

const isDeep = (piece: Contour): boolean =>
  (2 * Math.abs(signedArea(piece))) / contourLength(piece) >= LEAST_DEPTH;

const areMeeting = (one: Box, other: Box | undefined): boolean =>
  !!other &&
  one.left < other.right &&
  other.left < one.right &&
  one.top < other.bottom &&
  other.top < one.bottom;
