import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { month, monthOf } from '@lowtide/core/calendar/month.ts';
import { required } from '@lowtide/core/cells/cell.ts';
import type { InvoiceForm } from '@lowtide/core/documents/invoice/form.ts';
import {
  invoiceDay,
  readInvoice,
  type BilledContract,
  type InvoiceFigures,
} from '@lowtide/core/documents/invoice/read.ts';
import type { PartyId } from '@lowtide/core/ledger/ids.ts';
import { isClosed, type Project } from '@lowtide/core/ledger/project.ts';
import { lookedUp } from '@lowtide/core/lookup/lookup.ts';
import { accepted, following, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import type { Db } from '../database/schema.ts';
import { taxCodes } from '../company/list-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { projects } from '../company/project-queries.ts';
import { companyOf } from '../company/company-queries.ts';

/** Reads an invoice as typed against the contract where it stands on its day. */
export async function invoiceRead(db: Db, form: InvoiceForm, today: IsoDate): Promise<ReturnType<typeof readInvoice>> {
  const { lockedThrough, dayOrder } = await companyOf(db);
  const datedOn = invoiceDay(form, today, dayOrder);
  const contract = await contractOf(db, form, datedOn.ok ? datedOn.value : today);
  return readInvoice(form, { datedOn, today, lockedThrough, dayOrder, taxCodes: await taxCodes(db), contract });
}

const FAR_MONTH = month('2999-12');

async function contractOf(db: Db, form: InvoiceForm, day: IsoDate): Promise<Decision<BilledContract>> {
  const cell = { typed: form.project, at: 'project' };
  const all = await projects(db);
  const named = following(
    required(cell, 'the project', (filled) => lookedUp(all, filled, 'project')),
    withClient,
  );
  if (!named.ok) return named;
  const { project, client } = named.value;
  const [at] = await standingProjects(db, { through: monthOf(day), known: null }, { only: project.id });
  const [ever] = await standingProjects(db, { through: FAR_MONTH, known: null }, { only: project.id });
  if (!at || !ever) return refused({ at: 'project', kind: 'not-there', subject: 'project' });
  const position = { ...at.position, billed: ever.position.billed };
  const isPriced = project.method !== 'as-billed' || position.contract > 0;
  return accepted({ project: project.id, client, termsDays: await termsOf(db, client), position, isPriced });
}

function withClient(project: Project): Decision<{ readonly project: Project; readonly client: PartyId }> {
  const [at, code] = ['project', project.code];
  if (isClosed(project)) return refused({ at, kind: 'project-closed', project: code, status: project.status });
  return project.client === null
    ? refused({ at, kind: 'client-needed', project: code })
    : accepted({ project, client: project.client });
}

async function termsOf(db: Db, client: PartyId): Promise<number> {
  const row = await db.selectFrom('party').select('terms_days').where('id', '=', client).executeTakeFirstOrThrow();
  return row.terms_days;
}

/** An invoice as it was posted, for printing. */
export async function printedInvoice(db: Db, id: number) {
  const row = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .innerJoin('project as p', 'p.id', 'd.project_id')
    .select([
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
    .where('d.kind', '=', 'invoice')
    .executeTakeFirst();
  if (!row) return undefined;
  const { figures, form } = JSON.parse(row.body) as { figures: InvoiceFigures; form: InvoiceForm };
  return { ...row, figures, form };
}

export type PrintedInvoice = NonNullable<Awaited<ReturnType<typeof printedInvoice>>>;
