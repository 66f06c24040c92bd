/** An element as a parser gives it, without the prefixes of its namespaces: its text, or its children and attributes by name. */
export type XmlValue = string | XmlElement | readonly XmlValue[];
export interface XmlElement {
  readonly [name: string]: XmlValue | undefined;
}

/** The children of a name, however many there are. */
export function childrenOf(element: XmlValue | undefined, name: string): readonly XmlValue[] {
  if (element === undefined || typeof element === 'string' || isList(element)) return [];
  const found = element[name];
  return found === undefined ? [] : isList(found) ? found : [found];
}

/** The first of them down a path: `AccountingSupplierParty/Party`. */
export function childAt(element: XmlValue | undefined, path: string): XmlValue | undefined {
  return path.split('/').reduce<XmlValue | undefined>((at, name) => childrenOf(at, name)[0], element);
}

/** The text of the element at a path; empty where there is none. */
export function textAt(element: XmlValue | undefined, path: string): string {
  const found = childAt(element, path);
  if (typeof found === 'string') return found.trim();
  const text = childAt(found, '#text');
  return typeof text === 'string' ? text.trim() : '';
}

/** An attribute of the element at a path; empty where there is none. */
export function attributeAt(element: XmlValue | undefined, path: string, name: string): string {
  const found = childAt(childAt(element, path), `@${name}`);
  return typeof found === 'string' ? found.trim() : '';
}

function isList(value: XmlValue): value is readonly XmlValue[] {
  return Array.isArray(value);
}
