import { type Chain, endOf } from '../chain/chain';

/** How the direction at a node is known. */
export enum Tangent {
  None,
  Free,
  /** Along the line before, or the line after. */
  LineBefore,
  LineAfter,
}

/** Where the unknowns of a chain stand in its system of equations; -1 where there is none. */
export interface JointLayout {
  /** By node. */
  tangent: Uint8Array;
  /** First unknown of a node's place, its angle, a segment's start handle and end handle. */
  placeAt: Int32Array;
  angleAt: Int32Array;
  startAt: Int32Array;
  endAt: Int32Array;
  /** The first column of each row that may differ from zero. */
  first: Int32Array;
}

/** Numbers the unknowns of a chain so that those that hang together are near one another. */
export function layOut(chain: Chain): JointLayout {
  const tangent = Uint8Array.from(chain.nodes, (_, k) => tangentOf(chain, k));
  const { unknowns, ...places } = numbered(chain, tangent);
  return { tangent, ...places, first: firstColumns(chain, tangent, places, unknowns) };
}

const beforeOf = ({ nodes }: Chain, k: number) => (k === 0 ? nodes.length - 1 : k - 1);

function tangentOf(chain: Chain, k: number): Tangent {
  const { nodes, segments } = chain;
  if (!nodes[k].smooth) return Tangent.None;
  const before = segments[beforeOf(chain, k)]?.kind;
  const after = segments[k]?.kind;
  if (before === 'line') return after === 'line' ? Tangent.None : Tangent.LineBefore;
  return after === 'line' ? Tangent.LineAfter : Tangent.Free;
}

/** In a closed chain nodes are numbered from both sides in turn, so that the last is near the first. */
function numbered(chain: Chain, tangent: Uint8Array) {
  const count = chain.nodes.length;
  const none = () => new Int32Array(count).fill(-1);
  const [placeAt, angleAt, startAt, endAt] = [none(), none(), none(), none()];
  let unknowns = 0;
  const take = (many: number) => (unknowns += many) - many;
  for (let i = 0; i < count; i++) {
    const k = !chain.closed ? i : i % 2 === 0 ? i / 2 : count - (i + 1) / 2;
    placeAt[k] = take(2);
    if (tangent[k] === Tangent.Free) angleAt[k] = take(1);
    const many = tangent[k] === Tangent.None ? 2 : 1;
    const before = beforeOf(chain, k);
    if (chain.segments[k]?.kind === 'cubic') startAt[k] = take(many);
    if (chain.segments[before]?.kind === 'cubic') endAt[before] = take(many);
  }
  return { placeAt, angleAt, startAt, endAt, unknowns };
}

function firstColumns(
  chain: Chain,
  tangent: Uint8Array,
  { placeAt, angleAt, startAt, endAt }: Omit<JointLayout, 'tangent' | 'first'>,
  unknowns: number,
): Int32Array {
  const first = new Int32Array(unknowns);
  for (let i = 0; i < unknowns; i++) first[i] = i;
  const is = (k: number, kind: Tangent) => tangent[k] === kind;
  chain.segments.forEach((segment, k) => {
    const end = endOf(chain, k);
    const touched = [placeAt[k], placeAt[k] + 1, placeAt[end], placeAt[end] + 1];
    if (segment.kind === 'cubic') {
      touched.push(angleAt[k], startAt[k], endAt[k], angleAt[end]);
      if (is(k, Tangent.None)) touched.push(startAt[k] + 1);
      if (is(end, Tangent.None)) touched.push(endAt[k] + 1);
      if (is(k, Tangent.LineBefore)) {
        const before = placeAt[beforeOf(chain, k)];
        touched.push(before, before + 1);
      }
      if (is(end, Tangent.LineAfter)) {
        const after = placeAt[endOf(chain, end)];
        touched.push(after, after + 1);
      }
    }
    const columns = touched.filter((column) => column >= 0);
    const least = Math.min(...columns);
    for (const column of columns) first[column] = Math.min(first[column], least);
  });
  return first;
}
