import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { month } from '@lowtide/core/calendar/month.ts';
import { REPORT_NAMES, reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { addsUp, together } from '@lowtide/core/reports/table-view.ts';
import type { Cell, Table } from '@lowtide/core/reports/table.ts';
import { Workbook } from '@cj-tech-master/excelts';
import { accrues, billed, goods, LINE, orderSheet } from '../orders.test.support.ts';
import {
  GOOD_BILL,
  billSheet,
  hoursSheet,
  invoiceOf,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await post(
    app,
    '2027-01',
    billSheet({ ...GOOD_BILL, net: '20,000.00' }, { ...GOOD_BILL, number: 'N-2', project: 'DUNE', code: '31-250' }),
  );
  await post(
    app,
    '2027-01',
    hoursSheet('2027-01-11', workedDay('E2', 'GATE', '31-100', '7.5'), workedDay('E1', '', '', '2')),
  );
  await accrues(app);
  await post(app, '2027-01', orderSheet(LINE));
  await post(app, '2027-01', goods('2027-01-15', { line: 'PO-0001/1', quantity: '60' }));
  await post(app, '2027-01', billed('B-1', { order: 'PO-0001/1', quantity: '20' }));
  await app.order('POST', '/invoices', invoiceOf('GATE', 'amount', '25,000.00'));
  const item = { ...LINE, quantity: '', unit: '', price: '', net: '2,000.00', retention: '10', costType: 'sub' };
  await post(app, '2027-01', { kind: 'subcontracts', rows: [item] });
  await post(app, '2027-01', billed('S-1', { order: 'SC-0001/1', net: '500.00' }));
  await monitored(app);
  await ended(app);
  await recognize(app, '2027-01');
});
afterAll(() => app.close());

interface Ended {
  readonly stamp: string;
  readonly lines: readonly { readonly line: string }[];
}

/** A project that was forecast and has ended. */
async function ended(to: TestApp): Promise<void> {
  const fields = {
    ...{ code: 'JETTY', name: 'Own jetty', kind: 'internal', startOn: '2027-01-01', status: 'active' },
    ...{ manager: 'N. Kerrow', method: 'none', costTreatment: 'expense' },
  };
  const { id } = await to.order<{ id: number }>('POST', '/records/project', { fields });
  await post(to, '2027-01', hoursSheet('2027-01-18', workedDay('E2', 'JETTY', '31-100', '1')));
  const { stamp, lines } = await to.ask<Ended>(`/projects/${id}/forecast?through=2027-01`);
  const rows = lines.map(({ line }) => ({ line, method: 'to complete', input: '100', reason: 'Cold' }));
  await to.order('POST', `/projects/${id}/forecasts`, { month: '2027-01', stamp, rows });
  const change = { ...fields, status: 'finished', actualEndOn: '2027-01-31' };
  await to.order('PUT', `/records/project/${id}`, { version: 1, fields: change });
}

/** Work of time and materials, by two people and the oldest first. */
async function monitored(to: TestApp): Promise<void> {
  await to.order('POST', '/records/project', {
    fields: {
      ...{
        code: 'WATCH',
        name: 'Monitoring',
        kind: 'client',
        client: 'COUNTY',
        startOn: '2027-01-01',
        status: 'active',
      },
      ...{ method: 'as-billable', costTreatment: 'expense', billedBy: 'time and materials' },
    },
  });
  const rate = { side: 'bill', employee: '', role: '', client: '', project: '', effectiveOn: '2027-01-01', rate: '90' };
  await to.order('POST', '/rates', rate);
  await post(
    to,
    '2027-01',
    hoursSheet('2027-01-11', workedDay('E1', 'WATCH', '31-100', '3'), workedDay('E2', 'WATCH', '31-100', '4')),
  );
}

const PARAMETERS: Readonly<Partial<Record<ReportName, string>>> = {
  fade: '&from=2027-01',
  'wip-then-and-now': '&from=2027-01',
  'contract-months': '&from=2026-12',
  'profit-explained': '&against=estimate',
  'near-loss': '&below=25',
  'roll-forward': '&from=2027-01',
  profitability: '&from=2027-01&by=project',
  'income-statement': '&from=2027-01',
  hours: '&from=2027-01&by=person',
  'labor-composition': '&from=2027-01',
  'supplier-spend': '&from=2027-01',
  realization: '&from=2027-01&by=person',
  'to-bill': '&above=0',
  commitments: '&by=line',
  'certified-payroll': '&week=2027-01-11',
};
const questionOf = (name: ReportName): string => `through=2027-01${PARAMETERS[name] ?? ''}`;

