import { copyFileSync, existsSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pino } from 'pino';
import { REPORT_NAMES } from '@lowtide/core/reports/reports.ts';
import { app } from '@lowtide/server/app.ts';
import { openBooks } from '@lowtide/server/database/open.ts';
import { clock } from '@lowtide/server/http/clock.ts';
import { everyQuestion } from '@lowtide/server/http/every-question.test.support.ts';
import { timed, timing } from './measure.ts';

/** What the answer of a page may take, whatever the size of the books. */
const [MOST_MS, MOST_AFTER_MS, MOST_FIRST_MS] = [100, 150, 1_000];
const MOST_KB = 300;
/** What a page asks of a long list at first: the rows in view. */
const FIRST_ROWS = 'limit=200';
const THROUGH = '2027-03';

const source = resolve(process.argv[2] ?? 'books/large.sqlite');
if (!existsSync(source)) throw new Error(`${source} is not there: npm run large makes it`);
const directory = mkdtempSync(join(tmpdir(), 'lowtide-pages-'));
const path = join(directory, 'books.sqlite');
copyFileSync(source, path);
const books = await openBooks(path);
const counted = async (table: 'project' | 'journal_line' | 'document'): Promise<number> => {
  const { count } = await books.reader
    .selectFrom(table)
    .select(({ fn }) => fn.countAll<number>().as('count'))
    .executeTakeFirstOrThrow();
  return count;
};
const size = {
  ...{ projects: await counted('project'), lines: await counted('journal_line'), documents: await counted('document') },
};
const served = app({
  ...{ books, clock: clock(`${THROUGH}-31`), user: 'Bench', web: null },
  ...{ log: pino({ level: 'silent' }), requestsPerMinute: 1_000_000 },
}).listen(0, '127.0.0.1');
await new Promise((ready) => served.once('listening', ready));
const bound = served.address();
const address = `http://127.0.0.1:${typeof bound === 'object' && bound !== null ? bound.port : 0}/api`;

let orders = 0;
async function order<T>(to: string, body: unknown): Promise<T> {
  const headers = { 'content-type': 'application/json', 'idempotency-key': `bench-${(orders += 1)}` };
  const response = await fetch(`${address}${to}`, { method: 'POST', headers, body: JSON.stringify(body) });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as T;
}

/** A bill of one line to a busy project, so that what is kept of it went stale. */
async function postBill(): Promise<void> {
  const row = {
    ...{
      supplier: 'VARROW',
      number: `BENCH-${orders}`,
      datedOn: '2027-03-30',
      dueOn: '',
      total: '',
      project: 'GC-214',
    },
    ...{ code: 'A/31-240', costType: '', net: '100', tax: '', text: '' },
  };
  const sheet = { kind: 'bills', controlTotal: '', rows: [row] };
  const draft = await order<{ id: number; version: number }>('/drafts', { month: THROUGH, sheet, preview: false });
  const posting = { month: THROUGH, version: draft.version, acceptWarnings: true };
  await order(`/drafts/${draft.id}/posting`, posting);
}

/** The number of the newest document of a kind; of the last one posted where the kind has its own list. */
async function newest(kind: string): Promise<string> {
  const { rows } = await answerOf<{ rows: readonly { id: number }[] }>(`/documents?through=${THROUGH}&kind=${kind}`);
  return String(rows[0]?.id ?? 1);
}

async function answerOf<T>(to: string): Promise<T> {
  const response = await fetch(`${address}${to}`);
  if (!response.ok) throw new Error(`${to}: ${await response.text()}`);
  return (await response.json()) as T;
}

const [bill, hours, payroll, orderId] = await Promise.all(['bill', 'hours', 'payroll', 'order'].map(newest));
const estimates = await answerOf<{ rows: readonly { id: number }[] }>('/projects/1/estimates');
const [estimate, other] = estimates.rows.map(({ id }) => String(id));
const drafts = await answerOf<{ rows: readonly { id: number }[] }>('/drafts');
const of = (id: string | undefined) => ({ id: id ?? '1' });

