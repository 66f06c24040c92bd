import type { z } from 'zod';

/** What is typed and the server may not have. */
interface UnsentTyping {
  /** The version it was typed on; null where the server has none yet. */
  readonly version: number | null;
  readonly typed: unknown;
  /** What was on its way to the server; it may have arrived. */
  readonly sent: unknown;
  /** What the server had in that version. */
  readonly base: unknown;
}

const PREFIX = 'lowtide not kept: ';

/** Keeps it in this browser until the server has it: a reload or a closed laptop loses nothing. */
export function keepUnsent(name: string, unsent: UnsentTyping): void {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify(unsent));
  } catch {
    // Full, or not allowed here: what is typed is still on the page, and the page says that it is not kept.
  }
}

export function dropUnsent(name: string): void {
  localStorage.removeItem(PREFIX + name);
}

/** What was typed last beyond what the server has; null where there is nothing, or somebody else changed it since. */
export function broughtBack<T>(
  name: string,
  shape: z.ZodType<T>,
  server: { readonly version: number; readonly typed: T } | null,
): T | null {
  const unsent = unsentOf(name);
  const typed = shape.safeParse(unsent?.typed);
  if (unsent === null || !typed.success) return null;
  if (server === null || unsent.version === server.version) return typed.data;
  const arrived = shape.safeParse(unsent.sent);
  const isOurs = arrived.success && JSON.stringify(arrived.data) === JSON.stringify(server.typed);
  return isOurs && unsent.version === server.version - 1 ? typed.data : null;
}

/** What was typed here on a version that somebody else changed since, with what it was typed on; null where there is none. */
export function typedApart<T>(
  name: string,
  shape: z.ZodType<T>,
  server: { readonly version: number },
): { readonly base: T; readonly mine: T } | null {
  const unsent = unsentOf(name);
  const [mine, base] = [shape.safeParse(unsent?.typed), shape.safeParse(unsent?.base)];
  if (unsent === null || unsent.version === null || unsent.version >= server.version) return null;
  return mine.success && base.success ? { base: base.data, mine: mine.data } : null;
}

function unsentOf(name: string): UnsentTyping | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') as UnsentTyping | null;
  } catch {
    return null;
  }
}
