import { dayNumber, isoDate, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, month, monthOf, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import type { FrontDoor } from './front-door.ts';
import { applyForPayment } from './applications.ts';
import { lendBoat } from './invoices.ts';
import { billProgress, lockThrough, openingBalances, postOverheads, recognize, settle } from './months.ts';
import type { BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import { payFortnight } from './payrolls.ts';
import { buyForBranches, fillMailbox } from './branch-buying.ts';
import { changeOrders } from './changes.ts';
import { storyCode, type DemoProject } from './projects.ts';
import { applyOverhead, OVERHEAD_FROM, payForEquipment, setUpOverhead, weekOfEquipment } from './overhead.ts';
import { liveOrders } from './orders.ts';
import { tellReaders } from './reader-notes.ts';
import { tellProgress } from './told-progress.ts';
import { askClients } from './clients.ts';
import { keepPapers } from './papers.ts';
import { forecast } from './forecasts.ts';
import { demoCompany, projectsOf, type Branch, type Company } from './company.ts';
import { drawsFrom, type Draws } from './seeded.ts';
import { begin, setUp, takeInStaff } from './setting-up.ts';
import { blankBill, makeDue, postSheet, weekOfBills, weekOfHours } from './weeks.ts';

export const DEMO_FIRST_DAY = isoDate('2026-01-01');
export const DEMO_TODAY = isoDate('2027-03-31');
export const DEMO_USER = 'I. Varga';
const CURRENT = month('2027-03');

/** Lives fifteen months of the company day by day, through the application's own front door. */
export async function generate(
  door: FrontDoor,
  progress: (through: Month) => void,
  company: Company = demoCompany(),
): Promise<void> {
  const draws = drawsFrom(20_270_331);
  const living: Living = { door, company, draws };
  await setUp(door, company);
  for (const project of projectsOf(company).filter(({ start }) => start < '2026-02')) await begin(door, project);
  await openingBalances(door);
  for (let day = DEMO_FIRST_DAY; day <= DEMO_TODAY; day = plusDays(day, 1)) {
    await door.setToday(day);
    await beginning(living, day);
    await working(living, day);
    if (company.branches.length === 1) {
      await liveOrders(door, day);
      await keepPapers(door, day);
    } else await buyForBranches(door, company, day);
    await ending(living, day);
    if (monthOf(plusDays(day, 1)) !== monthOf(day)) progress(monthOf(day));
  }
  if (company.branches.length > 1) await fillMailbox(door);
  else await askClients(door, DEMO_TODAY);
  await leaveUnposted(door);
}

interface Living {
  readonly door: FrontDoor;
  readonly company: Company;
  readonly draws: Draws;
}

/** What begins on a day: projects, rates, changes, the month's overheads. */
async function beginning({ door, company, draws }: Living, day: IsoDate): Promise<void> {
  const projects = projectsOf(company);
  const newMonth = day === firstDay(monthOf(day));
  if (newMonth && day > '2026-01-01') {
    const next = plusMonths(monthOf(day), 1);
    for (const project of projects.filter(({ start }) => monthOf(isoDate(start)) === monthOf(day)))
      await begin(door, project);
    if (next === plusMonths(CURRENT, 1))
      for (const project of projects.filter(({ status }) => status === 'proposed')) await begin(door, project);
  }
  if (day === OVERHEAD_FROM) await setUpOverhead(door);
  if (day >= OVERHEAD_FROM && day.endsWith('-05')) await payForEquipment(door, monthOf(day));
  if (day === '2027-01-01') await takeInStaff(door, company, { from: '2027-01-01', year: 1 });
  if (day.endsWith('-04')) await postOverheads(door, monthOf(day), draws);
  await changeOrders(door, company, day);
}

/** Fridays bring the week's bills and hours, every second one payroll; money moves on Wednesdays. */
async function working({ door, company, draws }: Living, day: IsoDate): Promise<void> {
  const weekday = (dayNumber(day) + 3) % 7;
  if (weekday === 2) await settle(door, monthOf(day), draws);
  if (weekday !== 4) return;
  for (const rows of inSheets(company.branches.map((branch) => billsOf(branch, day, draws)))) {
    await postSheet(door, monthOf(day), { kind: 'bills', controlTotal: '', rows });
  }
  if (day < '2026-01-09' || day > '2027-03-20') return;
  const weekOn = mondayOf(day);
  const weeks = company.branches.map((branch) => [
    ...weekOfHours(branch, weekOn, draws),
    ...(weekOn < OVERHEAD_FROM ? [] : weekOfEquipment(branch.suffix)),
  ]);
  for (const rows of inSheets(weeks)) {
    await postSheet(door, monthOf(day), { kind: 'hours', weekOn, rows });
  }
  if (Math.floor(dayNumber(day) / 7) % 2 === 0) await payFortnight(door, day);
}

function billsOf(branch: Branch, day: IsoDate, draws: Draws): BillRow[] {
  makeDue(branch, day, draws);
  const rows = weekOfBills(branch, day, draws);
  if (day !== '2026-10-16') return rows;
  const mats: BillRow = {
    ...{ ...blankBill, supplier: 'TARNPIKE', number: `ST-118${branch.suffix}`, datedOn: day },
    ...{ project: `OS-220${branch.suffix}`, code: '01-900', costType: 'other', net: '6,480.00' },
    text: 'Track mats after the gale',
  };
  return [...rows, mats];
}

/** What a sheet takes at once. */
const MOST_ROWS = 1_500;

/** The rows of all branches, in as few sheets as they fit. */
function inSheets<Row>(branches: readonly (readonly Row[])[]): readonly (readonly Row[])[] {
  const sheets: Row[][] = [];
  for (const rows of branches.filter(({ length }) => length > 0)) {
    const last = sheets.at(-1);
    if (last && last.length + rows.length <= MOST_ROWS) last.push(...rows);
    else sheets.push([...rows]);
  }
  return sheets;
}

/** What ends on a day: projects; the month before, recognized on the sixth, billed with it, locked on the twentieth. */
async function ending({ door, company }: Living, day: IsoDate): Promise<void> {
  const ended = projectsOf(company).filter((project) => project.ended === day);
  await change(door, ended, { actualEndOn: day, status: 'finished' });
  const before = plusMonths(monthOf(day), -1);
  if (before < '2026-01') return;
  if (day.endsWith('-06')) {
    if (before >= monthOf(isoDate(OVERHEAD_FROM))) await applyOverhead(door, before);
    await forecast(door, company, before);
    await tellProgress(door, company, before);
    await billProgress(door, company, before);
    await recognize(door, before);
  }
  if (day.endsWith('-20') && before < '2027-02') await lockThrough(door, before);
  // What is asked for the last month waits for the client's answer.
  const byApplication = projectsOf(company).filter(({ retention }) => retention !== undefined);
  if (day === '2027-03-30') for (const project of byApplication) await applyForPayment(door, project, monthOf(day));
  if (day === '2027-02-17' && company.branches.length === 1) await lendBoat(door, monthOf(day));
  if (day === '2027-03-06' && company.branches.length === 1) await tellReaders(door, before);
  const closing = projectsOf(company).filter((project) => storyCode(project) === 'HR-210');
  if (day === '2026-10-15') await change(door, closing, { status: 'closed' });
}

interface ProjectRecord {
  readonly id: number;
  readonly version: number;
  readonly fields: Readonly<Record<string, string>>;
}

/** Changes fields of some projects' records. */
async function change(
  door: FrontDoor,
  projects: readonly DemoProject[],
  fields: Readonly<Record<string, string>>,
): Promise<void> {
  if (projects.length === 0) return;
  const { rows } = await door.ask<{ rows: readonly ProjectRecord[] }>('/records/project');
  const byCode = new Map(rows.map((row) => [row.fields['code'], row]));
  for (const { code } of projects) {
    const record = byCode.get(code);
    if (!record) throw new Error(`${code} is not there`);
    const changed = { version: record.version, fields: { ...record.fields, ...fields } };
    await door.order('PUT', `/records/project/${record.id}`, changed);
  }
}

/** Work begun and not posted: a batch whose control total does not meet, with a bill number that was there before. */
async function leaveUnposted(door: FrontDoor): Promise<void> {
  const known = await door.ask<{ rows: { number: string; kind: string }[] }>(
    '/documents?through=2027-03&kind=bill&text=Varrow',
  );
  const row = (values: Partial<typeof blankBill>) => ({ ...blankBill, ...values });
  const rows = [
    row({
      supplier: 'VARROW',
      number: known.rows[0]?.number ?? '',
      datedOn: '2027-03-29',
      total: '9,840.00',
      project: 'GC-214',
      code: 'A/31-240',
      net: '9,840.00',
    }),
    row({
      supplier: 'ULLAGE',
      number: 'UL-7718',
      datedOn: '2027-03-30',
      total: '2,316.40',
      project: 'TP-226',
      code: '01-540',
      net: '2,316.40',
    }),
    row({
      supplier: 'OAKUM',
      number: 'OA-2291',
      datedOn: '2027-03-30',
      total: '18,402.00',
      project: 'QH-221',
      code: '33-210',
      net: '13,018.00',
      text: 'Decking, bays 9 to 14',
    }),
    row({ project: 'QH-221', code: '33-220', net: '5,384.00', text: 'Fasteners' }),
  ];
  await door.order('POST', '/drafts', { month: '2027-03', sheet: { kind: 'bills', controlTotal: '31,558.40', rows } });
  const days = ['8', '8', '8', '8', '8', '', ''];
  const hours = (employee: string, project: string, code: string) => ({
    employee,
    project,
    code,
    costType: '',
    days,
    text: '',
  });
  await door.order('POST', '/drafts', {
    month: '2027-03',
    sheet: {
      kind: 'hours',
      weekOn: '2027-03-22',
      rows: [hours('E18', 'QH-221', '33-100'), hours('E19', 'QH-221', '33-100'), hours('E28', 'TP-226', '34-150')],
    },
  });
}
