import fc from 'fast-check';
import { sql } from 'kysely';
import { expect, test } from 'vitest';
import { attempt, attemptSheet } from './attempt.test.support.ts';
import { openApart } from './open-by-project.test.support.ts';
import { sheetOf } from './priced-estimate.test.support.ts';
import { smallCompany, type TestApp } from './small-company.test.support.ts';
import { verifiedBooks } from './verify/verify-queries.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 12);

/** DUNE with a schedule of two lines; what its client holds back is drawn with the history. */
async function approved(app: TestApp, kind: string, rows: Parameters<typeof sheetOf>[0]): Promise<void> {
  const begun = await app.order<{ id: number; version: number; pricedOn: string }>('POST', '/projects/2/estimates', {
    ...{ kind, name: '', copyOf: null },
  });
  const { version } = await app.order<{ version: number }>('PUT', `/estimates/${begun.id}`, {
    ...{ version: begun.version, name: '', pricedOn: begun.pricedOn, targetEndOn: '', sheet: sheetOf(rows) },
  });
  await app.send('POST', `/estimates/${begun.id}/approval`, {
    ...{ version, agreedOn: '2027-01-10', grouping: 'section', plan: [] },
  });
}

const company = smallCompany((app) =>
  approved(app, 'estimate', [
    { section: 'Earthwork', code: '31-250', cost: '40,000', price: '60,000' },
    { section: 'Tide gate', code: '31-100', cost: '60,000', price: '84,000' },
  ]),
);

const percent = fc.integer({ min: 0, max: 105 });
const part = fc.integer({ min: 1, max: 100 });
const step = fc.oneof(
  fc.record({ kind: fc.constant('apply' as const), percents: fc.tuple(percent, percent), stored: fc.nat(9_000) }),
  fc.record({ kind: fc.constant('certify' as const), part }),
  fc.record({
    kind: fc.constant('share' as const),
    typed: fc.oneof(
      part.map((of) => `${of}%`),
      fc.constantFrom('rest', 'final'),
    ),
    deposit: fc.constantFrom('', '', '50%', 'all'),
  }),
  fc.record({ kind: fc.constant('deposit' as const), part }),
  fc.record({ kind: fc.constant('credit' as const), which: fc.nat(20), part }),
  fc.record({ kind: fc.constant('release' as const), part }),
  fc.record({ kind: fc.constant('receive' as const), which: fc.nat(20), part }),
  fc.record({ kind: fc.constant('reverse' as const), which: fc.nat(40) }),
  fc.record({ kind: fc.constant('change' as const), price: fc.integer({ min: -30_000, max: 20_000 }) }),
);
type Step = typeof step extends fc.Arbitrary<infer S> ? S : never;

interface Billing {
  readonly contractCents: number;
  readonly billedCents: number;
  readonly heldCents: number;
  readonly lines: readonly { readonly number: number; readonly valueCents: number; readonly billedCents: number }[];
  readonly applications: readonly { readonly documentId: number; readonly number: string; readonly state: string }[];
}
const billingOf = (app: TestApp) => app.ask<Billing>('/project-billing?project=2&through=2027-01');
const documents = async (app: TestApp, kind: string) =>
  (
    await app.ask<{ rows: { id: number; grossCents: number; openCents: number; reversedBy: string | null }[] }>(
      `/documents?through=2027-01${kind}`,
    )
  ).rows;
const dollars = (cents: number): string => (Math.trunc(cents) / 100).toFixed(2);
const BLANK = { percent: '', amount: '', stored: '', mayExceed: '', text: '' };

