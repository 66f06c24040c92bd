import { describe, expect, test } from 'vitest';
import { codingIn, projectsNamed } from './coding.ts';
import { GATE, SAMPLE } from './sample-catalog.test.sample.ts';

describe('a coding as typed', () => {
  const read = (code: string, costType = '') => {
    const decided = codingIn({ project: 'GATE', code, costType }, 'rows/0', SAMPLE);
    return decided.ok ? decided.value.coding : decided.problems.map(({ kind }) => kind);
  };
  test.each([
    { case: 'the cost type of its only budget line', code: 'A/31-250', costType: '', type: 'material', phase: 7 },
    {
      case: 'the usual cost type of the code where no line has it',
      code: '01-540',
      costType: '',
      type: 'equipment',
      phase: null,
    },
    { case: 'the cost type that is typed', code: '31-250', costType: 'sub', type: 'subcontract', phase: null },
    { case: 'a name instead of a code', code: 'a/armor', costType: '', type: 'material', phase: 7 },
  ])('takes $case', ({ code, costType, type, phase }) => {
    expect(read(code, costType)).toMatchObject({ costType: type, phase });
  });
});

test('projects a sheet names are found once each', () => {
  expect(
    projectsNamed(
      [{ project: 'gate' }, { project: 'GATE ' }, { project: '' }, { project: 'nobody' }],
      SAMPLE.projects,
      [],
    ),
  ).toEqual([GATE]);
});
