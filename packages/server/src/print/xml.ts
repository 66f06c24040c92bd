import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import { accepted, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import type { XmlValue } from '@lowtide/core/ubl/xml-tree.ts';

const ATTRIBUTES = { ignoreAttributes: false, attributeNamePrefix: '@' } as const;
/** No paper of ours is nested deeper by far. */
const MOST_NESTED = 40;

const parser = new XMLParser({
  ...ATTRIBUTES,
  removeNSPrefix: true,
  parseTagValue: false,
  parseAttributeValue: false,
  ignoreDeclaration: true,
  ignorePiTags: true,
});

/** The elements of an XML document. Document types are refused, and so entities of its own: nothing outside is ever read. */
export function xmlTree(text: string): Decision<XmlValue> {
  const unreadable = (reason: string) => refused({ at: '', kind: 'ubl-unreadable' as const, reason });
  if (/<!\s*(DOCTYPE|ENTITY)/i.test(text)) return unreadable('it has a document type, which may hide entities');
  if (nesting(text) > MOST_NESTED) return unreadable('its elements are nested too deep');
  try {
    return accepted(parser.parse(text, true) as XmlValue);
  } catch {
    return unreadable('it is no well-formed XML');
  }
}

/** How deep its elements go, as its tags say. */
function nesting(text: string): number {
  let [depth, deepest] = [0, 0];
  for (const [tag] of text.matchAll(/<[^!?][^>]*>/g)) {
    if (tag.startsWith('</')) depth -= 1;
    else if (!tag.endsWith('/>')) depth += 1;
    deepest = Math.max(deepest, depth);
  }
  return deepest;
}

const builder = new XMLBuilder({ ...ATTRIBUTES, format: true, suppressEmptyNode: false });

/** A tree of elements as XML text. */
export function xmlText(tree: object): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${String(builder.build(tree))}`;
}
