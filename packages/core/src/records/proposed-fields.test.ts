import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { proposedCode, proposedProject } from './proposed-fields.ts';

test.each([
  { name: 'Harbor kiosk', taken: [], code: 'HARBOR' },
  { name: 'Harbor kiosk', taken: ['harbor', 'HARBOR-2'], code: 'HARBOR-3' },
  { name: '2nd breakwater', taken: [], code: '2ND' },
  { name: 'Überlauf Süd', taken: [], code: 'UBERLAUF' },
  { name: 'Reconstruction', taken: [], code: 'RECONSTR' },
  { name: '—', taken: [], code: '' },
])('$name is proposed as "$code"', ({ name, taken, code }) => {
  expect(proposedCode(name, taken)).toBe(code);
});

const around = (...clients: readonly string[]) => ({
  ...{ projects: [], startOn: isoDate('2027-03-01') },
  clients: clients.map((code) => ({ code })),
});

test('a project is for the only client; for whom is asked where there are several', () => {
  expect(proposedProject('Kiosk', around('TOWN'))).toMatchObject({
    ...{ kind: 'client', client: 'TOWN', code: 'KIOSK' },
    ...{ method: 'as-billed', costTreatment: 'expense' },
  });
  expect(proposedProject('Kiosk', around('TOWN', 'PORT'))).toMatchObject({ kind: 'client', client: '' });
});

test('without clients it is internal, and its cost is an expense', () => {
  expect(proposedProject('Kiosk', around())).toEqual({
    ...{ code: 'KIOSK', name: 'Kiosk', startOn: '2027-03-01', status: 'active' },
    ...{ kind: 'internal', method: 'none', costTreatment: 'expense' },
  });
});