async function tableOf(name: ReportName): Promise<Table> {
  const report = reportOf(name);
  const answer = report.answer.parse(await app.ask(`${report.path}?${questionOf(name)}`));
  return report.table(answer as never, Object.fromEntries(new URLSearchParams(questionOf(name))));
}

const file = (name: ReportName, ending: string, view = '') =>
  fetch(`${app.address}/api/reports/${name}.${ending}?${questionOf(name)}${view}`);

/** A share in lowest terms differs from the same one of larger numbers: as a number they are one. */
function shareText(cell: Cell | undefined): string {
  const value = cell?.value ?? null;
  return value !== null && typeof value === 'object' ? (value.numerator / value.denominator).toFixed(9) : String(value);
}

describe.each(REPORT_NAMES)('%s', (name) => {
  test('says on screen, in CSV, as a workbook and on paper the same columns and rows', async () => {
    const { columns, rows, totals } = await tableOf(name);
    const csv = await (await file(name, 'csv')).text();
    const [head = '', ...lines] = csv.trimEnd().split('\n');
    const heads = columns.filter(({ only }) => only !== 'screen').map(({ file: inFiles }) => inFiles);
    expect(head.trim()).toBe(heads.join(','));
    expect(new Set(heads).size).toBe(heads.length);
    expect(lines).toHaveLength(rows.length + (totals === null ? 0 : 1));
    expect(rows.length).toBeGreaterThan(0);
    const workbook = await file(name, 'xlsx');
    expect(
      Buffer.from(await workbook.arrayBuffer())
        .subarray(0, 2)
        .toString(),
    ).toBe('PK');
    const pdf = await file(name, 'pdf');
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
  });

  test('is saved with whatever its page can choose', async () => {
    for (const [word, choice] of Object.entries(reportOf(name).choices)) {
      const values =
        choice.kind === 'options'
          ? choice.options.map(({ value }) => value)
          : 'initial' in choice
            ? [choice.initial({ through: month('2027-01'), fiscalYearStart: month('2027-01') })]
            : ['1'];
      // A day the answer chooses is not asked for.
      for (const value of values.filter((each) => each !== null)) {
        const question = new URLSearchParams(questionOf(name));
        question.set(word, value);
        for (const ending of ['csv', 'xlsx', 'pdf']) {
          const { status } = await fetch(`${app.address}/api/reports/${name}.${ending}?${question.toString()}`);
          expect([word, value, ending, status]).toEqual([word, value, ending, 200]);
        }
      }
    }
  });

  test('leads every figure it names down to its source, at the same value', async () => {
    const { rows, totals } = await tableOf(name);
    const cells = [...rows.flatMap((row) => row.cells), ...(totals ?? [])].filter(
      (cell): cell is Cell & { figure: string } => cell.figure !== undefined,
    );
    for (const { figure, value } of cells) {
      const traced = await app.ask<{ amountCents: number | null; ratio: unknown }>(`/trace?figure=${figure}`);
      const { amountCents, ratio } = traced;
      // Statements print an account, and the schedule an underbilling, without the sign they are traced with.
      const unsigned = /^(account|overbilled)\./.test(figure) && typeof value === 'number';
      const own = unsigned && amountCents !== null ? Math.abs(amountCents) : amountCents;
      expect(own ?? ratio, figure).toEqual(unsigned ? Math.abs(value) : value);
    }
  });

  test('adds up: each total is the sum of its column, each share that of the columns it names', async () => {
    const table = await tableOf(name);
    const { columns, rows, totals } = table;
    if (reportOf(name).isStatement || totals === null) return;
    const sums = together(table, rows);
    for (const [place, column] of columns.entries()) {
      if (!addsUp(table, place) && column.share === undefined) continue;
      expect(shareText(sums[place]), column.id).toBe(shareText(totals[place]));
      if (column.share === undefined) continue;
      for (const row of rows) {
        // A price below zero or none has no margin.
        if (row.cells[place]?.value === null) continue;
        expect(shareText(together(table, [row])[place]), `${column.id} of ${row.name}`).toBe(
          shareText(row.cells[place]),
        );
      }
    }
  });

  test('gives a part of its rows in the order of a column, its totals as of all', async () => {
    const { columns } = await tableOf(name);
    const { path } = reportOf(name);
    const whole = await app.ask<{ rows?: unknown[]; totals?: unknown }>(`${path}?${questionOf(name)}`);
    const part = await app.ask<{ count: number; rows: unknown[]; totals?: unknown }>(
      `${path}?${questionOf(name)}&limit=1&order=-${columns.at(-1)?.id ?? ''}`,
    );
    expect(part.totals).toEqual(whole.totals);
    // Statements are printed whole.
    if (whole.rows === undefined) return;
    expect(part.rows).toHaveLength(1);
    expect(whole.rows).toContainEqual(part.rows[0]);
    expect(part.count).toBe(whole.rows.length);
  });
});

