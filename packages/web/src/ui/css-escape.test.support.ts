/** The page of the tests has no `CSS`; what opens in front of a page asks for it. */
export function withCssEscape(): void {
  globalThis.CSS ??= { escape: (text: string) => text } as typeof CSS;
}
