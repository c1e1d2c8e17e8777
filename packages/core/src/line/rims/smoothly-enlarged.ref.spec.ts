import sharp, { type KernelEnum } from 'sharp';
import { quietContext } from '../../context';
import { norm } from '../../geometry';
import { type GreyPicture, findRowChanges } from '../../raster';
import { type Cv, greyMat, loadOpenCv } from '../../testing/opencv';
import { traceContours } from './contours';
import { smoothlyEnlarged } from './smoothly-enlarged';

const LEVEL = 127.5;
const SIDE = 120;

/** A disc and a slanted square, of two tones or with mixed pixels. */
function drawn(side: number, isHard: boolean): GreyPicture {
  const k = side / SIDE;
  const shareAt = (x: number, y: number) => {
    const disc = 28 * k - norm(x - 34.3 * k, y - 40.2 * k);
    const [u, v] = [0.8 * (x - 84 * k) + 0.6 * (y - 76 * k), 0.8 * (y - 76 * k) - 0.6 * (x - 84 * k)];
    const square = 22 * k - Math.max(Math.abs(u), Math.abs(v));
    return Math.max(0, Math.min(1, Math.max(disc, square) + 0.5));
  };
  const data = Uint8Array.from({ length: side * side }, (_, i) => {
    const share = shareAt((i % side) + 0.5, Math.floor(i / side) + 0.5);
    return Math.round(255 * (1 - (isHard ? Math.round(share) : share)));
  });
  return { width: side, height: side, data };
}

/** The picture as the imaging library enlarges it. */
async function enlarged(
  { width, height, data }: GreyPicture,
  times: number,
  kernel: keyof KernelEnum,
): Promise<GreyPicture> {
  const raw = { width, height, channels: 1 as const };
  const { data: out, info } = await sharp(Buffer.from(data), { raw })
    .resize(width * times, height * times, { kernel })
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: Uint8Array.from(out) };
}

function smallerOf(grey: GreyPicture) {
  const found = traceContours(grey, LEVEL, findRowChanges(grey, LEVEL, quietContext), quietContext);
  return smoothlyEnlarged(found, grey, LEVEL, quietContext);
}

/** How many pixels of a picture another has on the other side of the level. */
const wrongIn = ({ width, data }: GreyPicture, found: GreyPicture | undefined) =>
  data.filter((tone, i) => {
    const at = found && found.data[Math.floor(i / width) * found.width + (i % width)];
    return at === undefined || at < LEVEL !== tone < LEVEL;
  }).length;

// The imaging library's own enlarging (libvips, by its kernels) is the reference.
it.each([
  [2, 'cubic'],
  [2, 'linear'],
  [2, 'lanczos3'],
  [4, 'cubic'],
  [4, 'linear'],
] as const)('two tones enlarged by %d, %s, are found pixel for pixel', async (times, kernel) => {
  const small = drawn(SIDE, true);
  const once = smallerOf(await enlarged(small, times, kernel))?.once;
  expect(once?.times).toBe(times);
  expect(wrongIn(small, once?.grey)).toBe(0);
});

describe('where pixels are laid middle on middle, as by the general computer-vision library,', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  it.each([
    [2, 'linear'],
    [2, 'cubic'],
    [3, 'linear'],
    [3, 'cubic'],
    [4, 'cubic'],
  ] as const)('two tones enlarged by %d, %s, are found pixel for pixel', (times, kernel) => {
    const small = drawn(SIDE, true);
    const size = new cv.Size(SIDE * times, SIDE * times);
    const to = new cv.Mat();
    cv.resize(greyMat(cv, small), to, size, 0, 0, kernel === 'cubic' ? cv.INTER_CUBIC : cv.INTER_LINEAR);
    const grey = { width: SIDE * times, height: SIDE * times, data: Uint8Array.from(to.data) };
    const once = smallerOf(grey)?.once;
    expect(once?.times).toBe(times);
    expect(once?.left).toBe(0);
    expect(wrongIn(small, once?.grey)).toBe(0);
  });
});

it('what was drawn with mixed pixels is none, nor what was enlarged from that', async () => {
  expect(smallerOf(drawn(2 * SIDE, false))).toBeUndefined();
  expect(smallerOf(drawn(2 * SIDE, true))).toBeUndefined();
  expect(smallerOf(await enlarged(drawn(SIDE, false), 2, 'cubic'))).toBeUndefined();
});
