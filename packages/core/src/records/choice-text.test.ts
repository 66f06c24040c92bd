import { expect, test } from 'vitest';
import { choiceText } from './choice-text.ts';
import { fieldsOf } from './record-kinds.ts';

test('every choice is said in words of the trade; most are such words already', () => {
  const said = fieldsOf('project').flatMap(({ name, holds }) =>
    holds.kind === 'choice' ? holds.choices.map((choice) => choiceText(name, choice)) : [],
  );
  expect(said).toEqual(
    expect.arrayContaining([
      'cost-to-cost',
      'no revenue recognition',
      'capitalize to WIP',
      'expense as incurred',
      'active',
    ]),
  );
  expect(said).not.toContain('hold');
});
