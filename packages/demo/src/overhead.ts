import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, type Month } from '@lowtide/core/calendar/month.ts';
import { plusDays } from '@lowtide/core/calendar/iso-date.ts';
import type { FrontDoor } from './front-door.ts';
import { blankBill, postSheet, type HoursRow } from './weeks.ts';

/** From here on yard and boats are charged to the projects. */
export const OVERHEAD_FROM = '2027-01-01';

/** Own equipment and its rates, two pools, and the activities that hours are told apart by. */
export async function setUpOverhead(door: FrontDoor): Promise<void> {
  const add = (kind: string, fields: Readonly<Record<string, string>>) =>
    door.order('POST', `/records/${kind}`, { fields });
  const rateFrom = OVERHEAD_FROM;
  await add('equipment', { code: 'WB1', name: 'Workboat Curlew', unit: 'hour', rate: '84', rateFrom });
  await add('equipment', { code: 'EX1', name: 'Amphibious excavator', unit: 'day', rate: '612.50', rateFrom });
  const yard = { code: 'YARD', name: 'Yard and rent', accounts: '6100', base: 'direct cost', rate: '1.8', rateFrom };
  await add('overhead-pool', { ...yard, costCode: '01-950' });
  const boats = { code: 'BOATS', name: 'Boats and machines', accounts: '6400', base: 'equipment', rate: '' };
  await add('overhead-pool', { ...boats, rateFrom: '', costCode: '' });
  for (const [code, name] of [
    ['FIELD', 'Field work'],
    ['TRAVEL', 'Travel to site'],
    ['REPORT', 'Writing reports'],
  ] as const)
    await add('activity', { code, name });
}

/** What the boat and the excavator did in a week; they cost their projects by the hour and the day. */
export function weekOfEquipment(suffix: string): readonly HoursRow[] {
  const row = (employee: string, project: string, code: string, days: readonly string[]): HoursRow => ({
    ...{ employee, project: `${project}${suffix}`, code, costType: '', text: '' },
    days: [...days],
  });
  return [
    row('WB1', 'TP-226', '01-540', ['', '5', '', '4.5', '', '', '']),
    row('EX1', 'GC-214', 'A/01-520', ['', '', '1', '', '', '', '']),
  ];
}

/** Fuel and repairs of boats and machines: what they really cost. */
export async function payForEquipment(door: FrontDoor, month: Month): Promise<void> {
  const datedOn: IsoDate = plusDays(firstDay(month), 3);
  const bill = { ...blankBill, supplier: 'ULLAGE', number: `UL-${month.replace('-', '')}`, datedOn, code: '6400' };
  const rows = [{ ...bill, dueOn: plusDays(datedOn, 14), net: '5,120.00', text: 'Fuel and repairs' }];
  await postSheet(door, month, { kind: 'bills', controlTotal: '', rows });
}

interface Planned {
  readonly rows: readonly { readonly project: string; readonly amountCents: number }[];
}

/** Applies a month's overhead; a project that never had any gets a budget for it first, of what a year like this month comes to. */
export async function applyOverhead(door: FrontDoor, month: Month): Promise<void> {
  const { rows: lines } = await door.ask<{ rows: { fields: Record<string, string> }[] }>('/records/budget-line');
  const budgeted = new Set(
    lines.filter(({ fields }) => fields['costType'] === 'overhead').map(({ fields }) => fields['project']),
  );
  const { rows } = await door.order<Planned>('POST', '/overhead-runs/preview', { month });
  for (const { amountCents, project } of rows) {
    const [code = ''] = project.split(' ');
    if (budgeted.has(code)) continue;
    const cost = (Math.ceil((amountCents * 12) / 10_000) * 100).toFixed(2);
    const effectiveOn = firstDay(month);
    const line = { project: code, costCode: '01-950', costType: 'overhead', cost, effectiveOn };
    await door.order('POST', '/records/budget-line', {
      fields: { ...line, reason: 'Yard and rent, charged from now on' },
    });
  }
  await door.order('POST', '/overhead-runs', { month });
}