/** Does one thing; what the application refuses is passed over, what breaks it fails the test. */
async function live(app: TestApp, event: Step): Promise<void> {
  const { heldCents, applications } = await billingOf(app);
  const waiting = applications.find(({ state }) => state === 'submitted');
  switch (event.kind) {
    case 'apply': {
      const rows = event.percents.map((typed, line) => ({ ...BLANK, line: String(line + 1), percent: String(typed) }));
      const [first, second] = rows;
      const asked = [first, { ...second, stored: String(event.stored) }];
      const head = { kind: 'applications', project: 'DUNE', datedOn: '2027-01-31', taxCode: 'ST', text: '' };
      return attemptSheet(app, { ...head, replaces: waiting?.number ?? '', rows: asked });
    }
    case 'certify': {
      if (waiting === undefined) return;
      const { sheet } = await app.ask<{ sheet: { rows: { line: string }[] } }>(
        `/documents/${waiting.documentId}/certificate-sheet`,
      );
      const [first, ...others] = sheet.rows;
      const less = first === undefined ? [] : [{ ...first, certified: String(event.part * 10), reason: 'Part of it' }];
      return attemptSheet(app, { ...sheet, rows: event.part > 50 ? sheet.rows : [...less, ...others] });
    }
    case 'share': {
      const row = { project: 'DUNE', share: event.typed, taxCode: '', deposit: event.deposit, dueOn: '', text: '' };
      return attemptSheet(app, { kind: 'invoices', datedOn: '2027-01-31', rows: [row] });
    }
    case 'deposit': {
      const row = { project: 'DUNE', amount: String(event.part * 100), taxCode: 'ST', dueOn: '', text: '' };
      return attemptSheet(app, { kind: 'deposit-invoices', datedOn: '2027-01-31', rows: [row] });
    }
    case 'credit': {
      const invoices = await documents(app, '&kind=invoice');
      const chosen = invoices[event.which % Math.max(1, invoices.length)];
      if (chosen === undefined) return;
      const work = dollars((chosen.grossCents * event.part) / 130);
      await attempt(app, 'POST', '/credit-notes', {
        documentId: chosen.id,
        datedOn: '2027-01-31',
        work,
        text: 'Less',
      });
      return;
    }
    case 'release': {
      const amount = dollars((heldCents * event.part) / 100);
      const row = { project: 'DUNE', amount, taxCode: '', dueOn: '', text: '' };
      return attemptSheet(app, { kind: 'retention-invoices', datedOn: '2027-01-31', rows: [row] });
    }
    case 'receive': {
      const open = await documents(app, '&openOn=receivable&open=yes');
      const chosen = open[event.which % Math.max(1, open.length)];
      if (chosen === undefined) return;
      const amount = dollars((chosen.openCents * event.part) / 100);
      await attempt(app, 'POST', '/receipts', { documentId: chosen.id, paidOn: '2027-01-31', amount });
      return;
    }
    case 'reverse': {
      const all = await documents(app, '');
      const chosen = all[event.which % Math.max(1, all.length)];
      if (chosen === undefined) return;
      await attempt(app, 'POST', `/documents/${chosen.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong' });
      return;
    }
    case 'change': {
      const price = dollars(event.price * 100);
      return approved(app, 'change', [{ section: 'Planting', code: '31-250', cost: '0', price }]);
    }
  }
}

/** What holds whatever was billed, credited, released and taken back. */
async function check(app: TestApp, history: readonly Step[]): Promise<void> {
  const said = JSON.stringify(history);
  const billing = await billingOf(app);
  const { rows } = await sql<{ billed: number; retained: number }>`SELECT
    ifnull((SELECT SUM(billed_cents) FROM project_month WHERE project_id = 2), 0) AS billed,
    ifnull((SELECT SUM(retained_cents) FROM project_month WHERE project_id = 2), 0) AS retained`.execute(
    app.books.reader,
  );
  const sum = billing.lines.reduce((all, { billedCents }) => all + billedCents, 0);
  expect([billing.billedCents, sum], said).toEqual([rows[0]?.billed, rows[0]?.billed]);
  expect(billing.heldCents, said).toBe(rows[0]?.retained);
  expect(
    billing.lines.reduce((all, { valueCents }) => all + valueCents, 0),
    said,
  ).toBe(billing.contractCents);
  const held = await sql<{ held: number }>`SELECT ifnull(SUM(b.withheld_cents - b.released_cents), 0) AS held
    FROM billed_value b WHERE NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = b.document_id)`.execute(
    app.books.reader,
  );
  expect(held.rows, said).toEqual([{ held: billing.heldCents }]);
  expect(billing.heldCents, said).toBeGreaterThanOrEqual(0);
  const deposits = await sql<{ left: number; account: number; short: number }>`SELECT
    ifnull((SELECT SUM(m.net_cents) FROM deposit_move m
      WHERE NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = m.document_id)), 0) AS "left",
    ifnull((SELECT SUM(deposit_cents) FROM project_month WHERE project_id = 2), 0) AS account,
    (SELECT COUNT(*) FROM (SELECT SUM(m.net_cents) AS net, SUM(m.tax_cents) AS tax FROM deposit_move m
      WHERE NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = m.document_id)
      GROUP BY m.deposit_id HAVING net < 0 OR tax < 0)) AS short`.execute(app.books.reader);
  expect(deposits.rows, said).toEqual([
    { left: deposits.rows[0]?.account, account: deposits.rows[0]?.account, short: 0 },
  ]);
  expect(await openApart(app), said).toEqual([]);
}

test(
  'whatever is asked, certified, invoiced, credited, released and paid: lines, account and retention agree at every step',
  async () => {
    let billed = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom('', '10', '10 until 50, then 0', '10 until 30, then 5 until 60, then 2'),
        fc.array(step, { minLength: 6, maxLength: 24 }),
        async (retention, history) => {
          const app = await company.open();
          try {
            const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
              '/records/project',
            );
            const dune = rows.find(({ fields }) => fields['code'] === 'DUNE');
            const fields = { ...dune?.fields, retention, retentionOfStored: '5', retentionWithFinal: '50' };
            await app.order('PUT', `/records/project/${dune?.id}`, { version: dune?.version, fields });
            for (const event of history) {
              await live(app, event);
              await check(app, history);
            }
            billed += (await billingOf(app)).billedCents;
            expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
          } finally {
            await app.close();
          }
        },
      ),
      { numRuns: RUNS, endOnFailure: true },
    );
    expect(billed).toBeGreaterThan(0);
  },
  RUNS * 30_000,
);
