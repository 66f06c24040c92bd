import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BLANK_BILL_ROW } from '@lowtide/core/documents/supplier-bill/form.ts';
import { dayNumber, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { sql } from 'kysely';
import { pino } from 'pino';
import { afterAll, beforeAll } from 'vitest';
import type { Clock } from './http/context.ts';
import { app, type AppParts } from './app.ts';
import { openBooks, type Books } from './database/open.ts';

/** What the API answered: its status, and its body parsed. */
export interface Answered {
  readonly status: number;
  // What a test looks at is for the test to know.
  readonly body: Readonly<Record<string, never>> & { readonly [name: string]: unknown };
}

/** The application on a real file, asked over real HTTP. */
export interface TestApp {
  readonly path: string;
  readonly books: Books;
  readonly address: string;
  readonly setToday: (day: string) => void;
  readonly send: (method: string, path: string, body?: unknown, key?: string) => Promise<Answered>;
  /** The body of an answer that must be good. */
  readonly ask: <T>(path: string) => Promise<T>;
  readonly order: <T>(method: string, path: string, body: unknown) => Promise<T>;
  /** Kinds and places of the problems of an order that must be refused. */
  readonly refused: (method: string, path: string, body: unknown) => Promise<readonly string[]>;
  readonly close: () => Promise<void>;
}

let orders = 0;

/** Opens the application on a file of its own, empty or a copy of another. */
export async function openApp(from?: string, more: Partial<AppParts> = {}): Promise<TestApp> {
  const directory = mkdtempSync(join(tmpdir(), 'lowtide-'));
  const path = join(directory, 'books.sqlite');
  if (from !== undefined) copyFileSync(from, path);
  const books = await openBooks(path);
  let today = isoDate('2027-01-31');
  let moment = 0;
  const clock: Clock = {
    today: () => today,
    now: () => dayNumber(today) * 86_400_000 + (moment += 1_000),
    outside: () => clock.now(),
    endOf: (of: IsoDate) => (dayNumber(of) + 1) * 86_400_000 - 1,
  };
  const log = pino({ level: 'silent' });
  const server = app({ books, clock, user: 'Tester', log, web: null, requestsPerMinute: 1_000_000, ...more }).listen(
    0,
    '127.0.0.1',
  );
  await new Promise((resolve) => server.once('listening', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const send: TestApp['send'] = async (method, at, body, key = `key-${(orders += 1)}`) => {
    const headers = { 'content-type': 'application/json', ...(method === 'GET' ? {} : { 'idempotency-key': key }) };
    const response = await fetch(`${address}/api${at}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    return { status: response.status, body: (await response.json()) as Answered['body'] };
  };
  const good = async <T>(method: string, at: string, body?: unknown): Promise<T> => {
    const answered = await send(method, at, body);
    if (answered.status >= 400) throw new Error(`${method} ${at}: ${answered.status} ${JSON.stringify(answered.body)}`);
    return answered.body as T;
  };
  return {
    path,
    books,
    address,
    setToday: (day) => (today = isoDate(day)),
    send,
    ask: (at) => good('GET', at),
    order: good,
    refused: async (method, at, body) => {
      const { status, body: answer } = await send(method, at, body);
      if (status < 400 || status >= 500)
        throw new Error(`${method} ${at} was not refused: ${status} ${JSON.stringify(answer)}`);
      return ((answer['problems'] ?? []) as { at: string; kind: string }[]).map(({ at: place, kind }) =>
        `${place} ${kind}`.trim(),
      );
    },
    close: async () => {
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
      await books.close();
      rmSync(directory, { recursive: true, force: true });
    },
  };
}

const add = async (
  to: TestApp,
  kind: string,
  fields: Readonly<Record<string, string>>,
): Promise<{ id: number; version: number }> => to.order('POST', `/records/${kind}`, { fields });

/** Two contracts, an internal project, two suppliers, a client, two people: books that are just set up. */
export async function setUpSmallCompany(to: TestApp): Promise<void> {
  await to.order('POST', '/company', {
    name: 'Test Works',
    currency: 'USD',
    fiscalYearStartMonth: 1,
    percentDecimals: null,
    firstMonth: '2027-01',
  });
  await add(to, 'tax-code', { code: 'ST', name: 'Sales tax', rate: '6.25', recoverable: '0' });
  await add(to, 'tax-code', { code: 'VT', name: 'Input tax', rate: '20', recoverable: '100' });
  await add(to, 'client', { code: 'COUNTY', name: 'Garrow County', termsDays: '30' });
  await add(to, 'supplier', { code: 'STONE', name: 'Norsand Quarry' });
  await add(to, 'supplier', { code: 'FUEL', name: 'Ullage Marine Fuel' });
  await add(to, 'employee', { code: 'E1', name: 'A. Brisk', costRate: '40', rateFrom: '2027-01-01' });
  await add(to, 'employee', { code: 'E2', name: 'T. Callow', costRate: '38.7544', rateFrom: '2027-01-01' });
  await add(to, 'cost-code', { code: '31-000', name: 'Earthwork' });
  await add(to, 'cost-code', { code: '31-250', name: 'Armor stone', parent: '31-000', costType: 'material' });
  await add(to, 'cost-code', { code: '31-100', name: 'Earthwork crew', parent: '31-000', costType: 'labor' });
  const project = {
    kind: 'client',
    client: 'COUNTY',
    startOn: '2027-01-01',
    status: 'active',
    method: 'cost-to-cost',
    costTreatment: 'hold',
  };
  await add(to, 'project', { ...project, code: 'GATE', name: 'Tide gate', contractPrice: '100,000.00' });
  await add(to, 'project', { ...project, code: 'DUNE', name: 'Dune', contractPrice: '50,000.00' });
  await add(to, 'project', {
    ...project,
    code: 'BOAT',
    name: 'Workboat',
    kind: 'internal',
    client: '',
    method: 'none',
  });
  await add(to, 'phase', { project: 'GATE', code: 'A', name: 'Earthwork' });
  const line = { effectiveOn: '2027-01-01', costType: 'material', costCode: '31-250' };
  await add(to, 'budget-line', { ...line, project: 'GATE', phase: 'A', cost: '50,000.00' });
  await add(to, 'budget-line', {
    ...line,
    project: 'GATE',
    costCode: '31-100',
    costType: 'labor',
    quantity: '750',
    unit: 'h',
    unitCost: '40',
  });
  await add(to, 'budget-line', { ...line, project: 'DUNE', cost: '40,000.00' });
}

export const BLANK_BILL = BLANK_BILL_ROW;
export const GOOD_BILL = {
  ...BLANK_BILL,
  supplier: 'STONE',
  number: 'N-1',
  datedOn: '2027-01-20',
  dueOn: '+30',
  project: 'GATE',
  code: 'A/31-250',
  net: '8,000.00',
};
export const billSheet = (...rows: readonly (typeof BLANK_BILL)[]) => ({ kind: 'bills', controlTotal: '', rows });
export const hoursSheet = (weekOn: string, ...rows: readonly unknown[]) => ({ kind: 'hours', weekOn, rows });
export const workedDay = (employee: string, project: string, code: string, hours: string) => ({
  employee,
  project,
  code,
  costType: '',
  days: [hours, '', '', '', '', '', ''],
  text: '',
});

/** Keeps a sheet and posts it, warnings accepted. */
export async function post(
  to: TestApp,
  month: string,
  sheet: unknown,
): Promise<readonly { readonly id: number; readonly number: string }[]> {
  const draft = await to.order<{ id: number; version: number }>('POST', '/drafts', { month, sheet });
  const { documents } = await to.order<{ documents: { id: number; number: string }[] }>(
    'POST',
    `/drafts/${draft.id}/posting`,
    { month, version: draft.version, acceptWarnings: true },
  );
  return documents;
}

export async function recognize(to: TestApp, month: string): Promise<{ readonly id: number }> {
  const { stamp } = await to.ask<{ stamp: string }>(`/recognition?month=${month}`);
  return to.order('POST', '/recognition', { month, stamp });
}

export const invoiceOf = (
  project: string,
  share: 'percent' | 'amount' | 'rest',
  value = '',
  datedOn = '2027-01-31',
) => ({ project, datedOn, dueOn: '', share, value, taxCode: '', text: 'Progress' });

export interface SmallCompany {
  /** The application on a copy of the books, for one test. */
  readonly open: (parts?: Partial<AppParts>) => Promise<TestApp>;
}

/** The small company set up once for a test file, and whatever more happens before each of its tests. */
export function smallCompany(more: (to: TestApp) => Promise<unknown> = () => Promise.resolve()): SmallCompany {
  let template: TestApp | undefined;
  beforeAll(async () => {
    template = await openApp();
    await setUpSmallCompany(template);
    await more(template);
    await sql`PRAGMA wal_checkpoint(TRUNCATE)`.execute(template.books.writer);
  });
  afterAll(() => template?.close());
  return { open: (parts) => openApp(template?.path, parts) };
}
