import { describe, expect, test } from 'vitest';
import { cents } from '@lowtide/core/money/cents.ts';
import type { Answer } from '../../api/books-api.ts';
import { accountSuggestions, codingSuggestions, matching, projectSuggestions } from './pick-suggestions.ts';

const reference: Answer<'reference'> = {
  suppliers: [],
  clients: [],
  employees: [],
  equipment: [],
  activities: [],
  projects: [
    {
      id: 1,
      code: 'GATE',
      name: 'Tide gate',
      kind: 'client',
      status: 'active',
      takesCost: true,
      taxCode: null,
      phases: [],
    },
    {
      id: 2,
      code: 'OLD',
      name: 'Old gate',
      kind: 'client',
      status: 'closed',
      takesCost: false,
      taxCode: null,
      phases: [],
    },
    {
      id: 3,
      code: 'NEXT',
      name: 'Next gate',
      kind: 'client',
      status: 'proposed',
      takesCost: true,
      taxCode: null,
      phases: [],
    },
  ],
  costCodes: [
    { id: 1, code: '31-000', name: 'Earthwork', costType: null },
    { id: 2, code: '31-250', name: 'Armor stone', costType: 'material' },
    { id: 3, code: '01-540', name: 'Workboat', costType: 'equipment' },
  ],
  paidFrom: [],
  accounts: [
    { id: 1, code: '2010', name: 'Payables', postable: false },
    { id: 2, code: '6100', name: 'Rent and yard', postable: true },
  ],
  taxCodes: [],
};

test('a code or any words of the name are found, codes that begin with it first', () => {
  const list = [
    { code: 'B-GA', name: 'Gate of beams' },
    { code: 'GATE', name: 'Tide gate' },
  ];
  expect(matching(list, 'gate').map(({ code }) => code)).toEqual(['GATE', 'B-GA']);
  expect(matching(list, 'tide ga').map(({ code }) => code)).toEqual(['GATE']);
  expect(matching(list, 'reef')).toEqual([]);
});

test('projects that take no cost are not offered, those not under way say so', () => {
  expect(projectSuggestions(reference, 'gate').map(({ code, hint }) => [code, hint])).toEqual([
    ['GATE', undefined],
    ['NEXT', 'proposed'],
  ]);
});

describe('where a cost goes', () => {
  const lines = [
    { code: 'A/31-250', costType: 'MAT', name: 'Armor stone', budgetCents: cents(500_000), leftCents: cents(-1_250) },
  ];

  test('budget lines first, with what is left in each; then codes without one, marked; headings never', () => {
    expect(codingSuggestions(reference, lines, '').map(({ code, hint }) => [code, hint])).toEqual([
      ['A/31-250', '\u221212.50 left'],
      ['01-540', 'no budget line'],
    ]);
  });

  test('a budget line brings its cost type along', () => {
    expect(codingSuggestions(reference, lines, 'stone')[0]?.patch).toEqual({ code: 'A/31-250', costType: 'MAT' });
  });

  test('without a project, accounts that no document keeps', () => {
    expect(accountSuggestions(reference, 'code', '').map(({ code }) => code)).toEqual(['6100']);
  });
});
