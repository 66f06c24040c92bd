import { afterEach, beforeEach, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { BLANK_BILL, billSheet, post, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { peopled, problemsIn, signedIn, type Visitor } from '../visitor.test.support.ts';

const GATE = 1;
const LEADER = { name: 'N. Kerrow', role: 'manager' };

/** Two projects, of which one names its manager. Budget of the gate: 80,000; stone has cost 20,000. */
const company = smallCompany(async (to) => {
  const bill = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-20', project: 'GATE' };
  await post(to, '2027-01', billSheet({ ...bill, number: 'N-1', code: 'A/31-250', net: '20,000' }));
  const { rows } = await to.ask<{ rows: readonly { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const gate = rows.find(({ fields }) => fields['code'] === 'GATE');
  const fields = { ...gate?.fields, manager: LEADER.name };
  await to.order('PUT', `/records/project/${gate?.id}`, { version: gate?.version, fields });
});

let app: TestApp;
let ines: Visitor;
let leader: Visitor;
beforeEach(async () => {
  app = await company.open();
  ines = await peopled(app, [LEADER]);
  leader = await signedIn(app, LEADER.name);
});
afterEach(async () => app.close());

const MONTH = '2027-01';
const round = async (who = ines, known = '') =>
  (await who.send('GET', `/told-forecasts?through=${MONTH}${known}`)).body as unknown as Answer<'forecastRound'>;
const sheet = async (who = leader) =>
  (await who.send('GET', `/projects/${GATE}/forecast?through=${MONTH}`)).body as unknown as Answer<'forecast'>;
const ask = async (limit = '5 %') => ines.send('POST', '/forecast-rounds', { month: MONTH, limit });
const estimateOf = async () => (await sheet(ines)).position.lineEstimates;

/** The stone will still cost so much. */
async function told(input: string, text = '', more: object = {}) {
  const { stamp, lines } = await sheet();
  const line = lines.find(({ code }) => code === 'A/31-250')?.line ?? '';
  const rows = [{ line, method: 'to complete', input, reason: 'Told by the quarry' }];
  return leader.send('POST', `/projects/${GATE}/told-forecasts`, { month: MONTH, stamp, rows, text, ...more });
}

test('whoever leads a project tells its forecast with the reason; nothing counts until it is taken over', async () => {
  expect(problemsIn(await told('40,000'))).toEqual(['month forecasts-not-asked']);
  expect((await ask()).status).toBeLessThan(300);
  expect((await round(leader)).rows.map(({ code, state }) => [code, state])).toEqual([['GATE', 'missing']]);
  // 20,000 spent and 40,000 to come where 50,000 was planned: 10,000 of 80,000 is more than a twentieth.
  expect(problemsIn(await told('40,000'))).toEqual(['text moved-without-why']);
  expect((await told('40,000', 'Rock is scarce')).status).toBeLessThan(300);
  expect((await round()).rows.find(({ code }) => code === 'GATE')).toMatchObject({
    ...{ state: 'told', manager: LEADER.name, beforeCents: 8_000_000, toldCents: 9_000_000, movedCents: 1_000_000 },
    ...{ isFar: true, told: { by: LEADER.name, text: 'Rock is scarce', sentBack: '' } },
  });
  expect(await estimateOf()).toBe(8_000_000);
  const id = (await round()).rows.find(({ told: of }) => of !== null)?.told?.id;
  expect((await ines.send('POST', `/told-forecasts/${id}/taking-over`, {})).status).toBeLessThan(300);
  expect(await estimateOf()).toBe(9_000_000);
  expect((await round(leader)).rows[0]?.state).toBe('taken over');
  expect(problemsIn(await ines.send('POST', `/told-forecasts/${id}/taking-over`, {}))).toEqual([
    'forecast-not-waiting',
  ]);
});

test('what does not move far needs no reason, and a forecast that is sent back is told again with what was said', async () => {
  await ask();
  expect((await told('33,000', 'A little more')).status).toBeLessThan(300);
  const first = (await sheet()).asked?.told;
  const back = async (reason: string) => ines.send('POST', `/told-forecasts/${first?.id}/sending-back`, { reason });
  expect(problemsIn(await back(' '))).toEqual(['reason missing']);
  expect((await back('Ask the quarry first')).status).toBeLessThan(300);
  expect((await sheet()).asked).toMatchObject({
    ...{ state: 'sent back', textBefore: '' },
    told: { sentBack: 'Ask the quarry first', rows: [{ input: '33,000' }] },
  });
  expect((await told('34,000')).status).toBeLessThan(300);
  expect((await sheet()).asked?.state).toBe('told');
  expect(problemsIn(await back('Again'))).toEqual(['forecast-not-waiting']);
});

test('while a month is asked for, who leads a project does not save its forecast; who keeps the books does', async () => {
  const save = async (who: Visitor) => {
    const { stamp, lines } = await sheet(who);
    const rows = [{ line: lines[0]?.line ?? '', method: 'to complete', input: '1', reason: 'Less' }];
    return who.send('POST', `/projects/${GATE}/forecasts`, { month: MONTH, stamp, rows, acceptWarnings: true });
  };
  expect((await save(leader)).status).toBeLessThan(300);
  await ask();
  expect(problemsIn(await save(leader))).toEqual(['month forecast-asked']);
  expect((await save(ines)).status).toBeLessThan(300);
  expect((await round()).rows.find(({ code }) => code === 'GATE')?.state).toBe('saved');
});

test('the text of an earlier month stands beside, and a locked month takes no more', async () => {
  await ask();
  await told('40,000', 'Rock is scarce');
  const february = await ines.send('GET', `/told-forecasts?through=2027-02`);
  const { rows } = february.body as unknown as Answer<'forecastRound'>;
  expect(rows.find(({ code }) => code === 'GATE')).toMatchObject({ state: 'missing', textBefore: 'Rock is scarce' });
  const then = await round(ines, '&known=2026-12-31T00:00:00Z');
  expect(then.asked).toBeNull();
  expect(problemsIn(await ines.send('PUT', '/month-lock', { through: MONTH, reason: 'Reviewed' }))).toEqual([]);
  expect(problemsIn(await told('41,000', 'More'))).toContain('month month-locked');
  expect(problemsIn(await ask())).toContain('month month-locked');
});

test('what is no percent, no reason and no forecast is told at its field', async () => {
  expect(problemsIn(await ask('much'))).toEqual(['limit unreadable-number']);
  expect(problemsIn(await ask('120'))).toEqual(['limit number-outside']);
  expect(problemsIn(await ask(''))).toEqual(['limit missing']);
  await ask();
  expect(problemsIn(await told('a lot', 'Why'))).toEqual(['rows/0/input unreadable-number']);
  expect((await ines.send('POST', '/told-forecasts/99/taking-over', {})).status).toBe(404);
});
