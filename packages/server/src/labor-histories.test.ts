import fc from 'fast-check';
import { sql } from 'kysely';
import { expect, test } from 'vitest';
import { attempt, attemptSheet } from './attempt.test.support.ts';
import { verifiedBooks } from './verify/verify-queries.ts';
import { hoursSheet, smallCompany, workedDay, type TestApp } from './small-company.test.support.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 12);

const company = smallCompany(async (to) => {
  const add = (kind: string, fields: object) => to.order('POST', `/records/${kind}`, { fields });
  await add('equipment', { code: 'BOAT1', name: 'Workboat', unit: 'hour', rate: '85.5' });
  await add('overhead-pool', { code: 'YARD', name: 'Yard', accounts: '6100', base: 'direct cost', rate: '2.75' });
  await add('overhead-pool', { code: 'CREW', name: 'Crew', accounts: '6300', base: 'labor hours', rate: '1.3333' });
  await add('overhead-pool', { code: 'BOATS', name: 'Boats', accounts: '6400', base: 'equipment', rate: '' });
});

/** One thing that may happen to labor and overhead; whether it is allowed is for the application to say. */
const happening = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('hours' as const),
      who: fc.constantFrom('E1', 'E2', 'BOAT1'),
      week: fc.integer({ min: 0, max: 3 }),
      project: fc.constantFrom('GATE', 'DUNE', 'BOAT', ''),
      halves: fc.integer({ min: -16, max: 24 }),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('payroll' as const),
      fortnight: fc.integer({ min: 0, max: 1 }),
      gross: fc.integer({ min: 1, max: 300_000 }),
      both: fc.boolean(),
      fee: fc.integer({ min: 0, max: 900 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('true-up' as const),
      which: fc.nat(3),
      method: fc.constantFrom('spread', 'variance'),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('expense' as const),
      account: fc.constantFrom('6100', '6300', '6400'),
      cents: fc.integer({ min: 1, max: 200_000 }),
    }),
  },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('overhead' as const) }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('difference' as const),
      pool: fc.nat(2),
      method: fc.constantFrom('spread', 'result'),
    }),
  },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('reverse' as const), which: fc.nat(30) }) },
);
type Happening = typeof happening extends fc.Arbitrary<infer H> ? H : never;

const MONDAYS = ['2027-01-04', '2027-01-11', '2027-01-18', '2027-01-25'] as const;
const FORTNIGHTS = [
  ['2027-01-04', '2027-01-17'],
  ['2027-01-18', '2027-01-31'],
] as const;

const pay = (employee: string, cents: number) => ({
  ...{ employee, regularHours: '', overtimeHours: '', grossRegular: (cents / 100).toFixed(2), grossOvertime: '' },
  ...{ employerTaxes: '', insurance: '', benefits: '', withheld: '', net: '', text: '' },
});

async function live(app: TestApp, event: Happening): Promise<void> {
  switch (event.kind) {
    case 'hours': {
      const { who, week, project, halves } = event;
      const code = project === '' ? '' : '31-100';
      return attemptSheet(app, hoursSheet(MONDAYS[week] ?? '', workedDay(who, project, code, String(halves / 2))));
    }
    case 'payroll': {
      const [from, through] = FORTNIGHTS[event.fortnight] ?? FORTNIGHTS[0];
      const rows = [pay('E1', event.gross), ...(event.both ? [pay('E2', event.gross + 7)] : [])];
      return attemptSheet(app, {
        kind: 'payroll',
        from,
        through,
        paidOn: through,
        fee: (event.fee / 100).toFixed(2),
        rows,
      });
    }
    case 'true-up': {
      const { periods } = await app.ask<{ periods: { id: number }[] }>('/labor-clearing');
      const chosen = periods[event.which % Math.max(1, periods.length)];
      if (chosen) await attempt(app, 'POST', '/true-ups', { payrollId: chosen.id, method: event.method });
      return;
    }
    case 'expense': {
      const line = { account: event.account, debit: (event.cents / 100).toFixed(2), credit: '', text: '' };
      const lines = [line, { ...line, account: '1010', debit: '', credit: line.debit }];
      await attempt(app, 'POST', '/journals', { postedOn: '2027-01-20', text: 'Expense', lines });
      return;
    }
    case 'overhead': {
      await attempt(app, 'POST', '/overhead-runs', { month: '2027-01' });
      for (const { toApplyCents } of await january(app)) expect(toApplyCents).toBe(0);
      return;
    }
    case 'difference': {
      const pools = (await app.ask<{ pools: { id: number }[] }>('/overhead?through=2027-01')).pools;
      const body = { poolId: pools[event.pool]?.id, through: '2027-01', method: event.method };
      await attempt(app, 'POST', '/overhead-differences', body);
      return;
    }
    case 'reverse': {
      const { rows } = await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-01');
      const chosen = rows[event.which % Math.max(1, rows.length)];
      if (chosen)
        await attempt(app, 'POST', `/documents/${chosen.id}/reversal`, { reason: 'Wrong', postedOn: '2027-01-31' });
    }
  }
}

interface Pool {
  readonly code: string;
  readonly months: readonly { readonly toApplyCents: number }[];
  readonly toDate: { readonly appliedCents: number; readonly settledCents: number };
}
const pools = async (app: TestApp) => (await app.ask<{ pools: Pool[] }>('/overhead?through=2027-01')).pools;
const january = async (app: TestApp) => (await pools(app)).flatMap(({ months }) => months);

async function credited(app: TestApp, role: string): Promise<number> {
  const { rows } = await sql<{ balance: number | null }>`SELECT -SUM(m.amount_cents) AS balance FROM account_month m
    JOIN account a ON a.id = m.account_id WHERE a.role = ${role}`.execute(app.books.reader);
  return rows[0]?.balance ?? 0;
}

interface Period {
  readonly id: number;
  readonly sums: object;
}

/** What the list says of a pay period is what its page adds up person by person. */
async function periodsAddUp(app: TestApp): Promise<void> {
  const { periods } = await app.ask<{ periods: readonly Period[] }>('/labor-clearing');
  for (const { id, sums } of periods) {
    expect((await app.ask<{ sums: object }>(`/labor-clearing/${id}`)).sums).toEqual(sums);
  }
}

test(
  'whatever happens to hours, equipment, payroll and overhead, clearing, overhead and equipment tie to their accounts',
  async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(happening, { minLength: 4, maxLength: 24 }), async (history) => {
        const app = await company.open();
        try {
          for (const event of history) await live(app, event);
          const { otherCents, balanceCents } = await app.ask<{ otherCents: number; balanceCents: number }>(
            '/labor-clearing',
          );
          expect([otherCents, balanceCents]).toEqual([0, await credited(app, 'labor-clearing')]);
          await periodsAddUp(app);
          const known = await pools(app);
          const sumOf = (codes: readonly string[]): number =>
            known
              .filter(({ code }) => codes.includes(code))
              .reduce((total, { toDate }) => total + toDate.appliedCents + toDate.settledCents, 0);
          expect(sumOf(['YARD', 'CREW'])).toBe(await credited(app, 'overhead-applied'));
          expect(sumOf(['BOATS'])).toBe(await credited(app, 'equipment-recovered'));
          expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
        } finally {
          await app.close();
        }
      }),
      { numRuns: RUNS },
    );
  },
  RUNS * 20_000,
);
