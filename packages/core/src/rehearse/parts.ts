import { type Box, type Contour, type Point, boxHeight, boxOf, boxWidth, signedArea } from '../geometry';
import type { Machine } from './machine';
import type { Track } from './tracks';

/** What is cut out of the sheet, as large as it comes out. Millimetres; area in mm². */
export interface Part {
  track: number;
  /** Its outer contour, and its holes, as the file draws them. */
  contours: Contour[];
  width: number;
  height: number;
  area: number;
  /** Seconds after the beginning when it hangs on nothing any more; null where tabs hold it. */
  freedAt: number | null;
  /** It lies in a hole of another part, and falls through the sheet when it is free. */
  isIsland: boolean;
}

/** Where the tool cannot get, and how much it leaves. */
export interface Standing {
  track: number;
  contour: Contour;
  area: number;
  at: Point;
}

/** The parts of a sheet; `doneAt` tells when a track is done with. */
export function partsCut(
  tracks: readonly Track[],
  { kerf }: Machine,
  doneAt: (track: number) => number,
): Part[] {
  return tracks.flatMap((track, k): Part[] => {
    if (track.task !== 'cut-through' || track.depth % 2 !== 0 || !isRound(track)) return [];
    const holes = tracks.filter(
      (other) => other.within === k && isRound(other) && other.depth === track.depth + 1,
    );
    const box = boxOf(track.runs);
    if (!box) return [];
    const outline = shrunk(box, kerf / 2);
    const contours = [track.drawn[0], ...holes.map(({ drawn }) => drawn[0])];
    const [whole, ...taken] = contours.map((contour) => Math.abs(signedArea(contour)));
    return [
      {
        track: k,
        contours,
        width: boxWidth(outline),
        height: boxHeight(outline),
        area: whole - taken.reduce((sum, area) => sum + area, 0),
        freedAt: track.held ? null : doneAt(k),
        isIsland: track.depth > 0,
      },
    ];
  });
}

/** It goes around something: a line that is cut through frees nothing. */
const isRound = ({ drawn, runs }: Track): boolean => drawn[0].closed && runs.length > 0;

const shrunk = ({ left, top, right, bottom }: Box, by: number): Box => ({
  left: left + by,
  top: top + by,
  right: right - by,
  bottom: bottom - by,
});

/** What is left standing, the most first. */
export const standingOf = (tracks: readonly Track[]): Standing[] =>
  tracks
    .flatMap(({ standing }, track) =>
      standing.map((contour) => ({
        track,
        contour,
        area: Math.abs(signedArea(contour)),
        at: contour.start,
      })),
    )
    .sort((a, b) => b.area - a.area);
