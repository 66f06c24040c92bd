import { describe, expect, test } from 'vitest';
import { columnsRead, money, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { WIP_SCHEDULE } from './report.ts';
import { WipSchedule } from './shape.ts';

const row = {
  ...{ id: 1, code: 'PE-01', name: 'Garrow Creek', client: 'Orr District', contract: money(1_000, 'contract') },
  ...{ manager: 'R. Ames', status: 'active', includedCents: 50, note: 'Late sand' },
  ...{
    estimate: money(800, 'estimate'),
    profit: money(200, 'profit'),
    margin: share(1, 5),
    marginFigure: 'margin',
    cost: money(300, 'cost'),
  },
  ...{ complete: share(3, 8), completeFigure: 'complete', progress: 'under-way', earned: money(375, 'earned') },
  ...{ profitToDate: money(75, 'to date'), billed: money(400, 'billed'), overbilledCents: 25, underbilledCents: 0 },
  ...{ netFigure: 'net', earnedThisYear: money(175, 'this year'), earnedBeforeYear: money(200, 'before') },
  ...{ backlog: money(625, 'backlog'), costToComplete: money(500, 'to complete') },
  profitInBacklogCents: 125,
  ...{ retained: money(40, 'held'), deposit: money(15, 'deposit'), net: money(0, 'net of it') },
};
const answer = WipSchedule.parse({
  rows: [row, { ...row, id: 2, code: 'PE-02', overbilledCents: 0, underbilledCents: 60 }],
  totals: {
    ...{
      contractCents: 2_000,
      includedCents: 100,
      estimateCents: 1_600,
      profitCents: 400,
      costCents: 600,
      earnedCents: 750,
    },
    ...{ profitToDateCents: 150, billedCents: 800, overbilledCents: 26, underbilledCents: 61 },
    ...{ earnedThisYearCents: 350, backlogCents: 1_250, costToCompleteCents: 1_000 },
    ...{ profitInBacklogCents: 250, retainedCents: 80, depositCents: 30, netCents: 85 },
  },
});

describe('the WIP schedule', () => {
  const table = () => WIP_SCHEDULE.table(answer, {});
  test('a contract to date, this year, earlier and ahead; only the side it stands on has a trace', () => {
    expect(rowsRead(table())[0]).toEqual([
      ...['PE-01', 'Garrow Creek', 'Orr District', '1000 ← contract', '800 ← estimate', '200 ← profit', '1/5 ← margin'],
      ...['300 ← cost', '3/8 ← complete', '375 ← earned', '75 ← to date', '400 ← billed', '25 ← net', '0'],
      ...['40 ← held', '15 ← deposit', '0 ← net of it'],
      ...['175 ← this year', '200 ← before', '625 ← backlog', '500 ← to complete', '125'],
      ...['50', 'R. Ames', 'active', 'Late sand'],
    ]);
    expect(rowsRead(table())[1]?.slice(12, 14)).toEqual(['0', '60 ← net']);
    expect(rowsNamed(table())).toEqual(['1, PE-01, /projects/1', '2, PE-02, /projects/2']);
  });

  test('totals: earned before is earned less this year, profit in backlog is profit less profit to date', () => {
    expect(totalsRead(table())).toEqual([
      ...[
        'Total',
        '',
        '',
        '2000',
        '1600',
        '400',
        '400/2000',
        '600',
        '',
        '750',
        '150',
        '800',
        '26',
        '61',
        '80',
        '30',
        '85',
      ],
      ...['350', '400', '1250', '1000', '250', '100', '', '', ''],
    ]);
  });

  const toDate = (only: string) => [
    ...[`Contract (contract, money${only})`, `EAC (estimate, money${only})`],
    ...[`Gross profit at completion (gross_profit, money${only})`, `Margin (margin_percent, percent${only})`],
    ...[`Cost (cost, money${only})`, `Complete (percent_complete, percent${only})`],
    ...['Earned (earned, money, earned)', `Profit to date (profit_to_date, money${only})`],
    ...[`Billed (billed, money, billed${only})`, `Overbilled (overbilled, money, gap${only})`],
    `Underbilled (underbilled, money, gap${only})`,
  ];
  const held = (only: string) => [
    ...[`Retention held (retained, money${only})`, `Deposit left (deposit, money${only})`],
    `Net of the contract (net_of_contract, money${only})`,
  ];
  const year = (only: string) => [
    ...[
      `Earned this year (earned_this_year, money${only})`,
      `Earned in prior years (earned_before_year, money${only})`,
    ],
    ...[`Backlog (backlog, money${only})`, `Cost to complete (cost_to_complete, money${only})`],
    `Profit in backlog (profit_in_backlog, money${only})`,
    `Included, not agreed (included_not_agreed, money${only})`,
    ...['Manager (manager, text, file only)', 'Status (status, text, file only)'],
    'Note (note, text, gives way, file only)',
  ];
  const named = (only: string) => [
    ...['Code (code, text)', 'Project (name, text, gives way)', `Client (client, text, gives way${only})`],
  ];
  test.each([
    {
      case: 'to date',
      chosen: {},
      columns: [...named(', file only'), ...toDate(''), ...held(', file only'), ...year(', file only')],
    },
    {
      case: 'by years',
      chosen: { view: 'year' },
      columns: [...named(''), ...toDate(', file only'), ...held(', file only'), ...year('')],
    },
  ])('files have every column, the screen those of the view: $case', ({ chosen, columns }) => {
    expect(columnsRead(WIP_SCHEDULE.table(answer, chosen))).toEqual(columns);
  });
});
