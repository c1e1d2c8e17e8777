import { DrelkError } from '../error';
import type { DrawingPlate, Task } from '../format';
import {
  type Affine,
  type Box,
  type Contour,
  type Placement,
  type Point,
  type Shape,
  UNMOVED,
  affineAfter,
  affineContour,
  affinePoint,
  boxHeight,
  boxOf,
  boxWidth,
  contoursOf,
  directed,
  findCrossings,
  flatten,
  insidePolygon,
  nestContours,
  placeContour,
  reverseContour,
  shapesIn,
  NESTING_FLATNESS_MM,
} from '../geometry';
import { type Font, LINE_PEN, setText, textShapes } from '../text';
import type { Artwork } from './artwork';
import { type Bridge, bridged } from './bridges';
import { tied } from './ties';
import { type ShapeOf, joinedBeside } from './joined';
import { boardShape } from './items/board';
import { type Grow, borderContours } from './items/border';
import { cornered } from './items/corners';
import { holeContours } from './items/holes';
import { markShapes } from './items/marks';
import { outlineContours } from './items/outline';
import { boxAroundAll, mappedBox, mappedShape, placeOf } from './place';
import type { ArtworkItem, BridgeSettings, ItemSettings, PickedTask, TextItem } from './settings';
import { taskOf, taskOfLine } from './tasks';

/** A path of an item, in millimetres of the piece. */
export interface ItemPath {
  task: Task;
  shape: Shape;
  /** Ids of the artwork's contours that it comes from, the outer one's first. */
  sources: number[];
  plate?: DrawingPlate;
}

/** An item as it lies on the piece. */
export interface MadeItem {
  id: number;
  kind: ItemSettings['kind'];
  paths: ItemPath[];
  /** What others are placed by; undefined for one that nothing can be laid on. */
  box: Box | undefined;
  /** The map that took it to its place. */
  map: Affine;
  /** Why there is nothing of it. */
  problem?: Pick<DrelkError, 'code' | 'message' | 'hint'>;
  /** Characters that its font has no letter for. */
  missing?: string[];
  held?: HeldIslands;
  /** Contours for which a task was said, and which are not there any more. */
  lost?: number;
}

/** Islands that there were, how many of them are loose all the same, and the bridges that hold the others. */
export interface HeldIslands {
  islands: number;
  loose: number;
  bridges: Bridge[];
}

/** How places that are kept in source pixels are found on the artwork. */
export interface ArtworkFinder {
  /** A place in source pixels, in the artwork's own unit. */
  fromSource(at: readonly [number, number]): Point;
  /** What the hand said is done along contours of the artwork, by their ids. */
  picked(tasks: readonly PickedTask[]): ReadonlyMap<number, Task>;
  /** The artwork's contour near a place in source pixels, in the artwork's own unit. */
  contourAt(at: readonly [number, number]): Contour | undefined;
}

/** What items are made with. */
export interface ItemTools extends ArtworkFinder {
  fonts: ReadonlyMap<string, Font>;
  grow: Grow;
}

/** What the artwork itself, and what follows it, is made from. */
export interface ArtworkGround extends ArtworkFinder {
  artwork: Pick<Artwork, 'paths' | 'plates'>;
  /** Takes the artwork's unit to millimetres, and the box by which it is placed. */
  placement: Placement;
  around: Box;
  /** That box is the artwork's own, and not that of the whole picture. */
  isArtworks: boolean;
  /** There is no artwork that takes any room. */
  isBare: boolean;
}

/** What an item is made from. */
export interface ItemGround extends Pick<ItemTools, 'fonts' | 'grow'> {
  /** Settings of those it is made from. */
  items: Readonly<Record<number, ItemSettings>>;
  /** And themselves. */
  made: ReadonlyMap<number, MadeItem>;
  hasBoard: boolean;
  /** For those that are of the artwork. */
  ofArtwork?: ArtworkGround;
}

/** An item on its place. What cannot be made comes back without paths and with the reason. */
export function makeItem(id: number, item: ItemSettings, ground: ItemGround): MadeItem {
  try {
    return { id, kind: item.kind, ...made(item, ground) };
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
    const { code, message, hint } = error;
    return { id, kind: item.kind, paths: [], box: undefined, map: UNMOVED, problem: { code, message, hint } };
  }
}

