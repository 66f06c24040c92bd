import { mondayOf, plusDays } from '../../calendar/iso-date.ts';
import { NO_SCOPE, type KindOfSheet } from '../kind-of-sheet.ts';
import { hoursColumns, MOST_ROWS, type HoursSheet } from './form.ts';
import { readHoursSheet } from './read.ts';

export const HOURS_SHEET: KindOfSheet<HoursSheet> = {
  title: 'Week of hours',
  facts: 'At cost rates: to projects, or to indirect labor without one; a minus takes posted hours back',
  document: 'hours',
  rows: 'Hours',
  mostRows: MOST_ROWS,
  fields: [{ id: 'weekOn', label: 'Week of', holds: 'week' }],
  columns: ({ weekOn }) => hoursColumns(mondayOf(weekOn)),
  blank: (today) => ({ kind: 'hours', weekOn: mondayOf(today), rows: [] }),
  nameOf: ({ weekOn }) => `Week of ${weekOn}`,
  scope: ({ weekOn }) => {
    const monday = mondayOf(weekOn);
    return { ...NO_SCOPE, worked: { from: monday, through: plusDays(monday, 6) } };
  },
  read: readHoursSheet,
};
