import { DrelkError } from '../../error';
import { type Values, first, number, readTags } from './tags';

/** One thing of a file, with those that belong to it: the vertices of a polyline, the writing of a block. */
export interface Entity {
  kind: string;
  values: Values;
  parts: Entity[];
}

export interface Layer {
  /** Colour number (DXF reference, group 62), or #rrggbb. */
  colour: number | string;
  hidden: boolean;
}

/** A named group of entities that others stand for. */
export interface Block {
  x: number;
  y: number;
  entities: Entity[];
}

/** An ASCII DXF file taken apart into what it holds. */
export interface DxfFile {
  header: ReadonlyMap<string, Values>;
  layers: ReadonlyMap<string, Layer>;
  blocks: ReadonlyMap<string, Block>;
  entities: Entity[];
  /** It goes on to its end; of fragments nobody knows. */
  isWhole: boolean;
}

/** Kinds that are followed by parts, and the kinds of these. */
const PARTS: Record<string, readonly string[]> = { POLYLINE: ['VERTEX'], INSERT: ['ATTRIB'] };

/** Takes a file apart; one that begins without sections is nothing but entities. Throws `bad-drawing` where it has none. */
export function dxfFile(text: string): DxfFile {
  const tags = readTags(text);
  const sections = sectionsOf(tags);
  const last = tags[tags.length - 1];
  const entities = sections.get('ENTITIES');
  if (!entities) {
    throw new DrelkError('bad-drawing', 'This file has no DXF entities.', 'Choose a DXF file saved as text.');
  }
  return {
    header: headerOf(sections.get('HEADER') ?? []),
    layers: layersOf(entitiesIn(sections.get('TABLES') ?? [])),
    blocks: blocksOf(sections.get('BLOCKS') ?? []),
    entities: entitiesIn(entities),
    isWhole: !tags.some(([, value]) => value === 'SECTION') || (last[0] === 0 && last[1] === 'EOF'),
  };
}

function sectionsOf(tags: Values): Map<string, Values> {
  const sections = new Map<string, Values>();
  let isAny = false;
  for (let i = 0; i < tags.length; i++) {
    if (tags[i][0] !== 0 || tags[i][1] !== 'SECTION') continue;
    isAny = true;
    const name = tags[i + 1]?.[0] === 2 ? tags[i + 1][1] : '';
    const begin = i + 2;
    while (i < tags.length && !(tags[i][0] === 0 && tags[i][1] === 'ENDSEC')) i++;
    sections.set(name, tags.slice(begin, i));
  }
  // Fragments are cut out of a file, often from the middle of its entities.
  const from = isAny ? -1 : tags.findIndex(([code]) => code === 0);
  if (from >= 0) sections.set('ENTITIES', tags.slice(from));
  return sections;
}

function headerOf(tags: Values): Map<string, Values> {
  const header = new Map<string, Values>();
  let begin = -1;
  tags.forEach(([code], i) => {
    if (code !== 9) return;
    if (begin >= 0) header.set(tags[begin][1], tags.slice(begin + 1, i));
    begin = i;
  });
  if (begin >= 0) header.set(tags[begin][1], tags.slice(begin + 1));
  return header;
}

/** Entities in the order of their tags, parts with those they belong to. */
export function entitiesIn(tags: Values): Entity[] {
  const entities: Entity[] = [];
  for (let i = 0; i < tags.length;) {
    let end = i + 1;
    while (end < tags.length && tags[end][0] !== 0) end++;
    const entity: Entity = { kind: tags[i][1], values: tags.slice(i + 1, end), parts: [] };
    const owner = entities[entities.length - 1];
    if (owner && PARTS[owner.kind]?.includes(entity.kind)) owner.parts.push(entity);
    else if (tags[i][0] === 0 && entity.kind !== 'SEQEND' && entity.kind !== 'EOF') entities.push(entity);
    i = end;
  }
  return entities;
}

function layersOf(tables: readonly Entity[]): Map<string, Layer> {
  const layers = new Map<string, Layer>();
  for (const { kind, values } of tables) {
    if (kind !== 'LAYER') continue;
    const colour = number(values, 62, 7);
    // Groups 62 and 70 of the table: a negative colour number is a layer that is off, bit 1 one that is frozen.
    const hidden = colour < 0 || (number(values, 70) & 1) === 1;
    layers.set(first(values, 2) ?? '', { colour: trueColour(values) ?? Math.abs(colour), hidden });
  }
  return layers;
}

/** Group 420: red, green and blue in a whole number. */
export function trueColour(values: Values): string | undefined {
  const text = first(values, 420);
  return text === undefined
    ? undefined
    : `#${((Number(text) >>> 0) & 0xffffff).toString(16).padStart(6, '0')}`;
}

function blocksOf(tags: Values): Map<string, Block> {
  const blocks = new Map<string, Block>();
  let current: Block | undefined;
  for (const entity of entitiesIn(tags)) {
    if (entity.kind === 'BLOCK') {
      current = { x: number(entity.values, 10), y: number(entity.values, 20), entities: [] };
      blocks.set((first(entity.values, 2) ?? '').toUpperCase(), current);
    } else if (entity.kind === 'ENDBLK') current = undefined;
    else current?.entities.push(entity);
  }
  return blocks;
}