type Made = Omit<MadeItem, 'id' | 'kind'>;

function made(item: ItemSettings, ground: ItemGround): Made {
  switch (item.kind) {
    case 'artwork':
      return artworkOf(item, ground);
    case 'board':
      return placed(item, [boardShape(item)], ground);
    case 'text':
      return textOf(item, ground);
    case 'holes': {
      const on = onOf(item, ground);
      const holes = placed(
        item,
        nestContours(holeContours(item, on && boxWidth(on)), NESTING_FLATNESS_MM),
        ground,
      );
      checkInside(holes, item.place.on, ground);
      return holes;
    }
    case 'border': {
      const { around, map } = aroundOf(item.around, ground);
      const board = ground.items[item.around];
      const isBoard = board.kind === 'board';
      // A board's own corners are known about its middle; what is inside others is found where they lie.
      const lines = isBoard
        ? borderContours(item, board, boardShape(board).outer, ground.grow).map((one) =>
            affineContour(one, map),
          )
        : around.flatMap(({ outer }) => borderContours(item, undefined, outer, ground.grow));
      return inPlace(
        item,
        lines.map((outer) => ({ outer: directed(outer, true), holes: [], pen: LINE_PEN })),
        ground,
      );
    }
    case 'marks':
      return inPlace(item, markShapes(item, boxOfMany(item.around, 'A mark', ground)), ground);
    case 'frame': {
      const box = boxOfMany(item.around, 'A frame', ground);
      const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
      const [width, height] = [boxWidth(box), boxHeight(box)].map((length) => length + 2 * item.distance);
      const outer = placeContour(cornered(width, height, item.corners), { scale: 1, ...middle });
      return inPlace(item, [{ outer, holes: [], pen: LINE_PEN }], ground);
    }
    case 'outline': {
      const areas = item.around.flatMap((id) =>
        (ground.made.get(id)?.paths ?? []).map(({ shape }) => shape).filter(({ pen }) => pen === undefined),
      );
      if (areas.length === 0) throw nothingAround('An outline');
      return inPlace(
        item,
        nestContours(outlineContours(item, contoursOf(areas), ground.grow), NESTING_FLATNESS_MM),
        ground,
      );
    }
  }
}

/** The box around items; `what` lies around them. */
function boxOfMany(around: readonly number[], what: string, { made: others }: ItemGround): Box {
  const boxes = around.flatMap((id) => others.get(id)?.box ?? []);
  if (boxes.length === 0) throw nothingAround(what);
  return boxAroundAll(boxes);
}

/** The box of what an item lies on; undefined for the piece itself. */
function onOf({ place }: ItemSettings, { made: others }: ItemGround): Box | undefined {
  return place.on === null ? undefined : others.get(place.on)?.box;
}

function placed(item: ItemSettings, shapes: readonly Shape[], ground: ItemGround): Made {
  const contours = contoursOf(shapes);
  const boxAs = (map: Affine) => boxOf(contours.map((contour) => affineContour(contour, map)));
  const map = placeOf(item.place, boxAs, onOf(item, ground));
  const there = shapes.map((shape) => mappedShape(shape, map));
  return { ...inPlace(item, there, ground), map };
}

function inPlace(item: ItemSettings, shapes: readonly Shape[], { hasBoard }: ItemGround): Made {
  return {
    paths: shapes.map((shape) => ({ task: taskFor(item, shape, hasBoard), shape, sources: [] })),
    box: boxOf(contoursOf(shapes)),
    map: UNMOVED,
  };
}

const taskFor = (item: ItemSettings, { pen }: Shape, hasBoard: boolean): Task =>
  pen === undefined ? taskOf(item, hasBoard) : taskOfLine(item, hasBoard);

