import type { Page } from 'puppeteer-core';
import { press } from './browser.ts';

/** The keyboard, with every key struck counted: what entering something takes, against what it holds. */
export function countedStrokes(page: Page) {
  let struck = 0;
  return {
    type: async (text: string): Promise<void> => {
      struck += text.length;
      await page.keyboard.type(text);
    },
    keys: async (...pressed: readonly string[]): Promise<void> => {
      struck += pressed.length;
      await press(page, ...pressed);
    },
    strokes: (): number => struck,
  };
}
