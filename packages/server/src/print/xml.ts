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
  const trouble = tagTrouble(text);
  if (trouble !== null) return unreadable(trouble);
  try {
    return accepted(parser.parse(text, true) as XmlValue);
  } catch {
    return unreadable('it is no well-formed XML');
  }
}

/**
 * What is wrong with its tags as such, seen in one walk: one within another, one longer than any of ours, elements nested too deep. What
 * comes through takes the parser no longer than its length.
 */
function tagTrouble(text: string): string | null {
  let [at, depth] = [0, 0];
  for (;;) {
    const begin = text.indexOf('<', at);
    if (begin < 0) return depth === 0 ? null : 'it is no well-formed XML';
    const special = SPECIAL.find(([opening]) => text.startsWith(opening, begin));
    const end = special === undefined ? tagEnd(text, begin + 1) : text.indexOf(special[1], begin + special[0].length);
    if (end < 0) return 'it is no well-formed XML';
    if (special === undefined) {
      if (text[begin + 1] === '/') depth -= 1;
      else if (text[end - 1] !== '/') depth += 1;
      if (depth > MOST_NESTED) return 'its elements are nested too deep';
      if (depth < 0) return 'it is no well-formed XML';
    }
    at = end + 1;
  }
}

/** What is no element: how it begins and ends. */
const SPECIAL = [
  ['<!--', '-->'],
  ['<![CDATA[', ']]>'],
  ['<?', '?>'],
] as const;
const MOST_TAG = 10_000;

/** Where a tag ends; below zero where it does not, or holds what begins another. */
function tagEnd(text: string, from: number): number {
  let quote = '';
  for (let at = from; at < text.length && at - from < MOST_TAG; at += 1) {
    const character = text[at] ?? '';
    if (quote !== '') quote = character === quote ? '' : quote;
    else if (character === '"' || character === "'") quote = character;
    else if (character === '>') return at;
    else if (character === '<') return -1;
  }
  return -1;
}

const builder = new XMLBuilder({ ...ATTRIBUTES, format: true, suppressEmptyNode: false });

/** A tree of elements as XML text. */
export function xmlText(tree: object): string {
  return `<?xml version="1.0" encoding="UTF-8"?>\n${String(builder.build(tree))}`;
}
