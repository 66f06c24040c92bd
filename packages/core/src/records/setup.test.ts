import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { ROLES, type Role } from '../ledger/account.ts';
import { problemsOf } from '../problems/decision.ts';
import { readRecord, type RecordContext } from './read-record.ts';
import { fieldsOf, RECORD_KIND_NAMES } from './record-kinds.ts';
import { STARTER_ACCOUNTS } from './starter-accounts.ts';

const context: RecordContext = {
  today: isoDate('2027-03-31'),
  dayOrder: 'month first',
  references: (kind) => (kind === 'client' ? [{ id: 5, code: 'GARROW', name: 'Garrow County' }] : []),
};

describe('every kind of record', () => {
  test.each(RECORD_KIND_NAMES)('%s has fields with names of their own, each explained', (kind) => {
    const fields = fieldsOf(kind);
    expect(new Set(fields.map(({ name }) => name)).size).toBe(fields.length);
    for (const { hint } of fields) expect(hint).toMatch(/\.$/);
  });

  test.each(RECORD_KIND_NAMES)('%s says which required fields are empty, all at once', (kind) => {
    const required = fieldsOf(kind).filter(({ need }) => need !== 'optional');
    const problems = problemsOf(readRecord(kind, {}, context));
    expect(problems.map(({ at, kind: why }) => [at, why])).toEqual(required.map(({ name }) => [name, 'missing']));
  });
});

describe('a record as typed', () => {
  test('is read into scaled numbers, days and the numbers of what it names', () => {
    const decided = readRecord(
      'project',
      {
        code: 'P-1',
        name: 'Gate',
        kind: 'client',
        client: 'garrow',
        startOn: '3/1',
        status: 'act',
        method: 'cost-to-cost',
        costTreatment: 'hold',
        contractPrice: '=2*600,000',
      },
      context,
    );
    expect(decided.ok && decided.value).toMatchObject({
      client: 5,
      startOn: '2027-03-01',
      status: 'active',
      contractPrice: 120_000_000,
      targetEndOn: null,
    });
  });

  test.each([
    {
      case: 'an unknown client',
      kind: 'project' as const,
      fields: { client: 'nobody' },
      at: 'client',
      why: 'unknown-code',
    },
    {
      case: 'a day that is none',
      kind: 'project' as const,
      fields: { startOn: 'soon' },
      at: 'startOn',
      why: 'unreadable-day',
    },
    {
      case: 'a choice that is none',
      kind: 'project' as const,
      fields: { status: 'sleeping' },
      at: 'status',
      why: 'not-a-choice',
    },
    {
      case: 'a rate below zero',
      kind: 'employee' as const,
      fields: { costRate: '-1' },
      at: 'costRate',
      why: 'number-outside',
    },
    {
      case: 'more than all of a percent',
      kind: 'tax-code' as const,
      fields: { rate: '101' },
      at: 'rate',
      why: 'number-outside',
    },
    {
      case: 'a code that is too long',
      kind: 'client' as const,
      fields: { code: 'x'.repeat(21) },
      at: 'code',
      why: 'too-long',
    },
    {
      case: 'a field the kind has not',
      kind: 'client' as const,
      fields: { nickname: 'Gar' },
      at: 'nickname',
      why: 'field-unknown',
    },
    {
      case: 'an amount beyond the books',
      kind: 'contract-change' as const,
      fields: { amount: '900,000,000,000.01' },
      at: 'amount',
      why: 'number-too-large',
    },
    {
      case: 'a month that is none',
      kind: 'estimate-override' as const,
      fields: { month: 'someday' },
      at: 'month',
      why: 'not-a-choice',
    },
  ])('$case is refused at its field', ({ kind, fields, at, why }) => {
    expect(problemsOf(readRecord(kind, fields, context))).toContainEqual(expect.objectContaining({ at, kind: why }));
  });
});

test('new books have an account for every role, of the type the role needs, and no code twice', () => {
  for (const role of Object.keys(ROLES) as Role[]) {
    const holders = STARTER_ACCOUNTS.filter((account) => account.role === role);
    expect(
      holders.map(({ type }) => type),
      role,
    ).toEqual([ROLES[role]]);
  }
  expect(new Set(STARTER_ACCOUNTS.map(({ code }) => code)).size).toBe(STARTER_ACCOUNTS.length);
});
