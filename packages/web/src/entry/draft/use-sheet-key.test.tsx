// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { useSheetKey } from './use-sheet-key.ts';

afterEach(cleanup);

function opened(draft: string) {
  const { result, rerender } = renderHook(useSheetKey, { initialProps: draft });
  return { sheet: () => result.current, address: (next: string) => rerender(next) };
}

test('a new sheet that becomes a draft stays the same sheet', () => {
  const { sheet, address } = opened('new');
  const first = sheet().key;
  act(() => sheet().onMade(7));
  address('7');
  expect(sheet().key).toBe(first);
});

test('another draft is another sheet', () => {
  const { sheet, address } = opened('3');
  const first = sheet().key;
  address('4');
  expect(sheet().key).not.toBe(first);
});

test('after posting comes the next sheet, also where the address of the draft was never drawn', () => {
  const { sheet } = opened('new');
  const first = sheet().key;
  act(() => sheet().onMade(7));
  act(() => sheet().beginNext());
  expect(sheet().key).not.toBe(first);
});
