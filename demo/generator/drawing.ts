import { type Contour, type Shape, nestContours, readPathData } from '@drelk/core';

/** A line drawn with a round pen: SVG path data and the pen's width. */
export interface Stroke {
  data: string;
  width: number;
  colour?: string;
}

/** An area of one colour: contours in SVG path data, filled even-odd. */
export interface Area {
  data: string;
  colour: string;
}

/** A drawing in its own units, y down, as the generator draws it and as tests know it. */
export interface SourceDrawing {
  width: number;
  height: number;
  areas: Area[];
  strokes: Stroke[];
}

/** The contours of SVG path data. */
export function contoursOfData(data: string): Contour[] {
  return readPathData(data);
}

/** The areas of one colour as shapes with holes. */
export function shapesOf(drawing: SourceDrawing, colour = '#000'): Shape[] {
  const contours = drawing.areas
    .filter((area) => area.colour === colour)
    .flatMap((area) => contoursOfData(area.data));
  return nestContours(contours, 0.01);
}

/** Path data of a circle. */
export function circle(x: number, y: number, radius: number): string {
  const [left, right, up, down] = [x - radius, x + radius, y - radius, y + radius];
  const arc = `A${radius} ${radius} 0 0 0`;
  return `M${right} ${y}${arc} ${x} ${up}${arc} ${left} ${y}${arc} ${x} ${down}${arc} ${right} ${y}Z`;
}

/** Path data of a rectangle. */
export function rectangle(x: number, y: number, width: number, height: number): string {
  return `M${x} ${y}H${x + width}V${y + height}H${x}Z`;
}

/** Absolute M, L, H, V, C and Z data with every x and y changed by one function. */
export function remap(data: string, change: (x: number, y: number) => [number, number]): string {
  const tokens = data.match(/[MLHVCZ]|-?\d*\.?\d+/g) ?? [];
  let result = '';
  let command = '';
  let at: [number, number] = [0, 0];
  for (let i = 0; i < tokens.length;) {
    if (/[A-Z]/.test(tokens[i])) command = tokens[i++];
    if (command === 'Z') {
      result += 'Z';
      continue;
    }
    const take = () => Number(tokens[i++]);
    if (command === 'H' || command === 'V') {
      at = command === 'H' ? [take(), at[1]] : [at[0], take()];
      result += `L${change(...at).join(' ')}`;
      continue;
    }
    const pairs = command === 'C' ? 3 : 1;
    const places: string[] = [];
    for (let k = 0; k < pairs; k++) {
      at = [take(), take()];
      places.push(
        change(...at)
          .map((value) => Number(value.toFixed(4)))
          .join(' '),
      );
    }
    result += command + places.join(' ');
  }
  return result;
}

/** The data and its mirror image about a vertical line. */
export function bothSides(data: string, axis: number): string {
  return data + remap(data, (x, y) => [2 * axis - x, y]);
}

/** Data moved and scaled. */
export function moved(data: string, x: number, y: number, scale = 1): string {
  return remap(data, (px, py) => [x + px * scale, y + py * scale]);
}
