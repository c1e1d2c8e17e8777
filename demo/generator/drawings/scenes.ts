import { type SourceDrawing, type Stroke, circle, rectangle } from '../drawing';
import { lettering } from './lettering';
import { MOTH_OUTLINE } from './moth';
import { moved } from '../drawing';

/** The painted stall sign, 600 x 300 mm: a dark board with light lettering and a moth. */
export const SIGN = { width: 600, height: 300, board: '#2f4a43', paint: '#efe3c2' };
export const sign: SourceDrawing = {
  width: SIGN.width,
  height: SIGN.height,
  areas: [
    { colour: SIGN.board, data: rectangle(0, 0, SIGN.width, SIGN.height) },
    { colour: SIGN.paint, data: lettering('SALTMOTH', 42, 50, 74).data },
    { colour: SIGN.paint, data: lettering('TEA', 330, 165, 90).data },
    { colour: SIGN.paint, data: moved(MOTH_OUTLINE, 60, 140, 0.2) },
  ],
  strokes: [],
};

/** "open late" in a running hand, one stroke a letter or two, with breaks where the pen skipped. */
const pen = (data: string): Stroke => ({ data, width: 9, colour: '#1d2a55' });
export const script: SourceDrawing = {
  width: 1400,
  height: 520,
  areas: [],
  strokes: [
    'M150 250C90 240 70 320 110 340C160 360 200 290 160 255C190 280 220 270 240 250',
    'M240 250C238 330 232 390 226 450',
    'M238 300C260 240 330 240 326 296C322 350 260 350 240 320',
    'M342 302C372 304 420 290 412 262C402 232 352 250 356 300C360 350 420 345 446 306',
    'M450 288C454 272 457 260 458 250C456 290 454 320 452 345',
    'M453 312C470 260 530 236 534 286C536 310 530 345 556 340C570 337 580 322 590 308',
    'M760 330C800 270 830 150 806 140C780 134 772 260 780 320C784 350 804 344 816 328',
    'M906 262C870 232 826 270 832 312C838 356 890 350 906 290C904 320 906 350 930 338C946 328 952 318 960 304',
    'M960 304C976 250 984 210 988 170C976 250 962 330 992 340C1010 344 1026 326 1034 308',
    'M944 226C980 220 1010 218 1042 214',
    'M1034 308C1066 316 1124 296 1116 264C1106 234 1058 252 1062 300C1066 352 1130 346 1170 296',
  ].map(pen),
};

/** Pencil sketch of a lantern bracket with a steel ruler beside it, on a sheet of 180 x 130 mm. */
export const BRACKET = { width: 90, height: 40, slot: { length: 30, width: 8 }, hole: 6 };
const mark = (data: string, width = 0.5): Stroke => ({ data, width, colour: '#4a4a4e' });
const ticks = Array.from({ length: 121 }, (_, k) => {
  const length = k % 10 === 0 ? 7 : k % 5 === 0 ? 5 : 3;
  return { data: `M${20 + k} 100L${20 + k} ${100 + length}`, width: 0.22, colour: '#222222' };
});
export const sketch: SourceDrawing = {
  width: 180,
  height: 130,
  areas: [
    { colour: '#f4f1e8', data: rectangle(0, 0, 180, 130) },
    { colour: '#c9ccce', data: rectangle(15, 100, 130, 20) },
  ],
  strokes: [
    mark('M40 30L130 30L130 70L40 70Z'),
    mark('M74 46L96 46A4 4 0 0 1 96 54L74 54A4 4 0 0 1 74 46Z'),
    mark(circle(52, 50, BRACKET.hole / 2)),
    mark(circle(118, 50, BRACKET.hole / 2)),
    ...ticks,
  ],
};

/** A price tag, 70 x 40 mm, lying on a sheet of A4 (ISO 216: 210 x 297 mm). */
export const TAG = { width: 70, height: 40, hole: 5 };
export const tag: SourceDrawing = {
  width: 297,
  height: 210,
  areas: [
    { colour: '#fbfaf6', data: rectangle(0, 0, 297, 210) },
    {
      colour: '#7a3b2c',
      data: `M120 85L180 85L180 125L120 125L110 115L110 95Z${circle(118, 105, TAG.hole / 2)}`,
    },
  ],
  strokes: [],
};
