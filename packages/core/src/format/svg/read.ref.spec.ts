import sharp from 'sharp';
import { isInside } from '../../geometry';
import { painted } from '../painted';
import { readSvg } from './read';

/** The reference is a renderer that is not ours (librsvg); it draws this many pixels to a side. */
const PIXELS = 160;

const page = (inside: string, more = 'viewBox="0 0 40 40"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="40mm" height="40mm" ${more}>${inside}</svg>`;

/** Of pixels that the renderer draws wholly white or wholly in ink: how many we see the other way. */
async function seenOtherwise(svg: string): Promise<{ wrong: number; ink: number }> {
  const { data, info } = await sharp(Buffer.from(svg), { density: 96 })
    .resize(PIXELS, PIXELS, { fit: 'fill' })
    .flatten({ background: '#ffffff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const drawing = readSvg(svg);
  const areas = painted(drawing.paths, {}, {}).filter(({ paint }) => paint === 'area');
  const { right, bottom } = drawing.page;
  let wrong = 0;
  let ink = 0;
  for (let y = 0; y < info.height; y++) {
    for (let x = 0; x < info.width; x++) {
      const tone = data[(y * info.width + x) * info.channels];
      if (tone > 2 && tone < 250) continue;
      const place = { x: ((x + 0.5) / info.width) * right, y: ((y + 0.5) / info.height) * bottom };
      const isInk = areas.some(({ contours }) => isInside(contours, place));
      if (isInk) ink++;
      if (isInk !== tone <= 2) wrong++;
    }
  }
  return { wrong, ink };
}

const cases: [string, string][] = [
  [
    'every command of path data, in both cases',
    page(
      '<path d="M4 4h10v6l-3 4H4zm20 0c6 0 10 4 10 10s-4 6-8 4q-6-4-2-14zM5 25s4-4 8 0 8 0 10 2l-2 10T5 36zm22 2a6 4 30 1 1 6 8A8 8 0 0 0 27 27"/>',
    ),
  ],
  [
    'basic shapes',
    page(
      '<rect x="2" y="2" width="12" height="9" rx="3"/><circle cx="27" cy="9" r="6"/><ellipse cx="10" cy="27" rx="8" ry="4"/><polygon points="24,22 38,26 30,38"/>',
    ),
  ],
  [
    'a rounded rectangle with two radii, too large ones cut',
    page('<rect x="3" y="3" width="30" height="20" rx="40" ry="6"/>'),
  ],
  [
    'transforms in a row',
    page(
      '<g transform="translate(20 20) rotate(30)"><rect x="-8" y="-5" width="16" height="10" transform="scale(1 1.5) skewX(20)"/></g>',
    ),
  ],
  [
    'rotation about a place, and a matrix',
    page(
      '<rect x="10" y="10" width="14" height="6" transform="rotate(45 17 13)"/><path d="M0 0H6V6H0Z" transform="matrix(1.2 .4 -.3 1 20 24)"/>',
    ),
  ],
  ['a mirrored arc', page('<path d="M0 0A8 8 0 0 1 8 8L0 8Z" transform="translate(30 20) scale(-2 1)"/>')],
  ['a view box elsewhere', page('<circle cx="0" cy="0" r="30"/>', 'viewBox="-50 -50 100 100"')],
  [
    'a wide view box in a square page',
    page('<rect x="10" y="5" width="60" height="10"/>', 'viewBox="0 0 80 20"'),
  ],
  [
    'the same to the upper left',
    page(
      '<rect x="10" y="5" width="60" height="10"/>',
      'viewBox="0 0 80 20" preserveAspectRatio="xMinYMin meet"',
    ),
  ],
  [
    'the same, sliced',
    page(
      '<rect x="30" y="5" width="20" height="10"/>',
      'viewBox="0 0 80 20" preserveAspectRatio="xMidYMid slice"',
    ),
  ],
  [
    'the same, stretched',
    page('<circle cx="40" cy="10" r="8"/>', 'viewBox="0 0 80 20" preserveAspectRatio="none"'),
  ],
  [
    'a page in the page',
    page('<svg x="10" y="10" width="20" height="20" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4"/></svg>'),
  ],
  [
    'things used again',
    page(
      '<defs><g id="a"><rect width="8" height="5"/></g></defs><use xlink:href="#a" x="4" y="4"/><use href="#a" transform="translate(20 20) scale(2)"/>',
    ),
  ],
  [
    'a symbol with a size',
    page(
      '<symbol id="s" viewBox="0 0 2 2"><path d="M1 0L2 2H0Z"/></symbol><use href="#s" x="5" y="5" width="20" height="30"/>',
    ),
  ],
  [
    'colours by class, id and style',
    page(
      '<style>.p{fill:none} #k{fill:#000} g rect{fill:black}</style><rect class="p" width="10" height="10"/><rect id="k" x="12" width="10" height="10" class="p"/><g fill="none"><rect x="24" width="10" height="10"/></g><rect y="14" width="10" height="10" class="p" style="fill:rgb(0,0,0)"/>',
    ),
  ],
  [
    'currentColor and inherit',
    page(
      '<g color="#000" fill="none"><rect x="4" y="4" width="10" height="10" fill="currentColor"/><g fill="black"><rect x="20" y="20" width="9" height="9" fill="inherit"/></g></g>',
    ),
  ],
  [
    'what is not shown',
    page(
      '<rect width="9" height="9" display="none"/><g visibility="hidden"><rect x="10" width="9" height="9"/><rect x="20" width="9" height="9" visibility="visible"/></g><rect y="20" width="9" height="9" opacity="0"/>',
    ),
  ],
  [
    'a hole by the rule of odd and even',
    page('<path fill-rule="evenodd" d="M4 4H36V36H4ZM10 10H30V30H10ZM15 15H25V25H15Z"/>'),
  ],
  ['no hole where contours run the same way', page('<path d="M4 4H36V36H4ZM10 10H30V30H10Z"/>')],
  ['a hole where they run against one another', page('<path d="M4 4H36V36H4ZM10 10V30H30V10Z"/>')],
  ['a star that crosses itself, whole', page('<path d="M20 3L30 36L3 15H37L10 36Z"/>')],
  ['a star that crosses itself, hollow', page('<path fill-rule="evenodd" d="M20 3L30 36L3 15H37L10 36Z"/>')],
  [
    'white over black is a hole',
    page('<rect x="4" y="4" width="30" height="30"/><circle cx="20" cy="20" r="8" fill="white"/>'),
  ],
  [
    'white over a rim takes a bite, and black over it fills',
    page(
      '<rect x="4" y="4" width="20" height="30"/><circle cx="24" cy="20" r="10" fill="#fff"/><rect x="22" y="18" width="4" height="4"/>',
    ),
  ],
  [
    'white paper under everything',
    page('<rect width="40" height="40" fill="#ffffff"/><circle cx="20" cy="20" r="9"/>'),
  ],
  [
    'a clip',
    page(
      '<clipPath id="c"><circle cx="20" cy="20" r="12"/></clipPath><rect x="4" y="4" width="20" height="20" clip-path="url(#c)"/>',
    ),
  ],
  [
    'a clip around everything',
    page(
      '<clipPath id="c"><rect width="40" height="40"/></clipPath><g clip-path="url(#c)"><path d="M4 4H20V20Z"/></g>',
    ),
  ],
  [
    'lengths in all units',
    page(
      '<rect x="1mm" y=".1in" width="10pt" height="1pc"/><rect x="50%" y="25%" width=".5cm" height="20%"/>',
      'viewBox="0 0 151 151"',
    ),
  ],
  ['an open path is filled to where it began', page('<path d="M4 4L30 8L12 30"/>')],
  ['commands after closing begin where the contour did', page('<path d="M4 4H20V20H4Zl-2 20H30Z"/>')],
];

describe('readSvg sees what a renderer draws (SVG 1.1, librsvg)', () => {
  it.each(cases)('%s', async (_name, svg) => {
    const { wrong, ink } = await seenOtherwise(svg);
    expect(ink).toBeGreaterThan(50);
    expect(wrong).toBe(0);
  });
});
