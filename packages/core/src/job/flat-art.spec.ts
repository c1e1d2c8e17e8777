import { quietContext } from '../context';
import { contoursOf, norm, signedArea } from '../geometry';
import { type JobDocument, newJob } from './document/document';
import { newMemory, startRun } from './graph';
import { pictureResult } from './steps';

type Colour = readonly [number, number, number];
interface Thing {
  colour: Colour;
  holds(x: number, y: number): boolean;
}

const [WIDTH, HEIGHT] = [320, 220];
const disc = (cx: number, cy: number, radius: number, colour: Colour): Thing => ({
  colour,
  holds: (x, y) => norm(x - cx, y - cy) < radius,
});
const bar = (left: number, top: number, width: number, height: number, colour: Colour): Thing => ({
  colour,
  holds: (x, y) => x > left && x < left + width && y > top && y < top + height,
});

/** What is traced of things with hard rims, on a paper or on clear pixels that hold a colour beneath, by settings as they are or changed. */
function tracedOn(
  beneath: Colour,
  things: readonly Thing[],
  opacity = 0,
  change: (document: JobDocument) => void = () => undefined,
) {
  const data = new Uint8Array(4 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [(i % WIDTH) + 0.5, Math.floor(i / WIDTH) + 0.5];
    const thing = things.find(({ holds }) => holds(x, y));
    data.set([...(thing?.colour ?? beneath), thing ? 255 : opacity], 4 * i);
  }
  const picture = { width: WIDTH, height: HEIGHT, data };
  const document = newJob({
    blob: '',
    name: 'clear.png',
    kind: 'png',
    width: WIDTH,
    height: HEIGHT,
    density: null,
    notes: [],
  });
  change(document);
  const source = { key: 'art', picture, reduction: 1 };
  return startRun({ document, source }, newMemory(), quietContext).take(pictureResult);
}

const RED: Colour = [255, 46, 70];
const BLUE: Colour = [18, 140, 255];
const BLACK: Colour = [0, 0, 0];
const WHITE: Colour = [255, 255, 255];

const logo = [
  disc(80.3, 80.2, 55.4, RED),
  disc(230.6, 80.3, 55.2, BLUE),
  bar(100, 165, 20, 40, BLACK),
  bar(140, 165, 60, 14, BLACK),
];

it.each([
  ['black', BLACK],
  ['white', WHITE],
  ['red', RED],
])('what clear pixels hold beneath never counts: %s', (_, beneath) => {
  const { shapes, holes, nodes } = tracedOn(beneath, logo).facts;
  expect([shapes, holes]).toEqual([4, 0]);
  // Two circles and two bars of hard pixels.
  expect(nodes).toBeLessThanOrEqual(24);
});

it('white is a colour among others on clear pixels', () => {
  const { shapes } = tracedOn(WHITE, [
    disc(80.3, 80.2, 55.4, RED),
    disc(230.6, 80.3, 55.2, BLUE),
    bar(60, 160, 200, 30, WHITE),
  ]).facts;
  expect(shapes).toBe(3);
});

it('colours that lie by themselves on the paper are all ink, light ones too', () => {
  const yellow = disc(270.4, 160.2, 40.3, [255, 212, 0]);
  const { shapes, holes } = tracedOn(
    WHITE,
    [disc(70.3, 70.2, 50.4, RED), disc(170.6, 150.3, 50.2, BLUE), yellow],
    255,
  ).facts;
  expect([shapes, holes]).toEqual([3, 0]);
});

it('a dark figure on a yellow disc leaves the disc as paper', () => {
  const figure = [bar(120, 80, 80, 20, BLACK), bar(150, 100, 20, 60, BLACK)];
  const { shapes, holes } = tracedOn(WHITE, [...figure, disc(160.4, 110.2, 90.3, [255, 212, 0])], 255).facts;
  expect([shapes, holes]).toEqual([1, 0]);
});

it('thickens plates: rims on paper move out, what two plates share stays theirs', () => {
  const halves = [
    {
      colour: RED,
      holds: (x: number, y: number) => norm(x - 160, y - 110) < 60 && x < 160,
    },
    disc(160, 110, 60, BLUE),
  ];
  const areas = (grow: number) => {
    const { artwork } = tracedOn(WHITE, halves, 255, ({ ink, line }) => {
      ink.by = 'plates';
      ink.clean.grow = grow;
      line.method = 'plates';
    });
    const { shapes } = artwork.traced.line;
    expect(shapes).toHaveLength(2);
    return shapes.map((shape) => contoursOf([shape]).reduce((sum, contour) => sum + signedArea(contour), 0));
  };
  for (const grow of [0, 5, -5])
    for (const area of areas(grow))
      expect(Math.abs(area / ((Math.PI * (60 + grow) ** 2) / 2) - 1)).toBeLessThan(0.01);
});
