import { dayNumber, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { BLANK_ORDER_ROW } from '@lowtide/core/documents/order/form.ts';
import type { BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import type { Branch, Company } from './company.ts';
import type { FrontDoor } from './front-door.ts';
import { COMPANY, ORDER_POLICY } from './orders.ts';
import { SUPPLIERS } from './parties.ts';
import type { DemoLine } from './project-budgets.ts';
import type { DemoProject } from './projects.ts';
import { costTypeOf } from './setting-up.ts';
import { blankBill, codeCell, postSheet, underWay } from './weeks.ts';

/** An order comes every fourth week, its goods a week later, its bill a week after that. */
const WEEKS = 4;
/** Messages of suppliers that wait in the mailbox at the end, and papers kept with bills on each day of them. */
const [MESSAGES, PAPERS] = [40, 10];

interface Bought {
  readonly project: DemoProject;
  readonly line: DemoLine;
  readonly supplier: string;
}

/** What the branches of a large company buy by order and subcontract, receive and are billed for; some cost stays uncoded. */
export async function buyForBranches(door: FrontDoor, company: Company, day: IsoDate): Promise<void> {
  if (day === '2026-02-02') await door.order('PUT', '/company', { ...COMPANY, ...ORDER_POLICY });
  const weekday = (dayNumber(day) + 3) % 7;
  if (weekday !== 1 || day < '2026-02-03' || day > '2027-03-24') return;
  const week = Math.floor(dayNumber(day) / 7) % WEEKS;
  if (week === 0) await placeOrders(door, company, day);
  if (week === 1) await receive(door, day);
  if (week === 2) await billOrders(door, company, day);
  if (week === 3) await leaveUncoded(door, company, day);
  if (day > '2027-03-15' && week === 2) await keepPapers(door, day);
}

function boughtBy(branch: Branch, day: IsoDate): readonly Bought[] {
  return branch.projects
    .filter((project) => underWay(project, day))
    .flatMap((project): readonly Bought[] => {
      const line = project.lines.find(({ code }) => ['material', 'subcontract'].includes(costTypeOf(code)));
      const from = SUPPLIERS.find(({ delivers }) => line !== undefined && delivers.includes(line.code));
      return line === undefined || from === undefined ? [] : [{ project, line, supplier: from.code }];
    })
    .slice(0, 2);
}

async function placeOrders(door: FrontDoor, company: Company, day: IsoDate): Promise<void> {
  const rows = company.branches.flatMap((branch) =>
    boughtBy(branch, day).flatMap(({ project, line, supplier }) => {
      const own = { ...BLANK_ORDER_ROW, project: project.code, code: codeCell(line), unit: 't', price: '31.20' };
      return [
        { ...own, supplier, quantity: '40', text: 'As drawn', wantedOn: plusDays(day, 14) },
        { ...own, quantity: '25', text: 'Reserve', wantedOn: plusDays(day, 40) },
      ];
    }),
  );
  await postSheet(door, monthOf(day), { kind: 'orders', rows });
  const work = company.branches.slice(0, 1 + Math.floor(company.branches.length / 8)).flatMap((branch) =>
    boughtBy(branch, day)
      .slice(0, 1)
      .map(({ project, line }) => ({
        ...{ ...BLANK_ORDER_ROW, supplier: 'DIVEWELL', retention: '10', project: project.code, code: codeCell(line) },
        ...{ text: 'Diving', net: '4,800.00' },
      })),
  );
  await postSheet(door, monthOf(day), { kind: 'subcontracts', rows: work });
}

interface PlacedOrder {
  readonly number: string;
  /** Its name. */
  readonly supplier: string;
  readonly datedOn: string;
}

/** Orders of the last weeks. */
async function newestOrders(door: FrontDoor, day: IsoDate): Promise<readonly PlacedOrder[]> {
  const { rows } = await door.ask<{ rows: readonly PlacedOrder[] }>(`/orders?through=${monthOf(day)}`);
  return rows.filter(({ datedOn }) => datedOn >= plusDays(day, -7 * WEEKS));
}

async function receive(door: FrontDoor, day: IsoDate): Promise<void> {
  const came = (await newestOrders(door, day)).filter(({ number }) => number.startsWith('PO-'));
  const rows = came.map(({ number }) => ({ line: `${number}/1`, quantity: '24', net: '', text: '' }));
  if (rows.length > 0) await postSheet(door, monthOf(day), { kind: 'goods', datedOn: day, note: `Round ${day}`, rows });
}

async function billOrders(door: FrontDoor, company: Company, day: IsoDate): Promise<void> {
  const codes = new Map(company.suppliers.map(({ code, name }) => [name, code]));
  const rows: BillRow[] = (await newestOrders(door, day)).map(({ number, supplier }) => ({
    ...{ ...blankBill, supplier: codes.get(supplier) ?? '', number: `B-${number}`, datedOn: day },
    ...{ order: `${number}/1`, ...(number.startsWith('PO-') ? { quantity: '20' } : { net: '1,200.00' }) },
  }));
  if (rows.length > 0) await postSheet(door, monthOf(day), { kind: 'bills', controlTotal: '', rows });
}

async function leaveUncoded(door: FrontDoor, { branches }: Company, day: IsoDate): Promise<void> {
  const rows = branches.map(({ suffix }) => ({
    ...{ ...blankBill, supplier: 'TARNPIKE', number: `TU-${day}${suffix}`, datedOn: day, code: '5010', net: '118.40' },
    text: 'Hire, site not named',
  }));
  await postSheet(door, monthOf(day), { kind: 'bills', controlTotal: '', rows });
}

async function keepPapers(door: FrontDoor, day: IsoDate): Promise<void> {
  const { rows } = await door.ask<{ rows: readonly { id: number; number: string }[] }>(
    `/documents?through=${monthOf(day)}&kind=bill`,
  );
  for (const { id, number } of rows.slice(0, PAPERS)) {
    const content = Buffer.from(`Delivery note of ${number}\n`).toString('base64');
    const file = { name: `Delivery note ${number}.txt`, mediaType: 'text/plain', content };
    await door.order('POST', '/attachments', { about: 'document', id, ...file });
  }
}

/** Bills of suppliers wait in the mailbox. */
export async function fillMailbox(door: FrontDoor): Promise<void> {
  const { messages } = await door.order<{ messages: readonly { name: string; xml: string }[] }>(
    'POST',
    '/stand-ins/supplier-mailbox',
    {},
  );
  for (const message of messages.slice(0, MESSAGES)) await door.order('POST', '/supplier-messages', message);
}
