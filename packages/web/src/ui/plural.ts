import { countText } from '@lowtide/core/money/count-text.ts';

/** `1 error`, `2 errors`, `3,116 entries`. */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${countText(count)} ${count === 1 ? one : many}`;
}
