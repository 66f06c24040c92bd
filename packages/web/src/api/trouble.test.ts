import { describe, expect, test } from 'vitest';
import { troubleOf } from './trouble.ts';

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
