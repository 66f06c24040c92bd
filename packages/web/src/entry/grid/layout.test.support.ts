/** The page of the tests has no layout: every box is told how large it is, so that rows in view are drawn. */
export function withLayout(): void {
  Object.defineProperties(HTMLElement.prototype, {
    clientHeight: { configurable: true, get: () => 400 },
    clientWidth: { configurable: true, get: () => 900 },
  });
}
