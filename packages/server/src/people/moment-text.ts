/** A moment in milliseconds since 1970, as the wire has it. */
export function momentText(moment: number): string {
  return new Date(moment).toISOString();
}
