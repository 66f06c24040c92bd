import { dayNumber, isoDate, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, month, monthOf, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import type { FrontDoor } from './front-door.ts';
import { billProgress, lockThrough, openingBalances, postOverheads, postPayroll, recognize, settle } from './months.ts';
import { changeOrders } from './changes.ts';
import { forecast } from './forecasts.ts';
import { PROJECTS } from './projects.ts';
import { seeded, type Seeded } from './seeded.ts';
import { begin, setUp, takeInStaff } from './setting-up.ts';
import { blankBill, makeDue, postSheet, weekOfBills, weekOfHours, type Backlog } from './weeks.ts';

export const DEMO_FIRST_DAY = isoDate('2026-01-01');
const DEMO_TODAY = isoDate('2027-03-31');
export const DEMO_USER = 'I. Varga, accountant';
const CURRENT = month('2027-03');

/** Lives fifteen months of the company day by day, through the application's own front door. */
export async function generate(door: FrontDoor, progress: (through: Month) => void): Promise<void> {
  const random = seeded(20_270_331);
  const backlog: Backlog = new Map();
  await setUp(door);
  await openingBalances(door);
  for (let day = DEMO_FIRST_DAY; day <= DEMO_TODAY; day = plusDays(day, 1)) {
    door.setToday(day);
    await beginning(door, day, random);
    await working(door, day, { backlog, random });
    await ending(door, day);
    if (monthOf(plusDays(day, 1)) !== monthOf(day)) progress(monthOf(day));
  }
  await leaveOnTheDesk(door);
}

/** What begins on a day: projects, rates, changes, the month's overheads. */
async function beginning(door: FrontDoor, day: IsoDate, random: Seeded): Promise<void> {
  const newMonth = day === firstDay(monthOf(day));
  if (newMonth && day > '2026-01-01') {
    const next = plusMonths(monthOf(day), 1);
    for (const project of PROJECTS.filter(({ start }) => monthOf(isoDate(start)) === monthOf(day)))
      await begin(door, project);
    if (next === plusMonths(CURRENT, 1))
      for (const project of PROJECTS.filter(({ status }) => status === 'proposed')) await begin(door, project);
  }
  if (day === '2027-01-01') await takeInStaff(door, '2027-01-01', 1);
  if (day.endsWith('-04')) await postOverheads(door, monthOf(day), random);
  await changeOrders(door, day);
}

interface Works {
  readonly backlog: Backlog;
  readonly random: Seeded;
}

/** Fridays bring the week's bills and hours, every second one payroll; money moves on Wednesdays. */
async function working(door: FrontDoor, day: IsoDate, { backlog, random }: Works): Promise<void> {
  const weekday = (dayNumber(day) + 3) % 7;
  if (weekday === 2) await settle(door, monthOf(day));
  if (weekday !== 4) return;
  makeDue(backlog, day, random);
  const rows = weekOfBills(backlog, day, random);
  if (day === '2026-10-16')
    rows.push({
      ...blankBill,
      supplier: 'TARNPIKE',
      number: 'ST-118',
      datedOn: day,
      project: 'OS-220',
      code: '01-900',
      costType: 'other',
      net: '6,480.00',
      text: 'Track mats after the gale',
    });
  if (rows.length > 0) await postSheet(door, monthOf(day), { kind: 'bills', controlTotal: '', rows });
  if (day < '2026-01-09' || day > '2027-03-20') return;
  const weekOn = mondayOf(day);
  await postSheet(door, monthOf(day), { kind: 'hours', weekOn, rows: weekOfHours(backlog, weekOn, random) });
  if (Math.floor(dayNumber(day) / 7) % 2 === 0) await postPayroll(door, monthOf(day), random);
}

/** What ends on a day: projects; the month before, recognized on the sixth, billed with it, locked on the twentieth. */
async function ending(door: FrontDoor, day: IsoDate): Promise<void> {
  for (const project of PROJECTS.filter(({ ended }) => ended === day)) {
    const { rows } = await door.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
      '/records/project',
    );
    const record = rows.find(({ fields }) => fields['code'] === project.code);
    if (!record) throw new Error(`${project.code} is not there`);
    const fields = { ...record.fields, actualEndOn: day, status: 'finished' };
    await door.order('PUT', `/records/project/${record.id}`, { version: record.version, fields });
  }
  const before = plusMonths(monthOf(day), -1);
  if (before < '2026-01') return;
  if (day.endsWith('-06')) {
    await forecast(door, before);
    await billProgress(door, before);
    await recognize(door, before);
  }
  if (day.endsWith('-20') && before < '2027-02') await lockThrough(door, before);
  if (day === '2026-10-15') await close(door, 'HR-210');
}

async function close(door: FrontDoor, code: string): Promise<void> {
  const { rows } = await door.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const record = rows.find(({ fields }) => fields['code'] === code);
  if (!record) throw new Error(`${code} is not there`);
  await door.order('PUT', `/records/project/${record.id}`, {
    version: record.version,
    fields: { ...record.fields, status: 'closed' },
  });
}

/** Work begun and not posted: a batch whose control total does not meet, with a bill number that was there before. */
async function leaveOnTheDesk(door: FrontDoor): Promise<void> {
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
