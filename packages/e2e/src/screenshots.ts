import { resolve } from 'node:path';
import { startApplication } from './application.ts';
import { makeDemoBooks } from './demo-books.ts';
import { fillCell, openBrowser, openPage } from './browser.ts';

/** `npm run screenshots`: the pictures of the README, from fresh demo books. */
const books = makeDemoBooks();
const application = await startApplication(books.path);
const browser = await openBrowser();
const page = await openPage(browser, application.address);
const draftOf = async (kind: string): Promise<number> => {
  const answer = await fetch(`${application.address}/api/drafts?kind=${kind}`);
  return ((await answer.json()) as { rows: { id: number }[] }).rows[0]?.id ?? 0;
};

const PICTURES: Readonly<Record<string, string>> = {
  today: '/today',
  projects: '/projects',
  project: '/projects/1',
  estimate: '/projects/1/estimates/1',
  forecast: '/projects/8/forecast?m=2027-02',
  bills: `/costs/bills/${await draftOf('bills')}`,
  hours: `/costs/hours/${await draftOf('hours')}`,
  clearing: '/labor?part=clearing',
  incoming: '/costs?part=incoming',
  recognition: '/recognition',
  billing: '/projects/1?part=billing',
  wip: '/reports/wip-schedule',
  profitability: '/reports/profitability',
  portfolio: '/reports/portfolio?m=2027-02',
  trace: '/projects/1?trace=cost.p1.t2027-03',
  closing: '/closing',
  answers: '/billing?part=answers',
  progress: '/recognition/progress',
  'what-if': '/recognition/what-if',
};

for (const [name, path] of Object.entries(PICTURES)) {
  await page.goto(`${application.address}${path}`, { waitUntil: 'networkidle0' });
  // What is still to come costs a tenth more.
  if (name === 'what-if') await fillCell(page, 'To complete ±, row 1', '10 %');
  await new Promise((settled) => setTimeout(settled, 400));
  await page.screenshot({
    path: resolve(import.meta.dirname, `../../../docs/screenshots/${name}.png`) as `${string}.png`,
  });
}
await browser.close();
await application.stop();
books.remove();
