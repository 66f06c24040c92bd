import type { Browser, Page } from 'puppeteer-core';
import { afterAll, beforeAll, inject } from 'vitest';
import { startApplication, type Application } from './application.ts';
import { openBrowser, openPage } from './browser.ts';

/** The application with a page open in it, for the journeys of a file. */
export interface JourneyPage {
  /** Once the file has begun. */
  readonly page: () => Page;
  readonly address: () => string;
  readonly browser: () => Browser;
  /** Opens a path and waits until nothing is asked any more. */
  readonly go: (path: string) => Promise<unknown>;
  /** What the API answers to a path. */
  readonly api: <T>(path: string) => Promise<T>;
}

/** On a copy of the demo books. */
export function onDemoBooks(path: string): JourneyPage {
  return opened(path, () => startApplication(inject('demoBooks')));
}

/** On books with nothing in them. */
export function onEmptyBooks(path: string): JourneyPage {
  return opened(path, () => startApplication());
}

function opened(path: string, start: () => Promise<Application>): JourneyPage {
  let begun: { readonly application: Application; readonly browser: Browser; readonly page: Page } | undefined;
  const there = () => {
    if (begun === undefined) throw new Error('the application starts with the first journey of the file');
    return begun;
  };
  beforeAll(async () => {
    const application = await start();
    const browser = await openBrowser();
    begun = { application, browser, page: await openPage(browser, `${application.address}${path}`) };
  });
  afterAll(async () => {
    await begun?.browser.close();
    await begun?.application.stop();
  });
  return {
    page: () => there().page,
    address: () => there().application.address,
    browser: () => there().browser,
    go: (to) => there().page.goto(`${there().application.address}${to}`, { waitUntil: 'networkidle0' }),
    api: async <T>(at: string) => (await (await fetch(`${there().application.address}/api${at}`)).json()) as T,
  };
}
