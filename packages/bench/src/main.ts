import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { monthNumber } from '@lowtide/core/calendar/month.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { handlers } from '@lowtide/server/app.ts';
import { openBooks, type Books } from '@lowtide/server/database/open.ts';
import { parsed } from '@lowtide/server/http/api.ts';
import { clock } from '@lowtide/server/http/clock.ts';
import { postDocument } from '@lowtide/server/ledger/post-document-queries.ts';
import { openByHand, poster } from './by-hand.ts';
import { laborWeek, trueUp } from './labor.ts';
import { lastMonth, layGround, postAll, postings, type Size } from './large-books.ts';
import { ublBills } from './ubl-bills.ts';
import { drawnRanges } from './drawn-ranges.ts';
import { whatIf } from './what-if.ts';
import { questions } from './questions-by-hand.ts';
import { compared, inTurn, timed, timing, type Compared } from './measure.ts';
import { EFFECT_STORES } from '@lowtide/server/effect-stores.ts';

const SMALL: Size = { projects: 10_000, lines: 100_000, months: 36 };
const LARGE: Size = { projects: 10_000, lines: Number(process.argv[2] ?? 1_000_000), months: 36 };

const directory = mkdtempSync(join(tmpdir(), 'lowtide-bench-'));

/** Bulk posting of the same documents into two new files, in turn. */
async function bulk(): Promise<Compared> {
  const size: Size = { projects: 2_000, lines: 40_000, months: 36 };
  const [ours, byHand]: [number[], number[]] = [[], []];
  for (let round = 0; round < 3; round += 1) {
    const books = await openBooks(join(directory, `ours-${round}.sqlite`));
    await layGround(books, size);
    ours.push(await timed(() => postAll(books, size)));
    await books.close();
    const empty = await openBooks(join(directory, `hand-${round}.sqlite`));
    await layGround(empty, size);
    await empty.close();
    const file = openByHand(join(directory, `hand-${round}.sqlite`));
    const all = [...postings(size)];
    byHand.push(await timed(() => poster(file)(all)));
    file.close();
  }
  process.stdout.write(
    `bulk: ${Math.round(size.lines / (timing(ours).median / 1_000))} lines a second, by hand ${Math.round(size.lines / (timing(byHand).median / 1_000))}\n`,
  );
  return compared('bulk posting, 40,000 lines', [timing(ours), timing(byHand)], 2);
}

/** One bill of two lines, durable, after the other. */
async function oneBill(books: Books, path: string): Promise<Compared> {
  const file = openByHand(path);
  const byHand = poster(file);
  const [bill] = [...postings({ projects: 100, lines: 100, months: 1 })].map((posting) => ({
    ...posting,
    entries: posting.entries.slice(0, 1),
  }));
  if (!bill) throw new Error('no bill');
  const result = await inTurn(
    200,
    () =>
      books.writer
        .transaction()
        .execute((trx) => postDocument(trx, bill, { at: 2_000, by: 'Bench', effects: EFFECT_STORES })),
    () => byHand([bill]),
  );
  file.close();
  return compared('one bill of ten lines, durable', result, 1.5);
}

/** A request as it comes in an address. */
interface Typed {
  readonly params?: Record<string, string>;
  readonly query?: Record<string, string>;
}

/** How the application answers a page, JSON and all, without the way over HTTP that hand-written SQL does not have. */
function answering(books: Books) {
  const context = handlers({ books, clock: clock('2026-12-31'), user: 'Bench' });
  return async (name: EndpointName, request: Typed): Promise<void> => {
    const answer = context.answers.get(name);
    if (!answer) throw new Error(name);
    const asked = parsed(ENDPOINTS[name], { params: {}, query: {}, body: undefined, ...request });
    const given = await books.reader
      .transaction()
      .execute((trx) => answer(trx, asked, { actor: null, atTheMachine: true, today: context.clock.today() }));
    JSON.stringify(given);
  };
}

/** The answers of pages against hand-written statements, JSON on both sides. */
async function pages(size: Size, name: string, extra: boolean): Promise<readonly Compared[]> {
  const path = join(directory, `${name}.sqlite`);
  const books = await openBooks(path);
  await layGround(books, size);
  process.stdout.write(
    `${name}: posting ${size.lines} lines took ${((await timed(() => postAll(books, size))) / 1_000).toFixed(1)} s\n`,
  );
  const ask = answering(books);
  const file = openByHand(path);
  const byHand = questions(file);
  const through = lastMonth(size);
  const month = monthNumber(through);
  const results = [
    compared(
      `trial balance, ${name}`,
      await inTurn(
        15,
        () => ask('trial-balance', { query: { through } }),
        () => byHand.trialBalance(month),
      ),
      2,
    ),
    compared(
      `project page of the busiest project, ${name}`,
      await inTurn(
        15,
        () => ask('project', { params: { id: '1' }, query: { through } }),
        () => byHand.projectPage(1, month),
      ),
      2,
    ),
    compared(
      `WIP schedule of 10,000 projects, ${name}`,
      await inTurn(
        5,
        () => ask('wip-schedule', { query: { through } }),
        () => byHand.wipSchedule(month),
      ),
      2,
    ),
  ];
  file.close();
  if (extra) results.push(await oneBill(books, path));
  await books.close();
  return results;
}

const results = [
  await bulk(),
  await laborWeek(directory),
  await trueUp(directory),
  await ublBills(directory),
  await whatIf(),
  await drawnRanges(),
  ...(await pages(SMALL, '100 k lines', false)),
  ...(await pages(LARGE, `${LARGE.lines / 1_000} k lines`, true)),
];
rmSync(directory, { recursive: true, force: true });
const milliseconds = (value: number): string => value.toFixed(value < 10 ? 2 : 0);
const table = [
  '| question | ours, ms | by hand, ms | ratio | aim |',
  '| --- | --: | --: | --: | --: |',
  ...results.map(
    ({ question, ours, byHand, ratio, aim }) =>
      `| ${question} | ${milliseconds(ours.median)} | ${milliseconds(byHand.median)} | ${ratio.toFixed(2)} | ${aim} |`,
  ),
].join('\n');
process.stdout.write(`${table}\n`);
const day = new Date().toISOString().slice(0, 10);
const about = `# ${day}\n\nNode ${process.version}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown'}. Medians; ours and by hand in turn in one run. Both answer the page as JSON with its figures, their keys and exact percentages; neither over HTTP.\n\n`;
writeFileSync(resolve(import.meta.dirname, `../results/${day}.md`), `${about}${table}\n`);
