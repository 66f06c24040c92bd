import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  hoursSheet,
  openApp,
  post,
  setUpSmallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await app.order('POST', '/records/activity', { fields: { code: 'DIVE', name: 'Diving' } });
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/employee',
  );
  const [brisk] = rows;
  const fields = { ...brisk?.fields, jobRole: 'diver' };
  await app.order('PUT', `/records/employee/${brisk?.id}`, { version: brisk?.version, fields });
});
afterAll(() => app.close());

const BLANK = {
  employee: '',
  role: '',
  activity: '',
  project: '',
  client: '',
  effectiveOn: '2027-01-01',
  rate: '',
  note: '',
};
const table = (side: string, ...rows: readonly object[]) => ({ side, rows: rows.map((row) => ({ ...BLANK, ...row })) });
interface Effect {
  readonly hours: number;
  readonly beforeCents: number;
  readonly afterCents: number;
}
interface Effects {
  readonly rates: number;
  readonly unposted: Effect;
  readonly posted: Effect;
  readonly problems: readonly { readonly at: string; readonly kind: string }[];
}
const preview = (body: object) => app.order<Effects>('POST', '/rate-tables/preview', body);
const csv = async (side: string): Promise<string> => (await fetch(`${app.address}/api/rate-files/${side}.csv`)).text();

describe('a table of rates', () => {
  test('is refused whole, each cell named; two rows for the same from the same day are one too many', async () => {
    const body = table(
      'bill',
      { role: 'diver', rate: '128' },
      { role: 'diver', rate: '130' },
      { employee: 'nobody', rate: 'x', effectiveOn: '' },
      { activity: 'DIVE', rate: '5' },
    );
    const { problems } = await preview(body);
    expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual([
      'rows/1/effectiveOn rate-typed-twice',
      'rows/2/employee unknown-code',
      'rows/2/effectiveOn missing',
      'rows/2/rate unreadable-number',
      'rows/3/employee rate-for-nobody',
    ]);
    await app.refused('POST', '/rate-tables', body);
    expect((await app.ask<{ rows: unknown[] }>('/rates?side=bill')).rows).toEqual([]);
  });

  test('says what it does to posted and unposted hours before it is saved', async () => {
    await post(app, '2027-01', hoursSheet('2027-01-04', workedDay('E1', 'GATE', 'A/31-100', '8')));
    await app.order('POST', '/drafts', {
      month: '2027-01',
      sheet: hoursSheet('2027-01-11', workedDay('E1', 'GATE', '31-100', '5')),
    });
    const bill = table('bill', { role: 'diver', rate: '128' });
    expect(await preview(bill)).toMatchObject({
      posted: { hours: 80_000, beforeCents: 0, afterCents: 102_400 },
      unposted: { hours: 50_000, beforeCents: 0, afterCents: 64_000 },
    });
    await app.order('POST', '/rate-tables', bill);
    const special = table(
      'bill',
      { role: 'diver', activity: 'DIVE', rate: '150' },
      { role: 'diver', project: 'GATE', rate: '140' },
    );
    expect(await preview(special)).toMatchObject({ rates: 2, posted: { beforeCents: 102_400, afterCents: 112_000 } });
    const cost = table('cost', { employee: 'E1', rate: '42', effectiveOn: '2027-01-11' });
    expect(await preview(cost)).toMatchObject({
      posted: { hours: 0, beforeCents: 0, afterCents: 0 },
      unposted: { hours: 50_000, beforeCents: 20_000, afterCents: 21_000 },
    });
  });

  test('goes out as CSV and comes back without changing anything; what is new in it is added', async () => {
    const saved = await csv('bill');
    expect(saved).toBe('employee,role,activity,project,client,effectiveOn,rate,note\n,diver,,,,2027-01-01,128,\n');
    const file = (text: string) => ({ side: 'bill', name: 'rates.csv', csv: text });
    expect(await app.order('POST', '/rate-imports', file(saved))).toEqual({ added: 0 });
    const more = `${saved},diver,DIVE,,,2027-01-01,150,\n,,,,COUNTY,2027-01-01,90,\n`;
    expect(await app.refused('POST', '/rate-imports', file(more))).toEqual(['row 4/employee rate-for-nobody']);
    expect(await app.order('POST', '/rate-imports', file(more.replace(/\n,,,.*$/s, '\n')))).toEqual({ added: 1 });
  });
});

describe('posted hours', () => {
  const days = { from: '2027-01-01', through: '2027-01-31' };

  test('say which rule gave their rate and which it beat', async () => {
    const role = table('cost', { role: 'diver', rate: '39', effectiveOn: '2027-01-01' });
    await app.order('POST', '/rate-tables', role);
    const [week] = await post(app, '2027-01', hoursSheet('2027-01-18', workedDay('E1', 'GATE', 'A/31-100', '8')));
    const { rows } = await app.ask<{ rows: { rate: number; rule: object; beaten: object[] }[] }>(
      `/documents/${week?.id}/hours`,
    );
    expect(rows).toMatchObject([
      {
        rate: 400_000,
        rule: { level: 'employee', from: '2027-01-01' },
        beaten: [{ level: 'role', rate: 390_000, from: '2027-01-01' }],
      },
    ]);
  });

  test('are re-rated by taking them back and posting them once more, and then have nothing left to re-rate', async () => {
    expect(await app.refused('POST', '/re-ratings', { ...days })).toEqual(['nothing-to-re-rate']);
    await app.order('POST', '/rate-tables', table('cost', { employee: 'E1', rate: '42.5', effectiveOn: '2027-01-11' }));
    const seen = await app.order<object>('POST', '/re-ratings/preview', days);
    expect(seen).toMatchObject({
      rows: [{ weekOn: '2027-01-18', employee: 'E1', project: 'GATE', beforeCents: 32_000, afterCents: 34_000 }],
      ...{ hours: 80_000, beforeCents: 32_000, afterCents: 34_000, problems: [] },
    });
    const { documents } = await app.order<{ documents: { id: number }[] }>('POST', '/re-ratings', {
      ...days,
      acceptWarnings: true,
    });
    expect(documents).toHaveLength(1);
    const { document, lines } = await app.ask<{ document: { grossCents: number }; lines: { text: string }[] }>(
      `/documents/${documents[0]?.id}`,
    );
    expect([document.grossCents, lines.length]).toEqual([2_000, 4]);
    expect(await app.refused('POST', '/re-ratings', days)).toEqual(['nothing-to-re-rate']);
  });
});
