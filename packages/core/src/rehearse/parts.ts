import { type Contour, boxHeight, boxOf, boxWidth, signedArea } from '../geometry';
import { type Cut, type Track, isLoop } from '../machine';
import type { Freed, Remains } from '../material';

/** What is cut out of the sheet, as large as it comes out. Millimetres; area in mm². */
export interface Part {
  /** The track that frees it, or that goes around it where tabs hold it. */
  track: number;
  /** Its outer contour, and its holes, as they come out. */
  contours: Contour[];
  width: number;
  height: number;
  area: number;
  /** Seconds after the beginning when it hangs on nothing any more; null where something holds it. */
  freedAt: number | null;
  /** It lies in a hole of another part, and falls through the sheet when it is free. */
  isIsland: boolean;
}

/** The parts of a sheet, those that nothing frees last; `doneAt` tells when a track is done with. */
export function partsOf(
  tracks: readonly Track[],
  cuts: readonly Cut[],
  { remnants }: Remains,
  { freedBy }: Freed,
  doneAt: (track: number) => number,
): Part[] {
  const trackOf = new Map(tracks.map(({ cut }, k) => [cut, k]));
  const free = remnants.flatMap(({ contours, area, isPart, isCrumb, depth }, k): Part[] => {
    if (!isPart || isCrumb) return [];
    const track = trackOf.get(freedBy[k]);
    return [
      {
        track: track ?? -1,
        contours,
        ...sizeOf(contours),
        area,
        freedAt: track === undefined ? null : doneAt(track),
        isIsland: depth > 0,
      },
    ];
  });
  const known = new Set(remnants.map(({ loop }) => loop));
  const held = cuts.flatMap((cut, k): Part[] => {
    const isHeld = cut.tabbed && cut.depth % 2 === 0 && !known.has(k);
    if (!isHeld || !isLoop(cut)) return [];
    const holes = cuts.filter((other) => isLoop(other) && other.within === k).map(({ contour }) => contour);
    const contours = [cut.contour, ...holes];
    const [whole, ...less] = contours.map((contour) => Math.abs(signedArea(contour)));
    const area = whole - less.reduce((sum, one) => sum + one, 0);
    const track = trackOf.get(k) ?? -1;
    return [{ track, contours, ...sizeOf(contours), area, freedAt: null, isIsland: cut.depth > 0 }];
  });
  return [...free, ...held];
}

function sizeOf([outer]: readonly Contour[]): { width: number; height: number } {
  const box = boxOf([outer]);
  return { width: box ? boxWidth(box) : 0, height: box ? boxHeight(box) : 0 };
}
