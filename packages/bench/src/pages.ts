import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pino } from 'pino';
import { REPORT_NAMES, reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { app } from '@lowtide/server/app.ts';
import { openBooks } from '@lowtide/server/database/open.ts';
import { clock } from '@lowtide/server/http/clock.ts';
import { lastMonth, layGround, postAll, type Size } from './large-books.ts';
import { timed, timing } from './measure.ts';

/** What the answer of a page may take, in books of this size. */
const MOST_MS = 150;
const MOST_KB = 300;
const SIZE: Size = { projects: 2_000, lines: Number(process.argv[2] ?? 1_000_000), months: 36 };
/** What a page asks of a report at first: the rows in view. */
const FIRST_ROWS = 'limit=200';

const directory = mkdtempSync(join(tmpdir(), 'lowtide-pages-'));
const books = await openBooks(join(directory, 'books.sqlite'));
await layGround(books, SIZE);
process.stdout.write(
  `posting ${SIZE.lines} lines took ${((await timed(() => postAll(books, SIZE))) / 1_000).toFixed(1)} s\n`,
);
const through = lastMonth(SIZE);
const served = app({
  ...{ books, clock: clock(`${through}-28`), user: 'Bench', web: null },
  ...{ log: pino({ level: 'silent' }), requestsPerMinute: 1_000_000 },
}).listen(0, '127.0.0.1');
await new Promise((ready) => served.once('listening', ready));
const bound = served.address();
const port = typeof bound === 'object' && bound !== null ? bound.port : 0;

const OWN: Readonly<Partial<Record<ReportName, string>>> = {
  profitability: `&by=project&from=${through}`,
  fade: `&from=${through.slice(0, 4)}-01`,
  'income-statement': `&from=${through}`,
};
const pages: readonly (readonly [string, string])[] = [
  ['frame', '/frame'],
  ...REPORT_NAMES.map(
    (name) => [name, `${reportOf(name).path}?through=${through}&${FIRST_ROWS}${OWN[name] ?? ''}`] as const,
  ),
  ['one project', `/projects/1?through=${through}`],
  ['documents', `/documents?through=${through}`],
  ['documents by amount', `/documents?through=${through}&order=-gross`],
  ['billable', `/billable?through=${through}`],
  ['recognition', `/recognition?month=${through}`],
  ['recognition state', `/recognition-state?through=${through}`],
  ['pickers', '/reference'],
];

const rows: string[] = [];
for (const [name, path] of pages) {
  const samples: number[] = [];
  let kilobytes = 0;
  let status = 0;
  for (let round = 0; round < 4; round += 1) {
    samples.push(
      await timed(async () => {
        const response = await fetch(`http://127.0.0.1:${port}/api${path}`);
        status = response.status;
        kilobytes = (await response.text()).length / 1_000;
      }),
    );
  }
  const { median } = timing(samples.slice(1));
  const over = median > MOST_MS || kilobytes > MOST_KB ? 'over' : '';
  rows.push(
    `| ${name} | ${status} | ${Math.round(samples[0] ?? 0)} | ${Math.round(median)} | ${Math.round(kilobytes)} | ${over} |`,
  );
  process.stdout.write(`${rows.at(-1)}\n`);
}
served.close();
served.closeAllConnections();
await books.close();
rmSync(directory, { recursive: true, force: true });
const day = new Date().toISOString().slice(0, 10);
writeFileSync(
  resolve(import.meta.dirname, `../results/${day}-pages.md`),
  [
    `# ${day}: every page's answer`,
    '',
    `Node ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown'}. ${SIZE.projects} projects, ${SIZE.lines} lines, over HTTP, one after the other: the first answer, the median of three after it, and how much is sent. Wanted: ${MOST_MS} ms and ${MOST_KB} kB.`,
    '',
    '| page | status | first, ms | then, ms | kB | |',
    '| --- | --: | --: | --: | --: | --- |',
    ...rows,
    '',
  ].join('\n'),
);