/** Every address, and reports as their pages ask them first: the rows in view, or by something else than they begin with. */
const pages: readonly (readonly [string, string])[] = [
  ...everyQuestion({
    id: '1',
    query: {
      ...{ through: THROUGH, from: '2027-01', month: THROUGH, weekOn: '2027-03-08', by: 'project', project: '1' },
      ...{ figure: `cost.p1.t${THROUGH}`, keys: `cost.p1.t${THROUGH},complete.p1.t${THROUGH}`, text: 'Gar' },
      ...{ supplier: 'VARROW', about: 'document', id: bill ?? '1', poolId: '1', with: other ?? '2' },
    },
    params: {
      ...{ views: { page: 'portfolio' }, records: { kind: 'budget-line' }, progress: { key: 'none' } },
      ...{ hoursThere: { from: '2027-03-08', through: '2027-03-14' }, draft: of(String(drafts.rows[0]?.id ?? 1)) },
      ...{ documentHours: of(hours), clearingOf: of(payroll), creditSheet: of(bill), postedSheet: of(bill) },
      ...{ document: of(bill), order: of(orderId), nextVersion: of(orderId), estimate: of(estimate) },
      compareEstimates: { ...of(estimate), with: other ?? '2' },
    },
  }).map(({ name, address: to }) => {
    const isReport = REPORT_NAMES.some((each) => each === name);
    return [name, isReport || name === 'recognition' ? `${to}&${FIRST_ROWS}` : to] as const;
  }),
  ['estimate against actual, by cost', `/estimate-against-actual?through=${THROUGH}&${FIRST_ROWS}&order=-actual`],
  ['documents by amount', `/documents?through=${THROUGH}&order=-gross`],
  ['orders, all of them', `/orders?through=${THROUGH}&show=all`],
  ['activity of a project', `/project-activity?through=${THROUGH}&${FIRST_ROWS}&project=1`],
];

interface Asked {
  readonly ms: number;
  readonly status: number;
  readonly kilobytes: number;
}

async function ask(to: string): Promise<Asked> {
  let [status, kilobytes] = [0, 0];
  const ms = await timed(async () => {
    const response = await fetch(`${address}${to}`);
    status = response.status;
    kilobytes = (await response.text()).length / 1_000;
  });
  return { ms, status, kilobytes };
}

const rows: string[] = [];
for (const [name, to] of pages) {
  const first = await ask(to);
  const then = [await ask(to), await ask(to), await ask(to)];
  await postBill();
  const after = await ask(to);
  const { median } = timing(then.map(({ ms }) => ms));
  const isOver =
    [first.ms > MOST_FIRST_MS, median > MOST_MS, after.ms > MOST_AFTER_MS, first.kilobytes > MOST_KB].includes(true) ||
    first.status !== 200;
  const over = isOver ? 'over' : '';
  const figures = [first.status, ...[first.ms, median, after.ms, first.kilobytes].map(Math.round)];
  rows.push(`| ${name} | ${figures.join(' | ')} | ${over} |`);
  process.stdout.write(`${rows.at(-1)}\n`);
}
const billMs = await timed(postBill);
served.close();
served.closeAllConnections();
await books.close();
const megabytes = Math.round(statSync(path).size / 1_000_000);
rmSync(directory, { recursive: true, force: true });
const day = new Date().toISOString().slice(0, 10);
writeFileSync(
  resolve(import.meta.dirname, `../results/${day}-pages.md`),
  [
    `# ${day}: every page's answer`,
    '',
    `Node ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown'}. A company that lives the demo's fifteen months (npm run large): ${size.projects} projects, ${size.lines} lines, ${size.documents} documents, ${megabytes} MB; it verifies clean.`,
    `Over HTTP, one after the other: the first answer since the start, the median of three after it, the one after a bill was posted to a project, and how much is sent. Wanted: ${MOST_FIRST_MS} ms, ${MOST_MS} ms, ${MOST_AFTER_MS} ms and ${MOST_KB} kB.`,
    `Keeping a sheet of one bill and posting it, over HTTP: ${Math.round(billMs)} ms.`,
    '',
    '| page | status | first, ms | then, ms | after a posting, ms | kB | |',
    '| --- | --: | --: | --: | --: | --: | --- |',
    ...rows,
    '',
  ].join('\n'),
);
