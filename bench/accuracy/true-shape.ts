import sharp from 'sharp';
import { type ColourPicture, type Contour, type Point, boxOf, eachSegment, placeContour } from '@drelk/core';
import { pathData } from '../../packages/core/src/format/svg/write';

/** A shape whose exact curves are known, in pixels of the picture it is drawn in. */
export interface TrueShape {
  set: string;
  name: string;
  contours: Contour[];
  /** Circles among the contours, where they are known. */
  circles: { x: number; y: number; radius: number }[];
  /** Nodes on the curves, as designed. */
  nodes: number;
}

/** Clear pixels around a shape. */
const MARGIN = 10;
/** Samples a pixel, each way, that coverage is averaged from. */
const SAMPLES = 4;
/** Turns of the truth that count as corners, and the shortest side of one that a picture can show, in pixels. */
export const LEAST_TURN = (28 * Math.PI) / 180;
const LEAST_SIDE = 4;

/** The shape scaled so that it fills a square picture of `size` pixels, off the pixel grid by a known share. */
export function placedIn(shape: TrueShape, size: number, off = 0.37): TrueShape {
  const box = boxOf(shape.contours);
  if (!box) throw new Error(`${shape.name} is empty`);
  const scale = (size - 2 * MARGIN) / Math.max(box.right - box.left, box.bottom - box.top);
  const placement = { scale, x: MARGIN + off - box.left * scale, y: MARGIN + off / 2 - box.top * scale };
  return {
    ...shape,
    contours: shape.contours.map((contour) => placeContour(contour, placement)),
    circles: shape.circles.map(({ x, y, radius }) => ({
      x: x * scale + placement.x,
      y: y * scale + placement.y,
      radius: radius * scale,
    })),
  };
}

/** Contours filled by a renderer that is not ours, as tones of a square picture of `pixels`. */
async function filled(contours: readonly Contour[], size: number, pixels: number, rule: string) {
  const path = contours.map((contour) => pathData(contour, 0, 0, 4)).join('');
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${pixels}" height="${pixels}" viewBox="0 0 ${size} ${size}">` +
    `<rect width="${size}" height="${size}" fill="#fff"/><path fill-rule="${rule}" d="${path}"/></svg>`;
  return sharp(Buffer.from(svg)).greyscale().raw().toBuffer();
}

/** True where contours overlap one another: their curves are then not the outline of what is drawn. */
export async function overlaps(shape: TrueShape): Promise<boolean> {
  const { contours } = placedIn(shape, 128);
  const [one, other] = await Promise.all(
    ['evenodd', 'nonzero'].map((rule) => filled(contours, 128, 128, rule)),
  );
  return shape.set === 'fonts' && !one.equals(other);
}

/** Draws a shape black on white, at four times the size, averaged. */
export async function drawShape({ contours }: TrueShape, size: number): Promise<ColourPicture> {
  const large = size * SAMPLES;
  const tones = await filled(contours, size, large, 'evenodd');
  const data = new Uint8Array(size * size * 4).fill(255);
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      let sum = 0;
      for (let v = 0; v < SAMPLES; v++) {
        for (let u = 0; u < SAMPLES; u++) sum += tones[(y * SAMPLES + v) * large + x * SAMPLES + u];
      }
      data.fill(Math.round(sum / SAMPLES ** 2), 4 * (y * size + x), 4 * (y * size + x) + 3);
    }
  }
  return { width: size, height: size, data };
}

/** A node of a closed contour: how sharply the curve turns there, and how its sides are. */
export interface Turn extends Point {
  turn: number;
  /** Length of the shorter side, and how far that one itself bends. */
  side: number;
  bend: number;
}

/** Every node of some contours. */
export function turnsOf(contours: readonly Contour[]): Turn[] {
  return contours.flatMap((contour) => {
    const sides: { into: Point; out: Point; length: number; end: Point }[] = [];
    eachSegment(contour, (from, segment) => {
      const first = { x: segment.x - from.x, y: segment.y - from.y };
      const length = Math.hypot(first.x, first.y);
      if (length < 1e-6) return;
      if (segment.kind === 'line') sides.push({ into: first, out: first, length, end: segment });
      else if (segment.kind === 'arc') {
        const half = -2 * Math.atan(segment.bulge);
        sides.push({ into: turned(first, -half), out: turned(first, half), length, end: segment });
      } else {
        const { x1, y1, x2, y2 } = segment;
        const near = (dx: number, dy: number, other: Point): Point =>
          Math.hypot(dx, dy) > 1e-6 ? { x: dx, y: dy } : other;
        const into = near(x1 - from.x, y1 - from.y, { x: x2 - from.x, y: y2 - from.y });
        const out = near(segment.x - x2, segment.y - y2, { x: segment.x - x1, y: segment.y - y1 });
        sides.push({ into, out, length, end: segment });
      }
    });
    return sides.map(({ out, length, end }, k) => {
      const next = sides[(k + 1) % sides.length];
      const shorter = length < next.length ? sides[k] : next;
      return {
        x: end.x,
        y: end.y,
        turn: angleBetween(out, next.into),
        side: shorter.length,
        bend: angleBetween(shorter.into, shorter.out),
      };
    });
  });
}

/**
 * The corners of a truth that a picture can show, and the places that are too small to ask for: corners with a side of
 * fewer than four pixels, or near another, and roundings that turn like a corner within four pixels.
 */
export function trueCorners(contours: readonly Contour[]): { asked: Point[]; unclear: Point[] } {
  const nodes = turnsOf(contours);
  const turns = nodes.filter(({ turn }) => turn > LEAST_TURN / 2);
  const crowded = (turn: Turn) =>
    turn.side < LEAST_SIDE ||
    turns.some((other) => other !== turn && Math.hypot(other.x - turn.x, other.y - turn.y) < LEAST_SIDE);
  // Turns near the limit may be called either way.
  const asked = turns.filter((turn) => turn.turn > 1.25 * LEAST_TURN && !crowded(turn));
  const roundings = nodes.filter(({ bend, side }) => bend > LEAST_TURN / 2 && side < LEAST_SIDE);
  return { asked, unclear: [...turns.filter((turn) => !asked.includes(turn)), ...roundings] };
}

const angleBetween = (a: Point, b: Point) =>
  Math.abs(Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y));

const turned = ({ x, y }: Point, angle: number): Point => ({
  x: x * Math.cos(angle) - y * Math.sin(angle),
  y: x * Math.sin(angle) + y * Math.cos(angle),
});
