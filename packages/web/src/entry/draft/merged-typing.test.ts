import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mergedTyping } from './merged-typing.ts';

interface Sheet {
  readonly total: string;
  readonly rows: readonly { readonly number: string; readonly net: string }[];
}
const row = (number: string, net = '10') => ({ number, net });
const sheet = (total: string, ...rows: Sheet['rows']): Sheet => ({ total, rows });
const BASE = sheet('', row('A'), row('B'), row('C'));

test.each([
  [
    'different rows',
    sheet('', row('A', '11'), row('B'), row('C')),
    sheet('', row('A'), row('B'), row('C', '12')),
    sheet('', row('A', '11'), row('B'), row('C', '12')),
  ],
  [
    'rows beside each other',
    sheet('', row('A', '11'), row('B'), row('C')),
    sheet('', row('A'), row('B', '12'), row('C')),
    sheet('', row('A', '11'), row('B', '12'), row('C')),
  ],
  [
    'a row changed, another taken out',
    sheet('', row('B'), row('C')),
    sheet('', row('A'), row('B'), row('C', '12')),
    sheet('', row('B'), row('C', '12')),
  ],
  [
    'a row before, a row after',
    sheet('', row('X'), ...BASE.rows),
    sheet('', ...BASE.rows, row('Y')),
    sheet('', row('X'), ...BASE.rows, row('Y')),
  ],
  [
    'both added at the end',
    sheet('', ...BASE.rows, row('X')),
    sheet('', ...BASE.rows, row('Y')),
    sheet('', ...BASE.rows, row('Y'), row('X')),
  ],
  [
    'both added the same',
    sheet('', ...BASE.rows, row('X')),
    sheet('', ...BASE.rows, row('X')),
    sheet('', ...BASE.rows, row('X')),
  ],
  [
    'a field and a row',
    sheet('30', ...BASE.rows),
    sheet('', row('A', '5'), row('B'), row('C')),
    sheet('30', row('A', '5'), row('B'), row('C')),
  ],
  [
    'blank rows at the end',
    sheet('', row('A', '11'), row('B'), row('C'), row('', '')),
    sheet('', ...BASE.rows, row('', ''), row('', '')),
    sheet('', row('A', '11'), row('B'), row('C')),
  ],
])('two who changed %s are both heard', (_case, mine, theirs, expected) => {
  expect(mergedTyping({ base: BASE, mine, theirs })).toEqual({ typed: expected, conflicts: [] });
});

describe('what both changed', () => {
  const mine = sheet('30', row('A', '11'), row('B'), row('C'));
  const theirs = sheet('40', row('A', '12'), row('B', '13'), row('C'));

  test('is asked about, field and row, and nothing else is', () => {
    expect(mergedTyping({ base: BASE, mine, theirs }).conflicts).toEqual([
      { field: 'total', mine: ['30'], theirs: ['40'] },
      { field: null, mine: [row('A', '11')], theirs: [row('A', '12')] },
    ]);
  });

  test('is taken from the side that is chosen', () => {
    expect(mergedTyping({ base: BASE, mine, theirs }, ['mine', 'theirs']).typed).toEqual(
      sheet('30', row('A', '12'), row('B', '13'), row('C')),
    );
    expect(mergedTyping({ base: BASE, mine, theirs }, ['theirs', 'mine']).typed).toEqual(
      sheet('40', row('A', '11'), row('B', '13'), row('C')),
    );
  });

  test('a row that one took out and the other changed is asked about', () => {
    const { conflicts } = mergedTyping({ base: BASE, mine: sheet('', row('B'), row('C')), theirs });
    expect(conflicts).toEqual([{ field: null, mine: [row('B')], theirs: [row('A', '12'), row('B', '13')] }]);
  });
});

const someRows = fc.array(fc.record({ number: fc.constantFrom('A', 'B', 'C', 'D'), net: fc.constantFrom('1', '2') }), {
  maxLength: 6,
});
const someSheet: fc.Arbitrary<Sheet> = fc.record({ total: fc.constantFrom('', '1'), rows: someRows });

test('where only one changed anything, it is as that one has it', () => {
  fc.assert(
    fc.property(someSheet, someSheet, (base, changed) => {
      expect(mergedTyping({ base, mine: changed, theirs: base })).toEqual({ typed: changed, conflicts: [] });
      expect(mergedTyping({ base, mine: base, theirs: changed })).toEqual({ typed: changed, conflicts: [] });
    }),
  );
});

test('no row that one of the two added is lost, whatever is chosen', () => {
  fc.assert(
    fc.property(someSheet, someSheet, someSheet, (base, mine, theirs) => {
      const asked = mergedTyping({ base, mine, theirs }).conflicts.length;
      for (const side of ['mine', 'theirs'] as const) {
        const { typed, conflicts } = mergedTyping(
          { base, mine, theirs },
          Array.from({ length: asked }, () => side),
        );
        expect(conflicts).toHaveLength(asked);
        const there = new Set(typed.rows.map((each) => JSON.stringify(each)));
        const before = new Set(base.rows.map((each) => JSON.stringify(each)));
        const added = (side === 'mine' ? mine : theirs).rows.map((each) => JSON.stringify(each));
        expect(added.filter((each) => !before.has(each) && !there.has(each))).toEqual([]);
      }
    }),
  );
});
