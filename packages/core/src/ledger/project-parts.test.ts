import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { projectId } from './ids.ts';
import { byProject, partsTotal, splitByOpen, type ProjectPart } from './project-parts.ts';

const part = (project: number | null, amount: number): ProjectPart => ({
  project: project === null ? null : projectId(project),
  amount: cents(amount),
});

describe('what settles a document goes to the projects it is of, by what is open of each', () => {
  test.each([
    { case: 'one project bears it alone', open: [part(1, 500)], amount: 200, split: [part(1, 200)] },
    // 100 over 200, 100 and 33: 60.06, 30.03 and 9.91; the cent goes to the largest remainder.
    {
      case: 'by largest remainder',
      open: [part(1, 200), part(null, 100), part(2, 33)],
      amount: 100,
      split: [part(1, 60), part(null, 30), part(2, 10)],
    },
    {
      case: 'all of it settles each wholly, a credit line among them too',
      open: [part(1, 300), part(2, -50)],
      amount: 250,
      split: [part(1, 300), part(2, -50)],
    },
    { case: 'what is open of nobody is the company’s', open: [], amount: 70, split: [part(null, 70)] },
    { case: 'nothing has no parts', open: [part(1, 300)], amount: 0, split: [] },
  ])('$case', ({ open, amount, split }) => {
    expect(splitByOpen(open, cents(amount))).toEqual(split);
  });

  test('the parts add up, and what is settled in steps ends at nothing for each project', () => {
    const amounts = fc.array(fc.integer({ min: 1, max: 1_000_000 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(amounts, fc.double({ min: 0, max: 1, noNaN: true }), (all, share) => {
        const open = all.map((amount, index) => part(index % 4 === 3 ? null : index + 1, amount));
        const total = partsTotal(open);
        const first = splitByOpen(open, cents(Math.floor(total * share)));
        const left = byProject([...open, ...first.map((each) => part(each.project, -each.amount))]);
        expect(partsTotal(first)).toBe(Math.floor(total * share));
        expect(left.every(({ amount }) => amount > 0)).toBe(true);
        expect(splitByOpen(left, partsTotal(left))).toEqual(left);
      }),
    );
  });
});
