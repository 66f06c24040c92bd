import { COMPANY, ORDER_POLICY } from './orders.ts';
import type { FrontDoor } from './front-door.ts';

/** What everybody of the demo signs in with where they are not at the machine itself. */
const DEMO_PASSWORD = 'heron otter samphire gate';

/** One of each role at least; managers lead the projects that name them. */
const PEOPLE = [
  { name: 'I. Varga', role: 'administrator', employee: '' },
  { name: 'P. Quill', role: 'accountant', employee: '' },
  { name: 'N. Kerrow', role: 'manager', employee: '' },
  { name: 'E. Marrish', role: 'manager', employee: '' },
  { name: 'S. Ingle', role: 'manager', employee: '' },
  { name: 'V. Tansley', role: 'manager', employee: '' },
  { name: 'G. Sallow', role: 'worker', employee: 'E18' },
  { name: 'H. Callow', role: 'reader', employee: '' },
] as const;

/** The people of the office, so that each role can be tried. */
export async function addPeople(door: FrontDoor): Promise<void> {
  for (const [place, { name, role, employee }] of PEOPLE.entries()) {
    const email = `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@pellworth.example`;
    const named = { name, email, password: DEMO_PASSWORD };
    if (place === 0) await door.order('POST', '/people/first', named);
    else await door.order('POST', '/people', { ...named, role, employee });
  }
}

/** Hours need the approval of whoever leads the project; one week waits for it. */
export async function leaveWeekToApprove(door: FrontDoor): Promise<void> {
  await door.order('PUT', '/company', { ...COMPANY, ...ORDER_POLICY, approveHours: true });
  const { rows } = await door.ask<{ rows: { id: number; name: string }[] }>('/people');
  const idOf = (name: string) => rows.find((row) => row.name === name)?.id;
  await door.order('PUT', '/session', { person: idOf('G. Sallow') });
  const weekOn = '2027-03-29';
  const row = (code: string, text: string, ...days: string[]) => ({
    ...{ project: 'QH-221', code, pay: '', activity: '', text },
    days: Array.from({ length: 7 }, (_, day) => days[day] ?? ''),
  });
  const entered = [row('33-100', '', '8', '6.5', '4'), row('33-100', 'Waiting for the tide', '', '1.5')];
  const { version } = await door.order<{ version: number }>('PUT', '/own-week', { weekOn, version: 0, rows: entered });
  await door.order('POST', '/own-week/submission', { weekOn, version });
  await door.order('PUT', '/session', { person: idOf('I. Varga') });
}
