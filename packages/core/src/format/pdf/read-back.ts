import type { Contour, Segment } from '../../geometry';
import { type Drawing, type DrawingPath, TASKS } from '../drawing';
import { expectOwn, withPlaces } from '../strict';
import { POINTS } from './write';

/** What stands around the drawing on the form, in millimetres. */
const AROUND = 1;
const EXACT = 1e-3;
/** How many numbers come before each operator of a form (PDF 32000-1, table 51). */
const OPERATORS: Record<string, number> = {
  m: 2,
  l: 2,
  c: 6,
  h: 0,
  S: 0,
  'f*': 0,
  rg: 3,
  RG: 3,
  w: 1,
  J: 1,
  j: 1,
  EMC: 0,
};

/** The drawing in a PDF that `writePdf` made: strictly what that writes. The page's lower left is the origin. Throws `bad-drawing`. */
export function readBackPdf(text: string): Drawing {
  expectOwn(text.startsWith('%PDF-1.4\n') && text.endsWith('%%EOF\n'), 'it is cut short');
  const objects = objectsOf(text);
  const form = streamOf(
    objects.get(3) ?? '',
    /^<< \/Type \/XObject \/Subtype \/Form \/BBox \[([^\]]*)\] \/Length (\d+) >>$/,
  );
  const box = form.about[1].split(' ').map(Number);
  expectOwn(box.length === 4 && box.every(Number.isFinite), 'its form has no box');
  const [width, height] = [box[2] - AROUND, box[3] - AROUND];
  expectOwn(
    Math.abs(box[0] + AROUND) < EXACT && Math.abs(box[1] + AROUND) < EXACT,
    'its form begins elsewhere',
  );
  checkPages(objects, width, height);
  return {
    frame: { left: 0, top: -height, right: width, bottom: 0 },
    units: 'mm',
    paths: form.content === '' ? [] : form.content.split('\n').map(readPath),
  };
}

function objectsOf(text: string): Map<number, string> {
  const objects = new Map<number, string>();
  for (const [, id, object] of text.matchAll(/(?:^|\n)(\d+) 0 obj\n([\s\S]*?)\nendobj/g))
    objects.set(Number(id), object);
  return objects;
}

function streamOf(object: string, begins: RegExp): { about: RegExpExecArray; content: string } {
  const at = object.indexOf('\nstream\n');
  const about = begins.exec(object.slice(0, at));
  expectOwn(at > 0 && about !== null && object.endsWith('\nendstream'), 'a stream has another form');
  const content = object.slice(at + 8, -10);
  expectOwn(content.length === Number(about[about.length - 1]), 'a stream has another length');
  return { about, content };
}

/** Every page shows the form at true size, and together they show all of it. */
function checkPages(objects: ReadonlyMap<number, string>, width: number, height: number): void {
  let shown = 0;
  let seen = false;
  for (let page = 5; objects.has(page); page += 2) {
    const { content } = streamOf(objects.get(page + 1) ?? '', /^<< \/Length (\d+) >>$/);
    const scales = /^q ([\d.]+) 0 0 ([\d.]+) 0 0 cm /.exec(content);
    expectOwn(
      scales !== null && [scales[1], scales[2]].every((scale) => Math.abs(Number(scale) - POINTS) < EXACT),
      'a page is not at true size',
    );
    const clip =
      /q ([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) re W n 1 0 0 1 ([-\d.]+) ([-\d.]+) cm \/D Do Q/.exec(
        content,
      );
    if (!clip) {
      const whole = / q 1 0 0 1 ([-\d.]+) ([-\d.]+) cm \/D Do Q Q$/.exec(content);
      const media = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(objects.get(page) ?? '');
      expectOwn(
        whole !== null && Number(whole[1]) === 0 && Number(whole[2]) === 0,
        'a page does not show the drawing',
      );
      expectOwn(
        media !== null &&
          Math.abs(Number(media[1]) - width * POINTS) < 0.01 &&
          Math.abs(Number(media[2]) - height * POINTS) < 0.01,
        'a page has another size than the drawing',
      );
      seen = true;
      continue;
    }
    const [left, bottom, w, h, dx, dy] = clip.slice(1).map(Number);
    const [x, y] = [left - dx, bottom - dy];
    const across = Math.min(width, x + w) - Math.max(0, x);
    const up = Math.min(height, y + h) - Math.max(0, y);
    shown += Math.max(0, across) * Math.max(0, up);
  }
  expectOwn(seen || shown >= width * height - EXACT, 'its pages do not show all of the drawing');
}

function readPath(line: string): DrawingPath {
  const marked = /^\/([a-z-]+) BMC (.*) EMC$/.exec(line);
  const task = TASKS.find((one) => one === marked?.[1]);
  expectOwn(marked !== null && task !== undefined, 'a path has no task');
  const contours: Contour[] = [];
  let numbers: number[] = [];
  let pen: number | undefined;
  let painted = false;
  for (const word of marked[2].split(' ')) {
    const value = Number(word);
    if (word !== '' && Number.isFinite(value)) {
      numbers.push(value);
      continue;
    }
    expectOwn(
      Object.hasOwn(OPERATORS, word) && numbers.length === OPERATORS[word],
      `“${word}” stands in a path`,
    );
    if (word === 'w') [pen] = numbers;
    else if (word === 'S' || word === 'f*') painted = true;
    else addTo(contours, word, numbers);
    numbers = [];
  }
  expectOwn(painted && contours.length > 0 && numbers.length === 0, 'a path is not painted');
  const [outer, ...holes] = contours.map(withPlaces);
  // What has no way back to its beginning is a single line.
  return { task, shape: { outer, holes, ...(outer.closed || pen === undefined ? {} : { pen }) } };
}

function addTo(contours: Contour[], operator: string, numbers: readonly number[]): void {
  const at = (k: number) => ({ x: numbers[k], y: -numbers[k + 1] });
  const current = contours[contours.length - 1];
  const add = (segment: Segment) => {
    expectOwn(contours.length > 0, 'a path begins nowhere');
    current.segments.push(segment);
  };
  if (operator === 'm') contours.push({ start: at(0), segments: [], closed: false });
  else if (operator === 'l') add({ kind: 'line', ...at(0) });
  else if (operator === 'c') {
    const [first, second, end] = [at(0), at(2), at(4)];
    add({ kind: 'cubic', x1: first.x, y1: first.y, x2: second.x, y2: second.y, ...end });
  } else if (operator === 'h') {
    expectOwn(contours.length > 0, 'a path begins nowhere');
    current.closed = true;
  }
}
