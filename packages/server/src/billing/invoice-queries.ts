import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { billedProject, numbersNamed } from '@lowtide/core/documents/billed-project.ts';
import type { DepositBody } from '@lowtide/core/documents/client-deposit/read.ts';
import type { InvoiceBody } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import type { InvoiceForm } from '@lowtide/core/documents/invoice/form.ts';
import { invoiceDay, readInvoice, type BilledContract } from '@lowtide/core/documents/invoice/read.ts';
import { ZERO } from '@lowtide/core/money/cents.ts';
import { accepted, type Decision } from '@lowtide/core/problems/decision.ts';
import type { Db } from '../database/schema.ts';
import { taxCodes } from '../company/list-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { projects } from '../company/project-queries.ts';
import type { PrintedApplication } from './application-pdf.ts';
import { companyOf } from '../company/company-queries.ts';
import { projectBillings } from '../schedules/project-billing-queries.ts';

/** Reads an invoice as typed against the contract where it stands on its day. */
export async function invoiceRead(db: Db, form: InvoiceForm, today: IsoDate): Promise<ReturnType<typeof readInvoice>> {
  const { lockedThrough, dayOrder } = await companyOf(db);
  const datedOn = invoiceDay(form, today, dayOrder);
  const contract = await contractOf(db, form, datedOn.ok ? datedOn.value : today);
  return readInvoice(form, { datedOn, today, lockedThrough, dayOrder, taxCodes: await taxCodes(db), contract });
}

async function contractOf(db: Db, form: InvoiceForm, day: IsoDate): Promise<Decision<BilledContract>> {
  const all = await projects(db);
  const named = numbersNamed([form.project], all);
  const cell = { typed: form.project, at: 'project' };
  const billed = billedProject(cell, { projects: all, billings: await projectBillings(db, named) });
  if (!billed.ok) return billed;
  const [at] = await standingProjects(
    db,
    { through: monthOf(day), known: null },
    { only: billed.value.billing.project },
  );
  return accepted({ ...billed.value, earned: at?.position.earned ?? ZERO });
}

/** An invoice, or one of a deposit, as it was posted, for printing. */
export async function printedInvoice(db: Db, id: number) {
  const row = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .leftJoin('project as p', 'p.id', 'd.project_id')
    .select([
      'd.kind',
      'd.number',
      'd.dated_on',
      'd.due_on',
      'd.memo',
      'd.body',
      'y.name as client',
      'y.address',
      'p.code as project_code',
      'p.name as project_name',
    ])
    .where('d.id', '=', id)
    .where('d.kind', 'in', ['invoice', 'client-deposit'])
    .executeTakeFirst();
  if (!row) return undefined;
  const isDeposit = row.kind === 'client-deposit';
  return {
    ...{ ...row, kept: JSON.parse(row.body) as InvoiceBody },
    deposit: isDeposit ? (JSON.parse(row.body) as DepositBody).figures : null,
  };
}

/** An application as it was sent, for printing. */
export async function printedApplication(db: Db, id: number): Promise<PrintedApplication | undefined> {
  const row = await db
    .selectFrom('application as a')
    .innerJoin('document as d', 'd.id', 'a.document_id')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .innerJoin('project as p', 'p.id', 'a.project_id')
    .select(['d.number', 'd.memo', 'd.body', 'a.ordinal', 'a.version', 'a.through_on'])
    .select(['y.name as client', 'y.address', 'p.code', 'p.name'])
    .where('a.document_id', '=', id)
    .executeTakeFirst();
  if (!row) return undefined;
  const { number, memo, ordinal, version, client, address } = row;
  return {
    ...{ number, memo, ordinal, version, client, address, project: `${row.code}  ${row.name}` },
    ...{ through: dayOf(row.through_on), kept: JSON.parse(row.body) as InvoiceBody },
  };
}

export type PrintedInvoice = NonNullable<Awaited<ReturnType<typeof printedInvoice>>>;
