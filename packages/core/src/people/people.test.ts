import { describe, expect, test } from 'vitest';
import { readPerson } from './read-person.ts';
import { isAllowed, PERMISSIONS, PERSON_ROLES, ROLE_WORDS, seesOwnProjectsOnly, type Permission } from './roles.ts';

test.each([
  { role: 'administrator' as const, lacks: [] },
  { role: 'accountant' as const, lacks: ['run-company'] },
  { role: 'manager' as const, lacks: ['read-books', 'keep-books', 'see-pay', 'own-hours', 'run-company'] },
  {
    role: 'worker' as const,
    lacks: ['read-projects', 'read-books', 'plan-projects', 'keep-books', 'see-pay', 'run-company'],
  },
  { role: 'reader' as const, lacks: ['plan-projects', 'keep-books', 'see-pay', 'own-hours', 'run-company'] },
])('what $role may not', ({ role, lacks }) => {
  const all = Object.keys(PERMISSIONS) as readonly Permission[];
  expect(all.filter((permission) => !isAllowed(role, permission))).toEqual(lacks);
});

test('only a manager is held to the projects they lead, and every role is explained', () => {
  expect(PERSON_ROLES.filter(seesOwnProjectsOnly)).toEqual(['manager']);
  expect(Object.keys(ROLE_WORDS)).toEqual(PERSON_ROLES);
});

describe('name and e-mail as typed', () => {
  test('without the spaces around them', () => {
    expect(readPerson({ name: ' Ines Falk ', email: ' ines@pellworth.example ' })).toEqual({
      ok: true,
      value: { name: 'Ines Falk', email: 'ines@pellworth.example' },
    });
  });

  test.each([
    { case: 'nothing', typed: { name: '', email: ' ' }, problems: ['name missing', 'email missing'] },
    { case: 'no e-mail', typed: { name: 'A', email: 'ines' }, problems: ['email not-an-email'] },
    { case: 'a space within', typed: { name: 'A', email: 'i nes@b' }, problems: ['email not-an-email'] },
    { case: 'two signs', typed: { name: 'A', email: 'a@b@c' }, problems: ['email not-an-email'] },
    {
      case: 'much too long',
      typed: { name: 'A'.repeat(81), email: `a@${'b'.repeat(200)}` },
      problems: ['name too-long', 'email too-long'],
    },
  ])('$case is refused', ({ typed, problems }) => {
    const read = readPerson(typed);
    expect(read.ok ? [] : read.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(problems);
  });
});
