/** What steps gave, each under its name and key, the oldest first; those used least lately go when there is no room. */
export interface Memory {
  kept: Map<string, Kept>;
  /** Bytes of all that is kept, about. */
  bytes: number;
  /** So many there may be. */
  room: number;
  /** How many of what is kept hold a buffer: one that several share counts once. */
  holders: Map<ArrayBufferLike, number>;
}

export interface Kept {
  value: unknown;
  /** What computing it took. */
  milliseconds: number;
  buffers: ReadonlySet<ArrayBufferLike>;
  /** Bytes of what is not in buffers, about. */
  plain: number;
}

/** Room of a memory of which nobody says how large it is, in bytes. */
const ROOM = 256 * 2 ** 20;
/** What an object or a number in a list takes, about. */
const OBJECT = 48;
const NUMBER = 8;
/** Of long lists so many are looked at. */
const SAMPLE = 64;
const DEEPEST = 8;

export const newMemory = (room = ROOM): Memory => ({ kept: new Map(), bytes: 0, room, holders: new Map() });

/** What is kept under a name and a key. */
export function recalled(memory: Memory, name: string): Kept | undefined {
  const found = memory.kept.get(name);
  if (found) {
    memory.kept.delete(name);
    memory.kept.set(name, found);
  }
  return found;
}

/** Keeps what a step gave, and lets go of what was used least lately where there is no room for all. */
export function keep(memory: Memory, name: string, value: unknown, milliseconds: number): void {
  const { buffers, plain } = sizeOf(value);
  forget(memory, name);
  memory.kept.set(name, { value, milliseconds, buffers, plain });
  memory.bytes += plain;
  for (const buffer of buffers) {
    const holders = memory.holders.get(buffer) ?? 0;
    if (holders === 0) memory.bytes += buffer.byteLength;
    memory.holders.set(buffer, holders + 1);
  }
  for (const oldest of memory.kept.keys()) {
    if (memory.bytes <= memory.room || oldest === name) break;
    forget(memory, oldest);
  }
}

function forget(memory: Memory, name: string): void {
  const gone = memory.kept.get(name);
  if (!gone) return;
  memory.kept.delete(name);
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
