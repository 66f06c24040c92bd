// @vitest-environment jsdom
import { configureStore } from '@reduxjs/toolkit';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { month } from '@lowtide/core/calendar/month.ts';
import { booksApi } from '../../api/books-api.ts';
import type { SheetPreview } from '@lowtide/core/documents/preview.ts';
import { useDraft } from './use-draft.ts';
import type { PreviewOf } from './use-sheet-preview.ts';

const BLANK = { kind: 'bills' as const, controlTotal: '', shows: [], rows: [] };

interface Sent {
  readonly method: string;
  readonly path: string;
  readonly key: string | null;
  readonly total: string;
  readonly version: number | undefined;
}

let sent: Sent[] = [];
let knownBills: readonly string[] = [];
let fail: 'connection' | 'conflict' | null = null;

const HEAD = {
  id: 7,
  kind: 'bills',
  title: 'Bill batch 7',
  rows: 0,
  updatedAt: '2027-03-31T00:00:00Z',
  updatedBy: 'T',
  typedBy: [],
  approval: null,
};

/** The draft as it was kept last. */
function stored(): Response {
  const last = sent.at(-1);
  const sheet = { ...BLANK, controlTotal: last?.total ?? '' };
  return Response.json({ ...HEAD, version: sent.length, sheet, preview: null, knownBills: [] });
}

/** A server that keeps one draft, or fails as it is told. */
async function answer(request: Request): Promise<Response> {
  if (request.method === 'GET') return stored();
  const body = (await request.json()) as { sheet: { controlTotal: string }; version?: number };
  sent.push({
    method: request.method,
    path: new URL(request.url).pathname,
    key: request.headers.get('idempotency-key'),
    total: body.sheet.controlTotal,
    version: body.version,
  });
  if (fail === 'connection') throw new TypeError('no connection');
  if (fail === 'conflict') {
    return Response.json(
      { type: 'about:blank', title: 'Refused', status: 409, detail: 'Someone changed this.', problems: [] },
      { status: 409 },
    );
  }
  const version = (body.version ?? 0) + 1;
  return Response.json({ ...HEAD, version, sheet: body.sheet, preview: null, knownBills });
}

