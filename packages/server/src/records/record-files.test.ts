import { afterAll, beforeAll, expect, test } from 'vitest';
import { RECORD_KIND_NAMES, RECORD_KINDS } from '@lowtide/core/records/record-kinds.ts';
import { openApp, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  const fields = { code: 'ODD', name: '=1+1, "Sons"', termsDays: '-0', address: '3 Sluice Row\nKelder' };
  await app.order('POST', '/records/supplier', { fields: { ...fields, termsDays: '30' } });
});
afterAll(() => app.close());

const saved = async (kind: string): Promise<string> => {
  const answer = await fetch(`${app.address}/api/record-files/${kind}.csv`);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'text/csv; charset=utf-8']);
  return answer.text();
};
type Rows = { readonly rows: readonly { readonly id: number; readonly fields: Readonly<Record<string, string>> }[] };
const records = async (kind: string) =>
  (await app.ask<Rows>(`/records/${kind}`)).rows.map(({ id, fields }) => ({ id, fields }));

test.each(RECORD_KIND_NAMES)('%s goes out as CSV with the heads that an import reads', async (kind) => {
  const [heads = '', ...lines] = (await saved(kind)).trimEnd().split('\n');
  expect(heads.split(',')).toEqual(RECORD_KINDS[kind].fields.map(({ name }) => name));
  expect(lines.length).toBeGreaterThanOrEqual((await records(kind)).length);
});

/** Kinds that are told by a code; the others are dated facts, which are only added. */
const CODED = RECORD_KIND_NAMES.filter((kind) => RECORD_KINDS[kind].fields[0]?.name === 'code');

test.each(CODED)('%s comes back the same', async (kind) => {
  const before = await records(kind);
  if (before.length === 0) return;
  const imported = await app.order<{ added: number; changed: number }>('POST', `/imports/${kind}`, {
    ...{ name: `${kind}.csv`, csv: await saved(kind) },
  });
  expect(imported).toEqual({ added: 0, changed: before.length });
  expect(await records(kind)).toEqual(before);
});

test('no other file is found there', async () => {
  const answer = await fetch(`${app.address}/api/record-files/journal.csv`);
  expect(answer.status).toBe(400);
});
