import type { Drawing, DrawingPath } from '../drawing';
import { expectOwn, withPlaces } from '../strict';
import { placeContour } from '../../geometry';
import { CHECK_LAYER, isCheckSquare } from './check-square';
import { readCurve } from './curves';
import { entitiesIn } from './file';
import { taskOfLayer } from './layers';
import { type Values, all, first, readTags } from './tags';
import { MILLIMETRES } from './units';

/** What may stand in a file that this application wrote. */
const RELEASES = ['AC1009', 'AC1015'];
const ENTITIES = ['CIRCLE', 'POLYLINE', 'LWPOLYLINE', 'SPLINE'];
/** Layers of no task: the one that the format demands, and that of a check square. */
const GIVEN_LAYERS = ['0', CHECK_LAYER.name];

/**
 * The drawing in a DXF file that this application wrote: strictly what that writes, every contour a path of its own.
 * The frame's lower left is the file's origin; its other corner is that of the artwork. Throws `bad-drawing`.
 */
export function readBackDxf(text: string): Drawing {
  const tags = readTags(text);
  const last = tags[tags.length - 1];
  expectOwn(last?.[0] === 0 && last[1] === 'EOF', 'it does not end with EOF');
  const sections = sectionsOf(tags.slice(0, -1));
  const header = sections.get('HEADER') ?? [];
  const variable = (name: string): Values => {
    const at = header.findIndex(([code, value]) => code === 9 && value === name);
    expectOwn(at >= 0, `${name} is missing`);
    return header.slice(at + 1, at + 4);
  };
  expectOwn(RELEASES.includes(variable('$ACADVER')[0][1]), 'its release is another');
  const insunits = Number(variable('$INSUNITS')[0][1]);
  expectOwn(insunits === 1 || insunits === 4, 'its unit is neither inch nor millimetre');
  const scale = MILLIMETRES[insunits];
  const units = insunits === 1 ? 'in' : 'mm';
  const [right, top] = variable('$EXTMAX').map(([, value]) => Number(value) * scale);
  const layers = new Set(layerNames(sections.get('TABLES') ?? []));
  const paths: DrawingPath[] = [];
  for (const entity of entitiesIn(sections.get('ENTITIES') ?? [])) {
    const { kind, values } = entity;
    expectOwn(ENTITIES.includes(kind), `“${kind}” stands among its paths`);
    const layer = first(values, 8) ?? '';
    const contour = readCurve(entity);
    expectOwn(contour !== undefined, `a ${kind} has another form`);
    const placed = withPlaces(placeContour(contour, { scale, x: 0, y: 0 }));
    if (layer === CHECK_LAYER.name) {
      expectOwn(isCheckSquare(placed, units), 'its check square is none');
      continue;
    }
    const task = taskOfLayer(layer);
    expectOwn(task !== undefined && layers.has(layer), `“${layer}” is no layer of a task`);
    paths.push({ task, shape: { outer: placed, holes: [] }, group: layer });
  }
  return { frame: { left: 0, top: -top, right, bottom: 0 }, units, paths };
}

function sectionsOf(tags: Values): Map<string, Values> {
  const sections = new Map<string, Values>();
  for (let i = 0; i < tags.length;) {
    const end = tags.findIndex(([code, value], k) => k > i && code === 0 && value === 'ENDSEC');
    expectOwn(
      tags[i][1] === 'SECTION' && tags[i + 1]?.[0] === 2 && end > 0,
      'something stands between sections',
    );
    sections.set(tags[i + 1][1], tags.slice(i + 2, end));
    i = end + 1;
  }
  return sections;
}

function layerNames(tables: Values): string[] {
  const names = tables.flatMap(([code, value], i) =>
    code === 0 && value === 'LAYER' ? (first(tables.slice(i), 2) ?? []) : [],
  );
  const wrong = names.find((name) => !GIVEN_LAYERS.includes(name) && !taskOfLayer(name));
  expectOwn(wrong === undefined, `“${wrong}” is no layer of a task`);
  expectOwn(all(tables, 62).every(Number.isFinite), 'a layer has no colour');
  return names;
}
