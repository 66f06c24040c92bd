import type { RemarkWithPointer } from './problem-details.ts';
import { pointerTo } from './problem-details.ts';

/** Half of a pair, and signs that steer or end a text: none of them can be written down and read back as the same. */
const NOT_WRITTEN = /\p{Surrogate}|[\0-\x08\x0B\x0C\x0E-\x1F\x7F]/u;
/** Signs that are there and not seen, and that turn the way of what follows. */
const NOT_SEEN = /[\u200B\u200E\u200F\u202A-\u202E\u2060\u2066-\u2069\uFEFF]/u;

/** Whole files, which say themselves how they are written. */
const FILES: ReadonlySet<string> = new Set(['csv', 'xml', 'content', 'logo']);
/** What is compared and never shown. */
const SECRETS: ReadonlySet<string> = new Set(['password', 'newPassword']);

export type TextRead = { readonly body: unknown } | { readonly problems: readonly RemarkWithPointer[] };

const MESSAGE =
  'The text holds characters that cannot be seen, or cannot be written down. Type it anew, without what was pasted.';

/**
 * The one gate for text that comes in: what cannot be written back the same is refused at its field, and all else is composed (NFC), so
 * that what looks alike is alike.
 */
export function writtenText(body: unknown): TextRead {
  const problems: RemarkWithPointer[] = [];
  const composed = walked(body, [], problems);
  return problems.length > 0 ? { problems } : { body: composed };
}

function walked(value: unknown, path: readonly string[], problems: RemarkWithPointer[]): unknown {
  if (typeof value === 'string') return textAt(value, path, problems);
  if (Array.isArray(value)) return value.map((each, place) => walked(each, [...path, String(place)], problems));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, each]) => [
      textAt(name, [...path, name], problems),
      walked(each, [...path, name], problems),
    ]),
  );
}

function textAt(text: string, path: readonly string[], problems: RemarkWithPointer[]): string {
  const name = path.at(-1) ?? '';
  const isFile = FILES.has(name);
  if (problems.length < 20 && (NOT_WRITTEN.test(text) || (!isFile && NOT_SEEN.test(text)))) {
    const at = path.map((part) => part.replace(NOT_WRITTEN, '?').replace(NOT_SEEN, '?'));
    problems.push({ at: at.join('/'), pointer: pointerTo(at), kind: 'unseen-characters', message: MESSAGE });
  }
  return isFile || SECRETS.has(name) ? text : text.normalize('NFC');
}
