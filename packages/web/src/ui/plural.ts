/** `1 error`, `2 errors`. */
export function plural(count: number, one: string): string {
  return `${count} ${one}${count === 1 ? '' : 's'}`;
}