test('aging counts from the day a bill is due, on any day, and ties to the account', async () => {
  const aging = (query: string) =>
    app.ask<{ rows: { code: string; amounts: number[]; otherCents: number; total: { amountCents: number } }[] }>(
      `/aging?through=2027-04&side=payable${query}`,
    );
  // All bills of 20 Jan are due on 19 Feb; 50.00 of the last is withheld.
  expect((await aging('&on=2027-02-19')).rows).toMatchObject([{ code: 'STONE', amounts: [3_005_000, 0, 0, 0, 0] }]);
  expect((await aging('&on=2027-02-20')).rows).toMatchObject([{ amounts: [0, 3_005_000, 0, 0, 0] }]);
  expect((await aging('')).rows).toMatchObject([
    { amounts: [0, 0, 0, 3_005_000, 0], otherCents: 0, total: { amountCents: 3_005_000 } },
  ]);
  expect((await aging('&on=2027-01-19')).rows).toEqual([]);
});

test('hours without a project are the unassigned ones of profitability, and count for the company', async () => {
  const hours = async (from: string) => {
    const { rows, unassigned, total } = await app.ask<
      Record<'unassigned' | 'total', { hours: number }> & { rows: { hours: number }[] }
    >(`/profitability?by=project&from=${from}&through=2027-02`);
    return [rows.reduce((sum, row) => sum + row.hours, 0), unassigned.hours, total.hours];
  };
  expect(await hours('2027-01')).toEqual([155_000, 20_000, 175_000]);
  expect(await hours('2027-02')).toEqual([0, 0, 0]);
});

test('a trial balance of all years shows profit by account, one of the year what it earned before in a row', async () => {
  const balance = async (span: string) =>
    app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
      `/trial-balance?through=2027-01&span=${span}`,
    );
  for (const span of ['year', 'all']) {
    const { rows } = await balance(span);
    expect(
      rows.reduce((sum, row) => sum + row.balance.amountCents, 0),
      span,
    ).toBe(0);
  }
});

test('a span that ends before it begins is refused at its first month', async () => {
  for (const path of ['/income-statement?', '/profitability?by=project&', '/fade?']) {
    expect(await app.send('GET', `${path}through=2027-01&from=2027-02`), path).toMatchObject({
      status: 422,
      body: { problems: [{ at: 'from', kind: 'days-out-of-order' }] },
    });
  }
});

describe('a list as it is looked at', () => {
  test('is saved with the rows that pass, in the columns and the order that were chosen', async () => {
    const csv = await (
      await file('projects', 'csv', '&filter=contract:above:99,999.99&columns=cost,contract&order=-contract')
    ).text();
    const [head, ...lines] = csv
      .trimEnd()
      .split('\n')
      .map((line) => line.trim());
    expect(head).toBe('code,cost,contract');
    expect(lines.map((line) => line.split(',')[0])).toEqual(['GATE', '']);
    // The total is of the rows that are there.
    expect(lines[0]?.split(',').slice(1)).toEqual(lines[1]?.split(',').slice(1));
  });

  test('groups are in the workbook with sums and shares that follow, and in CSV not at all', async () => {
    const view = '&group=client&columns=client,contract,profit,margin';
    const book = new Workbook();
    await book.xlsx.load(await (await file('wip-schedule', 'xlsx', view)).arrayBuffer());
    const page = book.worksheets[0];
    const formulas = (line: number): unknown[] =>
      ['C', 'D', 'E'].map((letter) => page?.getCell(`${letter}${line}`).formula);
    const last = page?.rowCount ?? 0;
    expect(formulas(2)).toEqual(['SUBTOTAL(9,C3:C5)', 'SUBTOTAL(9,D3:D5)', 'IF(C2=0,"",100*D2/C2)']);
    expect(formulas(last)).toEqual([
      ...[`SUBTOTAL(9,C2:C${last - 1})`, `SUBTOTAL(9,D2:D${last - 1})`, `IF(C${last}=0,"",100*D${last}/C${last})`],
    ]);
    const csv = await (await file('wip-schedule', 'csv', view)).text();
    const table = await tableOf('wip-schedule');
    expect(csv.trimEnd().split('\n')).toHaveLength(table.rows.length + 2);
  });

  test.each([
    ['&filter=color:is:red', 422],
    ['&filter=contract:above:much', 422],
    [`&filter=${'x'.repeat(500)}`, 400],
    ['&columns=a b', 400],
  ])('what no column can be asked is refused: %s', async (view, status) => {
    const answer = await file('projects', 'csv', view);
    expect(answer.status).toBe(status);
    expect(JSON.stringify(await answer.json())).toContain(view.startsWith('&columns') ? 'columns' : 'filter');
  });
});
