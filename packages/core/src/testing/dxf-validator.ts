/**
 * A validator of ASCII DXF by the published reference (DXF Reference, AutoCAD 2000, chapters "Group Codes", "HEADER Section", "TABLES
 * Section", "BLOCKS Section", "ENTITIES Section", "OBJECTS Section"; its rules from memory), written apart from the application's own
 * reader and writer. It knows what the application writes and calls anything else a fault.
 */
type Pair = readonly [code: number, value: string];
/** An entry or an entity: its name, and all that follows until the next. */
interface Item {
  name: string;
  pairs: Pair[];
}
interface Box {
  x: [number, number];
  y: [number, number];
}

/** All that is wrong with a file; nothing where it is as the reference says. */
export function faultsIn(text: string): string[] {
  const faults: string[] = [];
  const fault = (what: string) => faults.push(what);
  const pairs = pairsOf(text, fault);
  const sections = sectionsOf(pairs, fault);
  const header = headerOf(sections.get('HEADER') ?? []);
  const version = header.get('$ACADVER')?.[0]?.[1];
  const isOld = version === 'AC1009';
  if (!isOld && version !== 'AC1015') fault(`version ${version}`);
  const order = isOld
    ? ['HEADER', 'TABLES', 'ENTITIES']
    : ['HEADER', 'CLASSES', 'TABLES', 'BLOCKS', 'ENTITIES', 'OBJECTS'];
  if ([...sections.keys()].join() !== order.join()) fault(`sections ${[...sections.keys()].join()}`);
  const tables = tablesOf(sections.get('TABLES') ?? [], fault);
  checkTables(tables, isOld, fault);
  const layers = namesIn(tables, 'LAYER');
  const entities = itemsOf(sections.get('ENTITIES') ?? []);
  const box: Box = { x: [Infinity, -Infinity], y: [Infinity, -Infinity] };
  for (const entity of grouped(entities, isOld, fault)) {
    const layer = textOf(entity[0], 8);
    if (layer === undefined || !layers.has(layer)) fault(`${entity[0].name} on layer “${layer}”`);
    checkEntity(entity, isOld, fault, box);
  }
  checkExtents(header, box, fault);
  if (!isOld) checkHandles(sections, header, tables, fault);
  return faults;
}

/** Which values stand under which codes ("Group Code Value Types"). */
function isOfItsType(code: number, value: string): boolean {
  const isIn = (...ranges: [number, number][]) => ranges.some(([from, to]) => code >= from && code <= to);
  if (isIn([5, 5], [105, 105], [320, 369])) return /^[0-9A-F]{1,16}$/.test(value);
  if (isIn([0, 9], [100, 102])) return value.length <= 255;
  if (isIn([10, 59], [140, 147], [210, 239]))
    return /^-?\d+\.\d+$/.test(value) && Number.isFinite(Number(value));
  if (isIn([60, 79], [170, 175], [280, 289]))
    return /^-?\d+$/.test(value) && Math.abs(Number(value)) < 2 ** 15;
  return isIn([90, 99]) && /^-?\d+$/.test(value) && Math.abs(Number(value)) < 2 ** 31;
}

function pairsOf(text: string, fault: (what: string) => void): Pair[] {
  if (!/^[\n -~]*$/.test(text)) fault('other signs than ASCII');
  const lines = text.split('\n');
  if (lines.pop() !== '' || lines.length % 2 !== 0) fault('a code without a value');
  const pairs: Pair[] = [];
  for (let k = 0; k + 1 < lines.length; k += 2) {
    const code = Number(lines[k]);
    if (!/^ *\d+$/.test(lines[k])) fault(`“${lines[k]}” is no group code`);
    else if (!isOfItsType(code, lines[k + 1])) fault(`“${lines[k + 1]}” under ${code}`);
    pairs.push([code, lines[k + 1]]);
  }
  return pairs;
}

