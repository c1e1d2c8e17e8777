import { contoursOf } from '../../geometry';
import type { Drawing, DrawingPath } from '../drawing';
import { expectOwn, withPlaces } from '../strict';
import { type Element, parseElements } from './elements';
import { taskOfGroup } from './groups';
import { readPathData } from './path-data';

/** What may stand in each element of a file that this application wrote, and nothing else. */
const ATTRIBUTES: Record<string, readonly string[]> = {
  title: [],
  svg: ['xmlns', 'width', 'height', 'viewBox'],
  g: ['id', 'fill', 'stroke', 'fill-rule', 'stroke-width', 'stroke-linecap', 'stroke-linejoin'],
  path: ['d', 'stroke-width'],
};
/** Sizes are written to so much of their unit, in millimetres. */
const ROUNDED = 0.01;

/** The drawing in an SVG file that `writeSvg` made: strictly what that writes. Throws `bad-drawing`. */
export function readBackSvg(text: string): Drawing {
  const elements = parseElements(text).filter(({ tag }) => !tag.startsWith('?'));
  expectOwn(elements.length === 1, 'it holds other than one svg element');
  const [svg] = elements;
  expectKind(svg, 'svg');
  const [left, top, width, height] = (svg.attributes['viewBox'] ?? '').split(' ').map(Number);
  const units = svg.attributes['width']?.endsWith('in') ? 'in' : 'mm';
  const size = (name: string) => {
    const value = svg.attributes[name] ?? '';
    expectOwn(value.endsWith(units), `its ${name} is not in ${units}`);
    return Number(value.slice(0, -units.length)) * (units === 'in' ? 25.4 : 1);
  };
  expectOwn(left === 0 && top === 0, 'its view box does not begin at 0');
  expectOwn(Math.abs(size('width') - width) <= ROUNDED, 'its width is not that of its view box');
  expectOwn(Math.abs(size('height') - height) <= ROUNDED, 'its height is not that of its view box');
  return {
    frame: { left, top, right: width, bottom: height },
    units,
    paths: svg.children.flatMap((child, k) => {
      if (child.tag !== 'title') return groupPaths(child);
      expectKind(child, 'title');
      expectOwn(k === 0 && child.children.length === 0, 'its title stands elsewhere');
      return [];
    }),
  };
}

function groupPaths(group: Element): DrawingPath[] {
  expectKind(group, 'g');
  const id = group.attributes['id'] ?? '';
  const task = taskOfGroup(id);
  expectOwn(task !== undefined, `“${id}” is no task`);
  return group.children.map((path): DrawingPath => {
    expectKind(path, 'path');
    expectOwn(path.children.length === 0, 'a path has something inside');
    const [outer, ...holes] = readOwnPath(path.attributes['d'] ?? '');
    expectOwn(outer !== undefined, 'a path has no contour');
    const pen = path.attributes['stroke-width'];
    const shape = { outer, holes, ...(pen === undefined ? {} : { pen: Number(pen) }) };
    contoursOf([shape]).forEach(withPlaces);
    return { task, shape, group: id };
  });
}

const readOwnPath = (data: string) =>
  readPathData(data, undefined, () => expectOwn(false, 'a path is cut short'));

function expectKind({ tag, attributes }: Element, kind: string): void {
  expectOwn(tag === kind, `“${tag}” stands where ${kind} should`);
  for (const name of Object.keys(attributes))
    expectOwn(ATTRIBUTES[kind].includes(name), `${kind} has “${name}”`);
}
