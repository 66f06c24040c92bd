/** Characters that the shipped typeface has no shape for, as it can print them. */
const SPELLED: Readonly<Record<string, string>> = {
  ...{ '¹': '1', '²': '2', '³': '3', '¼': '1/4', '½': '1/2', '¾': '3/4' },
  ...{ '±': '+/-', '≤': '<=', '≥': '>=', '≠': '<>', µ: 'u', μ: 'u', '¦': '|' },
};
const WITHOUT_SHAPE = new RegExp(`[${Object.keys(SPELLED).join('')}]`, 'g');

/** The content of a page with every text in it as the typeface can print it; pictures and functions stay. */
export function spelled<T>(content: T): T {
  return changed(content) as T;
}

function changed(part: unknown): unknown {
  if (typeof part === 'string') return part.replace(WITHOUT_SHAPE, (character) => SPELLED[character] ?? character);
  if (Array.isArray(part)) return part.map(changed);
  if (part === null || typeof part !== 'object') return part;
  return Object.fromEntries(
    Object.entries(part).map(([name, value]) => [name, name === 'image' ? value : changed(value)]),
  );
}
