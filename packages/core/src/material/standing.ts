import { type Contour, type Point, nestContours, notCovered, signedArea } from '../geometry';
import type { Track } from '../machine';
import { placeWithin } from './place-within';
import type { Remains } from './remains';

/** Where the tool does not get, though nothing is wanted there: how much stays, in mm². */
export interface Standing {
  contours: Contour[];
  area: number;
  at: Point;
  /** The track that it stays beside, by its number; -1 where nothing of what was drawn is made at all. */
  track: number;
}

const FLATNESS_MM = 0.02;
/** Less than so many mm² is not told. */
const LEAST = 0.01;

/** What is left standing beside tracks, and where others are not reached at all; what a neighbour's cut takes is gone. The most first. */
export function standingIn(
  { regions, groups }: Remains,
  tracks: readonly Pick<Track, 'cut' | 'standing'>[],
  unreached: readonly Pick<Track, 'drawn'>[],
): Standing[] {
  const groupOf = new Map(groups.flatMap((group) => group.map((cut) => [cut, group])));
  const beside = tracks.flatMap(({ cut, standing }, track) =>
    standing.flatMap((piece) => {
      const others = (groupOf.get(cut) ?? []).flatMap((other) =>
        other === cut ? [] : [regions[other] ?? []],
      );
      const left = others.length > 0 ? notCovered([piece], others) : [piece];
      return nested(left).map((contours) => ({ contours, track }));
    }),
  );
  const whole = unreached.flatMap(({ drawn }) =>
    nested(drawn.filter(({ closed }) => closed)).map((contours) => ({ contours, track: -1 })),
  );
  return [...beside, ...whole]
    .map(({ contours, track }) => ({ contours, area: areaOf(contours), at: placeWithin(contours), track }))
    .filter(({ area }) => area > LEAST)
    .sort((a, b) => b.area - a.area);
}

const nested = (contours: readonly Contour[]): Contour[][] =>
  nestContours(contours, FLATNESS_MM).map(({ outer, holes }) => [outer, ...holes]);

const areaOf = (contours: readonly Contour[]): number =>
  Math.abs(contours.reduce((sum, contour) => sum + signedArea(contour), 0));