function sectionsOf(pairs: readonly Pair[], fault: (what: string) => void): Map<string, Pair[]> {
  const sections = new Map<string, Pair[]>();
  let open: Pair[] | undefined;
  pairs.forEach(([code, value], k) => {
    if (code === 0 && value === 'SECTION') {
      if (open) fault('a section in a section');
      open = [];
      if (pairs[k + 1]?.[0] !== 2) fault('a section without a name');
      sections.set(pairs[k + 1]?.[1] ?? '', open);
    } else if (code === 0 && value === 'ENDSEC') open = undefined;
    else if (code === 0 && value === 'EOF') {
      if (open || k !== pairs.length - 1) fault('an end before the end');
    } else if (open) {
      if (!(code === 2 && open.length === 0 && pairs[k - 1][1] === 'SECTION')) open.push([code, value]);
    } else fault(`“${value}” outside of all sections`);
  });
  const last = pairs[pairs.length - 1];
  if (last?.[0] !== 0 || last[1] !== 'EOF') fault('no end');
  return sections;
}

function headerOf(pairs: readonly Pair[]): Map<string, Pair[]> {
  const header = new Map<string, Pair[]>();
  let own: Pair[] = [];
  for (const [code, value] of pairs) {
    if (code === 9) header.set(value, (own = []));
    else own.push([code, value]);
  }
  return header;
}

/** What begins with a code of 0. */
function itemsOf(pairs: readonly Pair[]): Item[] {
  const items: Item[] = [];
  for (const pair of pairs) {
    if (pair[0] === 0) items.push({ name: pair[1], pairs: [] });
    else items[items.length - 1]?.pairs.push(pair);
  }
  return items;
}

const valuesOf = ({ pairs }: Item, code: number) =>
  pairs.filter(([c]) => c === code).map(([, value]) => value);
const numbersOf = (item: Item, code: number) => valuesOf(item, code).map(Number);
const textOf = (item: Item, code: number): string | undefined => valuesOf(item, code)[0];

function tablesOf(
  pairs: readonly Pair[],
  fault: (what: string) => void,
): Map<string, { head: Item; entries: Item[] }> {
  const tables = new Map<string, { head: Item; entries: Item[] }>();
  let open: { head: Item; entries: Item[] } | undefined;
  for (const item of itemsOf(pairs)) {
    if (item.name === 'TABLE') {
      if (open) fault('a table in a table');
      open = { head: item, entries: [] };
      tables.set(textOf(item, 2) ?? '', open);
    } else if (item.name === 'ENDTAB') open = undefined;
    else if (open) open.entries.push(item);
    else fault(`${item.name} in no table`);
  }
  if (open) fault('a table without an end');
  return tables;
}

const namesIn = (tables: ReadonlyMap<string, { entries: Item[] }>, table: string) =>
  new Set((tables.get(table)?.entries ?? []).map((entry) => textOf(entry, 2)));

const TABLES_2000 = ['VPORT', 'LTYPE', 'LAYER', 'STYLE', 'VIEW', 'UCS', 'APPID', 'DIMSTYLE', 'BLOCK_RECORD'];

function checkTables(
  tables: ReadonlyMap<string, { head: Item; entries: Item[] }>,
  isOld: boolean,
  fault: (what: string) => void,
): void {
  const wanted = isOld ? ['LTYPE', 'LAYER'] : TABLES_2000;
  if ([...tables.keys()].join() !== wanted.join()) fault(`tables ${[...tables.keys()].join()}`);
  for (const [name, { head, entries }] of tables) {
    if (Number(textOf(head, 70)) < entries.length) fault(`${name} counts fewer than it has`);
    if (entries.some((entry) => entry.name !== name)) fault(`${name} holds another kind`);
    const names = entries.map((entry) => textOf(entry, 2)?.toUpperCase());
    if (new Set(names).size !== names.length) fault(`${name} has a name twice`);
    if (!isOld && !valuesOf(head, 100).includes('AcDbSymbolTable')) fault(`${name} without its class`);
    if (!isOld && entries.some((entry) => valuesOf(entry, 100)[0] !== 'AcDbSymbolTableRecord'))
      fault(`an entry of ${name} without its class`);
  }
  const lineTypes = new Set([...namesIn(tables, 'LTYPE')].map((name) => name?.toUpperCase()));
  for (const layer of tables.get('LAYER')?.entries ?? []) {
    const [name, colour, lineType] = [textOf(layer, 2) ?? '', Number(textOf(layer, 62)), textOf(layer, 6)];
    // Release 12 knows letters, digits, $, - and _, 31 of them.
    if (!/^[A-Z0-9$_-]{1,31}$/.test(name)) fault(`layer “${name}”`);
    if (!(colour >= 1 && colour <= 255)) fault(`colour ${colour} of layer “${name}”`);
    if (!lineTypes.has(lineType?.toUpperCase())) fault(`line type “${lineType}” of layer “${name}”`);
  }
}

