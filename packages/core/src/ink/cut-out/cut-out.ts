import { type Context, checkStopped } from '../../context';
import { DrelkError } from '../../error';
import { type ColourPicture, type GreyPicture, type Mask, reduceColour, sizeWithin } from '../../raster';
import { bandAround } from './band';
import { cutBand, cutWhole, learnColours } from './colours';
import { type CutOut, type Size, knownOf, placedOn } from './known';
import { softRim } from './rim';
import { wholeThing } from './whole-thing';

/** Pixels that colours are learned on, and that the first cut is made on. */
const LEARNED_PIXELS = 20_000;
const FIRST_PIXELS = 90_000;
/** Copies are at most so many times finer than the one before. */
const FINER = 4;
/** Steps beyond one pixel of the coarser copy within which the rim is looked for on the finer one. */
const BEYOND = 2;
/** What is looked at around a loop, as a share of its size: enough to know what is around the thing. */
const AROUND = 0.2;
/** Colours of the thing that are told from what is around it by less than this, in the mean, are none of a thing's. */
const LEAST_TOLD = 0.4;
/** Without a loop, what fills more than this share of the picture is no thing in it. */
const MOST_SHARE = 0.93;

interface Window extends Size {
  left: number;
  top: number;
}

/**
 * A thing cut out of what is around it: 0 where it is, 255 where it is not, between them where its rim runs through a pixel.
 * Colours of both are learned on a small copy (`colours`); the cheapest cut between them is made on a larger one, and its
 * rim cut again on finer and finer ones within a band. Throws `nothing-found` where nothing stands out.
 */
export function cutOut(picture: ColourPicture, what: CutOut, context: Context): GreyPicture {
  const window = windowOf(picture, what);
  const whole = partOf(picture, window);
  const on = (size: Size) =>
    knownOf(placedOn(what, window.left, window.top, window.width / size.width), size);
  const copies = copiesOf(whole);
  const first = copies[copies.length - 1];
  const small = sized(first, sizeWithin(whole.width, whole.height, LEARNED_PIXELS));
  const colours = learnColours(small, on(small), context);
  if (colours.told < LEAST_TOLD) throw nothingFound(what);
  const known = on(first);
  let mask = wholeThing({ ...sizeOf(first), data: cutWhole(first, known, colours, context) }, known);
  if (!what.loop && fills(mask)) throw nothingFound(what);
  for (const copy of copies.slice(0, -1).reverse()) {
    checkStopped(context);
    const rough = enlarged(mask, copy);
    const rings = Math.ceil(copy.width / mask.width) + BEYOND;
    const band = { ...bandAround(rough, rings), rings };
    mask = { ...sizeOf(copy), data: cutBand(copy, on(copy), colours, rough.data, band, context) };
  }
  if (!mask.data.includes(1)) throw nothingFound(what);
  return placed(softRim(whole, mask), window, picture);
}

/** Smaller and smaller copies of a picture, each made from the one before, down to what the first cut is made on. */
function copiesOf(whole: ColourPicture): ColourPicture[] {
  const least = sizeWithin(whole.width, whole.height, FIRST_PIXELS);
  const copies = [whole];
  for (let copy = whole; copy.width > least.width; copies.push(copy)) {
    const times = Math.min(FINER, copy.width / least.width);
    copy =
      times < FINER
        ? sized(copy, least)
        : sized(copy, { width: copy.width / times, height: copy.height / times });
  }
  return copies;
}

/** Whether all that is left of a picture is a strip: then nothing is told from it. */
function fills({ data }: Mask): boolean {
  let count = 0;
  for (const inside of data) count += inside;
  return count > MOST_SHARE * data.length;
}

const sizeOf = ({ width, height }: Size): Size => ({ width, height });

const nothingFound = ({ loop }: CutOut) =>
  new DrelkError(
    'nothing-found',
    loop
      ? 'Nothing inside the loop stands out from what is around it.'
      : 'Nothing in this picture stands out from what is along its rim.',
    'Draw the loop around the thing with a little room, or mark a piece of the thing.',
  );

/** The part of a picture that is looked at: all of it, or what lies in and around the loop and the marks. */
function windowOf({ width, height }: Size, { loop, marks }: CutOut): Window {
  if (!loop) return { left: 0, top: 0, width, height };
  const points = [...loop, ...marks.flatMap((mark) => mark.points)];
  const side = (from: 0 | 1, most: number) => {
    let [low, high] = [Infinity, -Infinity];
    for (let k = from; k < points.length; k += 2) {
      low = Math.min(low, points[k]);
      high = Math.max(high, points[k]);
    }
    const room = 2 + AROUND * (high - low);
    const at = (value: number) => Math.min(most, Math.max(0, value));
    return { from: Math.floor(at(low - room)), to: Math.ceil(at(high + room)) };
  };
  const [x, y] = [side(0, width), side(1, height)];
  if (x.to - x.from < 2 || y.to - y.from < 2) throw nothingFound({ loop, marks });
  return { left: x.from, top: y.from, width: x.to - x.from, height: y.to - y.from };
}

function partOf(picture: ColourPicture, { left, top, width, height }: Window): ColourPicture {
  if (width === picture.width && height === picture.height) return picture;
  const data = new Uint8Array(4 * width * height);
  for (let y = 0; y < height; y++) {
    const from = 4 * ((top + y) * picture.width + left);
    data.set(picture.data.subarray(from, from + 4 * width), 4 * y * width);
  }
  return { width, height, data };
}

const sized = (picture: ColourPicture, { width, height }: Size): ColourPicture =>
  width >= picture.width ? picture : reduceColour(picture, Math.round(width), Math.round(height));

function enlarged(mask: Mask, { width, height }: Size): Mask {
  const data = new Uint8Array(width * height);
  const columns = Uint32Array.from({ length: width }, (_, x) => Math.floor(((x + 0.5) * mask.width) / width));
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(((y + 0.5) * mask.height) / height) * mask.width;
    for (let x = 0; x < width; x++) data[i++] = mask.data[row + columns[x]];
  }
  return { width, height, data };
}

/** Back where it was in the picture, beside it nothing. */
function placed(grey: GreyPicture, { left, top }: Window, { width, height }: Size): GreyPicture {
  if (grey.width === width && grey.height === height) return grey;
  const data = new Uint8Array(width * height).fill(255);
  for (let y = 0; y < grey.height; y++)
    data.set(grey.data.subarray(y * grey.width, (y + 1) * grey.width), (top + y) * width + left);
  return { width, height, data };
}
