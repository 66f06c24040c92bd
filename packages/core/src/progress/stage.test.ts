import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { stageOn } from './stage.ts';

test.each([
  { case: 'proposed', status: 'proposed', startOn: '2027-01-01', endOn: null, stage: 'proposed' },
  { case: 'starting today', status: 'active', startOn: '2027-03-31', endOn: null, stage: 'under way' },
  { case: 'starting tomorrow', status: 'active', startOn: '2027-04-01', endOn: null, stage: 'before its start' },
  { case: 'ended today', status: 'finished', startOn: '2027-01-01', endOn: '2027-03-31', stage: 'finished' },
  { case: 'ending tomorrow', status: 'finished', startOn: '2027-01-01', endOn: '2027-04-01', stage: 'under way' },
  { case: 'cancelled, no day said', status: 'cancelled', startOn: '2027-01-01', endOn: null, stage: 'cancelled' },
  { case: 'cancelled today', status: 'cancelled', startOn: '2027-01-01', endOn: '2027-03-31', stage: 'cancelled' },
  {
    case: 'cancelled from tomorrow',
    status: 'cancelled',
    startOn: '2027-01-01',
    endOn: '2027-04-01',
    stage: 'under way',
  },
] as const)('a project $case is $stage', ({ status, startOn, endOn, stage }) => {
  const project = { status, startOn: isoDate(startOn), actualEndOn: endOn === null ? null : isoDate(endOn) };
  expect(stageOn(isoDate('2027-03-31'), project)).toBe(stage);
});
