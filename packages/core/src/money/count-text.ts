const COUNT = new Intl.NumberFormat('en-US');

/** A count as it is read: `3,116`. */
export function countText(count: number): string {
  return COUNT.format(count);
}
