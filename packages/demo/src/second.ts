import { isoDate, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { month, type Month } from '@lowtide/core/calendar/month.ts';
import { BLANK_ORDER_ROW } from '@lowtide/core/documents/order/form.ts';
import type { FrontDoor } from './front-door.ts';
import { lockThrough, recognize } from './months.ts';
import { payFortnight } from './payrolls.ts';
import { blankBill, postSheet } from './weeks.ts';

export const SECOND_FIRST_DAY = isoDate('2027-01-01');
const SECOND_TODAY = isoDate('2027-03-31');

/**
 * A small company of its own, Ebbwick Moorings: four people, books taken over at the turn of the year, leave, somebody who leads the crew
 * on one project and works in it on the others, a pay period that is not trued up, a small job that earns as billed, and a forecast that
 * an order has overtaken.
 */
export async function generateSecond(door: FrontDoor): Promise<void> {
  await setUp(door);
  await takeOver(door);
  for (let day = SECOND_FIRST_DAY; day <= SECOND_TODAY; day = plusDays(day, 1)) {
    await door.setToday(day);
    await (HAPPENED[day]?.(door) ?? Promise.resolve());
    if (day in WEEKS) await postSheet(door, monthOf(day), { kind: 'hours', weekOn: day, rows: WEEKS[day] });
    if (PAY_DAYS.includes(day)) await payFortnight(door, day, { truesUp: day < LAST_TRUE_UP });
  }
}

const monthOf = (day: IsoDate): Month => month(day.slice(0, 7));

async function records(
  door: FrontDoor,
  kind: string,
  ...rows: readonly Readonly<Record<string, string>>[]
): Promise<void> {
  for (const fields of rows) await door.order('POST', `/records/${kind}`, { fields });
}

async function setUp(door: FrontDoor): Promise<void> {
  await door.order('POST', '/company', {
    ...{ name: 'Ebbwick Moorings', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null },
    ...{ forecastMonths: 1, firstMonth: '2027-01' },
  });
  await door.order('PUT', '/company/letterhead', {
    ...{ address: 'The Old Slip\nEbbwick', bankDetails: 'Ebbwick Savings Bank\nAccount 20 771 308' },
    ...{ logo: null, paper: 'letter' },
  });
  await addParties(door);
  await addProjects(door);
}

/** Whom it works with, and what cost is told apart by. */
async function addParties(door: FrontDoor): Promise<void> {
  await records(door, 'tax-code', { code: 'EX', name: 'Exempt', rate: '0', recoverable: '0' });
  await records(
    door,
    'client',
    { code: 'HARBOR', name: 'Ebbwick Harbor Trust', termsDays: '30' },
    { code: 'PARISH', name: 'Fennel Parish', termsDays: '14' },
  );
  await records(
    door,
    'supplier',
    { code: 'CORSE', name: 'Corse Chain & Anchor', termsDays: '30' },
    { code: 'DEEP', name: 'Deepline Divers', termsDays: '21' },
    { code: 'TARRY', name: 'Tarry Yard Supply', termsDays: '14' },
  );
  await records(
    door,
    'employee',
    { code: 'M1', name: 'A. Sprag', jobRole: 'crew', costRate: '36.40', rateFrom: '2027-01-01', usualHours: '40' },
    { code: 'M2', name: 'B. Thole', jobRole: 'crew', costRate: '38.10', rateFrom: '2027-01-01', usualHours: '40' },
    { code: 'M3', name: 'C. Rowlock', jobRole: 'crew', costRate: '35.20', rateFrom: '2027-01-01', usualHours: '40' },
    { code: 'M4', name: 'D. Fairlead', jobRole: 'office', costRate: '33.00', rateFrom: '2027-01-01', usualHours: '40' },
  );
  await records(
    door,
    'cost-code',
    { code: '31-100', name: 'Crew labor', costType: 'labor' },
    { code: '35-200', name: 'Chain and anchors', costType: 'material' },
    { code: '35-300', name: 'Diving', costType: 'subcontract' },
  );
}

/** A contract with a price and a budget typed, a small job without, and a rate of somebody who leads the crew on the first. */
async function addProjects(door: FrontDoor): Promise<void> {
  const project = { kind: 'client', startOn: '2027-01-01', status: 'active', taxCode: 'EX', manager: 'E. Hawse' };
  await records(
    door,
    'project',
    {
      ...{ ...project, code: 'PIERS', name: 'Pier moorings', client: 'HARBOR', contractPrice: '240,000' },
      ...{ targetEndOn: '2027-07-31', method: 'cost-to-cost', costTreatment: 'hold' },
    },
    {
      ...{ ...project, code: 'BUOYS', name: 'Buoys for the regatta', client: 'PARISH' },
      ...{ method: 'as-billed', costTreatment: 'expense' },
    },
  );
  const line = { project: 'PIERS', effectiveOn: '2027-01-01' };
  await records(
    door,
    'budget-line',
    { ...line, costCode: '31-100', costType: 'labor', cost: '60,000' },
    { ...line, costCode: '35-200', costType: 'material', cost: '90,000' },
    { ...line, costCode: '35-300', costType: 'subcontract', cost: '30,000' },
  );
  const rate = {
    side: 'cost',
    role: '',
    client: '',
    effectiveOn: '2027-01-01',
    buildUp: [],
    note: 'Leads the crew there',
  };
  await door.order('POST', '/rates', { ...rate, employee: 'M2', project: 'PIERS', rate: '46.80' });
}

/** A sixth of the piers was done in the books before: 30,000 of 180,000 spent, 40,000 of 240,000 earned, 50,000 billed. */
async function takeOver(door: FrontDoor): Promise<void> {
  const blank = {
    ...{ what: '', debit: '', credit: '', party: '', number: '', datedOn: '', dueOn: '' },
    ...{ project: '', code: '', costType: '', text: '' },
  };
  const rows = [
    { what: '1010', debit: '160,000' },
    { what: 'invoice', debit: '20,000', party: 'HARBOR', number: 'I-118', datedOn: '2026-12-10', project: 'PIERS' },
    { what: 'bill', credit: '5,000', party: 'CORSE', number: 'CC-2204', datedOn: '2026-12-15', dueOn: '2027-01-14' },
    { what: 'cost', debit: '20,000', project: 'PIERS', code: '35-200' },
    { what: 'cost', debit: '10,000', project: 'PIERS', code: '31-100' },
    { what: 'earned', debit: '40,000', project: 'PIERS' },
    { what: 'billed', credit: '50,000', project: 'PIERS' },
    { what: '3090', credit: '165,000' },
  ];
  await postSheet(door, month('2027-01'), {
    ...{ kind: 'opening', text: 'From the books before' },
    rows: rows.map((row) => ({ ...blank, ...row })),
  });
}

const full = ['8', '8', '8', '8', '8', '', ''];
const worked = (employee: string, project: string, days: readonly string[] = full, pay = '') => ({
  ...{ employee, project, code: project === '' ? '' : '31-100', costType: '', days: [...days], text: '', pay },
});

/** Weeks of hours by their Mondays: one with a day over, one on which somebody was away. */
const WEEKS: Readonly<Record<string, readonly object[]>> = Object.fromEntries(
  Array.from({ length: 11 }, (_, week) => plusDays(isoDate('2027-01-04'), 7 * week)).map((monday, week) => [
    monday,
    [
      worked('M1', 'PIERS'),
      ...(week === 4
        ? [
            worked('M2', 'PIERS', ['8', '8', '8', '8', '8', '', '']),
            worked('M2', 'PIERS', ['', '2', '2', '', '', '', ''], 'overtime'),
          ]
        : [worked('M2', week % 2 === 0 ? 'PIERS' : 'BUOYS')]),
      week === 6 ? worked('M3', '', full, 'leave') : worked('M3', week < 3 ? 'BUOYS' : 'PIERS'),
      worked('M4', ''),
    ],
  ]),
);

/** Fridays on which the fortnight before is paid; from the last of them on, nothing is trued up. */
const PAY_DAYS: readonly string[] = ['2027-01-22', '2027-02-05', '2027-02-19', '2027-03-05', '2027-03-19'];
const LAST_TRUE_UP = isoDate('2027-03-05');

const bill = (values: Partial<typeof blankBill>) => ({ ...blankBill, ...values });
const bills = (...rows: readonly Partial<typeof blankBill>[]) => ({
  ...{ kind: 'bills', controlTotal: '' },
  rows: rows.map(bill),
});
const posted = (day: string, sheet: object) => async (door: FrontDoor) =>
  void (await postSheet(door, month(day.slice(0, 7)), sheet));
const invoiced = (project: string, datedOn: string, work: string) => async (door: FrontDoor) => {
  const form = { project, datedOn, dueOn: '', share: 'amount', value: work, taxCode: 'EX', text: 'Work to date' };
  await door.order('POST', '/invoices', form);
};

const HAPPENED: Readonly<Record<string, (door: FrontDoor) => Promise<unknown>>> = {
  '2027-01-18': posted(
    '2027-01-18',
    bills(
      { supplier: 'CORSE', number: 'CC-2311', datedOn: '2027-01-18', project: 'PIERS', code: '35-200', net: '14,260' },
      { supplier: 'TARRY', number: 'TY-88', datedOn: '2027-01-18', project: 'BUOYS', code: '35-200', net: '1,840' },
    ),
  ),
  '2027-01-29': invoiced('BUOYS', '2027-01-29', '6,500'),
  '2027-02-06': async (door) => {
    await recognize(door, month('2027-01'));
  },
  '2027-02-16': posted(
    '2027-02-16',
    bills({
      ...{ supplier: 'DEEP', number: 'DD-31', datedOn: '2027-02-16', project: 'PIERS', code: '35-300', net: '9,300' },
    }),
  ),
  '2027-02-20': async (door) => lockThrough(door, month('2027-01')),
  '2027-02-26': invoiced('PIERS', '2027-02-26', '48,000'),
  '2027-03-06': async (door) => {
    await forecastPiers(door);
    await recognize(door, month('2027-02'));
  },
  '2027-03-11': posted('2027-03-11', {
    kind: 'orders',
    rows: [
      {
        ...{ ...BLANK_ORDER_ROW, supplier: 'CORSE', project: 'PIERS', code: '35-200', text: 'Ground chain, 38 mm' },
        ...{ quantity: '620', unit: 'm', price: '118.50', wantedOn: '2027-04-19' },
      },
    ],
  }),
  '2027-03-24': invoiced('BUOYS', '2027-03-24', '3,200'),
};

/** Chain was forecast low in February; the order of March goes beyond it. */
async function forecastPiers(door: FrontDoor): Promise<void> {
  const of = await door.ask<{ rows: { id: number; code: string }[] }>('/projects?through=2027-02');
  const id = of.rows.find(({ code }) => code === 'PIERS')?.id;
  const sheet = await door.ask<{ stamp: string; lines: { line: string; code: string }[] }>(
    `/projects/${id}/forecast?through=2027-02`,
  );
  const rows = sheet.lines.map(({ line, code }) =>
    code === '35-200'
      ? { line, method: 'to complete', input: '58,000', reason: 'Chain bought for stock last year is used first' }
      : { line, method: 'budget', input: '', reason: '' },
  );
  await door.order('POST', `/projects/${id}/forecasts`, { month: '2027-02', stamp: sheet.stamp, rows });
}
