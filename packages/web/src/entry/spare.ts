const PREFIX = 'lowtide not kept: ';

/** Keeps in this browser what the server did not take, until it does: a reload or a closed laptop loses nothing. */
export function keepSpare(key: string, typed: unknown): void {
  try {
    localStorage.setItem(PREFIX + key, JSON.stringify(typed));
  } catch {
    // Full, or not allowed here: what is typed is still on the page, and the page says that it is not kept.
  }
}

/** What was kept so; null where nothing was. */
export function spare(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null');
  } catch {
    return null;
  }
}

export function dropSpare(key: string): void {
  localStorage.removeItem(PREFIX + key);
}
