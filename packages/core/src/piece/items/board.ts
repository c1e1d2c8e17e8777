import { DrelkError } from '../../error';
import {
  type Affine,
  type Contour,
  type Point,
  type Segment,
  type Shape,
  affineAfter,
  affineContour,
  affinePoint,
  boxHeight,
  boxOf,
  boxWidth,
  circleContour,
  combineAreas,
  contourOf,
  formContour,
  nestContours,
  NESTING_FLATNESS_MM,
} from '../../geometry';
import { type BoardForm, type BoardItem, SQUARE_CORNERS } from '../settings';
import { cornered } from './corners';

/** Shares of the shorter side: holes of tags and fobs, loops of ornaments, notches of banners, cut corners of tags. */
const HOLE = 0.16;
const LOOP = 0.11;
const NOTCH = 0.5;
const CUT = 0.3;
/** Where a shield's sides begin to bend, as a share of its height from the top. */
const SHOULDER = 0.42;

const none = { x: 0, y: 0, radius: 0, sides: 0, turn: 0 };
const circle = (x: number, y: number, diameter: number) => circleContour({ x, y }, diameter / 2);

/** From flat to flat a hexagon is so much narrower than from corner to corner. */
export const FLATS = Math.sqrt(3) / 2;

type MakeForm = (item: BoardItem) => { outer: Contour; holes?: Contour[] };

const FORMS: Record<BoardForm, MakeForm> = {
  rectangle: ({ width, height, corners }) => ({ outer: cornered(width, height, corners) }),
  disc: ({ width }) => ({ outer: circle(0, 0, width) }),
  oval: ({ width, height }) => ({
    outer: width === height ? circle(0, 0, width) : formContour({ ...none, kind: 'ellipse', width, height }),
  }),
  pill: ({ width, height }) => ({ outer: pill(width, height) }),
  arch: ({ width, height }) => {
    if (height < width / 2)
      throw new DrelkError(
        'bad-figure',
        'An arch has to be at least half as high as it is wide.',
        'Type a greater height, or a lesser width.',
      );
    const [x, y] = [width / 2, height / 2];
    const spring = -y + width / 2;
    return {
      outer: polygon(
        [
          { x: -x, y: spring },
          { x: -x, y },
          { x, y },
          { x, y: spring },
        ],
        { kind: 'arc', bulge: 1, x: -x, y: spring },
      ),
    };
  },
  hexagon: ({ height }) => {
    const [x, y] = [height / FLATS / 2, height / 2];
    return {
      outer: polygon([
        { x: -x, y: 0 },
        { x: -x / 2, y },
        { x: x / 2, y },
        { x, y: 0 },
        { x: x / 2, y: -y },
        { x: -x / 2, y: -y },
      ]),
    };
  },
  shield: ({ width, height }) => ({ outer: shield(width, height) }),
  tag: ({ width, height }) => {
    const least = Math.min(width, height);
    const cut = CUT * least;
    const outer = cornered(width, height, { form: 'chamfered', size: cut, on: [true, false, false, true] });
    return { outer, holes: [circle(-width / 2 + cut, 0, HOLE * least)] };
  },
  banner: ({ width, height }) => {
    const [x, y] = [width / 2, height / 2];
    const notch = Math.min(NOTCH * height, width / 4);
    return {
      outer: polygon([
        { x: -x, y: -y },
        { x: -x + notch, y: 0 },
        { x: -x, y },
        { x, y },
        { x: x - notch, y: 0 },
        { x, y: -y },
      ]),
    };
  },
  fob: ({ width, height }) => {
    const least = Math.min(width, height);
    const end = width >= height ? { x: -width / 2 + least / 2, y: 0 } : { x: 0, y: -height / 2 + least / 2 };
    return { outer: pill(width, height), holes: [circle(end.x, end.y, 2 * HOLE * least)] };
  },
  ornament: ({ width, height }) => {
    // A disc with a ring that stands half out of its top: all of it as high as is asked for.
    const ring = LOOP * Math.min(width, height);
    const disc = Math.min(width, height - ring);
    const middle = { x: 0, y: (height - disc) / 2 };
    const top = middle.y - disc / 2;
    const [outer] = combineAreas('unite', [circle(0, middle.y, disc), circle(0, top, 2 * ring)]);
    return { outer, holes: [circle(0, top, ring)] };
  },
  own: ({ own, width, height }) => {
    const contours = own.map(contourOf);
    const box = boxOf(contours);
    if (!box)
      throw new DrelkError('bad-figure', 'This form has no outline.', 'Choose another form for the board.');
    const map: Affine = [width / boxWidth(box), 0, 0, height / boxHeight(box), 0, 0];
    const middle = affinePoint(map, { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 });
    const about = affineAfter([1, 0, 0, 1, -middle.x, -middle.y], map);
    const [outer, ...holes] = contours.map((contour) => affineContour(contour, about));
    return { outer, holes };
  },
};

/** A board's shape about the middle of its box. Throws `bad-figure` for one that cannot be. */
export function boardShape(item: BoardItem): Shape {
  if (!(item.width > 0 && item.height > 0))
    throw new DrelkError('bad-figure', 'A board has to be larger than nought.', 'Type a width and a height.');
  const { outer, holes = [] } = FORMS[item.form](item);
  const [shape] = nestContours([outer, ...holes], NESTING_FLATNESS_MM);
  return shape;
}

function pill(width: number, height: number): Contour {
  const size = Math.min(width, height) / 2;
  if (width === height) return circle(0, 0, width);
  return cornered(width, height, { ...SQUARE_CORNERS, form: 'round', size });
}

/** A closed contour through places, counter-clockwise on screen; the last segment is a line unless one is given. */
function polygon(places: readonly Point[], last?: Segment): Contour {
  const [start, ...rest] = places;
  const segments = rest.map(({ x, y }): Segment => ({ kind: 'line', x, y }));
  segments.push(last ?? { kind: 'line', ...start });
  return { start, segments, closed: true };
}

/** Flat at the top, straight down to its shoulders, from there bent to a tip. */
function shield(width: number, height: number): Contour {
  const [x, y] = [width / 2, height / 2];
  const shoulder = -y + SHOULDER * height;
  const reach = 0.55 * (y - shoulder);
  return {
    start: { x: -x, y: -y },
    segments: [
      { kind: 'line', x: -x, y: shoulder },
      { kind: 'cubic', x1: -x, y1: shoulder + reach, x2: -0.45 * x, y2: y - 0.22 * (y - shoulder), x: 0, y },
      {
        kind: 'cubic',
        x1: 0.45 * x,
        y1: y - 0.22 * (y - shoulder),
        x2: x,
        y2: shoulder + reach,
        x,
        y: shoulder,
      },
      { kind: 'line', x, y: -y },
      { kind: 'line', x: -x, y: -y },
    ],
    closed: true,
  };
}
