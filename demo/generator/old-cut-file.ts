import { type Contour, flatten } from '@drelk/core';
import { letteringContours } from './drawings/lettering';
import { random } from './photo';

/**
 * A cut file as they come from long ago: every curve in hundredths of a millimetre's steps, contours in no
 * order and no group, a third of them cut open into loose lines, some there twice. Release 12, y up.
 */
export function oldCutFile(): { dxf: string; contours: Contour[] } {
  const contours = letteringContours('SALTMOTH', 60);
  const next = random(12);
  const lines = ['0', 'SECTION', '2', 'ENTITIES'];
  const number = (value: number) => value.toFixed(4);
  const polyline = (points: Float64Array, closed: boolean) => {
    lines.push('0', 'POLYLINE', '8', '0', '66', '1', '70', closed ? '1' : '0');
    for (let i = 0; i < points.length; i += 2) {
      lines.push('0', 'VERTEX', '8', '0', '10', number(points[i]), '20', number(60 - points[i + 1]));
    }
    lines.push('0', 'SEQEND', '8', '0');
  };
  [...contours]
    .sort(() => next() - 0.5)
    .forEach((contour, k) => {
      const points = crowded(flatten(contour, 0.002), 0.25);
      if (k % 3 === 1) {
        const cut = 2 * Math.floor((points.length / 2) * (0.3 + 0.4 * next()));
        polyline(points.slice(0, cut), false);
        polyline(Float64Array.from([...points.slice(cut - 2), points[0] + 0.03, points[1]]), false);
      } else polyline(points, true);
      if (k % 4 === 2) polyline(points, true);
    });
  lines.push('0', 'ENDSEC', '0', 'EOF', '');
  return { dxf: lines.join('\n'), contours };
}

/** More points on the same polygon, at most `step` apart. */
function crowded(points: Float64Array, step: number): Float64Array {
  const result: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const j = (i + 2) % points.length;
    const dx = points[j] - points[i];
    const dy = points[j + 1] - points[i + 1];
    const count = Math.max(1, Math.ceil(Math.hypot(dx, dy) / step));
    for (let k = 0; k < count; k++)
      result.push(points[i] + (dx * k) / count, points[i + 1] + (dy * k) / count);
  }
  return Float64Array.from(result);
}
