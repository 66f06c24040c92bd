import { expect, test } from 'vitest';
import { enteredHours, neededApprovals, waitingFor, type LedProject } from './week-approval.ts';

const project = (id: number, code: string, manager: string): LedProject => ({
  id,
  code,
  name: `Project ${code}`,
  manager,
});
const PROJECTS = [project(1, 'GATE', 'M. Orla'), project(2, 'DUNE', 'P. Hask'), project(3, 'REEF', '')];
const row = (of: string, ...days: string[]) => ({ pay: '', project: of, days });

test('each project of a week needs one approval, of whoever leads it; time without a project the accountant’s', () => {
  const rows = [row('gate', '8'), row('GATE', '', '4'), row('DUNE', '2'), row('', '1'), row('', '')];
  const needed = neededApprovals(rows, PROJECTS, [{ project: 2, by: 'P. Hask' }]);
  expect(needed.map((each) => [each.project?.code ?? null, each.by])).toEqual([
    ['DUNE', 'P. Hask'],
    ['GATE', null],
    [null, null],
  ]);
  expect(waitingFor(needed)).toEqual(['M. Orla', 'the accountant']);
});

test('a project that nobody leads waits for the accountant; a week without rows for nobody', () => {
  expect(waitingFor(neededApprovals([row('REEF', '8')], PROJECTS, []))).toEqual(['the accountant']);
  expect(waitingFor(neededApprovals([], PROJECTS, []))).toEqual([]);
});

test('hours that cannot be read count for none', () => {
  expect(enteredHours([row('GATE', '8', '=2*3.5', 'x', ''), row('', '-1')])).toBe(140_000);
});
