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
