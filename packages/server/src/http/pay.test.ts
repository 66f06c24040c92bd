import { month } from '@lowtide/core/calendar/month.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import { expect, test } from 'vitest';
import { post, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { peopled, signedIn } from '../visitor.test.support.ts';

const company = smallCompany();
const BLANK = {
  ...{ employee: '', regularHours: '', overtimeHours: '', grossRegular: '', grossOvertime: '', employerTaxes: '' },
  ...{ insurance: '', benefits: '', withheld: '', net: '', text: '' },
};

/** Two people worked and were paid; a reader and a manager of another project look. */
async function paid() {
  const app = await company.open();
  const row = (employee: string) => ({
    ...{ employee, project: 'GATE', code: 'A/31-100', costType: '', text: `by ${employee}` },
    days: ['8', '8', '', '', '', '', ''],
  });
  await post(app, '2027-01', { kind: 'hours', weekOn: '2027-01-04', rows: [row('E1'), row('E2')] });
  const pay = (employee: string, grossRegular: string) => ({
    ...BLANK,
    employee,
    grossRegular,
    text: `${employee} pay`,
  });
  const [payroll] = await post(app, '2027-01', {
    ...{ kind: 'payroll', from: '2027-01-04', through: '2027-01-17', paidOn: '2027-01-17', fee: '' },
    rows: [pay('E1', '1,111.11'), pay('E2', '2,222.22')],
  });
  const xml = { name: 'register.txt', mediaType: 'text/plain', content: Buffer.from('E1 1,111.11').toString('base64') };
  await app.order('POST', '/attachments', { about: 'document', id: payroll?.id, ...xml });
  await peopled(app, [
    { name: 'Rae Stone', role: 'reader' },
    { name: 'Max Dune', role: 'manager' },
  ]);
  return { app, payroll: payroll?.id ?? 0 };
}

const every = async (app: TestApp, name: string, paths: readonly string[]) => {
  const visitor = await signedIn(app, name);
  const answers = [];
  for (const path of paths) answers.push(await visitor.send('GET', path));
  return answers;
};

test('what somebody is paid is seen by no way: document, ledger, search in it, trace, CSV, files', async () => {
  const { app, payroll } = await paid();
  const paths = [
    `/documents/${payroll}`,
    '/ledger?project=1&through=2027-01',
    '/ledger?project=1&through=2027-01&text=by',
    '/trace?figure=cost.p1.t2027-01',
    '/trace?figure=labor-clearing.t2027-01',
    '/documents?through=2027-01',
    '/search?text=E1',
  ];
  const answers = await every(app, 'Rae Stone', paths);
  for (const [place, { status, body }] of answers.entries()) {
    const text = JSON.stringify(body);
    expect(status, paths[place]).toBe(200);
    for (const secret of ['111111', '222222', 'E1 pay', 'T. Callow', 'by E1']) {
      expect(text.includes(secret), `${paths[place]}: ${secret}`).toBe(false);
    }
  }
  // What was paid in all is there, and adds up.
  const lines = (answers[0]?.body as unknown as { lines: { amountCents: number }[] }).lines.map(
    ({ amountCents }) => amountCents,
  );
  expect(lines).toEqual([333_333, -333_333]);
  const found = answers[2]?.body as unknown as { lines: unknown[] };
  expect(found.lines).toEqual([]);
  const refused = await every(app, 'Rae Stone', [
    '/sheet-files/payroll.csv',
    `/attachments?about=document&id=${payroll}`,
    '/attachments/1/content',
    '/attachments?about=draft&id=1',
    `/figures?keys=${figureKey({ name: 'cost', project: 1, employee: 1, through: month('2027-01') })}`,
  ]);
  expect(refused.map(({ status }) => status)).toEqual([403, 403, 403, 403, 403]);
  const hours = (
    answers[1]?.body as unknown as {
      lines: { party: string | null; codes: { employee: string | null }; quantity: number; amountCents: number }[];
    }
  ).lines;
  expect(hours.every(({ codes }) => codes.employee === null)).toBe(true);
  // 8 h at 40.00 and 8 h at 38.7544, by two people of one role: one line a day, and neither rate is in it.
  expect(hours.map(({ quantity, amountCents }) => [quantity, amountCents])).toEqual([
    [160_000, 63_004],
    [160_000, 63_004],
  ]);
  await app.close();
});

test('a manager reads no estimate of another project by copying it', async () => {
  const { app } = await paid();
  const other = await app.send('GET', '/projects/1/estimates');
  expect(other.status).toBe(401);
  const max = await signedIn(app, 'Max Dune');
  const copy = { kind: 'estimate', name: 'Copied', copyOf: 1 };
  const { status } = await max.send('POST', '/projects/2/estimates', copy);
  expect(status).toBe(404);
  await app.close();
});
