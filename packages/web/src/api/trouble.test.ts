import { describe, expect, test } from 'vitest';
import { saidElsewhere, troubleOf } from './trouble.ts';

describe('why something did not work, in words', () => {
  test('problem details keep their own', () => {
    const data = {
      type: 'about:blank',
      title: 'Refused',
      status: 422,
      detail: 'Fill it in.',
      problems: [{ at: 'name', pointer: '#/name', kind: 'missing', message: 'Fill it in.' }],
    };
    expect(troubleOf({ status: 422, data })).toMatchObject({
      detail: 'Fill it in.',
      status: 422,
      answered: true,
      problems: [{ at: 'name' }],
    });
  });

  test('without an answer nothing typed is lost, and ordering again is safe', () => {
    expect(troubleOf({ status: 'FETCH_ERROR', error: 'x' })).toMatchObject({
      answered: false,
      detail: expect.stringContaining('what you typed is still here'),
    });
  });

  test.each([
    ['an answer that is no problem details', { status: 502, data: '<html>' }],
    ['anything at all', new Error('boom')],
  ])('%s is said to be not understood', (_case, error) => {
    expect(troubleOf(error).detail).toContain('not understood');
  });
});

describe('what a dialog says of places that are none of its fields', () => {
  const problem = (at: string, message: string) => ({ at, kind: 'missing', message });
  const trouble = (...problems: readonly ReturnType<typeof problem>[]) => ({
    ...{ detail: 'Refused.', problems, status: 422, answered: true },
  });
  test.each([
    { case: 'nothing is placed', of: trouble(), says: 'Refused.' },
    { case: 'all of it is beside its fields', of: trouble(problem('text', 'Say why.')), says: null },
    {
      case: 'a row of the sheet',
      of: trouble(problem('text', 'Say why.'), problem('rows/3/line', 'Gone.')),
      says: 'Gone.',
    },
  ])('$case', ({ of, says }) => {
    expect(saidElsewhere(of, ['text'])).toBe(says);
  });
});