beforeEach(() => {
  sent = [];
  knownBills = [];
  fail = null;
  vi.stubGlobal('fetch', (request: Request) => answer(request));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function open(onMade = vi.fn(), id: number | null = null, previewOf: PreviewOf = () => Promise.resolve(null)) {
  const store = configureStore({
    reducer: { [booksApi.reducerPath]: booksApi.reducer },
    middleware: (before) => before().concat(booksApi.middleware),
  });
  const wrapper = ({ children }: { readonly children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  const draft = (own: number | null) =>
    renderHook(() => useDraft({ id: own, month: month('2027-03'), blank: BLANK, onMade, previewOf }), { wrapper });
  return { ...draft(id), onMade, again: () => draft(7) };
}

describe('a sheet being typed', () => {
  test('is made a draft with its first change and kept with the later ones, each naming the version before', async () => {
    const { result, onMade } = open();
    act(() => result.current.change({ ...BLANK, controlTotal: '1' }));
    await waitFor(() => expect(result.current.kept).toBe('kept'));
    act(() => result.current.change({ ...BLANK, controlTotal: '2' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    await waitFor(() => expect(result.current.kept).toBe('kept'));
    expect(sent.map(({ method, path, total, version }) => [method, path, total, version])).toEqual([
      ['POST', '/api/drafts', '1', undefined],
      ['PUT', '/api/drafts/7', '2', 1],
    ]);
    expect(onMade).toHaveBeenCalledExactlyOnceWith(7);
  });

  test('typed fast is kept once it rests, as it then is', async () => {
    const { result } = open();
    for (const controlTotal of ['1', '12', '123']) act(() => result.current.change({ ...BLANK, controlTotal }));
    await waitFor(() => expect(result.current.kept).toBe('kept'));
    expect(sent.map(({ total }) => total)).toEqual(['123']);
  });

  test('is kept before it is posted, however soon that is', async () => {
    const { result } = open();
    act(() => result.current.change({ ...BLANK, controlTotal: '9' }));
    const stored = await act(() => result.current.settled());
    expect(stored).toEqual({ id: 7, version: 1 });
    expect(sent.map(({ total }) => total)).toEqual(['9']);
  });

  test('is not lost when the connection is: it stays, says so, and is sent again with the same key', async () => {
    const { result } = open();
    fail = 'connection';
    act(() => result.current.change({ ...BLANK, controlTotal: '5' }));
    await waitFor(() => expect(result.current.kept).toBe('not kept'));
    expect(result.current.sheet).toEqual({ ...BLANK, controlTotal: '5' });
    expect(result.current.trouble?.detail).toContain('what you typed is still here');
    fail = null;
    await act(() => result.current.settled());
    expect(result.current.kept).toBe('kept');
    expect(sent.map(({ total }) => total)).toEqual(['5', '5']);
    expect(sent[1]?.key).toBe(sent[0]?.key);
  });

  test('shows what it would do while it is kept, and again when a bill of it turns out to be there already', async () => {
    knownBills = ['1/n-1'];
    const asked: (readonly [string, readonly string[]])[] = [];
    const previewOf: PreviewOf = (sheet, bills) => {
      asked.push([(sheet as typeof BLANK).controlTotal, bills]);
      return Promise.resolve({ documents: asked.length } as SheetPreview);
    };
    const { result } = open(vi.fn(), null, previewOf);
    act(() => result.current.change({ ...BLANK, controlTotal: '1' }));
    await waitFor(() => expect(result.current.kept).toBe('kept'));
    expect(asked).toEqual([
      ['1', []],
      ['1', ['1/n-1']],
    ]);
    expect(result.current.preview).toEqual({ documents: 2 });
  });

  test('keeps the later preview where an earlier one comes after it', async () => {
    const late: ((made: SheetPreview | null) => void)[] = [];
    const { result } = open(vi.fn(), 7, () => new Promise((resolve) => late.push(resolve)));
    await waitFor(() => expect(late).toHaveLength(1));
    act(() => result.current.change({ ...BLANK, controlTotal: '2' }));
    await waitFor(() => expect(late).toHaveLength(2));
    await act(async () => {
      late[1]?.({ documents: 2 } as SheetPreview);
      await Promise.resolve();
      late[0]?.({ documents: 1 } as SheetPreview);
    });
    await waitFor(() => expect(result.current.preview).toEqual({ documents: 2 }));
  });

  test('that someone else changed is not overwritten; what was typed stays', async () => {
    const { result } = open();
    act(() => result.current.change({ ...BLANK, controlTotal: '1' }));
    await waitFor(() => expect(result.current.kept).toBe('kept'));
    fail = 'conflict';
    act(() => result.current.change({ ...BLANK, controlTotal: '2' }));
    await waitFor(() => expect(result.current.kept).toBe('not kept'));
    expect(result.current.trouble?.detail).toBe('Someone changed this.');
    expect(result.current.sheet).toEqual({ ...BLANK, controlTotal: '2' });
    expect(await act(() => result.current.settled())).toBeNull();
  });
});

test('what could not be kept is there after a reload, and is kept then', async () => {
  localStorage.clear();
  const first = open(vi.fn(), 7);
  await waitFor(() => expect(first.result.current.sheet).not.toBeNull());
  fail = 'connection';
  act(() => first.result.current.change({ ...BLANK, controlTotal: '5' }));
  await waitFor(() => expect(first.result.current.kept).toBe('not kept'));
  first.unmount();
  // Going away tries once more, in vain.
  await waitFor(() => expect(sent).toHaveLength(2));
  [fail, sent] = [null, []];
  const again = open(vi.fn(), 7);
  await waitFor(() => expect(again.result.current.sheet).toEqual({ ...BLANK, controlTotal: '5' }));
  await waitFor(() => expect(sent.map(({ total }) => total)).toEqual(['5']));
  expect(Object.keys(localStorage)).toEqual([]);
});

test('opened again soon after, a sheet is as it was kept last, and goes on from there', async () => {
  const { result, unmount, again } = open();
  act(() => result.current.change({ ...BLANK, controlTotal: '1' }));
  await waitFor(() => expect(result.current.kept).toBe('kept'));
  unmount();
  const first = again();
  await waitFor(() => expect(first.result.current.sheet).toMatchObject({ controlTotal: '1' }));
  act(() => first.result.current.change({ ...BLANK, controlTotal: '12' }));
  first.unmount();
  await waitFor(() => expect(sent).toHaveLength(2));
  const second = again();
  await waitFor(() => expect(second.result.current.sheet).toMatchObject({ controlTotal: '12' }));
  act(() => second.result.current.change({ ...BLANK, controlTotal: '123' }));
  await act(() => second.result.current.settled());
  expect(sent.map(({ total, version }) => [total, version])).toEqual([
    ['1', undefined],
    ['12', 1],
    ['123', 2],
  ]);
});
