import { type Affine, UNMOVED, affineAfter } from '../../geometry';

/** The map of a `transform` attribute (SVG 1.1, chapter 7.6); undefined where it is none. */
export function readTransforms(text: string | undefined): Affine | undefined {
  let map: Affine = UNMOVED;
  let rest = (text ?? '').trim();
  while (rest !== '') {
    const match = /^([a-z]+)\s*\(([^)]*)\)[\s,]*/i.exec(rest);
    const one = match && readTransform(match[1].toLowerCase(), numbersIn(match[2]));
    if (!one) return undefined;
    map = affineAfter(map, one);
    rest = rest.slice(match[0].length);
  }
  return map;
}

const numbersIn = (text: string): number[] =>
  (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);

function readTransform(name: string, n: number[]): Affine | undefined {
  if (n.length === 0 || !n.every(Number.isFinite)) return undefined;
  const radians = (n[0] * Math.PI) / 180;
  if (name === 'matrix' && n.length === 6) return [n[0], n[1], n[2], n[3], n[4], n[5]];
  if (name === 'translate') return [1, 0, 0, 1, n[0], n[1] ?? 0];
  if (name === 'scale') return [n[0], 0, 0, n[1] ?? n[0], 0, 0];
  if (name === 'skewx') return [1, 0, Math.tan(radians), 1, 0, 0];
  if (name === 'skewy') return [1, Math.tan(radians), 0, 1, 0, 0];
  if (name !== 'rotate') return undefined;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  const [x, y] = [n[1] ?? 0, n[2] ?? 0];
  return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
}
