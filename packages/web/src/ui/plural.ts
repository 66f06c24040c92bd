const COUNT = new Intl.NumberFormat('en-US');

/** A count as it is read: `3,116`. */
export function countText(count: number): string {
  return COUNT.format(count);
}

/** `1 error`, `2 errors`, `3,116 entries`. */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${countText(count)} ${count === 1 ? one : many}`;
}
