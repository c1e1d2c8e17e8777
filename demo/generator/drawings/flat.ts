import { type SourceDrawing, circle, rectangle, remap, moved } from '../drawing';
import { lettering } from './lettering';
import { MOTH_OUTLINE } from './moth';

const millimetres = (value: number) => (value * 300) / 25.4;

/** Sealing ring of a tea tin: 60 mm outside, 48 mm inside, three lugs with holes, drawn at 300 dpi. */
export const RING = { outer: 60, inner: 48, lugCircle: 27, lugHole: 3 };
export const ring: SourceDrawing = {
  width: 820,
  height: 820,
  areas: [
    {
      colour: '#000',
      data: [
        circle(409.3, 411.7, millimetres(RING.outer / 2)),
        circle(409.3, 411.7, millimetres(RING.inner / 2)),
        ...[90, 210, 330].map((degrees) => {
          const angle = (degrees * Math.PI) / 180;
          const reach = millimetres(RING.lugCircle);
          return circle(
            409.3 + reach * Math.cos(angle),
            411.7 - reach * Math.sin(angle),
            millimetres(RING.lugHole / 2),
          );
        }),
      ].join(''),
    },
  ],
  strokes: [],
};

/** Line art of the stall's teapot, drawn with one pen. */
export const teapot: SourceDrawing = {
  width: 1000,
  height: 800,
  areas: [],
  strokes: [
    'M300 330C210 420 200 600 320 690L640 690C760 600 750 420 660 330Z',
    'M300 330C360 270 600 270 660 330',
    'M380 290C400 220 560 220 580 290',
    'M480 222C450 190 460 160 480 160C500 160 510 190 480 222',
    'M718 430C800 400 830 330 880 250L930 276C900 400 850 520 726 560',
    'M236 420C150 380 90 420 100 500C110 580 170 620 246 596',
    'M340 690L330 730L630 730L620 690',
    'M330 460C400 420 430 500 500 460C560 424 600 500 650 460',
    'M420 560C450 600 510 600 540 560',
  ].map((data) => ({ data, width: 7 })),
};

/** A tea-tin label in five flat colours, the paper among them. */
export const LABEL_COLOURS = {
  paper: '#f6efdf',
  night: '#23324a',
  moon: '#e8b94a',
  leaf: '#4f7d5c',
  clay: '#b5573a',
};
export const label: SourceDrawing = {
  width: 900,
  height: 700,
  areas: [
    { colour: LABEL_COLOURS.paper, data: rectangle(0, 0, 900, 700) },
    { colour: LABEL_COLOURS.night, data: 'M60 60L840 60L840 470C640 540 260 540 60 470Z' },
    { colour: LABEL_COLOURS.moon, data: circle(450, 250, 140) },
    { colour: LABEL_COLOURS.night, data: moved(MOTH_OUTLINE, 350, 175, 0.2) },
    { colour: LABEL_COLOURS.leaf, data: 'M110 600C170 520 270 520 330 600C270 660 170 660 110 600Z' },
    { colour: LABEL_COLOURS.leaf, data: 'M570 600C630 520 730 520 790 600C730 660 630 660 570 600Z' },
    {
      colour: LABEL_COLOURS.clay,
      data: 'M380 580L520 580L520 600L380 600ZM380 614L520 614L520 634L380 634Z',
    },
    { colour: LABEL_COLOURS.paper, data: lettering('SALTMOTH', 270, 404, 44).data },
  ],
  strokes: [],
};

/** A leaf whose veins are open, so that a stencil of it hangs together. */
const vein = (t: number, side: number) => {
  const y = 180 + t * 640;
  const reach = 60 + 150 * Math.sin(Math.PI * Math.min(1, t * 0.8 + 0.1));
  const tip = y - 70;
  return (
    `M${400 + side * 16} ${y}C${400 + side * reach * 0.4} ${y - 20} ${400 + side * reach * 0.7} ${tip + 20} ${400 + side * reach} ${tip}` +
    `C${400 + side * reach * 0.72} ${tip + 40} ${400 + side * reach * 0.42} ${y + 4} ${400 + side * 16} ${y + 16}Z`
  );
};
export const leaf: SourceDrawing = {
  width: 800,
  height: 1000,
  areas: [
    {
      colour: '#000',
      data:
        'M400 60C620 180 740 420 690 640C650 800 520 880 412 900L412 960L388 960L388 900C280 880 150 800 110 640C60 420 180 180 400 60Z' +
        [0.1, 0.3, 0.5, 0.7, 0.88].flatMap((t) => [vein(t, 1), vein(t, -1)]).join(''),
    },
  ],
  strokes: [],
};

/** Terraces of a tea hill, lighter as they rise. */
const terrace = (k: number) =>
  remap('M20 480C80 300 180 120 350 60C520 120 640 300 680 480Z', (x, y) => [
    350 + (x - 350) * (1 - k * 0.15) + k * 6,
    480 - (480 - y) * (1 - k * 0.16) - k * 8,
  ]);
export const HILL_TONES = ['#3a3a3a', '#5c5c5c', '#808080', '#a6a6a6', '#cccccc'];
export const hill: SourceDrawing = {
  width: 700,
  height: 500,
  areas: HILL_TONES.map((colour, k) => ({ colour, data: terrace(k) })),
  strokes: [],
};
