import { dayNumber, isoDate, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, month, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import { accountId, costCodeId, partyId, projectId } from '@lowtide/core/ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry, type Line } from '@lowtide/core/ledger/journal-entry.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { STARTER_ACCOUNTS } from '@lowtide/core/records/starter-accounts.ts';
import type { Books } from '@lowtide/server/database/open.ts';
import type { Trx } from '@lowtide/server/database/schema.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { postDocument } from '@lowtide/server/ledger/post-document-queries.ts';
import { EFFECT_STORES } from '@lowtide/server/effect-stores.ts';

export interface Size {
  readonly projects: number;
  readonly lines: number;
  readonly months: number;
}

const FIRST_MONTH = month('2024-01');
const TYPES = ['material', 'subcontract', 'equipment', 'labor'] as const;

/** The same numbers at every run: a linear congruential generator. */
function numbers(): () => number {
  let state = 20_270_331;
  return () => (state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff) / 0x7fffffff;
}

const account = (role: string) => accountId(STARTER_ACCOUNTS.findIndex((each) => each.role === role) + 1);

/** Few projects have most lines: the square of an even number, twice. */
function busyProject(next: () => number, projects: number): number {
  return 1 + Math.floor(projects * next() ** 4);
}

/** Documents of ten entries of ten lines, their days even over the months. */
export function* postings({ projects, lines, months }: Size): Generator<Posting> {
  const next = numbers();
  const days = months * 30;
  const first = isoDate(`${FIRST_MONTH}-01`);
  const perDocument = 100;
  for (let document = 0; document < lines / perDocument; document += 1) {
    const entries: JournalEntry[] = Array.from({ length: 10 }, () =>
      entryOf(plusDays(first, Math.floor(next() * days)), next, projects),
    );
    yield {
      kind: 'bill',
      number: `B-${document}`,
      party: partyId(2),
      project: null,
      datedOn: first,
      dueOn: first,
      gross: cents(0),
      memo: '',
      body: {},
      entries,
      effects: [],
    };
  }
}

function entryOf(day: ReturnType<typeof isoDate>, next: () => number, projects: number): JournalEntry {
  const lines: Line[] = [];
  for (let pair = 0; pair < 5; pair += 1) {
    const amount = cents(100 + Math.floor(next() * 500_000));
    const project = projectId(busyProject(next, projects));
    const coding = {
      project,
      phase: null,
      costCode: costCodeId(1 + Math.floor(next() * 40)),
      costType: TYPES[Math.floor(next() * 4)] ?? 'material',
    };
    const [to, from] = [
      ['wip', 'payable'],
      ['wip', 'payable'],
      ['cost-of-revenue', 'wip'],
      ['earned-unbilled', 'revenue'],
      ['receivable', 'progress-billings'],
    ][pair] ?? ['wip', 'payable'];
    lines.push(
      debit(account(to ?? ''), amount, { ...coding, quantity: quantity(10_000) }),
      credit(account(from ?? ''), amount, pair >= 2 ? { project } : { party: partyId(2) }),
    );
  }
  return journalEntry(day, lines);
}

/** Company, accounts, codes, projects with contract and budget: what the postings name. */
export async function layGround({ writer }: Books, { projects, months }: Size): Promise<void> {
  await writer.transaction().execute(async (trx) => {
    const first = Number(FIRST_MONTH.slice(0, 4)) * 12 + Number(FIRST_MONTH.slice(5)) - 1;
    await trx
      .insertInto('company')
      .values({
        id: 1,
        name: 'Large',
        currency: 'USD',
        fiscal_year_start_month: 1,
        percent_decimals: null,
        first_month: first,
        locked_through: null,
      })
      .execute();
    for (const each of STARTER_ACCOUNTS) await trx.insertInto('account').values(each).execute();
    await trx
      .insertInto('party')
      .values([
        { kind: 'client', code: 'C', name: 'Client', address: '', email: '', terms_days: 30 },
        { kind: 'supplier', code: 'S', name: 'Supplier', address: '', email: '', terms_days: 30 },
      ])
      .execute();
    for (let code = 1; code <= 40; code += 1)
      await trx
        .insertInto('cost_code')
        .values({ code: `C${code}`, name: `Code ${code}`, parent_id: null, cost_type: 'material' })
        .execute();
    for (let number = 1; number <= projects; number += 1)
      await insertProject(trx, number, lastDay(plusMonths(FIRST_MONTH, months)));
  });
}

async function insertProject(trx: Trx, number: number, end: ReturnType<typeof isoDate>): Promise<void> {
  const start = dayNumber(isoDate(`${FIRST_MONTH}-01`));
  await trx
    .insertInto('project')
    .values({
      ...{
        code: `P${number}`,
        name: `Project ${number}`,
        kind: 'client',
        client_id: 1,
        manager: '',
        start_on: start,
        target_end_on: dayNumber(end),
      },
      ...{
        actual_end_on: null,
        status: 'active',
        method: 'cost-to-cost',
        cost_treatment: 'hold',
        tax_code_id: null,
        site_address: '',
        notes: '',
      },
    })
    .execute();
  const recorded = { recorded_at: 1, recorded_by: 'Bench' };
  await trx
    .insertInto('contract_change')
    .values({ project_id: number, effective_on: start, amount_cents: 100_000_000, reason: 'Original', ...recorded })
    .execute();
  for (const code of [1, 2, 3]) {
    const line = await trx
      .insertInto('budget_line')
      .values({
        project_id: number,
        phase_id: null,
        cost_code_id: code,
        cost_type: 'material',
        unit: '',
        unit_cost_e4: 0,
      })
      .executeTakeFirstOrThrow();
    await trx
      .insertInto('budget_change')
      .values({
        budget_line_id: Number(line.insertId),
        effective_on: start,
        quantity_e4: 0,
        cost_cents: 20_000_000,
        price_cents: 0,
        original: 1,
        unit: '',
        cause: 'original',
        reason: '',
        ...recorded,
      })
      .execute();
  }
}

/** Posts them through the one posting function, a thousand documents a transaction. */
export async function postAll({ writer }: Books, size: Size): Promise<void> {
  const waiting = [...postings(size)];
  for (let from = 0; from < waiting.length; from += 1_000) {
    await writer.transaction().execute(async (trx) => {
      for (const posting of waiting.slice(from, from + 1_000))
        await postDocument(trx, posting, { at: 1_000, by: 'Bench', effects: EFFECT_STORES });
    });
  }
}

export function lastMonth({ months }: Size): Month {
  return plusMonths(FIRST_MONTH, months - 1);
}
