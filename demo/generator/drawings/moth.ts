import { type SourceDrawing, bothSides, circle } from '../drawing';

const FOREWING =
  'M530 250C600 120 760 60 930 90C950 180 900 300 820 360C760 400 640 400 545 370C538 330 532 290 530 250Z';
const HINDWING =
  'M547 394C640 425 740 420 800 402C830 480 800 580 730 620C720 590 700 580 690 600C680 640 640 660 610 650' +
  'C615 620 600 600 585 610C560 560 545 480 547 394Z';
const VEINS = [
  'M570 300C620 260 660 235 690 225C665 255 625 290 570 300Z',
  'M580 338C640 320 690 305 722 292C700 324 640 350 580 338Z',
  'M862 130C888 180 876 240 846 290C862 240 868 180 862 130Z',
  'M590 430C630 446 652 480 656 524C622 512 600 474 590 430Z',
];
const BODY =
  'M500 205C522 215 520 260 516 300C530 400 525 560 500 660C475 560 470 400 484 300C480 260 478 215 500 205Z';
const BANDS = [420, 460, 500].map((y) => `M487 ${y}L513 ${y}L512 ${y + 12}L488 ${y + 12}Z`).join('');
const ANTENNA = 'M514 140C530 90 580 60 640 50L644 62C590 72 545 102 528 146Z';

/** A ring within a ring on each forewing, and a spot on each hindwing. */
const spots = (sign: number) => {
  const at = (x: number) => 500 + sign * (x - 500);
  return [
    circle(at(760), 210, 62),
    circle(at(760), 210, 38),
    circle(at(760), 210, 16),
    circle(at(714), 506, 30),
  ].join('');
};

/** The moth without its circles, as lines and cubics only. */
export const MOTH_OUTLINE =
  [FOREWING, HINDWING, ...VEINS, ANTENNA].map((data) => bothSides(data, 500)).join('') + BODY + BANDS;

/** The stall's moth, with many fine openings. */
export const moth: SourceDrawing = {
  width: 1000,
  height: 760,
  areas: [
    {
      colour: '#000',
      data: MOTH_OUTLINE + spots(1) + spots(-1) + circle(500, 170, 26),
    },
  ],
  strokes: [],
};
