import { contractShare, type BillingShare } from '@lowtide/core/billing/contract-share.ts';
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { month, monthOf } from '@lowtide/core/calendar/month.ts';
import { lookUp, monthProblems } from '@lowtide/core/entry/catalog.ts';
import { isFilled, readDay, readMoney, readNumber } from '@lowtide/core/entry/cells.ts';
import type { PartyId, ProjectId } from '@lowtide/core/ledger/ids.ts';
import { salesTax, type TaxCode } from '@lowtide/core/ledger/tax-code.ts';
import { cents, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import type { ProgressInvoice } from '@lowtide/core/posting/progress-billed.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Db } from '../database/schema.ts';
import { taxCodes } from '../entry/catalog-queries.ts';
import type { Asked } from '../http/api.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';
import { projects } from '../projects/project-queries.ts';
import { companyOf } from '../setup/company-queries.ts';

type Form = Asked<'invoice'>['body'];

export interface InvoiceFigures {
  readonly work: Cents;
  readonly tax: Cents;
  readonly due: Cents;
  readonly contract: Cents;
  readonly billedBefore: Cents;
  readonly leftAfter: Cents;
  readonly earned: Cents;
}

export interface ReadInvoice {
  readonly invoice: (ProgressInvoice & { readonly dueOn: IsoDate }) | null;
  readonly figures: InvoiceFigures;
  readonly problems: readonly Problem[];
}

const NO_FIGURES: InvoiceFigures = {
  work: ZERO,
  tax: ZERO,
  due: ZERO,
  contract: ZERO,
  billedBefore: ZERO,
  leftAfter: ZERO,
  earned: ZERO,
};

/** Reads an invoice as typed against the contract where it stands: billed is all that is billed by now, whatever its month. */
export async function readInvoice(db: Db, form: Form, today: IsoDate): Promise<ReadInvoice> {
  const problems: Problem[] = [];
  const datedOn = await invoiceDay(db, form, today, problems);
  const standing = await contractOf(db, form, datedOn ?? today, problems);
  const taxCell = { typed: form.taxCode, at: 'taxCode', subject: 'tax code' as const };
  const taxCode = form.taxCode.trim() === '' ? null : lookUp(await taxCodes(db), taxCell, problems);
  const share = readShare(form, problems);
  if (form.text.length > 400) problems.push({ at: 'text', kind: 'too-long', field: 'the text', most: 400 });
  if (!standing) return { invoice: null, figures: NO_FIGURES, problems };
  const figures = figuresOf(standing, share, taxCode ?? null, problems);
  const client = standing.record.client;
  const dueOn = await dueDay(db, form, { datedOn, client }, problems);
  if (problems.length > 0 || !datedOn || !dueOn || client === null) return { invoice: null, figures, problems };
  const project: ProjectId = standing.record.id;
  const { work, tax } = figures;
  return { invoice: { client, project, datedOn, dueOn, work, tax, text: form.text.trim() }, figures, problems };
}

async function invoiceDay(db: Db, form: Form, today: IsoDate, problems: Problem[]): Promise<IsoDate | undefined> {
  const { lockedThrough } = await companyOf(db);
  const cell = { typed: form.datedOn, at: 'datedOn' };
  const day = form.datedOn.trim() === '' ? today : readDay(cell, today, problems);
  if (day) problems.push(...monthProblems(day, lockedThrough, 'datedOn'));
  return day;
}

async function dueDay(
  db: Db,
  form: Form,
  { datedOn, client }: { readonly datedOn: IsoDate | undefined; readonly client: PartyId | null },
  problems: Problem[],
): Promise<IsoDate | undefined> {
  if (!datedOn) return undefined;
  if (form.dueOn.trim() === '') return plusDays(datedOn, await termsOf(db, client));
  const day = readDay({ typed: form.dueOn, at: 'dueOn' }, datedOn, problems);
  if (day && day < datedOn) {
    problems.push({ at: 'dueOn', kind: 'days-out-of-order', earlier: 'the invoice date', later: 'the due date' });
  }
  return day;
}

async function termsOf(db: Db, client: PartyId | null): Promise<number> {
  if (client === null) return 30;
  const row = await db.selectFrom('party').select('terms_days').where('id', '=', client).executeTakeFirst();
  return row?.terms_days ?? 30;
}

async function contractOf(db: Db, form: Form, day: IsoDate, problems: Problem[]): Promise<StandingProject | undefined> {
  const cell = { typed: form.project, at: 'project', subject: 'project' as const };
  const project = isFilled(cell, 'the project', problems) ? lookUp(await projects(db), cell, problems) : undefined;
  if (!project) return undefined;
  if (project.kind === 'internal') {
    problems.push({ at: 'project', kind: 'client-needed', project: project.code });
    return undefined;
  }
  const [at] = await standingProjects(db, { through: monthOf(day), known: null }, { only: project.id });
  const [ever] = await standingProjects(db, { through: FAR_MONTH, known: null }, { only: project.id });
  return at && ever && { ...at, position: { ...at.position, billed: ever.position.billed } };
}

const FAR_MONTH = month('2999-12');

function readShare(form: Form, problems: Problem[]): BillingShare | undefined {
  const cell = { typed: form.value, at: 'value' };
  switch (form.share) {
    case 'rest':
      return { kind: 'rest' };
    case 'percent': {
      if (!isFilled(cell, 'the percent', problems)) return undefined;
      const percent = readNumber(cell, 4, problems);
      return percent === undefined ? undefined : { kind: 'percent', share: ratio(percent, 1_000_000) };
    }
    case 'amount': {
      if (!isFilled(cell, 'the amount', problems)) return undefined;
      const amount = readMoney(cell, problems);
      return amount === undefined ? undefined : { kind: 'amount', amount };
    }
  }
}

function figuresOf(
  { position }: StandingProject,
  share: BillingShare | undefined,
  taxCode: TaxCode | null,
  problems: Problem[],
): InvoiceFigures {
  const { contract, billed, earned } = position;
  const decided = share && contractShare(contract, billed, share);
  if (decided && !decided.ok) problems.push(...decided.problems);
  const work = decided?.ok ? decided.value : ZERO;
  const tax = salesTax(taxCode, work);
  const leftAfter = cents(contract - billed - work);
  return { work, tax, due: cents(work + tax), contract, billedBefore: billed, leftAfter, earned };
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
  const { figures, form } = JSON.parse(row.body) as { figures: InvoiceFigures; form: Form };
  return { ...row, figures, form };
}

export type PrintedInvoice = NonNullable<Awaited<ReturnType<typeof printedInvoice>>>;
