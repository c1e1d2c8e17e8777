import { type Contour, boxOf, placeContour, readPathData } from '@drelk/core';
import { random } from '../../packages/core/src/testing/pictures';
import { fontShapes, generatedShapes, iconShapes } from '../accuracy/sets';
import { overlaps } from '../accuracy/true-shape';
import { hashOf } from '../real/case';
import { FACES, WORDS, fontOf, textPath } from '../real/lettering';

/** Black on white, all rims known: contours in pixels of a square picture. */
export interface Artwork {
  name: string;
  contours: Contour[];
}

/** Pixels of a side, and how many of them stay free around an artwork. */
export const SIDE = 480;
const MARGIN = 24;
/** A shift that lays rims off the grid. */
const OFF = 0.37;
/** So many of each kind. */
const SINGLE = 14;
const SIGNS = 20;

/** Icons, forms, letters and small signs: an icon over a word. */
export async function artworks(): Promise<Artwork[]> {
  const icons = iconShapes();
  const forms = generatedShapes();
  const letters = fontShapes();
  const single = [icons, forms, letters].flatMap((set) =>
    Array.from({ length: SINGLE }, (_, k) => set[(k * 11) % set.length]),
  );
  const kept: Artwork[] = [];
  for (const shape of single)
    if (!(await overlaps(shape))) kept.push({ name: shape.name, contours: fitted(shape.contours) });
  for (let k = 0; k < SIGNS; k++) {
    const word = WORDS[k % WORDS.length];
    const face = FACES[k % FACES.length];
    const icon = icons[(7 * k + 3) % icons.length];
    const text = wordOf(word, face);
    if (text)
      kept.push({ name: `sign ${icon.name} ${word} ${face}`, contours: fitted(signOf(icon.contours, text)) });
  }
  return kept;
}

/** A word, letter by letter; undefined where letters lie on one another, as those of a script do. */
function wordOf(word: string, face: string): Contour[] | undefined {
  if (face === 'pacifico')
    return readPathData(textPath(fontOf('lora'), word, 0, 0, 100).data).filter(hasArea);
  return readPathData(textPath(fontOf(face), word, 0, 0, 100).data).filter(hasArea);
}

const hasArea = ({ segments }: Contour): boolean => segments.length > 1;

/** An icon over a word, both as wide as they go. */
function signOf(icon: readonly Contour[], text: readonly Contour[]): Contour[] {
  const place = (contours: readonly Contour[], left: number, top: number, width: number, height: number) => {
    const box = boxOf(contours) ?? { left: 0, top: 0, right: 1, bottom: 1 };
    const scale = Math.min(width / (box.right - box.left), height / (box.bottom - box.top));
    const x = left + (width - scale * (box.right - box.left)) / 2 - scale * box.left;
    return contours.map((contour) => placeContour(contour, { scale, x, y: top - scale * box.top }));
  };
  return [...place(icon, 0, 0, 300, 240), ...place(text, 0, 280, 300, 110)];
}

/** In the middle of the picture, as large as the margin lets it be. */
function fitted(contours: readonly Contour[]): Contour[] {
  const box = boxOf(contours) ?? { left: 0, top: 0, right: 1, bottom: 1 };
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const scale = (SIDE - 2 * MARGIN) / Math.max(width, height);
  const x = (SIDE - scale * width) / 2 + OFF - scale * box.left;
  const y = (SIDE - scale * height) / 2 + OFF / 2 - scale * box.top;
  return contours.map((contour) => placeContour(contour, { scale, x, y }));
}

/** Halves are told apart by a hash with a grain of salt, so that no order of names decides. */
const SALT = 'evening tide';
export const isAside = (name: string): boolean => (hashOf(`${SALT} ${name}`) >>> 9) % 2 === 1;
/** A third of the treatments is only measured. */
export const isAsideTreatment = (name: string): boolean => (hashOf(`${SALT} of ${name}`) >>> 9) % 3 === 0;

/** Numbers that are the same at every run for a name. */
export const numbersFor = (name: string) => random(hashOf(name));
