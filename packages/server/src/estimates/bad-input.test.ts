import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { addPier, approvalOf, PIER_ROWS, priced, sheetOf, type Head } from '../priced-estimate.test.support.ts';
import { openApp, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
let pier: number;
let estimate: Head;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  pier = await addPier(app);
  estimate = await priced(app, pier, PIER_ROWS, { name: 'As asked for' });
});
afterAll(() => app.close());

const BLANK = sheetOf([{}]).rows[0];
const change = (more: object) => ({
  ...{ version: estimate.version, name: '', pricedOn: '2027-01-31', targetEndOn: '', sheet: sheetOf([]) },
  ...more,
});

interface Bad {
  readonly case: string;
  readonly method?: string;
  readonly path: () => string;
  readonly body: () => unknown;
  readonly status: number;
  readonly at: string;
}

const own =
  (rest = '') =>
  (): string =>
    `/estimates/${estimate.id}${rest}`;

const BAD: readonly Bad[] = [
  ...[
    { case: 'an estimate of a project that is not there', path: () => '/projects/999/estimates', status: 404, at: '' },
    {
      case: 'of a kind there is none of',
      path: () => `/projects/${pier}/estimates`,
      kind: 'guess',
      status: 400,
      at: 'kind',
    },
    {
      case: 'a copy of what is not there',
      path: () => `/projects/${pier}/estimates`,
      copyOf: 999,
      status: 404,
      at: '',
    },
  ].map(({ kind = 'estimate', copyOf = null, ...rest }) => ({ ...rest, body: () => ({ kind, name: '', copyOf }) })),
  ...[
    { case: 'a sheet without its version', more: { version: undefined }, status: 400, at: 'version' },
    { case: 'a day that is none', more: { pricedOn: '2027-02-30' }, status: 422, at: 'pricedOn' },
    {
      case: 'a cell that is a number',
      more: { sheet: { usualMarkup: '', rows: [{ ...BLANK, cost: 5 }] } },
      status: 400,
      at: 'sheet/rows/0/cost',
    },
    {
      case: 'a column there is none of',
      more: { sheet: { usualMarkup: '', rows: [{ ...BLANK, weight: '1' }] } },
      status: 400,
      at: 'sheet/rows/0',
    },
    {
      case: 'more rows than a sheet has',
      more: { sheet: { usualMarkup: '', rows: Array.from({ length: 5_001 }, () => BLANK) } },
      status: 400,
      at: 'sheet/rows',
    },
    { case: 'a name as long as a letter', more: { name: 'n'.repeat(5_000) }, status: 400, at: 'name' },
  ].map(({ more, ...rest }) => ({ ...rest, method: 'PUT', path: own(), body: () => change(more) })),
  ...[
    { case: 'an approval by a grouping there is none of', more: { grouping: 'color' }, status: 400, at: 'grouping' },
    { case: 'an approval on a day that is none', more: { agreedOn: 'soon' }, status: 422, at: 'agreedOn' },
    {
      case: 'a plan with a percent that is none',
      more: { plan: [{ dueOn: '2027-03-31', text: '', share: 'half' }] },
      status: 422,
      at: 'plan/0/share',
    },
    {
      case: 'a plan without a day',
      more: { plan: [{ dueOn: '', text: '', share: '100 %' }] },
      status: 422,
      at: 'plan/0/dueOn',
    },
    {
      case: 'a plan of more rows than a year has days',
      more: { plan: Array.from({ length: 201 }, () => ({ dueOn: '', text: '', share: '' })) },
      status: 400,
      at: 'plan',
    },
  ].map(({ more, ...rest }) => ({ ...rest, path: own('/approval'), body: () => approvalOf(estimate.version, more) })),
  {
    case: 'a withdrawal of what is not approved',
    path: own('/withdrawal'),
    body: () => ({ version: estimate.version, reason: 'No' }),
    status: 422,
    at: '',
  },
  {
    case: 'a rejection of an estimate',
    path: own('/rejection'),
    body: () => ({ version: estimate.version, reason: 'No' }),
    status: 422,
    at: '',
  },
  {
    case: 'a workbook that is none',
    path: own('/sheet-files'),
    body: () => ({ name: 'a.xlsx', content: 'AAAA' }),
    status: 422,
    at: 'content',
  },
  {
    case: 'a CSV without its columns',
    path: own('/sheet-files'),
    body: () => ({ name: 'a.csv', content: 'one,two\n1,2\n' }),
    status: 422,
    at: 'row 1',
  },
];

/** How many rows every table has. */
async function counts(): Promise<Readonly<Record<string, number>>> {
  const { rows: tables } = await sql<{ name: string }>`
    SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`.execute(app.books.reader);
  const counted: Record<string, number> = {};
  for (const { name } of tables) {
    const { rows } = await sql<{ count: number }>`SELECT COUNT(*) AS count FROM ${sql.table(name)}`.execute(
      app.books.reader,
    );
    counted[name] = rows[0]?.count ?? 0;
  }
  return counted;
}

describe('refused, said where and why, and nothing of it kept', () => {
  test.each(BAD)('$case', async ({ method = 'POST', path, body, status, at }) => {
    const before = await counts();
    const { status: found, body: answer } = await app.send(method, path(), body());
    expect(found).toBe(status);
    const problems = (answer['problems'] ?? []) as readonly { readonly at: string; readonly message: string }[];
    if (at !== '') expect(problems.map(({ at: place }) => place)).toContain(at);
    // What people may do says what to do; what only a program can send says what the schema wants.
    for (const { message } of status === 422 ? problems : []) expect(message).toMatch(/\.$/);
    expect(await counts()).toEqual(before);
    expect((await app.ask<Answer<'estimate'>>(`/estimates/${estimate.id}`)).version).toBe(estimate.version);
  });
});

test('an approval that is refused in the middle of its writing leaves nothing behind', async () => {
  const before = await counts();
  // The budget is written before the schedule; the schedule cannot be.
  await sql`CREATE TRIGGER broken BEFORE INSERT ON scheduled_value BEGIN SELECT RAISE(ABORT, 'disk'); END`.execute(
    app.books.writer,
  );
  try {
    const { status } = await app.send('POST', `/estimates/${estimate.id}/approval`, approvalOf(estimate.version));
    expect(status).toBe(500);
  } finally {
    await sql`DROP TRIGGER broken`.execute(app.books.writer);
  }
  expect(await counts()).toEqual(before);
  const { position } = await app.ask<Answer<'project'>>(`/projects/${pier}?through=2027-01`);
  expect(position.contract.amountCents).toBe(0);
});

test('the same approval sent twice approves once; another one with the same key is refused', async () => {
  const path = `/estimates/${estimate.id}/approval`;
  const [one, other] = [
    await app.send('POST', path, approvalOf(estimate.version), 'approve-once'),
    await app.send('POST', path, approvalOf(estimate.version), 'approve-once'),
  ];
  expect([one.status, other.status]).toEqual([201, 201]);
  expect(other.body).toEqual(one.body);
  const different = await app.send('POST', path, approvalOf(estimate.version, { grouping: 'line' }), 'approve-once');
  expect(different.status).toBe(409);
  const { schedule } = await app.ask<Answer<'estimates'>>(`/projects/${pier}/estimates`);
  expect(schedule.reduce((sum, { amountCents }) => sum + amountCents, 0)).toBe(4_000_000);
});
