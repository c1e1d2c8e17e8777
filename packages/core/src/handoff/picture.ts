import type { Chosen, Drawing, PaintedArea, PictureFormat, WrittenPicture } from '../format';
import {
  type Box,
  type Contour,
  boxHeight,
  boxOfPoints,
  boxWidth,
  contourLength,
  flatten,
  indexChords,
  insidePolygon,
  nearestPlace,
} from '../geometry';
import { norm } from '../norm';

/** What a picture was found to hold beside what was meant: millimetres, and places that were looked at. */
export interface PictureRead {
  width: number;
  height: number;
  /** Of what is not bare ground. */
  area: number;
  /** Rims lie nearer than this to where they were meant: so far beside them it was looked at. */
  worst: number;
  places: number;
  /** How many of those show something else. */
  wrong: number;
  isSize: boolean;
}

const INCH = 25.4;
const MILLIMETRES_PER_METRE = 1000;
/** So far beside rims it is looked at what a picture shows, in pixels, and nowhere nearer to a rim than this. */
const BESIDE = 1.5;
const CLEAR = 0.8;
/** Places that are looked at, at most: beside rims, and spread over the whole. */
const MOST_BESIDE = 8000;
const SPREAD = 60;
/** How finely curves are followed, in pixels. */
const FLATNESS_PX = 0.02;

/** A polygon with its box, to be asked what lies in it. */
interface Boxed {
  box: Box;
  polygon: Float64Array;
}

/** Looks at a picture beside all rims, on both of their sides, and here and there: whether it shows there what the drawing has there. */
export function comparePicture(
  drawing: Drawing,
  format: PictureFormat,
  chosen: Chosen,
  picture: WrittenPicture,
): PictureRead {
  const dpi = format.densityOf(chosen);
  const pixel = MILLIMETRES_PER_METRE / picture.perMetre;
  const { frame } = drawing;
  const areas = format.painted(drawing, chosen);
  const rims = areas.flatMap(({ contours }) => contours);
  const shown = shownIn(areas, FLATNESS_PX * pixel);
  const isTransparent = format.isTransparent(chosen);
  const chords = indexChords(rims, FLATNESS_PX * pixel);
  let [places, wrong] = [0, 0];
  const look = (x: number, y: number) => {
    const column = Math.floor((x - frame.left) / pixel);
    const row = Math.floor((y - frame.top) / pixel);
    if (column < 0 || row < 0 || column >= picture.width || row >= picture.height) return;
    const middle = { x: frame.left + (column + 0.5) * pixel, y: frame.top + (row + 0.5) * pixel };
    if (nearestPlace(chords, middle, CLEAR * pixel)) return;
    places++;
    if (!isShown(picture.at(column, row), shown(middle.x, middle.y), isTransparent)) wrong++;
  };
  const step = rims.reduce((sum, contour) => sum + contourLength(contour), 0) / MOST_BESIDE;
  for (const contour of rims)
    eachBeside(contour, Math.max(pixel, step), BESIDE * pixel, FLATNESS_PX * pixel, look);
  for (let k = 0; k < SPREAD * SPREAD; k++)
    look(
      frame.left + (((k % SPREAD) + 0.5) / SPREAD) * boxWidth(frame),
      frame.top + ((Math.floor(k / SPREAD) + 0.5) / SPREAD) * boxHeight(frame),
    );
  const [width, height] = [picture.width * pixel, picture.height * pixel];
  const isNear = (has: number, meant: number) => has > meant - pixel / 2 && has < meant + 1.5 * pixel;
  return {
    width,
    height,
    area: picture.covered * pixel * pixel,
    worst: BESIDE * pixel,
    places,
    wrong,
    isSize:
      picture.perMetre === Math.round((dpi / INCH) * MILLIMETRES_PER_METRE) &&
      isNear(width, boxWidth(frame)) &&
      isNear(height, boxHeight(frame)),
  };
}

/** Places on both sides of a contour, so far from it and so far apart. */
function eachBeside(
  contour: Contour,
  step: number,
  beside: number,
  flat: number,
  look: (x: number, y: number) => void,
): void {
  const points = flatten(contour, flat);
  let left = 0;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
    const [dx, dy] = [points[i] - points[j], points[i + 1] - points[j + 1]];
    const length = norm(dx, dy);
    if (length === 0) continue;
    for (; left < length; left += step) {
      const [x, y] = [points[j] + (dx * left) / length, points[j + 1] + (dy * left) / length];
      look(x - (dy * beside) / length, y + (dx * beside) / length);
      look(x + (dy * beside) / length, y - (dx * beside) / length);
    }
    left -= length;
  }
}

/** The colour that is seen at a place: that of the last area it lies in. */
function shownIn(areas: readonly PaintedArea[], flat: number): (x: number, y: number) => string | null {
  const backwards = areas
    .map(({ contours, colour }) => ({
      colour,
      polygons: contours.map((contour): Boxed => {
        const polygon = flatten(contour, flat);
        return { box: boxOfPoints(polygon), polygon };
      }),
    }))
    .reverse();
  const isWithin = ({ left, top, right, bottom }: Box, x: number, y: number) =>
    x >= left && x <= right && y >= top && y <= bottom;
  return (x, y) =>
    backwards.find(
      ({ polygons }) =>
        polygons.filter(({ box, polygon }) => isWithin(box, x, y) && insidePolygon(polygon, x, y)).length %
          2 ===
        1,
    )?.colour ?? null;
}

function isShown(
  [red, green, blue, cover]: ReturnType<WrittenPicture['at']>,
  colour: string | null,
  isTransparent: boolean,
): boolean {
  if (colour === null && isTransparent) return cover === 0;
  const meant = colour ?? '#ffffff';
  return (
    cover === 255 &&
    [red, green, blue].every((one, k) => one === parseInt(meant.slice(2 * k + 1, 2 * k + 3), 16))
  );
}
