// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { useUndo } from './use-undo.ts';

afterEach(cleanup);

/** Types the texts one after the other, each in its place. */
function typed(...steps: readonly (readonly [text: string, place: string | null])[]) {
  const { result } = renderHook(() => useUndo<string>());
  let now = '';
  const set = (next: string | undefined): void => {
    if (next !== undefined) now = next;
  };
  const type = (text: string, place: string | null): void => {
    act(() => result.current.typed(now, place));
    now = text;
  };
  for (const [text, place] of steps) type(text, place);
  return {
    now: () => now,
    type,
    back: () => act(() => set(result.current.back(now))),
    forward: () => act(() => set(result.current.forward(now))),
  };
}

describe('going back', () => {
  test('goes step by step, to the beginning and no further', () => {
    const sheet = typed(['a', '0-0'], ['ab', '0-1']);
    sheet.back();
    expect(sheet.now()).toBe('a');
    sheet.back();
    expect(sheet.now()).toBe('');
    sheet.back();
    expect(sheet.now()).toBe('');
  });

  test('takes what was typed in one place as one step', () => {
    const sheet = typed(['a', '0-0'], ['ab', '0-0'], ['abc', '0-0'], ['abc d', '0-1']);
    sheet.back();
    expect(sheet.now()).toBe('abc');
    sheet.back();
    expect(sheet.now()).toBe('');
  });

  test('takes what is not typed, as a row that is moved, as a step of its own', () => {
    const sheet = typed(['a', '0-0'], ['moved', null], ['moved again', null], ['typed', '0-0']);
    sheet.back();
    expect(sheet.now()).toBe('moved again');
    sheet.back();
    expect(sheet.now()).toBe('moved');
    sheet.back();
    expect(sheet.now()).toBe('a');
  });

  test('and forward again, until something else is typed', () => {
    const sheet = typed(['a', '0-0'], ['ab', '0-1']);
    sheet.back();
    sheet.forward();
    expect(sheet.now()).toBe('ab');
    sheet.back();
    sheet.type('ax', '0-1');
    sheet.forward();
    expect(sheet.now()).toBe('ax');
    sheet.back();
    expect(sheet.now()).toBe('a');
  });
});
