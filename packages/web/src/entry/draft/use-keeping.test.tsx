// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Trouble } from '../../api/trouble.ts';
import { z } from 'zod';
import { broughtBack } from './unsent-typing.ts';
import { useKeeping } from './use-keeping.ts';

const AFTER = 300;
const REFUSED: Trouble = { detail: 'Someone changed this.', problems: [], status: 409, answered: true };

let sent: string[] = [];
/** What the server says next, and when it says it. */
let answers: ((trouble: Trouble | null) => void)[] = [];

beforeEach(() => {
  vi.useFakeTimers();
  sent = [];
  answers = [];
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const send = (now: string): Promise<Trouble | null> => {
  sent.push(now);
  return new Promise((answer) => answers.push(answer));
};
const answer = (trouble: Trouble | null = null) => act(async () => answers.shift()?.(trouble));
const rest = (time: number) => act(async () => vi.advanceTimersByTimeAsync(time));
const keeping = () => renderHook(() => useKeeping<string>('', send, AFTER));

describe('what is typed', () => {
  test('is kept once it rests, and not at every key', async () => {
    const { result } = keeping();
    for (const text of ['a', 'ab', 'abc']) {
      act(() => result.current.change(text));
      await rest(100);
    }
    expect(result.current.kept).toBe('keeping');
    expect(sent).toEqual([]);
    await rest(AFTER);
    await answer();
    expect(sent).toEqual(['abc']);
    expect(result.current.kept).toBe('kept');
  });

  test('meanwhile goes with the next, never two at once', async () => {
    const { result } = keeping();
    act(() => result.current.change('a'));
    await rest(AFTER);
    act(() => result.current.change('ab'));
    await rest(AFTER);
    expect(sent).toEqual(['a']);
    await answer();
    expect(sent).toEqual(['a', 'ab']);
    expect(result.current.isIdle()).toBe(false);
    await answer();
    expect(result.current.kept).toBe('kept');
    expect(result.current.isIdle()).toBe(true);
  });

  test('while an earlier change was on its way goes once, and once it is kept nothing goes after it', async () => {
    const { result, unmount } = keeping();
    act(() => result.current.change('a'));
    await rest(AFTER);
    act(() => result.current.change('ab'));
    await answer();
    await answer();
    expect(result.current.kept).toBe('kept');
    await rest(AFTER * 2);
    unmount();
    expect(sent).toEqual(['a', 'ab']);
  });

  test('is kept at once by who goes away', async () => {
    const { result, unmount } = keeping();
    act(() => result.current.change('last words'));
    unmount();
    expect(sent).toEqual(['last words']);
    await rest(AFTER);
    expect(sent).toHaveLength(1);
  });

  test('is waited for when the same key press that ends typing asks for it kept', async () => {
    const { result } = keeping();
    const beforeDrawn = result.current;
    act(() => beforeDrawn.change('a'));
    const settled = beforeDrawn.settled();
    await rest(0);
    expect(sent).toEqual(['a']);
    await answer();
    await expect(settled).resolves.toBe(true);
    expect(sent).toEqual(['a']);
  });

  test('is waited for by who needs it kept', async () => {
    const { result } = keeping();
    act(() => result.current.change('a'));
    const settled = result.current.settled();
    await rest(0);
    await answer();
    await expect(settled).resolves.toBe(true);
    await expect(result.current.settled()).resolves.toBe(true);
    expect(sent).toEqual(['a']);
  });

  test('and refused, says why and stays; typed on, it is tried again', async () => {
    const { result } = keeping();
    act(() => result.current.change('a'));
    await rest(AFTER);
    await answer(REFUSED);
    expect(result.current.kept).toBe('not kept');
    expect(result.current.trouble?.detail).toBe('Someone changed this.');
    expect(result.current.latest()).toBe('a');
    act(() => result.current.change('ab'));
    await rest(AFTER);
    await answer();
    expect(result.current.trouble).toBeNull();
    expect(sent).toEqual(['a', 'ab']);
  });
});

test('what the server has is taken over without being sent back', async () => {
  const { result, unmount } = keeping();
  act(() => result.current.take('theirs'));
  await rest(AFTER * 3);
  expect(result.current.latest()).toBe('theirs');
  unmount();
  expect(sent).toEqual([]);
});

describe('what the server does not take', () => {
  const GONE: Trouble = { detail: 'The server cannot be reached.', problems: [], status: 0, answered: false };
  const kept = (version = 3, typed = '') => broughtBack('sheet 7', z.string(), { version, typed });
  const spared = () =>
    renderHook(() =>
      useKeeping<string>('', send, AFTER, { unsentOf: () => ({ name: 'sheet 7', version: 3, base: '' }) }),
    );

  test('is kept in the browser and sent again until it is taken', async () => {
    const { result } = spared();
    act(() => result.current.change('abc'));
    await rest(AFTER);
    await answer(GONE);
    expect([result.current.kept, kept()]).toEqual(['not kept', 'abc']);
    await rest(5_000);
    expect(sent).toEqual(['abc', 'abc']);
    await answer();
    expect([result.current.kept, kept()]).toEqual(['kept', null]);
  });

  test('is not kept in the browser, and not sent again, where somebody changed it', async () => {
    const { result } = spared();
    act(() => result.current.change('abc'));
    await rest(AFTER);
    await answer(REFUSED);
    await rest(20_000);
    expect([sent, kept()]).toEqual([['abc'], null]);
    expect(result.current.kept).toBe('not kept');
  });

  test('because the page is left right after typing is there when it opens again', async () => {
    const { result } = spared();
    act(() => result.current.change('abc'));
    globalThis.dispatchEvent(new Event('pagehide'));
    expect(kept()).toBe('abc');
    await rest(AFTER);
    // On its way, and typed on: the server may have the first of it or not.
    act(() => result.current.change('abcd'));
    globalThis.dispatchEvent(new Event('pagehide'));
    expect([kept(), kept(4, 'abc')]).toEqual(['abcd', 'abcd']);
    // Somebody else's version is not written over.
    expect([kept(4, 'theirs'), kept(5, 'abc')]).toEqual([null, null]);
    await answer();
    await answer();
    expect(result.current.kept).toBe('kept');
    globalThis.dispatchEvent(new Event('pagehide'));
    expect(kept()).toBeNull();
  });
});
