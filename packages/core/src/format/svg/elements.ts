import { XMLParser } from 'fast-xml-parser';
import { DrelkError } from '../../error';

/** An element of an XML file. */
export interface Element {
  tag: string;
  attributes: Record<string, string>;
  children: Element[];
}

/** The elements of an XML file; entities are not expanded. Throws `bad-drawing`. */
export function parseElements(text: string): Element[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
    parseAttributeValue: false,
  });
  let parsed: Record<string, unknown>[];
  try {
    parsed = parser.parse(text) as Record<string, unknown>[];
  } catch {
    throw new DrelkError('bad-drawing', 'This file is no whole XML.', 'Save or fetch it again.');
  }
  return elements(parsed);
}

function elements(nodes: readonly Record<string, unknown>[]): Element[] {
  return nodes.flatMap((node) => {
    const tag = Object.keys(node).find((key) => key !== ':@');
    if (!tag || tag === '#text') return [];
    return [
      {
        tag,
        attributes: (node[':@'] ?? {}) as Record<string, string>,
        children: elements(node[tag] as Record<string, unknown>[]),
      },
    ];
  });
}