/** Entities with what belongs to them: the vertices of an old polyline, up to SEQEND. */
function grouped(items: readonly Item[], isOld: boolean, fault: (what: string) => void): Item[][] {
  const groups: Item[][] = [];
  let open: Item[] | undefined;
  for (const item of items) {
    if (open) {
      open.push(item);
      if (item.name === 'SEQEND') open = undefined;
      else if (item.name !== 'VERTEX') fault(`${item.name} in a polyline`);
      continue;
    }
    const group = [item];
    groups.push(group);
    if (item.name === 'POLYLINE' && isOld) open = group;
  }
  if (open) fault('a polyline without an end');
  return groups;
}

const CLASSES: Record<string, string> = {
  CIRCLE: 'AcDbCircle',
  LWPOLYLINE: 'AcDbPolyline',
  SPLINE: 'AcDbSpline',
};

function checkEntity(
  [head, ...parts]: Item[],
  isOld: boolean,
  fault: (what: string) => void,
  box: Box,
): void {
  const known = isOld ? ['CIRCLE', 'POLYLINE'] : Object.keys(CLASSES);
  if (!known.includes(head.name)) fault(`entity ${head.name}`);
  if (!isOld && valuesOf(head, 100).join() !== `AcDbEntity,${CLASSES[head.name]}`)
    fault(`classes of ${head.name}`);
  for (const colour of numbersOf(head, 62)) if (!(colour >= 1 && colour <= 255)) fault(`colour ${colour}`);
  if (head.name === 'CIRCLE') {
    const [x, y, radius] = [10, 20, 40].map((code) => numbersOf(head, code)[0]);
    if (!(radius > 0)) fault('a circle of no radius');
    widen(box, [x - radius, x + radius], [y - radius, y + radius]);
  } else if (head.name === 'POLYLINE') {
    const vertices = parts.filter(({ name }) => name === 'VERTEX');
    if (textOf(head, 66) !== '1') fault('a polyline that tells of no vertices');
    if (parts.some((part) => textOf(part, 8) !== textOf(head, 8))) fault('a vertex on another layer');
    checkPolyline(
      vertices.map((vertex) => [
        numbersOf(vertex, 10)[0],
        numbersOf(vertex, 20)[0],
        numbersOf(vertex, 42)[0] ?? 0,
      ]),
      (Number(textOf(head, 70)) & 1) === 1,
      fault,
      box,
    );
  } else if (head.name === 'LWPOLYLINE') {
    const vertices: [number, number, number][] = [];
    for (const [code, value] of head.pairs) {
      const last = vertices[vertices.length - 1];
      if (code === 10) vertices.push([Number(value), NaN, 0]);
      else if (code === 20) last[1] = Number(value);
      else if (code === 42) last[2] = Number(value);
    }
    if (Number(textOf(head, 90)) !== vertices.length) fault('a polyline that counts its vertices wrong');
    checkPolyline(vertices, (Number(textOf(head, 70)) & 1) === 1, fault, box);
  } else if (head.name === 'SPLINE') checkSpline(head, fault, box);
}

function widen(box: Box, x: readonly number[], y: readonly number[]): void {
  box.x = [Math.min(box.x[0], ...x), Math.max(box.x[1], ...x)];
  box.y = [Math.min(box.y[0], ...y), Math.max(box.y[1], ...y)];
}

function checkPolyline(
  vertices: readonly (readonly [x: number, y: number, bulge: number])[],
  isClosed: boolean,
  fault: (what: string) => void,
  box: Box,
): void {
  if (vertices.length < 2) fault('a polyline of fewer than two vertices');
  if (vertices.flat().some((value) => !Number.isFinite(value))) fault('a vertex that is nowhere');
  vertices.forEach(([x, y, bulge], k) => {
    widen(box, [x], [y]);
    const next = vertices[k + 1] ?? (isClosed ? vertices[0] : undefined);
    if (!next || bulge === 0) return;
    // The bulge is the tangent of a quarter of the angle, above 0 counter-clockwise.
    const [dx, dy] = [next[0] - x, next[1] - y];
    const angle = 4 * Math.atan(bulge);
    const [cx, cy] = [
      x + dx / 2 - (dy / 2) * (1 / Math.tan(angle / 2)),
      y + dy / 2 + (dx / 2) * (1 / Math.tan(angle / 2)),
    ];
    const [radius, from] = [Math.hypot(x - cx, y - cy), Math.atan2(y - cy, x - cx)];
    for (let n = 0; n <= 200; n++) {
      const at = from + (angle * n) / 200;
      widen(box, [cx + radius * Math.cos(at)], [cy + radius * Math.sin(at)]);
    }
  });
}

