import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import type { FrontDoor } from './front-door.ts';
import type { DemoProject } from './projects.ts';
import { postSheet } from './weeks.ts';

/** A share of a contract, as it is typed. */
export interface ShareForm {
  readonly share: string;
  readonly text: string;
}

async function idOf(door: FrontDoor, { code }: DemoProject, month: Month): Promise<number | undefined> {
  const { rows } = await door.ask<{ rows: { id: number; code: string }[] }>(`/projects?through=${month}`);
  return rows.find((row) => row.code === code)?.id;
}

const taxOf = ({ client }: DemoProject): string => (client === 'BRACK' ? 'SH' : 'EX');

/** What is paid on signing is a deposit, asked for once: whether it was now. */
export async function askForDeposit(door: FrontDoor, project: DemoProject, month: Month): Promise<boolean> {
  const { rows } = await door.ask<{ rows: { project: string | null }[] }>(
    `/documents?through=${month}&kind=client-deposit`,
  );
  if (rows.some((row) => row.project === project.code)) return false;
  const amount = `${(project.deposit ?? 0) * 100}%`;
  await postSheet(door, month, {
    ...{ kind: 'deposit-invoices', datedOn: lastDay(month) },
    rows: [{ project: project.code, amount, taxCode: taxOf(project), dueOn: '', text: 'On signing' }],
  });
  return true;
}

/** An invoice of a share; a third of what is to pay comes from the deposit, as long as there is one. */
export async function billShare(
  door: FrontDoor,
  project: DemoProject,
  { form, month }: { readonly form: ShareForm; readonly month: Month },
): Promise<void> {
  const row = { project: project.code, ...form, taxCode: taxOf(project), dueOn: '' };
  const deposit = await depositFor(door, project, { form, month });
  await postSheet(door, month, { kind: 'invoices', datedOn: lastDay(month), rows: [{ ...row, deposit }] });
}

async function depositFor(
  door: FrontDoor,
  project: DemoProject,
  { form, month }: { readonly form: ShareForm; readonly month: Month },
): Promise<string> {
  if (project.deposit === undefined || form.share === 'rest') return '';
  const id = await idOf(door, project, month);
  const { depositLeftCents } = await door.ask<{ depositLeftCents: number }>(
    `/project-billing?project=${id}&through=${month}`,
  );
  const third = Math.round((Number(form.share) * 100) / 3);
  return depositLeftCents === 0 ? '' : (Math.min(third, depositLeftCents) / 100).toFixed(2);
}

/** All work of time and materials through the month; the ecologists' first day of each quarter is agreed lower. */
export async function billWork(door: FrontDoor, project: DemoProject, month: Month): Promise<void> {
  const id = await idOf(door, project, month);
  const { rows } = await door.ask<{
    rows: { id: number; kind: string; doneOn: string; left: number; isPriced: boolean }[];
  }>(`/unbilled-work?project=${id}`);
  const done = rows.filter(({ doneOn, isPriced }) => doneOn <= lastDay(month) && isPriced);
  if (done.reduce((all, { left }) => all + left, 0) <= 0) return;
  const isQuarter = ['03', '06', '09', '12'].some((end) => month.endsWith(end));
  const lower = isQuarter ? done.find(({ kind, left }) => kind === 'hours' && left > 0)?.id : undefined;
  await postSheet(door, month, {
    ...{ kind: 'work-invoices', project: project.code, datedOn: lastDay(month), dueOn: '', taxCode: 'EX', deposit: '' },
    text: `Monitoring through ${month}`,
    rows: done.map((work) => ({
      work: String(work.id),
      ...(work.id === lower
        ? { bill: ((work.left * 0.8) / 100).toFixed(2), reason: 'Travel is not charged, as agreed' }
        : { bill: '', reason: '' }),
    })),
  });
}

/** Something sold without a project. */
export async function lendBoat(door: FrontDoor, month: Month): Promise<void> {
  await postSheet(door, month, {
    ...{ kind: 'plain-invoices', datedOn: door.today() },
    rows: [
      {
        ...{ client: 'TESSEL', project: '', phase: '', text: 'Survey boat with crew', quantity: '3', price: '1,450' },
        ...{ amount: '', taxCode: 'ST', account: '4900', discount: '5%', deposit: '', dueOn: '' },
      },
      {
        ...{ client: '', project: '', phase: '', text: 'Fuel', quantity: '', price: '', amount: '380' },
        ...{ taxCode: 'ST', account: '4900', discount: '', deposit: '', dueOn: '' },
      },
    ],
  });
}
