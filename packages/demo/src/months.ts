import { applyForPayment, certify } from './applications.ts';
import { dayNumber, isoDate, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import type { FrontDoor } from './front-door.ts';
import { OVERHEADS } from './parties.ts';
import { projectsOf, type Company } from './company.ts';
import type { DemoProject } from './projects.ts';
import type { Draws } from './seeded.ts';
import { askForDeposit, billShare, billWork, type ShareForm } from './invoices.ts';
import { blankBill, postSheet } from './weeks.ts';

/** Pays six weeks late, whatever is agreed. */
const LATE_CLIENT = 'Wexholm Shore Parks';
/** Pays nothing any more of what is due from a day on. */
const SILENT_CLIENT = { name: 'Marrenby Land Trust', from: '2027-03-01' };

interface OpenDocument {
  readonly id: number;
  readonly party: string | null;
  readonly kind: string;
  readonly number: string;
  readonly datedOn: string;
  readonly dueOn: string | null;
  readonly openCents: number;
}

/** What the company owns and owes when the books begin. */
export async function openingBalances(door: FrontDoor): Promise<void> {
  const line = (account: string, debit: string, credit: string) => ({
    account,
    debit,
    credit,
    text: 'Opening balance',
  });
  await door.order('POST', '/journals', {
    postedOn: '2026-01-01',
    text: 'Opening balances',
    lines: [
      line('1010', '1,240,000.00', ''),
      line('1600', '420,000.00', ''),
      line('2600', '', '250,000.00'),
      line('3010', '', '1,410,000.00'),
    ],
  });
}

/** Rent, insurance, office: no project. */
export async function postOverheads(door: FrontDoor, month: Month, draws: Draws): Promise<void> {
  const datedOn = plusDays(firstDay(month), 2);
  const rows = OVERHEADS.map(([supplier, amount, text], index) => ({
    ...blankBill,
    supplier,
    number: `${month.replace('-', '')}-${index + 1}`,
    datedOn,
    dueOn: plusDays(datedOn, 14),
    code: ['6100', '6200', '6300'][index] ?? '',
    net: (amount * (supplier === 'DESKWORKS' ? draws(`${supplier} ${month}`).between(0.7, 1.5) : 1)).toFixed(2),
    text,
  }));
  await postSheet(door, month, { kind: 'bills', controlTotal: '', rows });
}

/** Pays what is due, and takes in what clients pay about when it is due; one client is late. */
export async function settle(door: FrontDoor, month: Month, draws: Draws): Promise<void> {
  for (const [kind, path] of [
    ['bill', '/payments'],
    ['invoice', '/receipts'],
    ['client-deposit', '/receipts'],
  ] as const) {
    for (const { id, dueOn, openCents, party } of await openDocuments(door, kind, month)) {
      if (party === SILENT_CLIENT.name && dueOn !== null && dueOn >= SILENT_CLIENT.from) continue;
      const late =
        kind !== 'invoice' ? 0 : party === LATE_CLIENT ? 45 : 4 * Math.floor(draws(`${party} ${dueOn}`).between(0, 5));
      if (openCents <= 0 || dueOn === null || dayNumber(isoDate(dueOn)) + late > dayNumber(door.today())) continue;
      await door.order('POST', path, { documentId: id, paidOn: door.today(), amount: (openCents / 100).toFixed(2) });
    }
  }
}

/** All that are open, page by page. */
async function openDocuments(door: FrontDoor, kind: string, month: Month): Promise<readonly OpenDocument[]> {
  const found: OpenDocument[] = [];
  for (let more = true; more;) {
    const path = `/documents?through=${month}&kind=${kind}&open=yes&offset=${found.length}`;
    const page = await door.ask<{ rows: OpenDocument[]; more: boolean }>(path);
    found.push(...page.rows);
    more = page.more;
  }
  return found;
}

interface BillableRow {
  readonly code: string;
  readonly contract: { readonly amountCents: number };
  readonly billed: { readonly amountCents: number };
  readonly complete: { readonly numerator: number; readonly denominator: number };
  readonly leftCents: number;
}

/** Invoices of a month's end: each contract as far as its terms let it follow progress. */
export async function billProgress(door: FrontDoor, company: Company, month: Month): Promise<void> {
  const { rows } = await door.ask<{ rows: BillableRow[] }>(`/billable?through=${month}`);
  const byCode = new Map(rows.map((row) => [row.code, row]));
  for (const project of projectsOf(company)) {
    const row = byCode.get(project.code);
    if (!row || project.status === 'proposed' || project.start > lastDay(month)) continue;
    if (project.retention !== undefined) {
      const number = await applyForPayment(door, project, month);
      if (number !== null) await certify(door, month, number);
      continue;
    }
    if (project.markup !== undefined) {
      await billWork(door, project, month);
      continue;
    }
    if (row.billed.amountCents === 0 && project.deposit !== undefined && (await askForDeposit(door, project, month)))
      continue;
    const form = invoiceForm(project, row, month);
    if (form) await billShare(door, project, { form, month });
  }
}

function invoiceForm(project: DemoProject, row: BillableRow, month: Month): ShareForm | null {
  const contract = row.contract.amountCents;
  const ended = project.ended !== undefined && isoDate(project.ended) <= lastDay(month);
  if (ended && project.status === 'closed') return row.leftCents > 0 ? { share: 'rest', text: 'Final invoice' } : null;
  const progress = row.complete.numerator / row.complete.denominator;
  const target = Math.min(0.95, progress * (project.follows ?? 1) - (project.lag ?? 0) * 0.04) * contract;
  const amount = Math.floor((target - row.billed.amountCents) / 50_000) * 500;
  if (amount < contract / 100 / 60) return null;
  return { share: amount.toFixed(2), text: `Progress through ${month}` };
}

/** The month's revenue, after a look at the preview. */
export async function recognize(door: FrontDoor, month: Month): Promise<void> {
  const { stamp } = await door.ask<{ stamp: string }>(`/recognition?month=${month}`);
  await door.order('POST', '/recognition', { month, stamp });
}

export async function lockThrough(door: FrontDoor, month: Month): Promise<void> {
  await door.order('PUT', '/month-lock', { through: month, reason: `${month} reviewed and closed` });
}
