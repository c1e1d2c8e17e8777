import { type SourceDrawing, circle, rectangle } from '../drawing';
import { random } from '../photo';
import type { Surroundings } from '../render';
import { lettering } from './lettering';

const fill = (data: string, colour: string, more = '') => `<path d="${data}" fill="${colour}" ${more}/>`;

/** The stall's front at night, 900 x 600: painted letters on a plank wall among shelves, tins and lanterns. */
export const FRONT = { width: 900, height: 600, paint: '#f2e6c4' };
export const front: SourceDrawing = {
  width: FRONT.width,
  height: FRONT.height,
  areas: [
    { colour: FRONT.paint, data: lettering('SALTMOTH', 200, 190, 78).data },
    { colour: FRONT.paint, data: lettering('HOT TEA', 320, 296, 52).data },
  ],
  strokes: [],
};
export const frontSurroundings: Surroundings = { behind: wallOfPlanks(), over: lanterns() };

function wallOfPlanks(): string {
  const next = random(13);
  const shade = (base: number[], spread: number) => {
    const off = (next() - 0.5) * spread;
    return `rgb(${base.map((value) => Math.round(value + off)).join(' ')})`;
  };
  let svg = fill(rectangle(0, 0, FRONT.width, FRONT.height), '#17100c');
  for (let y = 0; y < FRONT.height; y += 46)
    svg += fill(rectangle(0, y, FRONT.width, 44), shade([74, 52, 40], 22));
  // Below the words a counter with tins, above them a shelf: much that is as light as the letters.
  for (const [top, least, spread] of [
    [430, 50, 60],
    [20, 34, 50],
  ]) {
    for (let x = 8; x < FRONT.width;) {
      const [wide, high] = [26 + 40 * next(), least + spread * next()];
      const colour = [
        [150, 120, 70],
        [70, 96, 92],
        [196, 178, 140],
        [124, 58, 44],
      ][Math.floor(4 * next())];
      const foot = top + least + spread;
      svg += fill(rectangle(x, foot - high, wide, high), shade(colour, 40));
      if (next() < 0.7)
        svg += fill(
          rectangle(x + wide * 0.18, foot - high * 0.7, wide * 0.64, high * 0.34),
          shade([216, 204, 176], 30),
        );
      x += wide + 3 + 12 * next();
    }
    svg += fill(rectangle(0, top + least + spread, FRONT.width, 12), 'rgb(44 30 24)');
  }
  return svg;
}

function lanterns(): string {
  const lantern = (x: number, y: number, radius: number) =>
    fill(circle(x, y, radius * 2.6), 'url(#glow)') + fill(circle(x, y, radius), '#ffdf9a');
  return `<defs><radialGradient id="glow"><stop offset="0" stop-color="#ffcf7a" stop-opacity=".75"/><stop offset="1" stop-color="#ffcf7a" stop-opacity="0"/></radialGradient></defs>${lantern(110, 190, 30)}${lantern(800, 250, 36)}`;
}

/** A glazed tea jug on a cloth strewn with leaves and petals, 700 x 525. */
export const JUG = { width: 700, height: 525, glaze: '#b4573a' };
const OUTLINE =
  'M262 150C262 138 438 138 438 150C438 190 470 220 476 290C480 360 440 420 350 420C260 420 220 360 224 290C230 220 262 190 262 150Z';
const HANDLE =
  'M452 210C520 190 560 240 548 300C538 350 500 372 462 366L470 340C496 344 516 330 522 298C530 258 508 226 462 238Z';
export const jug: SourceDrawing = {
  width: JUG.width,
  height: JUG.height,
  areas: [
    { colour: JUG.glaze, data: OUTLINE },
    { colour: JUG.glaze, data: HANDLE },
  ],
  strokes: [],
};
export const jugSurroundings: Surroundings = { behind: cloth(), over: glaze() };

function cloth(): string {
  const next = random(14);
  let svg = fill(rectangle(0, 0, JUG.width, JUG.height), '#8b8f7c');
  for (let x = 0; x < JUG.width; x += 28) svg += fill(rectangle(x, 0, 9, JUG.height), '#7d8270');
  const colours = ['#5c7346', '#43583a', '#c9b98c', '#d8cdb2', '#6f5a3e', '#a9a28c'];
  for (let k = 0; k < 260; k++) {
    const [x, y, turn, length] = [JUG.width * next(), JUG.height * next(), 360 * next(), 14 + 26 * next()];
    const data = `M${-length} 0C${-length / 2} ${-length / 2} ${length / 2} ${-length / 2} ${length} 0C${length / 2} ${length / 2.4} ${-length / 2} ${length / 2.4} ${-length} 0Z`;
    const at = `transform="translate(${x.toFixed(1)} ${y.toFixed(1)}) rotate(${turn.toFixed(0)})"`;
    svg += fill(data, colours[Math.floor(colours.length * next())], at);
  }
  return svg;
}

/** Light and shade on the jug, and its bands. */
function glaze(): string {
  const defs = `<defs><linearGradient id="round"><stop offset="0" stop-color="#2a0f08" stop-opacity=".55"/><stop offset=".3" stop-color="#fff2dc" stop-opacity=".4"/><stop offset=".6" stop-color="#2a0f08" stop-opacity=".05"/><stop offset="1" stop-color="#2a0f08" stop-opacity=".6"/></linearGradient><clipPath id="body"><path d="${OUTLINE}"/></clipPath></defs>`;
  const bands = [232, 262, 330]
    .map((y) =>
      fill(
        `M200 ${y}C280 ${y + 18} 420 ${y + 18} 500 ${y}V${y + 14}C420 ${y + 32} 280 ${y + 32} 200 ${y + 14}Z`,
        '#e6d3a6',
      ),
    )
    .join('');
  return `${defs}<g clip-path="url(#body)">${bands}${fill(OUTLINE, 'url(#round)')}${fill(circle(292, 190, 16), '#fff', 'opacity=".7"')}</g>`;
}
