import { join } from 'node:path';
import { dayNumber, isoDate, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { month } from '@lowtide/core/calendar/month.ts';
import type { HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import type { SheetReading } from '@lowtide/core/documents/sheet-reading.ts';
import { accountId, costCodeId, employeeId, projectId } from '@lowtide/core/ledger/ids.ts';
import { credit, debit, journalEntry } from '@lowtide/core/ledger/journal-entry.ts';
import { allocation } from '@lowtide/core/money/allocation.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { STARTER_ACCOUNTS } from '@lowtide/core/records/starter-accounts.ts';
import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { sheetRead } from '@lowtide/server/sheets/sheet-queries.ts';
import { postReading } from '@lowtide/server/sheets/post-sheet-queries.ts';
import { openBooks, type Books } from '@lowtide/server/database/open.ts';
import { openByHand, poster } from './by-hand.ts';
import { ordering, type Sent } from './ordering.ts';
import { compared, timed, timing, type Compared } from './measure.ts';
import { effectsOf } from '@lowtide/core/documents/effect.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { EFFECT_STORES } from '@lowtide/server/effect-stores.ts';

const TODAY = '2027-01-31';
const PEOPLE = 2_000;
const DAYS = 5;
const ROWS_OF_A_PERSON = 2;
const ROUNDS = 3;
const MONDAYS = ['2027-01-04', '2027-01-11', '2027-01-18'].map(isoDate);
const ACTING = { at: 1_000, by: 'Bench', today: isoDate(TODAY), actor: null, effects: EFFECT_STORES };

/** An order in a transaction of its own. */
function alone(books: Books) {
  const order = ordering(books, isoDate(TODAY));
  return <T>(name: EndpointName, sent: Sent): Promise<T> =>
    books.writer.transaction().execute((trx) => order<T>(trx, name, sent));
}

/** Books with 2,000 people, two projects and a code, through the orders of the application. */
async function laborBooks(path: string): Promise<Books> {
  const books = await openBooks(path);
  const order = alone(books);
  const company = { name: 'Bench', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null, forecastMonths: 1 };
  const policies = { dayOrder: 'month first', approveHours: false, firstMonth: month('2027-01') };
  await order('setUp', { body: { ...company, ...policies } });
  const record = (kind: string, fields: object) => order('addRecord', { params: { kind }, body: { fields } });
  await record('cost-code', { code: '31-100', name: 'Crew', costType: 'labor' });
  for (const code of ['P1', 'P2']) {
    const project = {
      kind: 'internal',
      startOn: '2027-01-01',
      status: 'active',
      method: 'none',
      costTreatment: 'hold',
    };
    await record('project', { code, name: code, ...project });
  }
  const lines = Array.from({ length: PEOPLE }, (_, place) => `E${place},Person ${place},crew,${30 + (place % 20)}`);
  const csv = ['code,name,jobRole,costRate', ...lines].join('\n');
  await order('importRecords', { params: { kind: 'employee' }, body: { name: 'people.csv', csv } });
  return books;
}

/** A week of 2,000 people on two projects: 20,000 days, as two sheets of what a sheet takes. */
function week(weekOn: HoursSheet['weekOn']): readonly HoursSheet[] {
  const days = Array.from({ length: 7 }, (_, day) => (day < DAYS ? '4' : ''));
  const rows = Array.from({ length: PEOPLE * ROWS_OF_A_PERSON }, (_, place) => ({
    ...{ employee: `E${Math.floor(place / 2)}`, project: place % 2 === 0 ? 'P1' : 'P2', code: '31-100', costType: '' },
    ...{ days, pay: '', billable: '', activity: '', text: '' },
  }));
  return [rows.slice(0, PEOPLE), rows.slice(PEOPLE)].map((half) => ({ kind: 'hours', weekOn, rows: half }));
}

async function readings(books: Books, weekOn: HoursSheet['weekOn']): Promise<readonly SheetReading[]> {
  const at = { month: month('2027-01'), today: isoDate(TODAY) };
  const read = [];
  for (const sheet of week(weekOn)) read.push((await sheetRead(books.reader, at, sheet)).reading);
  return read;
}

/** Posting a week of 20,000 days: read, decided and written by the application, against the same rows written by hand. */
export async function laborWeek(directory: string): Promise<Compared> {
  const [ours, byHand]: [number[], number[]] = [[], []];
  const path = join(directory, 'labor-hand.sqlite');
  const books = await laborBooks(join(directory, 'labor.sqlite'));
  await (await laborBooks(path)).close();
  for (const weekOn of MONDAYS.slice(0, ROUNDS)) {
    const known = await readings(books, weekOn);
    ours.push(
      await timed(() =>
        books.writer.transaction().execute(async (trx) => {
          for (const sheet of week(weekOn)) {
            const at = { month: month('2027-01'), today: plusDays(weekOn, DAYS) };
            const { reading } = await sheetRead(trx, at, sheet);
            await postReading(trx, reading, { ...ACTING, acceptWarnings: true });
          }
        }),
      ),
    );
    const file = openByHand(path);
    byHand.push(await timed(() => postedByHand(file, known)));
    file.close();
  }
  await books.close();
  return compared('a week of hours of 2,000 people, 20,000 days', [timing(ours), timing(byHand)], 5);
}

/** Posts a week as it is, and what everybody was paid for it in one sum. */
async function paidWeek(books: Books, weekOn: HoursSheet['weekOn']): Promise<number> {
  await books.writer.transaction().execute(async (trx) => {
    for (const sheet of week(weekOn)) {
      const { reading } = await sheetRead(trx, { month: month('2027-01'), today: isoDate(TODAY) }, sheet);
      await postReading(trx, reading, { ...ACTING, acceptWarnings: true });
    }
  });
  const order = alone(books);
  const row = { employee: '', regularHours: '', overtimeHours: '', grossRegular: '3,300,000', grossOvertime: '' };
  const rest = { employerTaxes: '', insurance: '', benefits: '', withheld: '', net: '', text: '' };
  const days = { from: weekOn, through: plusDays(weekOn, 6), paidOn: plusDays(weekOn, 6), fee: '' };
  const sheet = { kind: 'payroll', ...days, rows: [{ ...row, ...rest }] };
  const made = (await order('newDraft', { body: { month: month('2027-01'), sheet, preview: false } })) as {
    id: number;
  };
  const body = { month: month('2027-01'), version: 1, acceptWarnings: true };
  const posted = (await order('postDraft', { params: { id: String(made.id) }, body })) as {
    documents: { id: number }[];
  };
  return posted.documents[0]?.id ?? 0;
}

/** A true-up of 20,000 days: what the application spreads and posts, against the same shares worked out and written by hand. */
export async function trueUp(directory: string): Promise<Compared> {
  const [ours, byHand]: [number[], number[]] = [[], []];
  const path = join(directory, 'true-up-hand.sqlite');
  const [books, other] = [await laborBooks(join(directory, 'true-up.sqlite')), await laborBooks(path)];
  for (const weekOn of MONDAYS.slice(0, ROUNDS)) {
    const payrollId = await paidWeek(books, weekOn);
    await paidWeek(other, weekOn);
    ours.push(await timed(() => alone(books)('trueUp', { body: { payrollId, method: 'spread' } })));
    const file = openByHand(path);
    byHand.push(await timed(() => spreadByHand(file, weekOn)));
    file.close();
  }
  await books.close();
  await other.close();
  return compared('a true-up of 2,000 people, 20,000 days', [timing(ours), timing(byHand)], 3);
}

interface Worked {
  readonly employee: number;
  readonly project: number;
  readonly code: number;
  readonly cost: number;
}

function spreadByHand(file: ReturnType<typeof openByHand>, weekOn: HoursSheet['weekOn']): void {
  const rows = file
    .prepare(
      `SELECT employee_id AS employee, project_id AS project, cost_code_id AS code, SUM(cost_cents) AS cost
      FROM worked_hours WHERE worked_on BETWEEN ? AND ? GROUP BY 1, 2, 3`,
    )
    .all(dayNumber(weekOn), dayNumber(plusDays(weekOn, 6))) as Worked[];
  const applied = rows.reduce((total, { cost }) => total + cost, 0);
  const shares = allocation(
    cents(330_000_000 - applied),
    rows.map(({ cost }) => cost),
  );
  const account = (role: string) => accountId(STARTER_ACCOUNTS.findIndex((each) => each.role === role) + 1);
  const lines = rows.flatMap(({ employee, project, code }, place) => {
    const amount = shares[place] ?? cents(0);
    const coding = { project: projectId(project), costCode: costCodeId(code), costType: 'labor' as const };
    const own = { employee: employeeId(employee), text: 'True-up' };
    return [
      debit(account('construction-in-progress'), amount, { ...coding, ...own }),
      credit(account('labor-clearing'), amount, own),
    ];
  });
  poster(file)([
    {
      ...{ kind: 'true-up', number: `TRU-${weekOn}`, party: null, project: null, datedOn: weekOn, dueOn: null },
      ...{ gross: cents(0), memo: '', body: {}, entries: [journalEntry(weekOn, lines)], effects: [] },
    },
  ]);
}

const hoursIn = ({ effects }: Posting) => effectsOf(effects, 'worked-hours').flatMap(({ hours }) => hours);

function postedByHand(file: ReturnType<typeof openByHand>, known: readonly SheetReading[]): void {
  const insert =
    file.prepare(`INSERT INTO worked_hours (document_id, employee_id, worked_on, hours_e4, rate_e4, cost_cents,
    project_id, cost_code_id, cost_type) VALUES (1, ?, 1, ?, ?, ?, ?, ?, 'labor')`);
  poster(file)(known.flatMap(({ postings }) => postings));
  file.transaction(() => {
    for (const { postings } of known) {
      for (const { employee, hours, rate, cost, work } of postings.flatMap(hoursIn)) {
        if (work === 'no project') continue;
        insert.run(employee, hours, rate, cost, work.coding.project, work.coding.costCode);
      }
    }
  })();
}
