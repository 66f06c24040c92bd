import fc from 'fast-check';
import { sql } from 'kysely';
import { expect, test } from 'vitest';
import { anyChangeOrder, anyHistory } from './happening.test.support.ts';
import { LivedHistory } from './history.test.support.ts';
import { smallCompany, type TestApp } from './small-company.test.support.ts';
import { verifiedBooks } from './verify/verify-queries.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 12);

const company = smallCompany();

async function differences(app: TestApp): Promise<readonly string[]> {
  return (await verifiedBooks(app.books.reader)).flatMap(({ title, differences: found }) =>
    found.map((each) => `${title}: ${each}`),
  );
}

async function postedLines(app: TestApp): Promise<readonly string[]> {
  const { rows } = await sql<Record<string, unknown>>`SELECT * FROM journal_line ORDER BY id`.execute(app.books.reader);
  return rows.map((row) => JSON.stringify(row));
}

interface Figured {
  readonly amountCents?: number;
  readonly figure?: string;
}

/** Every figure of an answer with its key, wherever it stands. */
function figuresIn(answer: unknown): readonly Required<Figured>[] {
  if (typeof answer !== 'object' || answer === null) return [];
  const { amountCents, figure } = answer as Figured;
  const own = typeof amountCents === 'number' && typeof figure === 'string' ? [{ amountCents, figure }] : [];
  return [...own, ...Object.values(answer).flatMap(figuresIn)];
}

interface Trace extends Figured {
  readonly inputs: readonly unknown[];
  readonly lines: readonly { readonly amountCents: number }[];
  readonly more: boolean;
  readonly formula: string;
}

/** Promise 8: what a page shows is what its trace shows, and traced lines add up to it exactly. */
async function checkTraces(app: TestApp, through: string): Promise<number> {
  const pages = [
    `/projects?through=${through}`,
    `/projects/1?through=${through}`,
    `/projects/2?through=${through}`,
    `/wip-schedule?through=${through}`,
    `/profitability?through=${through}&from=2027-01&by=project`,
    `/profitability?through=${through}&from=2027-01&by=client`,
    `/income-statement?through=${through}&from=2027-01`,
    `/balance-sheet?through=${through}`,
    `/trial-balance?through=${through}`,
  ];
  const shown = new Map<string, number>();
  for (const page of pages) {
    for (const { figure, amountCents } of figuresIn(await app.ask(page))) {
      const sameSign = page.startsWith('/income') || page.startsWith('/balance') ? Math.abs(amountCents) : amountCents;
      const known = shown.get(figure);
      if (known !== undefined) expect(Math.abs(known), `${figure} on ${page}`).toBe(Math.abs(sameSign));
      else shown.set(figure, sameSign);
    }
  }
  for (const [figure, amount] of shown) {
    const trace = await app.ask<Trace>(`/trace?figure=${figure}`);
    // Statements show accounts in their natural sign; their lines are debits and credits.
    const agrees = figure.startsWith('account.')
      ? Math.abs(trace.amountCents ?? 0) === Math.abs(amount)
      : trace.amountCents === amount;
    expect(agrees, `${figure}: page ${amount}, trace ${trace.amountCents}`).toBe(true);
    if (trace.inputs.length === 0 && !trace.more && trace.formula.startsWith('the sum of')) {
      const sum = trace.lines.reduce((total, { amountCents }) => total + amountCents, 0);
      expect(Math.abs(sum), `lines of ${figure}`).toBe(Math.abs(amount));
    }
  }
  return shown.size;
}

test('whatever happens: entries balance, balances and subledgers tie, and nothing posted changes', async () => {
  let lived = 0;
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(app);
        let before: readonly string[] = [];
        for (const happening of history) {
          await books.live(happening);
          const after = await postedLines(app);
          expect(after.slice(0, before.length)).toEqual(before);
          before = after;
        }
        expect(await differences(app)).toEqual([]);
        lived += before.length;
      } finally {
        await app.close();
      }
    }),
    { numRuns: RUNS },
  );
  expect(lived).toBeGreaterThan(0);
});

test('whatever happens: every figure has a trace that adds up to it, and over- and underbillings are those of the balance sheet', async () => {
  let traced = 0;
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(app);
        for (const happening of history) await books.live(happening);
        const { through } = books;
        const { totals } = await app.ask<{ totals: { overbilledCents: number; underbilledCents: number } }>(
          `/wip-schedule?through=${through}`,
        );
        const sheet = await app.ask<{
          contractAssets: Figured;
          contractLiabilities: Figured;
          totalAssetsCents: number;
          totalLiabilitiesAndEquityCents: number;
        }>(`/balance-sheet?through=${through}`);
        expect([totals.underbilledCents, totals.overbilledCents]).toEqual([
          sheet.contractAssets.amountCents,
          sheet.contractLiabilities.amountCents,
        ]);
        expect(sheet.totalAssetsCents).toBe(sheet.totalLiabilitiesAndEquityCents);
        traced += await checkTraces(app, through);
      } finally {
        await app.close();
      }
    }),
    { numRuns: Math.max(3, Math.ceil(RUNS / 3)) },
  );
  expect(traced).toBeGreaterThan(20);
});

