// @vitest-environment jsdom
import { configureStore } from '@reduxjs/toolkit';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { month } from '@lowtide/core/calendar/month.ts';
import { booksApi, useRead, useWrite } from './books-api.ts';

/** What was asked of the server, in order. */
let asked: string[] = [];
/** How the server answers orders. */
let status = 200;

const REFUSED = { type: 'about:blank', title: 'Refused', status: 409, detail: 'The books moved.', problems: [] };

beforeEach(() => {
  asked = [];
  status = 200;
  vi.stubGlobal('fetch', (request: Request) => {
    asked.push(`${request.method} ${new URL(request.url).pathname}`);
    if (request.method === 'GET') return Promise.resolve(Response.json({ rows: [] }));
    return Promise.resolve(Response.json(status === 200 ? { done: true } : { ...REFUSED, status }, { status }));
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A page that reads the deadlines and can give an order. */
async function page() {
  const store = configureStore({
    reducer: { [booksApi.reducerPath]: booksApi.reducer },
    middleware: (before) => before().concat(booksApi.middleware),
  });
  const wrapper = ({ children }: { readonly children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  const { result } = renderHook(
    () => ({
      read: useRead('deadlines', { query: { through: month('2027-03') } }),
      write: useWrite('saveForecast')[0],
    }),
    { wrapper },
  );
  await waitFor(() => expect(result.current.read.answer).toEqual({ rows: [] }));
  return result;
}

const readings = (): number => asked.filter((each) => each === 'GET /api/deadlines').length;
const FORECAST = { params: { id: '1' }, body: { month: month('2027-03'), stamp: 'x', rows: [] } };

describe('what is shown is read again', () => {
  test('after an order that was carried out', async () => {
    const result = await page();
    await act(() => result.current.write(FORECAST));
    await waitFor(() => expect(readings()).toBe(2));
  });

  test('after an order of what is no longer as it was looked at', async () => {
    const result = await page();
    status = 409;
    const written = await act(() => result.current.write(FORECAST));
    expect(written).toMatchObject({ ok: false, trouble: { detail: 'The books moved.' } });
    await waitFor(() => expect(readings()).toBe(2));
  });

  test('but not after one that was refused for what was typed', async () => {
    const result = await page();
    status = 422;
    await act(() => result.current.write(FORECAST));
    expect(readings()).toBe(1);
  });
});
