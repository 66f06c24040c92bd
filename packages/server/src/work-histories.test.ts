import fc from 'fast-check';
import { sql } from 'kysely';
import { expect, test } from 'vitest';
import { attempt } from './attempt.test.support.ts';
import { openApart } from './open-by-project.test.support.ts';
import { billSheet, GOOD_BILL, hoursSheet, post, smallCompany, workedDay } from './small-company.test.support.ts';
import type { TestApp } from './small-company.test.support.ts';
import { verifiedBooks } from './verify/verify-queries.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 10);
/** E1 an hour, and what 1.00 of material is billed at, both in cents. */
const RATE = 90_00;
const MATERIAL = 1_10;

/** WATCH is billed by time and materials. */
const company = smallCompany(async (app) => {
  await app.order('POST', '/records/project', {
    fields: {
      ...{ code: 'WATCH', name: 'Monitoring', kind: 'client', client: 'COUNTY', startOn: '2027-01-01' },
      ...{ status: 'active', method: 'as-billable', costTreatment: 'expense', billedBy: 'time and materials' },
      markup: 'material 10, other none',
    },
  });
  await app.order('POST', '/rates', {
    ...{ side: 'bill', employee: 'E1', role: '', client: '', project: '', activity: '', effectiveOn: '2027-01-01' },
    ...{ rate: String(RATE / 100), note: '', buildUp: [] },
  });
});

const part = fc.integer({ min: 1, max: 100 });
const some = fc.array(fc.boolean(), { maxLength: 4 }).map((others) => [true, ...others]);
const step = fc.oneof(
  fc.record({ kind: fc.constant('hours' as const), hours: fc.integer({ min: 1, max: 4 }) }),
  fc.record({ kind: fc.constant('material' as const), net: fc.integer({ min: 1, max: 900 }) }),
  fc.record({
    kind: fc.constant('bill' as const),
    ...{ some, part: fc.oneof(fc.constant(100), part), reason: fc.constantFrom('later', 'Agreed with the county') },
  }),
  fc.record({ kind: fc.constant('leave out' as const), some }),
  fc.record({ kind: fc.constant('take in' as const) }),
  fc.record({
    kind: fc.constant('credit' as const),
    ...{ which: fc.nat(20), part, workIs: fc.constantFrom('billed again', 'written down') },
  }),
  fc.record({ kind: fc.constant('take back' as const), which: fc.nat(40) }),
);
type Step = typeof step extends fc.Arbitrary<infer S> ? S : never;

interface Work {
  readonly id: number;
  readonly left: number;
}
const unbilled = (app: TestApp, project: number) =>
  app.ask<{ rows: Work[]; leftCents: number }>(`/unbilled-work?project=${project}`);
const dollars = (cents: number): string => (Math.trunc(cents) / 100).toFixed(2);
const chosen = <T>(rows: readonly T[], mask: readonly boolean[]): readonly T[] =>
  rows.filter((_, place) => mask[place % mask.length]);

/** What was done, as the test knows it: each document that stands, with what its work is worth, and work that was left out. */
interface Done {
  readonly worth: Map<number, number>;
  readonly invoices: Set<number>;
  leftOut: readonly number[];
  entered: number;
}