function artworkOf(item: ArtworkItem, ground: ItemGround): Made {
  const { hasBoard } = ground;
  const own = artworkIn(ground);
  const { artwork, placement, around, isArtworks, isBare } = own;
  const scaled: Affine = [placement.scale, 0, 0, placement.scale, 0, 0];
  const frame = mappedBox(around, scaled);
  // Turned by less than a quarter, the artwork's own box is another than that of its frame.
  const boxAs = (turned: Affine) =>
    isArtworks && item.place.turn % 90 !== 0
      ? boxOf(shapesIn(artwork.paths).flatMap(({ shape }) => contoursIn(shape, affineAfter(turned, scaled))))
      : mappedBox(frame, turned);
  const map = placeOf(item.place, boxAs, onOf(item, ground));
  const whole = affineAfter(map, scaled);
  const hold = holding(item.bridges, (at) => affinePoint(whole, own.fromSource(at)));
  const drawn = shapesIn(artwork.paths);
  const lying = hold
    .all(drawn.map(({ shape }) => mappedShape(shape, whole)))
    .map(({ shape, of, isWhole }) => ({
      shape,
      contours: of.flatMap((k) => drawn[k].contours),
      // Holes are known one by one as long as no bridge runs through them.
      isWhole,
    }));
  const picked = item.picked.length > 0 ? own.picked(item.picked) : NONE_PICKED;
  const paths = lying.flatMap(({ shape, contours, isWhole }): ItemPath[] => {
    const plate = shape.plate === undefined ? undefined : artwork.plates[shape.plate];
    const sources = contours.map((k) => artwork.paths.ids[k]);
    const usual = (plate && item.plates[plate.colour]) ?? taskFor(item, shape, hasBoard);
    const task = picked.get(sources[0]) ?? usual;
    // Holes of a picked contour that are cut by a bridge go with it.
    const tasks = shape.holes.map((_, k) =>
      isWhole ? (picked.get(sources[k + 1]) ?? item.inner ?? usual) : (item.inner ?? task),
    );
    return apart({ task, shape, sources, ...(plate ? { plate } : {}) }, tasks);
  });
  const lost = item.picked.length - picked.size;
  return { paths, box: isBare ? undefined : boxAs(map), map: whole, lost, ...hold.held() };
}

function artworkIn({ ofArtwork }: ItemGround): ArtworkGround {
  if (ofArtwork) return ofArtwork;
  throw new DrelkError('bad-place', 'The artwork of this item is not there.', 'Lay it on something else.');
}

const contoursIn = ({ outer, holes }: Shape, map: Affine): Contour[] =>
  [outer, ...holes].map((contour) => affineContour(contour, map));

const NONE_PICKED: ReadonlyMap<number, Task> = new Map();

/** A path whose holes are worked as is said: those of another task than its own are paths of their own. */
function apart(path: ItemPath, tasks: readonly Task[]): ItemPath[] {
  const { shape, sources } = path;
  if (tasks.every((task) => task === path.task)) return [path];
  const isOwn = (_: unknown, k: number) => tasks[k] === path.task;
  const [outer, ...inner] = sources;
  return [
    {
      ...path,
      shape: { ...shape, holes: shape.holes.filter(isOwn) },
      sources: [outer, ...inner.filter(isOwn)],
    },
    ...shape.holes.flatMap((hole, k): ItemPath[] =>
      isOwn(hole, k)
        ? []
        : [
            {
              ...path,
              task: tasks[k],
              shape: { outer: directed(hole, true), holes: [] },
              sources: [inner[k]],
            },
          ],
    ),
  ];
}

function textOf(item: TextItem, ground: ItemGround): Made {
  const font = ground.fonts.get(item.set.font);
  if (!font)
    throw new DrelkError('bad-font', 'The font of this text is not there.', 'Choose another font for it.');
  const { along } = item.set;
  if (along.kind !== 'contour') {
    const { glyphs, missing } = setText(item.set, font);
    const hold = holding(item.bridges, ([x, y]) => ({ x, y }));
    const shapes = hold.all(textShapes(font, glyphs)).map(({ shape }) => shape);
    const lying = placed(item, shapes, ground);
    return { ...lying, missing, ...heldAt(hold.held(), lying.map) };
  }
  const own = artworkIn(ground);
  const found = own.contourAt(along.at);
  if (!found)
    throw new DrelkError('bad-place', 'The line of this text is not there any more.', 'Click another one.');
  const artwork = [...ground.made.values()].find(({ kind }) => kind === 'artwork');
  const { scale } = own.placement;
  const curve = affineContour(found, artwork?.map ?? [scale, 0, 0, scale, 0, 0]);
  const { glyphs, missing } = setText(item.set, font, along.turned ? reverseContour(curve) : curve);
  const hold = holding(item.bridges, ([x, y]) => ({ x, y }));
  const shapes = hold.all(textShapes(font, glyphs)).map(({ shape }) => shape);
  return { ...inPlace(item, shapes, ground), missing, ...hold.held() };
}

