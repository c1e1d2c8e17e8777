import { type Affine, type Contour, affineAfter, affineContour, boxOf, signedArea } from '../../geometry';
import { Reading } from '../reading';
import { isPlaced } from '../strict';
import { type VectorDrawing, type VectorPath, contoursDrawn, tell } from '../vector-drawing';
import { colourOfIndex } from './colours';
import { readCurve } from './curves';
import { type DxfFile, type Entity, type Layer, dxfFile, trueColour } from './file';
import { hatchBoundaries } from './hatch';
import { type Values, all, first, number } from './tags';
import { MILLIMETRES, unitOf } from './units';

/** What is drawn and is no path, by name; other kinds by their own. */
const NOT_TAKEN: Record<string, string> = {
  TEXT: 'texts',
  MTEXT: 'texts',
  ATTRIB: 'texts',
  ATTDEF: 'texts',
  DIMENSION: 'dimensions',
  LEADER: 'dimensions',
  MULTILEADER: 'dimensions',
  TOLERANCE: 'dimensions',
  POINT: 'points',
  IMAGE: 'pictures',
  VIEWPORT: 'views',
  XLINE: 'endless lines',
  RAY: 'endless lines',
  '3DSOLID': 'solids and regions',
  BODY: 'solids and regions',
  REGION: 'solids and regions',
  SURFACE: 'solids and regions',
  MESH: 'meshes',
};
/** Entities whose places are the world's; those of others lie in a frame that their extrusion direction gives. */
const IN_WORLD = ['LINE', 'ELLIPSE', 'SPLINE', '3DFACE'];

/** Colour numbers that name none of their own (DXF reference, group 62). */
const BY_BLOCK = 0;
const BY_LAYER = 256;

/** Where the reading is: places of blocks come to their own. */
interface Place {
  map: Affine;
  /** Layer and colour of what a block is put in by; what lies on layer 0 in a block takes them over. */
  layer: string | undefined;
  colour: string | null;
  depth: number;
}

/**
 * Reads what anybody's ASCII DXF draws, of releases 12 to 2018 and of fragments: lines, arcs, circles, ellipses, polylines,
 * splines, boundaries of hatches, outlines of solids, blocks. Where the file names no unit a unit of it is
 * `millimetresPerUnit`. What cannot be cut or is not shown is counted. Throws `bad-drawing`, `too-large`.
 */
export function readDxf(
  text: string,
  millimetresPerUnit = 1,
  reading = new Reading(text.length),
): VectorDrawing {
  const file = dxfFile(text);
  reading.look();
  const insunits = Number(file.header.get('$INSUNITS')?.[0]?.[1] ?? 0) || 0;
  const scale = MILLIMETRES[insunits] ?? millimetresPerUnit;
  const isGiven = unitOf(insunits) === null && millimetresPerUnit !== 1;
  const reader = new DxfReader(file, reading);
  for (const entity of file.entities)
    reader.entity(entity, { map: [scale, 0, 0, scale, 0, 0], layer: undefined, colour: null, depth: 0 });
  const { left } = reader;
  const paths = reader.withoutOutlinedHatches();
  if (!file.isWhole) tell(left, 'files cut short');
  return {
    kind: 'dxf',
    unit: isGiven ? 'other' : unitOf(insunits),
    toFile: [1 / scale, 0, 0, -1 / scale, 0, 0],
    page: boxOf(contoursDrawn(reader)) ?? { left: 0, top: 0, right: 0, bottom: 0 },
    paths,
    left,
  };
}

class DxfReader {
  readonly paths: VectorPath[] = [];
  readonly left: Record<string, number> = {};
  private readonly hatches = new Set<VectorPath>();

  constructor(
    private readonly file: DxfFile,
    private readonly reading: Reading,
  ) {}

  entity(entity: Entity, place: Place): void {
    const { kind, values } = entity;
    this.reading.add(1);
    const layer = this.layerOf(values, place);
    if (number(values, 67) === 1) return tell(this.left, 'things in paper space');
    if (number(values, 60) === 1) return tell(this.left, 'invisible things');
    if (this.file.layers.get(layer)?.hidden) return tell(this.left, 'things on hidden layers');
    if (kind === 'INSERT') return this.insert(entity, layer, place);
    if (kind === 'HATCH') {
      const before = this.paths.length;
      this.put(hatchBoundaries(values), entity, layer, place);
      for (const path of this.paths.slice(before)) this.hatches.add(path);
      return;
    }
    if (kind === 'POLYLINE' && (number(values, 70) & (16 | 64)) !== 0) return tell(this.left, 'meshes');
    const contour = readCurve(entity);
    if (contour) {
      if (all(values, 43).some((width) => width > 0))
        tell(this.left, 'widths of lines, taken by their middle');
      return this.put([contour], entity, layer, place);
    }
    tell(this.left, NOT_TAKEN[kind] ?? (isDrawn(kind) ? 'things without a form' : `things of kind ${kind}`));
  }

  /** All paths, but boundaries of hatches where the same outline is drawn as well: cut, it would be cut twice. */
  withoutOutlinedHatches(): VectorPath[] {
    if (this.hatches.size === 0) return this.paths;
    const lines = this.paths.filter((path) => !this.hatches.has(path));
    const outlines = new Set(lines.flatMap(({ contours }) => contours.map(lookOf)));
    return this.paths.flatMap((path) => {
      if (!this.hatches.has(path)) return [path];
      const contours = path.contours.filter((contour) => !outlines.has(lookOf(contour)));
      tell(this.left, 'hatches over their outlines', path.contours.length - contours.length);
      return contours.length > 0 ? [{ ...path, contours }] : [];
    });
  }