/** Does one thing; what the application refuses is passed over, what breaks it fails the test. */
async function live(app: TestApp, project: number, event: Step, done: Done): Promise<void> {
  switch (event.kind) {
    case 'hours': {
      // One after the other on five days, so that none has more than 24 hours.
      const days = Array.from({ length: 7 }, (_, day) => (day === done.entered % 5 ? String(event.hours) : ''));
      const row = { ...workedDay('E1', 'WATCH', '31-100', ''), days };
      const [posted] = await post(app, '2027-01', hoursSheet('2027-01-11', row));
      done.entered += 1;
      done.worth.set(posted?.id ?? 0, event.hours * RATE);
      return;
    }
    case 'material': {
      done.entered += 1;
      const net = String(event.net);
      const row = {
        ...GOOD_BILL,
        number: `M-${done.entered}`,
        total: net,
        project: 'WATCH',
        code: '31-250',
        net,
        tax: '',
      };
      const [posted] = await post(app, '2027-01', billSheet(row));
      done.worth.set(posted?.id ?? 0, event.net * MATERIAL);
      return;
    }
    case 'bill': {
      const rows = chosen((await unbilled(app, project)).rows, event.some).map(({ id, left }) => ({
        ...{ work: String(id), bill: event.part === 100 ? '' : dollars((left * event.part) / 100) },
        reason: event.part === 100 ? '' : event.reason,
      }));
      const head = { project: 'WATCH', datedOn: '2027-01-31', dueOn: '', taxCode: '', deposit: '', text: '' };
      const draft = await attempt(app, 'POST', '/drafts', {
        ...{ month: '2027-01', sheet: { kind: 'work-invoices', ...head, rows } },
      });
      const posting = { month: '2027-01', version: draft?.['version'], acceptWarnings: true };
      const posted = await attempt(app, 'POST', `/drafts/${String(draft?.['id'])}/posting`, posting);
      for (const { id } of (posted?.['documents'] ?? []) as { id: number }[]) done.invoices.add(id);
      return;
    }
    case 'leave out': {
      const work = chosen((await unbilled(app, project)).rows, event.some).map(({ id }) => id);
      const order = { work, isBillable: false, reason: 'Our mistake' };
      if (work.length > 0 && (await attempt(app, 'POST', '/unbilled-work/marks', order)) !== null) done.leftOut = work;
      return;
    }
    case 'take in': {
      if (done.leftOut.length === 0) return;
      await attempt(app, 'POST', '/unbilled-work/marks', { work: done.leftOut, isBillable: true, reason: 'They pay' });
      return;
    }
    case 'credit': {
      const id = [...done.invoices][event.which % Math.max(1, done.invoices.size)];
      if (id === undefined) return;
      const { document } = await app.ask<{ document: { grossCents: number } }>(`/documents/${id}`);
      await attempt(app, 'POST', '/credit-notes', {
        ...{ documentId: id, datedOn: '2027-01-31', work: dollars((document.grossCents * event.part) / 100) },
        ...{ text: 'Less', workIs: event.workIs },
      });
      return;
    }
    case 'take back': {
      const all = [...done.worth.keys(), ...done.invoices];
      const id = all[event.which % Math.max(1, all.length)];
      if (id === undefined) return;
      const order = { postedOn: '2027-01-31', reason: 'Wrong' };
      if ((await attempt(app, 'POST', `/documents/${id}/reversal`, order)) === null) return;
      done.worth.delete(id);
      done.invoices.delete(id);
      return;
    }
  }
}

/** No hour and no cost is billed twice or lost: what it is worth is billed, written down or left. */
async function check(app: TestApp, project: number, done: Done, said: string): Promise<number> {
  const { leftCents, rows } = await unbilled(app, project);
  const { totals } = await app.ask<{ totals: { workedCents: number; billedCents: number; writtenCents: number } }>(
    '/realization?from=2027-01&through=2027-01',
  );
  const worth = [...done.worth.values()].reduce((all, each) => all + each, 0);
  const posted = await sql<{ billed: number }>`SELECT ifnull(SUM(billed_cents), 0) AS billed FROM project_month
    WHERE project_id = ${project}`.execute(app.books.reader);
  expect(totals.workedCents, said).toBe(worth);
  expect(totals.billedCents, said).toBe(posted.rows[0]?.billed);
  expect(totals.billedCents + totals.writtenCents + leftCents, said).toBe(worth);
  expect(leftCents, said).toBe(rows.reduce((all, { left }) => all + left, 0));
  expect(await openApart(app), said).toEqual([]);
  return totals.billedCents;
}

test(
  'whatever is worked, billed, left out, credited and taken back: no hour and no cost is billed twice or lost',
  async () => {
    let billed = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 6, maxLength: 24 }), async (history) => {
        const app = await company.open();
        try {
          const { rows } = await app.ask<{ rows: { id: number; fields: Record<string, string> }[] }>(
            '/records/project',
          );
          const project = rows.find(({ fields }) => fields['code'] === 'WATCH')?.id ?? 0;
          const done: Done = { worth: new Map(), invoices: new Set(), leftOut: [], entered: 0 };
          for (const event of history) {
            await live(app, project, event, done);
            billed += await check(app, project, done, JSON.stringify(history));
          }
          expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
        } finally {
          await app.close();
        }
      }),
      { numRuns: RUNS, endOnFailure: true },
    );
    expect(billed).toBeGreaterThan(0);
  },
  RUNS * 30_000,
);
