import { XMLParser } from 'fast-xml-parser';

/** An element of an XML file. */
export interface Element {
  tag: string;
  attributes: Record<string, string>;
  children: Element[];
}

/** The elements of an XML file; entities are not expanded. */
export function parseElements(text: string): Element[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
    parseAttributeValue: false,
  });
  return elements(parser.parse(text) as Record<string, unknown>[]);
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