  private layerOf(values: Values, { layer }: Place): string {
    const own = first(values, 8) ?? '0';
    return own === '0' ? (layer ?? own) : own;
  }

  private put(contours: readonly Contour[], { kind, values }: Entity, layer: string, place: Place): void {
    const own = IN_WORLD.includes(kind) ? place.map : affineAfter(place.map, frameOf(values, kind));
    const whole = contours
      .filter((one) => one.segments.length > 0 && isPlaced(one))
      .map((contour) => affineContour(contour, own));
    tell(this.left, 'places that are no numbers', contours.length - whole.length);
    if (whole.length === 0) return;
    for (const { segments } of whole) this.reading.add(segments.length);
    this.paths.push({
      contours: whole,
      layer: unescaped(layer),
      colour: this.colourOf(values, layer, place),
      paint: 'line',
      rule: 'evenodd',
    });
  }

  private colourOf(values: Values, layer: string, { colour }: Place): string | null {
    const own = trueColour(values);
    if (own) return own;
    const index = number(values, 62, BY_LAYER);
    if (index === BY_BLOCK) return colour;
    if (index !== BY_LAYER) return colourOfIndex(Math.abs(index));
    return colourOfLayer(this.file.layers.get(layer));
  }

  private insert(entity: Entity, layer: string, place: Place): void {
    const { values, parts } = entity;
    tell(this.left, 'texts', parts.length);
    const block = this.file.blocks.get((first(values, 2) ?? '').toUpperCase());
    if (!block) return tell(this.left, 'blocks that are not in the file');
    this.reading.checkDepth(place.depth + 1);
    const [columns, rows] = [70, 71].map((code) => Math.max(1, Math.round(number(values, code, 1))));
    this.reading.add(columns * rows);
    const [acrossBy, downBy] = [number(values, 44), number(values, 45)];
    const turn = (number(values, 50) * Math.PI) / 180;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    // In places with y down: counter-clockwise on screen turns the other way, and rows go up.
    const turned: Affine = [cos, -sin, sin, cos, number(values, 10), -number(values, 20)];
    const [scaleX, scaleY] = [number(values, 41, 1), number(values, 42, 1)];
    const colour = this.colourOf(values, layer, place);
    const frame = affineAfter(place.map, frameOf(values, 'INSERT'));
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        const own: Affine = [
          scaleX,
          0,
          0,
          scaleY,
          column * acrossBy - block.x * scaleX,
          -row * downBy + block.y * scaleY,
        ];
        const map = affineAfter(frame, affineAfter(turned, own));
        for (const one of block.entities) this.entity(one, { map, layer, colour, depth: place.depth + 1 });
      }
    }
  }
}

const DRAWN = [...IN_WORLD, 'CIRCLE', 'ARC', 'LWPOLYLINE', 'POLYLINE', 'SOLID', 'TRACE'];
const isDrawn = (kind: string) => DRAWN.includes(kind);

const colourOfLayer = (layer: Layer | undefined): string | null =>
  typeof layer?.colour === 'string' ? layer.colour : colourOfIndex(layer?.colour ?? 7);

/** Directions nearer to straight up than this have the world's own x axis (DXF reference, "Arbitrary axis algorithm"). */
const UPRIGHT = 1 / 64;

/**
 * Takes an entity's own frame, which its extrusion direction gives (DXF reference, "Arbitrary axis algorithm"), to the world's,
 * seen from above; both with y down.
 */
function frameOf(values: Values, kind: string): Affine {
  const [x, y, z] = [number(values, 210), number(values, 220), number(values, 230, 1)];
  const size = Math.hypot(x, y, z);
  if (size === 0 || (x === 0 && y === 0 && z > 0)) return [1, 0, 0, 1, 0, 0];
  const [nx, ny, nz] = [x / size, y / size, z / size];
  const isUpright = Math.abs(nx) < UPRIGHT && Math.abs(ny) < UPRIGHT;
  const across = isUpright ? unit([nz, 0, -nx]) : unit([-ny, nx, 0]);
  const up = unit([
    ny * across[2] - nz * across[1],
    nz * across[0] - nx * across[2],
    nx * across[1] - ny * across[0],
  ]);
  const elevation = kind === 'LWPOLYLINE' ? number(values, 38) : number(values, 30);
  return [across[0], -across[1], -up[0], up[1], nx * elevation, -ny * elevation];
}

function unit([x, y, z]: readonly [number, number, number]): [number, number, number] {
  const size = Math.hypot(x, y, z) || 1;
  return [x / size, y / size, z / size];
}

/** Names are written with \U+XXXX where they have letters beyond ASCII. */
const unescaped = (name: string) =>
  name.replace(/\\U\+([0-9a-f]{4})/gi, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16)));

/** A closed contour by its box and its area, to a thousandth of its size: whatever segments it is made of, and wherever it begins. */
function lookOf(contour: Contour): string {
  const box = boxOf([contour]);
  if (!box) return '';
  const size = Math.max(box.right - box.left, box.bottom - box.top) || 1;
  const step = 10 ** Math.ceil(Math.log10(size / 2000));
  const to = (value: number, unit: number) => Math.round(value / unit);
  return [
    to(box.left, step),
    to(box.top, step),
    to(box.right, step),
    to(box.bottom, step),
    to(Math.abs(signedArea(contour)), step * size),
  ].join(' ');
}