function checkSpline(head: Item, fault: (what: string) => void, box: Box): void {
  const [knots, x, y] = [40, 10, 20].map((code) => numbersOf(head, code));
  const [flags, degree, knotCount, pointCount] = [70, 71, 72, 73].map((code) => Number(textOf(head, code)));
  if (knots.length !== knotCount || x.length !== pointCount || y.length !== pointCount)
    fault('a spline that counts wrong');
  if (knots.length !== x.length + degree + 1) fault('a spline with too few or too many knots');
  if (knots.some((knot, k) => k > 0 && knot < knots[k - 1])) fault('a spline whose knots go back');
  const isShut = Math.hypot(x[0] - x[x.length - 1], y[0] - y[y.length - 1]) < 1e-9;
  if ((flags & 1) === 1 && !isShut) fault('a spline that says it closes and does not');
  // Pieces of cubics, whose inner knots are each there three times.
  for (let k = 0; k + 3 < x.length; k += 3)
    for (let n = 0; n <= 100; n++) {
      const [t, s] = [n / 100, 1 - n / 100];
      const at = (of: readonly number[]) =>
        s * s * s * of[k] + 3 * s * s * t * of[k + 1] + 3 * s * t * t * of[k + 2] + t * t * t * of[k + 3];
      widen(box, [at(x)], [at(y)]);
    }
}

function checkExtents(
  header: ReadonlyMap<string, Pair[]>,
  { x, y }: Box,
  fault: (what: string) => void,
): void {
  const place = (name: string) =>
    [10, 20].map((code) => Number(header.get(name)?.find(([c]) => c === code)?.[1]));
  const [least, most] = [place('$EXTMIN'), place('$EXTMAX')];
  const size = Math.max(x[1] - x[0], y[1] - y[0]);
  // Curves are followed at some of their places.
  const off = Math.max(
    ...[least[0] - x[0], least[1] - y[0], most[0] - x[1], most[1] - y[1]].map((value) => Math.abs(value)),
  );
  if (!(off <= 1e-3 * size + 0.011)) fault(`extents off by ${off}`);
}

/** Handles: all there, none twice, below the seed; owners and entries of dictionaries are there. */
function checkHandles(
  sections: ReadonlyMap<string, Pair[]>,
  header: ReadonlyMap<string, Pair[]>,
  tables: ReadonlyMap<string, { head: Item; entries: Item[] }>,
  fault: (what: string) => void,
): void {
  const items = ['TABLES', 'BLOCKS', 'ENTITIES', 'OBJECTS'].flatMap((name) =>
    itemsOf(sections.get(name) ?? []),
  );
  const owned = items.filter(({ name }) => name !== 'ENDTAB');
  const handles = owned.map((item) => textOf(item, 5));
  const all = new Set(handles);
  if (handles.includes(undefined)) fault('something without a handle');
  if (all.size !== handles.length) fault('a handle twice');
  const seed = Number.parseInt(header.get('$HANDSEED')?.[0]?.[1] ?? '', 16);
  if (!handles.every((handle) => handle !== undefined && Number.parseInt(handle, 16) < seed))
    fault('a handle beyond the seed');
  for (const item of owned)
    for (const owner of [...valuesOf(item, 330), ...valuesOf(item, 350)])
      if (owner !== '0' && !all.has(owner)) fault(`${item.name} of “${owner}”, which is not there`);
  const records = namesIn(tables, 'BLOCK_RECORD');
  const blocks = itemsOf(sections.get('BLOCKS') ?? []).filter(({ name }) => name === 'BLOCK');
  for (const name of ['*Model_Space', '*Paper_Space'])
    if (!records.has(name) || !blocks.some((block) => textOf(block, 2) === name)) fault(`no ${name}`);
  const [root] = itemsOf(sections.get('OBJECTS') ?? []);
  if (root?.name !== 'DICTIONARY' || !valuesOf(root, 3).includes('ACAD_GROUP'))
    fault('no dictionary of groups');
}
