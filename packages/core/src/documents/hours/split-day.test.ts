import { expect, test } from 'vitest';
import { problemsOf } from '../../problems/decision.ts';
import { splitDay } from './split-day.ts';

const ROW = {
  ...{ employee: 'E1', project: 'GATE', code: '31-100', costType: 'labor', pay: 'overtime', billable: 'no' },
  ...{ activity: 'DIVE', text: 'Bay 3', days: ['8', '', '9.5', '', '', '', ''] },
};

test('a day split keeps the rest in its row; what was moved is in a row of the same person, paid the same', () => {
  const split = splitDay(ROW, { day: 2, hours: '3.25', project: 'DUNE', code: '32-110' });
  expect(split).toEqual({
    ok: true,
    value: [
      { ...ROW, days: ['8', '', '6.25', '', '', '', ''] },
      { ...ROW, project: 'DUNE', code: '32-110', costType: '', text: '', days: ['', '', '3.25', '', '', '', ''] },
    ],
  });
});

test('all of a day may move, and leaves nothing behind', () => {
  const split = splitDay(ROW, { day: 0, hours: '8', project: '', code: '' });
  expect(split.ok && split.value[0].days[0]).toBe('');
});

test.each([
  { case: 'more than there is', hours: '9' },
  { case: 'nothing', hours: '0' },
  { case: 'no figure', hours: '' },
])('$case cannot be moved', ({ hours }) => {
  expect(problemsOf(splitDay(ROW, { day: 0, hours, project: '', code: '' })).map(({ at }) => at)).toEqual(['hours']);
});
