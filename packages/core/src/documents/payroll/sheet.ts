import { typedDate } from '../../calendar/typed-date.ts';
import { mondayOf, plusDays } from '../../calendar/iso-date.ts';
import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { PAYROLL_COLUMNS, type PayrollSheet } from './form.ts';
import { readPayrollSheet } from './read.ts';

/** Days of the usual pay period. */
const USUAL_DAYS = 14;

export const PAYROLL_SHEET: KindOfSheet<PayrollSheet> = {
  title: 'Payroll',
  facts: 'What was paid for a period, person by person or in all; it is compared with the hours entered',
  document: 'payroll',
  rows: 'People paid',
  mostRows: 2_000,
  fields: [
    { id: 'from', label: 'Period from', holds: 'day' },
    { id: 'through', label: 'Through', holds: 'day' },
    { id: 'paidOn', label: 'Paid on', holds: 'day' },
    { id: 'fee', label: 'Fee', holds: 'money' },
    {
      id: 'supplementTo',
      label: 'Supplement to',
      holds: 'text',
      hint: 'Only where it adds to days that are paid: the payroll it adds to',
    },
  ],
  columns: () => PAYROLL_COLUMNS,
  blank: (today) => {
    const through = plusDays(mondayOf(today), -1);
    return {
      kind: 'payroll',
      from: plusDays(through, 1 - USUAL_DAYS),
      through,
      paidOn: today,
      fee: '',
      supplementTo: '',
      rows: [],
    };
  },
  nameOf: ({ from, through, supplementTo }) =>
    supplementTo.trim() === '' ? `Payroll ${from} to ${through}` : `Supplement to ${supplementTo.trim()}`,
  scope: ({ from, through }, { near, order }) => {
    const [first, last] = [typedDate(from, near, order), typedDate(through, near, order)];
    const days = first === undefined || last === undefined || last < first ? null : { from: first, through: last };
    return { ...NO_SCOPE, worked: days };
  },
  read: readPayrollSheet,
};
