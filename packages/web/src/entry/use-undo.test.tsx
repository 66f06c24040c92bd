// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { useUndo } from './use-undo.ts';

beforeEach(() => vi.useFakeTimers({ toFake: ['performance'] }));
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const REST = 1_000;

/** Types the texts one after the other, each after so long a rest. */
function typed(...steps: readonly (readonly [text: string, rest: number])[]) {
  const { result } = renderHook(() => useUndo<string>());
  let now = '';
  const set = (next: string | undefined): void => {
    if (next !== undefined) now = next;
  };
  for (const [text, rest] of steps) {
    vi.advanceTimersByTime(rest);
    act(() => result.current.typed(now));
    now = text;
  }
  return {
    now: () => now,
    type: (text: string) => {
      act(() => result.current.typed(now));
      now = text;
    },
    back: () => act(() => set(result.current.back(now))),
    forward: () => act(() => set(result.current.forward(now))),
  };
}

describe('going back', () => {
  test('goes step by step, to the beginning and no further', () => {
    const sheet = typed(['a', REST], ['ab', REST]);
    sheet.back();
    expect(sheet.now()).toBe('a');
    sheet.back();
    expect(sheet.now()).toBe('');
    sheet.back();
    expect(sheet.now()).toBe('');
  });

  test('takes what was typed without a rest as one step', () => {
    const sheet = typed(['a', REST], ['ab', 100], ['abc', 100], ['abc d', REST]);
    sheet.back();
    expect(sheet.now()).toBe('abc');
    sheet.back();
    expect(sheet.now()).toBe('');
  });

  test('and forward again, until something else is typed', () => {
    const sheet = typed(['a', REST], ['ab', REST]);
    sheet.back();
    sheet.forward();
    expect(sheet.now()).toBe('ab');
    sheet.back();
    sheet.type('ax');
    sheet.forward();
    expect(sheet.now()).toBe('ax');
    sheet.back();
    expect(sheet.now()).toBe('a');
  });
});
