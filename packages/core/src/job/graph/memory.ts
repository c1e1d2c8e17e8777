/**
 * What steps gave, each under its name and key, the oldest first; those used least lately go when there is no room. Of one step only
 * a few are kept for each source it was run on, so that going back and forth costs nothing, and a slider that is pulled
 * leaves no heap of what nobody wants again.
 */
export interface Memory {
  kept: Map<string, Kept>;
  /** Keys of what is kept of each step and source. */
  alike: Map<string, string[]>;
  /** Bytes of all that is kept, about. */
  bytes: number;
  /** So many there may be. */
  room: number;
  /** How many of what is kept hold a buffer: one that several share counts once. */
  holders: Map<ArrayBufferLike, number>;
}

export interface Kept {
  /** The step and the source it was run on. */
  of: string;
  value: unknown;
  /** What computing it took. */
  milliseconds: number;
  buffers: ReadonlySet<ArrayBufferLike>;
  /** Bytes of what is not in buffers, about. */
  plain: number;
}

/** So many results of one step and source are kept. */
const ALIKE = 3;
/** Room of a memory of which nobody says how large it is, in bytes. */
const ROOM = 256 * 2 ** 20;
/** What an object or a number in a list takes, about. */
const OBJECT = 48;
const NUMBER = 8;
/** Of long lists so many are looked at. */
const SAMPLE = 64;
const DEEPEST = 8;

export const newMemory = (room = ROOM): Memory => ({
  kept: new Map(),
  alike: new Map(),
  bytes: 0,
  room,
  holders: new Map(),
});

/** What is kept under a key. */
export function recalled(memory: Memory, key: string): Kept | undefined {
  const found = memory.kept.get(key);
  if (!found) return undefined;
  memory.kept.delete(key);
  memory.kept.set(key, found);
  const alike = memory.alike.get(found.of) ?? [];
  memory.alike.set(found.of, [...alike.filter((one) => one !== key), key]);
  return found;
}

/** Keeps what a step `of` some name and source gave, and lets go of what was used least lately where there is no room for all. */
export function keep(
  memory: Memory,
  key: string,
  { of, value, milliseconds }: Pick<Kept, 'of' | 'value' | 'milliseconds'>,
): void {
  forget(memory, key);
  const { buffers, plain } = sizeOf(value);
  memory.kept.set(key, { of, value, milliseconds, buffers, plain });
  memory.bytes += plain;
  for (const buffer of buffers) {
    const holders = memory.holders.get(buffer) ?? 0;
    if (holders === 0) memory.bytes += buffer.byteLength;
    memory.holders.set(buffer, holders + 1);
  }
  const alike = [...(memory.alike.get(of) ?? []), key];
  memory.alike.set(of, alike);
  if (alike.length > ALIKE) forget(memory, alike[0]);
  for (const oldest of memory.kept.keys()) {
    if (memory.bytes <= memory.room || oldest === key) break;
    forget(memory, oldest);
  }
}

function forget(memory: Memory, key: string): void {
  const gone = memory.kept.get(key);
  if (!gone) return;
  memory.kept.delete(key);
  const alike = (memory.alike.get(gone.of) ?? []).filter((one) => one !== key);
  if (alike.length > 0) memory.alike.set(gone.of, alike);
  else memory.alike.delete(gone.of);
  memory.bytes -= gone.plain;
  for (const buffer of gone.buffers) {
    const holders = (memory.holders.get(buffer) ?? 0) - 1;
    if (holders > 0) memory.holders.set(buffer, holders);
    else {
      memory.holders.delete(buffer);
      memory.bytes -= buffer.byteLength;
    }
  }
}

/** The buffers that a value holds, and about how many bytes the rest of it takes: of long lists a few are weighed. */
function sizeOf(value: unknown): { buffers: Set<ArrayBufferLike>; plain: number } {
  const buffers = new Set<ArrayBufferLike>();
  const seen = new Set<object>();
  const weigh = (one: unknown, depth: number): number => {
    if (typeof one === 'string') return one.length;
    if (typeof one !== 'object' || one === null) return NUMBER;
    if (seen.has(one) || depth > DEEPEST) return NUMBER;
    seen.add(one);
    if (ArrayBuffer.isView(one)) {
      buffers.add(one.buffer);
      return OBJECT;
    }
    const parts: unknown[] = Array.isArray(one)
      ? one
      : one instanceof Map || one instanceof Set
        ? [...one.values()]
        : Object.values(one);
    const looked = parts.slice(0, SAMPLE);
    const sum = looked.reduce((all: number, part) => all + weigh(part, depth + 1), 0);
    return OBJECT + (looked.length > 0 ? (sum * parts.length) / looked.length : 0);
  };
  const plain = weigh(value, 0);
  return { buffers, plain };
}
