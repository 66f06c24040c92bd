import { afterAll, beforeAll, expect, test } from 'vitest';
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
  app = await openApp(undefined, { demo: true });
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

interface Taken {
  readonly drafts: readonly { readonly id: number; readonly title: string; readonly rows: number }[];
  readonly used: number;
  readonly waiting: number;
}
interface Entry {
  readonly id: number;
  readonly badge: string;
  readonly problems: readonly { readonly kind: string }[];
}
const entries = async () => (await app.ask<{ rows: Entry[] }>('/clock-entries')).rows;

test('a week of the simulated clock becomes a sheet that waits; what cannot be used waits in a list', async () => {
  await post(
    app,
    '2027-01',
    hoursSheet('2027-01-04', workedDay('E1', 'GATE', 'A/31-100', '8'), workedDay('E2', 'DUNE', '31-100', '8')),
  );
  const file = await app.order<{ name: string; csv: string }>('POST', '/stand-ins/time-clock', {
    weekOn: '2027-01-11',
  });
  const taken = await app.order<Taken>('POST', '/clock-files', file);
  expect(taken).toMatchObject({ drafts: [{ title: 'Week of 2027-01-11', rows: 2 }], used: 20, waiting: 3 });
  expect((await entries()).map(({ problems }) => problems.map(({ kind }) => kind))).toEqual([
    ['unknown-code'],
    ['clock-overlap'],
    ['clock-too-long'],
  ]);
  expect(await app.refused('POST', '/clock-files', file)).toEqual(['csv file-seen']);
  const [draft] = taken.drafts;
  const { preview } = await app.ask<{ preview: { problems: unknown[]; hours: number } }>(
    `/drafts/${draft?.id}?month=2027-01`,
  );
  expect(preview.problems).toEqual([]);
});

test('an entry that waits is put right and goes onto a sheet, or is dropped', async () => {
  const [badge, overlap] = await entries();
  const { id = 0, problems: _problems, ...line } = { ...badge } as Entry & Record<string, unknown>;
  const { file: _file, ...typed } = line;
  expect(await app.refused('PUT', `/clock-entries/${id}`, { ...typed, badge: 'nobody' })).toEqual([
    'badge unknown-code',
  ]);
  expect(await app.order('PUT', `/clock-entries/${id}`, { ...typed, badge: 'E2' })).toMatchObject({
    used: 1,
    waiting: 0,
  });
  expect(await app.refused('PUT', `/clock-entries/${id}`, { ...typed, badge: 'E2' })).toEqual(['not-there']);
  await app.order('DELETE', `/clock-entries/${overlap?.id}`, undefined);
  expect(await entries()).toHaveLength(1);
});

test('a file that is none changes nothing', async () => {
  const before = await entries();
  expect(await app.refused('POST', '/clock-files', { name: 'x', csv: 'a,b\n1,2\n' })).toContain('row 1 column-missing');
  expect(await entries()).toEqual(before);
});
