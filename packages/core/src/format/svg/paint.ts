import { tell } from '../vector-drawing';
import { hexOf } from './colour';
import type { Element } from './elements';
import type { Style } from './style';

/** A colour, or null for none. Of gradients the first colour counts, of patterns black: `left` is told of either. */
export function paintOf(
  value: string | undefined,
  usual: string | null,
  style: Style,
  byId: ReadonlyMap<string, Element>,
  left: Record<string, number>,
): string | null {
  if (value === undefined) return usual;
  if (value === 'none' || value === 'transparent') return null;
  if (/^currentcolor$/i.test(value)) return paintOf(style['color'] ?? '#000', usual, {}, byId, left);
  const server = /^url\(\s*["']?#([^"')]+)["']?\s*\)\s*(.*)$/i.exec(value);
  if (!server) return hexOf(value) ?? (/^(?:rgba|hsla|#)/i.test(value) ? null : (usual ?? '#000000'));
  const element = byId.get(server[1]);
  if (!element) return server[2] ? paintOf(server[2], usual, style, byId, left) : null;
  if (element.tag === 'pattern') {
    tell(left, 'patterns, taken as black');
    return '#000000';
  }
  tell(left, 'gradients, taken as one colour');
  return firstStop(element, byId, 0) ?? '#000000';
}

/** Gradients may take their stops from one another so often. */
const MOST_LINKS = 8;

function firstStop(gradient: Element, byId: ReadonlyMap<string, Element>, links: number): string | undefined {
  const stop = gradient.children.find(({ tag }) => tag === 'stop');
  if (stop) {
    const styled = /stop-color\s*:\s*([^;]+)/i.exec(stop.attributes['style'] ?? '')?.[1];
    return hexOf((styled ?? stop.attributes['stop-color'] ?? '#000').trim());
  }
  const other = byId.get(linkOf(gradient));
  return other && links < MOST_LINKS ? firstStop(other, byId, links + 1) : undefined;
}

/** The id that an element refers to, in the same file; what is outside is never looked for. */
export function linkOf({ attributes }: Element): string {
  const link = attributes['href'] ?? attributes['xlink:href'] ?? '';
  return link.startsWith('#') ? link.slice(1) : '';
}