test('whatever came on the way: over its life a project earns its contract and shows contract less cost', async () => {
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(app);
        for (const happening of history) await books.live(happening);
        await app.order('PUT', '/month-lock', { through: null, reason: 'Finishing' });
        books.month = 12;
        app.setToday('2027-12-31');
        const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
          '/records/project',
        );
        for (const { id, version, fields } of rows.filter(({ fields: of }) => of['kind'] === 'client')) {
          await app.order('PUT', `/records/project/${id}`, {
            version,
            fields: { ...fields, actualEndOn: '2027-12-31', status: 'finished' },
          });
        }
        // A run of the last month that was posted before is run again.
        const { latest } = await app.ask<{ latest: { documentId: number; month: string } | null }>(
          '/recognition?month=2027-12',
        );
        if (latest?.month === '2027-12') await books.live({ kind: 'unrecognize' });
        await books.recognize();
        const wip = await app.ask<{
          rows: { code: string; contract: Figured; cost: Figured; earned: Figured; profitToDate: Figured }[];
        }>('/wip-schedule?through=2027-12');
        for (const row of wip.rows) {
          const [contract, cost] = [row.contract.amountCents ?? 0, row.cost.amountCents ?? 0];
          expect(row.earned.amountCents, `${row.code} earned`).toBe(contract);
          expect(row.profitToDate.amountCents, `${row.code} profit`).toBe(contract - cost);
        }
        expect(await differences(app)).toEqual([]);
      } finally {
        await app.close();
      }
    }),
    { numRuns: RUNS },
  );
});

test('a bill or a file that comes twice is refused the second time, whatever came between', async () => {
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const csv = 'code,name\nTWICE,Twice\n';
        expect((await app.send('POST', '/imports/supplier', { name: 'a.csv', csv })).status).toBe(201);
        const books = new LivedHistory(app);
        for (const happening of history.slice(0, 10)) await books.live(happening);
        expect((await app.send('POST', '/imports/supplier', { name: 'b.csv', csv })).status).toBe(409);
        const { rows } = await sql<{ times: number }>`SELECT COUNT(*) AS times FROM document d WHERE kind = 'bill'
          AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id) GROUP BY party_id, number`.execute(
          app.books.reader,
        );
        for (const { times } of rows) expect(times).toBe(1);
      } finally {
        await app.close();
      }
    }),
    { numRuns: Math.max(3, Math.ceil(RUNS / 4)) },
  );
});

/** What people read, of everything a change order may touch. */
async function readings(app: TestApp, through: string): Promise<readonly unknown[]> {
  const pages = [
    ...[1, 2, 3].map((project) => `/projects/${project}?through=${through}`),
    `/projects?through=${through}`,
    `/wip-schedule?through=${through}`,
    `/billable?through=${through}`,
    `/estimate-against-actual?through=${through}`,
    `/fade?through=${through}&from=2027-01`,
    `/deadlines?through=${through}`,
    `/portfolio?through=${through}`,
    ...[1, 2, 3].map((project) => `/projects/${project}/forecast?through=${through}`),
    ...[1, 2].map((project) => `/projects/${project}/cost-curve?through=${through}`),
  ];
  const answers: unknown[] = [];
  for (const page of pages) answers.push([page, await app.ask(page)]);
  return answers;
}

test('whatever came before: approving a change order and taking it back leaves no trace in figures', async () => {
  let undone = 0;
  await fc.assert(
    fc.asyncProperty(anyHistory, anyChangeOrder, async (history, order) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(app);
        for (const happening of history) await books.live(happening);
        const before = await readings(app, books.through);
        await books.changeOrder({ ...order, then: 'take back' });
        const { rows } = await app.ask<{ rows: { id: number; kind: string; status: string; version: number }[] }>(
          `/projects/${order.project + 1}/estimates`,
        );
        const last = rows.findLast(({ kind, status }) => kind === 'change' && status === 'pending');
        // Pending again it is exposure; rejected, it is nothing.
        if (last) undone += 1;
        if (last) await app.order('POST', `/estimates/${last.id}/rejection`, { version: last.version, reason: 'No' });
        const after = await readings(app, books.through);
        expect(withoutPending(after)).toEqual(withoutPending(before));
        expect(await differences(app)).toEqual([]);
      } finally {
        await app.close();
      }
    }),
    { numRuns: RUNS },
  );
  expect(undone).toBeGreaterThan(0);
});

/** Change orders of the history that wait are exposure, before and after; which of them was rejected does not matter here. */
function withoutPending(answers: readonly unknown[]): unknown {
  return JSON.parse(
    JSON.stringify(answers, (key, value: unknown) => (key.startsWith('pending') ? undefined : value)),
  ) as unknown;
}
