import { type Affine, affinePoint, affineScale, contoursOf } from '../../geometry';
import type { LayeredShape, VectorDrawing } from '../vector-drawing';
import { indexOfColour } from './colours';
import { inPlainLetters } from '../text';
import type { DxfContent } from './content';
import { MILLIMETRES } from './units';
import { writeDxf2000 } from './write-2000';
import { writeDxfR12 } from './write-r12';

/** Black is drawn in the colour of ink on whatever the paper is. */
const INK = 7;
/** Longest name of a layer in release 12, and the signs that either release takes. */
const LONGEST = 31;
const ODD_R12 = /[^A-Z0-9$_-]+/gi;
const ODD = /[<>/\\":;?*|=`,]+/g;

/**
 * Shapes on the layers and in the colours they had, in the coordinates of the DXF file they came from; those of other files
 * in millimetres, or inches where these were theirs, with the page's lower left at the origin.
 */
export function writeDxfLayers(
  shapes: readonly LayeredShape[],
  source: Pick<VectorDrawing, 'kind' | 'unit' | 'toFile' | 'page'>,
  release: 'r12' | '2000',
): { text: string; toFile: Affine } {
  const { kind, unit, page } = source;
  const scale = kind === 'dxf' ? affineScale(source.toFile) : unit === 'in' ? 1 / 25.4 : 1;
  const map: Affine =
    kind === 'dxf' ? source.toFile : [scale, 0, 0, -scale, -page.left * scale, page.bottom * scale];
  const layers = new Map<string, number>();
  const contours = shapes.flatMap(({ shape, layer, colour }) => {
    const name = nameOf(layer, release);
    const index = colour === null || colour === '#000000' ? INK : indexOfColour(colour);
    const own = layers.get(name) ?? index;
    layers.set(name, own);
    const more = own === index ? {} : { colour: index };
    return contoursOf([shape]).map((contour) => ({ layer: name, contour, ...more }));
  });
  const content: DxfContent = {
    point: (at) => affinePoint(map, at),
    scale,
    insunits: kind === 'dxf' && unit === null ? 0 : insunitsOf(scale),
    layers: [...layers].map(([name, colour]) => ({ name, colour })),
    contours,
  };
  return { text: (release === 'r12' ? writeDxfR12 : writeDxf2000)(content), toFile: map };
}

function insunitsOf(scale: number): number {
  const found = Object.keys(MILLIMETRES).find((key) => Math.abs(MILLIMETRES[Number(key)] * scale - 1) < 1e-9);
  return Number(found ?? 4);
}

function nameOf(layer: string, release: 'r12' | '2000'): string {
  if (layer === '') return '0';
  if (release === 'r12') return inPlainLetters(layer).replace(ODD_R12, '_').slice(0, LONGEST);
  return layer
    .replace(ODD, '_')
    .replace(/[^ -~]/g, (sign) => `\\U+${sign.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`);
}
