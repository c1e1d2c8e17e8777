import type { Element } from './elements';

/** Properties that matter for what is cut. */
const PROPERTIES = new Set([
  'fill',
  'fill-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'vector-effect',
  'color',
  'display',
  'visibility',
  'opacity',
  'clip-path',
  'mask',
  'filter',
  'transform',
  'stop-color',
  'font-family',
  'font-size',
  'font-weight',
  'letter-spacing',
  'text-anchor',
]);
/** Those that children do not take over (SVG 1.1, appendix M). */
const OWN = new Set([
  'display',
  'opacity',
  'clip-path',
  'mask',
  'filter',
  'transform',
  'stop-color',
  'vector-effect',
]);

export type Style = Readonly<Record<string, string>>;

/** A rule of a style sheet: what it is for, and how strongly (CSS 2.1, section 6.4.3). */
interface Rule {
  parts: Compound[];
  strength: number;
  declarations: Style;
}

/** What one element has to be. */
interface Compound {
  tag: string;
  id: string;
  classes: string[];
}

/** Style sheets of a file: plain selectors by element, class and id, and what lies in what. */
export class StyleSheet {
  private readonly rules: Rule[] = [];

  constructor(texts: readonly string[]) {
    for (const text of texts) {
      const plain = text.replace(/\/\*[\s\S]*?\*\//g, '').replace(/<!--|-->/g, '');
      for (const match of plain.matchAll(/([^{}@;]+)\{([^{}]*)\}/g)) {
        const declarations = declarationsIn(match[2]);
        for (const selector of match[1].split(',')) {
          const parts = compoundsIn(selector);
          if (parts) this.rules.push({ parts, strength: strengthOf(parts), declarations });
        }
      }
    }
    this.rules.sort((a, b) => a.strength - b.strength);
  }

  /** What an element's own attributes, the sheets and its style attribute say, over what it takes over from around it. */
  styleOf(element: Element, around: Style, ancestors: readonly Element[]): Style {
    const style: Record<string, string> = {};
    for (const name in around) if (!OWN.has(name)) style[name] = around[name];
    const put = (declarations: Style) => {
      for (const name in declarations) {
        const value = declarations[name];
        if (value !== 'inherit') style[name] = value;
        else if (around[name] !== undefined) style[name] = around[name];
      }
    };
    const { attributes } = element;
    for (const name in attributes) if (PROPERTIES.has(name)) put({ [name]: attributes[name].trim() });
    for (const rule of this.rules) if (matches(rule.parts, element, ancestors)) put(rule.declarations);
    if (attributes['style']) put(declarationsIn(attributes['style']));
    return style;
  }
}

function declarationsIn(text: string): Style {
  const found: Record<string, string> = {};
  for (const part of text.split(';')) {
    const colon = part.indexOf(':');
    const name = part.slice(0, colon).trim().toLowerCase();
    const value = part
      .slice(colon + 1)
      .replace(/!\s*important/i, '')
      .trim();
    if (colon > 0 && PROPERTIES.has(name) && value !== '') found[name] = value;
  }
  return found;
}

/** Elements in one another, outermost first; undefined for selectors that are not read. */
function compoundsIn(selector: string): Compound[] | undefined {
  const parts: Compound[] = [];
  for (const part of selector.replace(/>/g, ' ').trim().split(/\s+/)) {
    const match = /^(\*|[a-z][\w-]*)?((?:[.#][\w-]+)*)$/i.exec(part);
    if (!match || part === '') return undefined;
    const names = match[2].match(/[.#][\w-]+/g) ?? [];
    parts.push({
      tag: match[1] && match[1] !== '*' ? match[1] : '',
      id: names.find((name) => name.startsWith('#'))?.slice(1) ?? '',
      classes: names.filter((name) => name.startsWith('.')).map((name) => name.slice(1)),
    });
  }
  return parts;
}

const strengthOf = (parts: readonly Compound[]) =>
  parts.reduce(
    (sum, { tag, id, classes }) => sum + (id ? 10_000 : 0) + 100 * classes.length + (tag ? 1 : 0),
    0,
  );

function matches(parts: readonly Compound[], element: Element, ancestors: readonly Element[]): boolean {
  let k = parts.length - 1;
  if (!isLike(parts[k--], element)) return false;
  for (let i = ancestors.length - 1; i >= 0 && k >= 0; i--) if (isLike(parts[k], ancestors[i])) k--;
  return k < 0;
}

function isLike({ tag, id, classes }: Compound, element: Element): boolean {
  const { attributes } = element;
  if (tag && tag !== element.tag) return false;
  if (id && id !== attributes['id']) return false;
  if (classes.length === 0) return true;
  const own = (attributes['class'] ?? '').split(/\s+/);
  return classes.every((name) => own.includes(name));
}
