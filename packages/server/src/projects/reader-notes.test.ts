import { expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { smallCompany } from '../small-company.test.support.ts';

const company = smallCompany();
const GATE = 1;

test('a note stands in the WIP schedule from its month on, until another one takes its place or takes it back', async () => {
  const app = await company.open();
  const noteOf = async (through: string, known = '') =>
    (await app.ask<Answer<'wip-schedule'>>(`/wip-schedule?through=${through}${known}`)).rows.find(
      ({ id }) => id === GATE,
    )?.note;
  const write = async (month: string, text: string) =>
    app.order('POST', `/projects/${GATE}/reader-notes`, { month, text });
  expect(await noteOf('2027-01')).toBe('');
  await write('2027-01', 'The pit was rebuilt');
  expect([await noteOf('2026-12'), await noteOf('2027-01'), await noteOf('2027-02')]).toEqual([
    ...[undefined, 'The pit was rebuilt', 'The pit was rebuilt'],
  ]);
  await app.setToday('2027-02-20');
  await write('2027-02', 'A claim of 40,000 is with the county');
  await write('2027-01', '');
  expect([await noteOf('2027-01'), await noteOf('2027-02')]).toEqual(['', 'A claim of 40,000 is with the county']);
  expect(await noteOf('2027-01', '&known=2027-02-15T00:00:00Z')).toBe('The pit was rebuilt');
  const { rows } = await app.ask<Answer<'readerNotes'>>(`/projects/${GATE}/reader-notes?through=2027-02`);
  expect(rows.map(({ month, text }) => [month, text])).toEqual([
    ['2027-02', 'A claim of 40,000 is with the county'],
    ['2027-01', ''],
    ['2027-01', 'The pit was rebuilt'],
  ]);
  expect(await app.refused('POST', `/projects/${GATE}/reader-notes`, { month: '2027-03', text: 'x' })).toEqual([
    'month month-ahead',
  ]);
  expect(
    await app.refused('POST', `/projects/${GATE}/reader-notes`, { month: '2027-02', text: 'x'.repeat(401) }),
  ).toEqual(['text too-long']);
  await app.close();
});
