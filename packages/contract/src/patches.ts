import type { Patch } from './wire';

type Node = Record<string | number, unknown>;

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;

/** What every object has, and no document: patches that go there lead nowhere. */
export const NO_KEYS = ['__proto__', 'constructor', 'prototype'];

/** A document with patches applied, as they were recorded. The document stays as it is; what no patch touches is shared. */
export const patched = (document: unknown, patches: readonly Patch[]): unknown =>
  patches.reduce((result, patch) => changed(result, patch, 0), document);

function changed(node: unknown, patch: Patch, depth: number): unknown {
  const { op, path, value = null } = patch;
  if (depth === path.length) return value;
  if (!isNode(node) || NO_KEYS.includes(String(path[depth]))) return node;
  const key = path[depth];
  const own: Node | unknown[] = Array.isArray(node) ? [...(node as unknown[])] : { ...node };
  if (depth < path.length - 1) {
    if (!Object.hasOwn(node, key)) return node;
    (own as Node)[key] = changed(node[key], patch, depth + 1);
  } else if (Array.isArray(own)) changeList(own, op, key, value);
  else if (op === 'remove') Reflect.deleteProperty(own, key);
  else own[key] = value;
  return own;
}

/** Lists grow and shrink where something is put in or taken out; their length can be set as well. */
function changeList(list: unknown[], op: Patch['op'], key: string | number, value: unknown): void {
  if (key === 'length') list.length = Number(value);
  else if (op === 'add') list.splice(Number(key), 0, value);
  else if (op === 'remove') list.splice(Number(key), 1);
  else list[Number(key)] = value;
}

/** Patches that make one plain value another: by key where both are records, whole where they are anything else. */
export function differences(
  before: unknown,
  after: unknown,
  path: readonly (string | number)[] = [],
): Patch[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return [];
  const areRecords = isNode(before) && isNode(after) && !Array.isArray(before) && !Array.isArray(after);
  if (!areRecords) return [{ op: 'replace', path: [...path], value: after }];
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...keys].flatMap((key): Patch[] => {
    const at = [...path, key];
    if (!Object.hasOwn(after, key)) return [{ op: 'remove', path: at }];
    if (!Object.hasOwn(before, key)) return [{ op: 'add', path: at, value: after[key] }];
    return differences(before[key], after[key], at);
  });
}
