import type { z } from 'zod';

/** What is typed and the server may not have. */
interface Spare {
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
export function keepSpare(name: string, spare: Spare): void {
  try {
    localStorage.setItem(PREFIX + name, JSON.stringify(spare));
  } catch {
    // Full, or not allowed here: what is typed is still on the page, and the page says that it is not kept.
  }
}

export function dropSpare(name: string): void {
  localStorage.removeItem(PREFIX + name);
}

/** What was typed last beyond what the server has; null where there is nothing, or somebody else changed it since. */
export function broughtBack<T>(
  name: string,
  shape: z.ZodType<T>,
  server: { readonly version: number; readonly typed: T } | null,
): T | null {
  const spare = spareOf(name);
  const typed = shape.safeParse(spare?.typed);
  if (spare === null || !typed.success) return null;
  if (server === null || spare.version === server.version) return typed.data;
  const arrived = shape.safeParse(spare.sent);
  const isOurs = arrived.success && JSON.stringify(arrived.data) === JSON.stringify(server.typed);
  return isOurs && spare.version === server.version - 1 ? typed.data : null;
}

/** What was typed here on a version that somebody else changed since, with what it was typed on; null where there is none. */
export function typedApart<T>(
  name: string,
  shape: z.ZodType<T>,
  server: { readonly version: number },
): { readonly base: T; readonly mine: T } | null {
  const spare = spareOf(name);
  const [mine, base] = [shape.safeParse(spare?.typed), shape.safeParse(spare?.base)];
  if (spare === null || spare.version === null || spare.version >= server.version) return null;
  return mine.success && base.success ? { base: base.data, mine: mine.data } : null;
}

function spareOf(name: string): Spare | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + name) ?? 'null') as Spare | null;
  } catch {
    return null;
  }
}