/** A shape as it is held, of which of those that were drawn it came, and whether its holes are as they were. */
interface HeldShape {
  shape: Shape;
  of: number[];
  isWhole: boolean;
}

/**
 * Holds islands, and counts them. What is cut out of something leaves its middles hanging by strips that are left; where shapes are the
 * material themselves, and one lies in a hole of another, strips are added.
 */
function holding(wishes: BridgeSettings | null, place: (at: readonly [number, number]) => Point) {
  const held: HeldIslands = { islands: 0, loose: 0, bridges: [] };
  const wholeOr = (made: readonly ShapeOf[]): HeldShape[] =>
    made.map(({ shape, of }) => ({ shape, of, isWhole: of.length === 1 }));
  const bridgedEach = (shape: Shape, k: number): HeldShape[] => {
    if (!wishes || shape.pen !== undefined) return [{ shape, of: [k], isWhole: true }];
    const { shapes, bridges } = bridged(shape, { ...wishes, places: wishes.places.map(place) });
    held.islands += shape.holes.length;
    held.loose += shapes.reduce((sum, { holes }) => sum + holes.length, 0);
    held.bridges.push(...bridges);
    const isWhole = shapes.length === 1 && shapes[0].holes.length === shape.holes.length;
    return shapes.map((one) => ({ shape: one, of: [k], isWhole }));
  };
  return {
    all: (shapes: readonly Shape[]): HeldShape[] => {
      if (!wishes || wishes.by === 'left') return shapes.flatMap(bridgedEach);
      const own = tied(shapes, { ...wishes, places: wishes.places.map(place) });
      held.islands += own.islands;
      held.loose += own.islands - (shapes.length - own.shapes.length);
      held.bridges.push(...own.bridges);
      if (wishes.by === 'added') return wholeOr(own.shapes);
      const beside = joinedBeside(own.shapes, wishes.width);
      held.bridges.push(...beside.bridges);
      return wholeOr(beside.shapes);
    },
    held: (): Pick<Made, 'held'> => (wishes ? { held } : {}),
  };
}

/** Islands that are held, where a map takes them; millimetres. */
export const heldAt = ({ held }: Pick<MadeItem, 'held'>, map: Affine): Pick<MadeItem, 'held'> =>
  held
    ? {
        held: {
          ...held,
          bridges: held.bridges.map(({ from, to }) => ({
            from: affinePoint(map, from),
            to: affinePoint(map, to),
          })),
        },
      }
    : {};

/** Throws `bad-place` for holes that do not lie wholly within the board they are on. */
function checkInside({ paths }: Made, on: number | null, { made: others, items }: ItemGround): void {
  const board = on !== null && items[on].kind === 'board' ? others.get(on)?.paths[0]?.shape.outer : undefined;
  if (!board) return;
  const polygon = flatten(board, NESTING_FLATNESS_MM);
  const holes = paths.map(({ shape }) => shape.outer);
  const isOutside = holes.some(({ start }) => !insidePolygon(polygon, start.x, start.y));
  if (
    isOutside ||
    findCrossings([board, ...holes], NESTING_FLATNESS_MM).some(({ a, b }) => a === 0 || b === 0)
  )
    throw new DrelkError(
      'bad-place',
      'A hole would lie outside its board.',
      'Type a lesser distance, or a smaller hole.',
    );
}

function aroundOf(id: number, { made: others }: ItemGround): { around: Shape[]; map: Affine } {
  const other = others.get(id);
  const around = (other?.paths ?? []).map(({ shape }) => shape).filter(({ pen }) => pen === undefined);
  if (!other || around.length === 0) throw nothingAround('A border');
  return { around, map: other.map };
}

const nothingAround = (what: string) =>
  new DrelkError(
    'bad-place',
    `${what} needs something that it lies around.`,
    'Lay it around a board or the artwork.',
  );
