import { XMLParser } from 'fast-xml-parser';
import { DrelkError } from '../../error';
import type { Reading } from '../reading';

/** An element of an XML file. */
export interface Element {
  tag: string;
  attributes: Record<string, string>;
  children: Element[];
  /** The text right inside it. */
  text: string;
}

/** The parser's own limit comes after ours, which says it in a sentence. */
const DEEPEST = 4096;

/** The elements of an XML file; entities are not expanded. Throws `bad-drawing`, or `too-large` for what is too deep. */
export function parseElements(text: string, reading?: Reading): Element[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
    parseAttributeValue: false,
    parseTagValue: false,
    maxNestedTags: DEEPEST,
  });
  let parsed: Record<string, unknown>[];
  try {
    parsed = parser.parse(text) as Record<string, unknown>[];
  } catch {
    throw new DrelkError('bad-drawing', 'This file is no whole XML.', 'Save or fetch it again.');
  }
  return elements(parsed, 0, reading);
}

function elements(
  nodes: readonly Record<string, unknown>[],
  depth: number,
  reading: Reading | undefined,
): Element[] {
  reading?.checkDepth(depth);
  const found: Element[] = [];
  for (const node of nodes) {
    const tag = Object.keys(node).find((key) => key !== ':@');
    if (!tag || tag === '#text') continue;
    const inside = node[tag] as Record<string, unknown>[];
    found.push({
      tag,
      attributes: plainAttributes((node[':@'] ?? {}) as Record<string, string>),
      children: elements(inside, depth + 1, reading),
      text: inside.map((part) => (typeof part['#text'] === 'string' ? part['#text'] : '')).join(''),
    });
  }
  return found;
}

const SIGNS: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** Attributes with the signs that XML itself gives a name or a number; entities of the file's own stay as they are. */
function plainAttributes(attributes: Record<string, string>): Record<string, string> {
  for (const name in attributes) {
    if (!attributes[name].includes('&')) continue;
    attributes[name] = attributes[name].replace(
      /&(?:#(\d{1,7})|#x([\da-f]{1,6})|(\w+));/gi,
      (whole, ...parts) => {
        const [decimal, hexadecimal, named] = parts as (string | undefined)[];
        if (named) return SIGNS[named] ?? whole;
        const code = decimal ? Number(decimal) : Number.parseInt(hexadecimal ?? '', 16);
        return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : whole;
      },
    );
  }
  return attributes;
}
