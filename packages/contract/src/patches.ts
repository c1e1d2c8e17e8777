import type { Patch } from './wire';

type Node = Record<string | number, unknown>;

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;
const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value ?? null)) as T;

/** A document with patches applied, as they were recorded; the document itself stays as it is. */
export function patched(document: unknown, patches: readonly Patch[]): unknown {
  let result = copied(document);
  for (const { op, path, value } of patches) {
    if (path.length === 0) {
      result = copied(value);
      continue;
    }
    const parent = path
      .slice(0, -1)
      .reduce<unknown>((node, key) => (isNode(node) ? node[key] : undefined), result);
    const key = path[path.length - 1];
    if (Array.isArray(parent)) changeList(parent, op, key, copied(value));
    else if (isNode(parent)) {
      if (op === 'remove') Reflect.deleteProperty(parent, key);
      else parent[key] = copied(value);
    }
  }
  return result;
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
    if (!(key in after)) return [{ op: 'remove', path: at }];
    if (!(key in before)) return [{ op: 'add', path: at, value: after[key] }];
    return differences(before[key], after[key], at);
  });
}
