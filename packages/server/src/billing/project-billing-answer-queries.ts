import { applicationBegun, certificateBegun } from '@lowtide/core/documents/application/begun.ts';
import type { ApplicationBody } from '@lowtide/core/documents/application/read.ts';
import { depositsLeft } from '@lowtide/core/billing/deposits.ts';
import {
  billedOf,
  billedSoFar,
  contractOn,
  heldOf,
  leftOf,
  scheduleOn,
  type ProjectBilling,
} from '@lowtide/core/billing/schedule.ts';
import { stepsText } from '@lowtide/core/billing/retention-terms.ts';
import { budgetFigures, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import type { InvoiceBody } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { ratio, WHOLE, type Ratio } from '@lowtide/core/money/ratio.ts';
import { sql } from 'kysely';
import { knownCoding } from '../database/coding-columns.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { isReversed, notReversed, openAmount } from '../ledger/settlement-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { unbilledWork } from '../billable-work/unbilled-work-queries.ts';
import { projectBillings } from '../schedules/project-billing-queries.ts';

interface Asked {
  readonly project: number;
  readonly through: Month;
}

/** The billing of a project as it is now: a project that nobody is billed for has none. */
export async function billingOf(db: Db, project: number): Promise<ProjectBilling> {
  const [billing] = await projectBillings(db, [project]);
  if (billing === undefined) throw new Refusal([{ at: 'project', kind: 'not-there', subject: 'project' }], 404);
  return billing;
}

/** Where the billing of a project stands: its schedule, what is held back, what was asked for and invoiced. */
export async function projectBillingAnswer(
  db: Db,
  { project, through }: Asked,
  today: IsoDate,
): Promise<Answer<'projectBilling'>> {
  const billing = await billingOf(db, project);
  const schedule = scheduleOn(billing, lastDay(through));
  const complete = await completeByLine(db, { project, through });
  const billed = billedSoFar(schedule);
  const contract = contractOn(billing, lastDay(through));
  const invoices = await invoicesOf(db, project, today);
  return {
    ...{ contractCents: contract, billedCents: billedOf(billed), heldCents: heldOf(billed) },
    leftCents: billing.isPriced ? cents(contract - billedOf(billed)) : ZERO,
    openCents: sum([ZERO, ...invoices.map(({ openCents }) => cents(openCents))]),
    depositLeftCents: depositsLeft(billing.deposits),
    unbilledWorkCents: sum([ZERO, ...(await unbilledWork(db, [project])).map(({ left }) => left)]),
    retention: stepsText(billing.terms.steps),
    heldFromSuppliersCents: await heldFromSuppliers(db, project),
    lastPayment: await lastPayment(db, project),
    lines: schedule.map((line) => ({
      ...{ number: line.number, name: line.name, origin: line.origin, valueCents: line.value },
      ...{ workCents: line.billed.work, storedCents: line.billed.stored, billedCents: billedOf(line.billed) },
      ...{ leftCents: leftOf(line), heldCents: heldOf(line.billed) },
      complete: line.id === null ? null : (complete.get(line.id) ?? null),
    })),
    applications: await applicationsOf(db, project),
    invoices,
  };
}

/** Percent complete of each line by the cost of its budget lines: cost to date ÷ estimate at completion, at most all of it. */
async function completeByLine(db: Db, { project, through }: Asked): Promise<ReadonlyMap<number, Ratio>> {
  const { rows } = await sql<Readonly<Record<string, unknown>> & { readonly line: number }>`
    SELECT c.scheduled_value_id AS line, c.project_id, c.phase_id, c.cost_code_id, c.cost_type FROM scheduled_coding c
    WHERE c.project_id = ${project} ORDER BY c.id`.execute(db);
  if (rows.length === 0) return new Map();
  const budget = new Map(
    (await budgetAgainstActual(db, { through, known: null }, [project])).map((row) => [codingKey(row.coding), row]),
  );
  const byLine = new Map<number, BudgetRow[]>();
  for (const row of rows) {
    const found = budget.get(codingKey(knownCoding(row)));
    if (found !== undefined) byLine.set(row.line, [...(byLine.get(row.line) ?? []), found]);
  }
  return new Map(
    [...byLine].flatMap(([line, some]) => {
      const reached = completeOf(some);
      return reached === null ? [] : [[line, reached] as const];
    }),
  );
}

function completeOf(rows: readonly BudgetRow[]): Ratio | null {
  const cost = sum(rows.map(({ actual }) => actual));
  const estimate = sum(rows.map((row) => budgetFigures(row).estimate));
  if (estimate <= 0) return null;
  return cost >= estimate ? WHOLE : ratio(Math.max(0, cost), estimate);
}

async function applicationsOf(db: Db, project: number): Promise<Answer<'projectBilling'>['applications']> {
  const counting = (document: string) => notReversed(document, EVERYTHING);
  const { rows } = await sql<{
    id: number;
    number: string;
    ordinal: number;
    version: number;
    through: number;
    asked: number;
    reversed: number;
    corrected: number;
    invoice: number | null;
    invoice_number: string | null;
    certified: number | null;
  }>`SELECT d.id, d.number, a.ordinal, a.version, a.through_on AS through, json_extract(d.body, '$.figures.work') AS asked,
      ${isReversed('d.id')} AS reversed,
      EXISTS (SELECT 1 FROM application n JOIN document v ON v.id = n.document_id
        WHERE n.replaces_id = a.document_id AND ${counting('v')}) AS corrected,
      i.id AS invoice, i.number AS invoice_number, json_extract(i.body, '$.figures.work') AS certified
    FROM application a JOIN document d ON d.id = a.document_id
    LEFT JOIN (certificate c JOIN document i ON i.id = c.document_id AND ${counting('i')}) ON c.application_id = a.document_id
    WHERE a.project_id = ${project} ORDER BY a.ordinal DESC, a.version DESC`.execute(db);
  return rows.map((row) => ({
    ...{ documentId: row.id, number: row.number, ordinal: row.ordinal, version: row.version },
    ...{ through: dayOf(row.through), askedCents: cents(row.asked) },
    state:
      row.reversed === 1
        ? ('taken back' as const)
        : row.corrected === 1
          ? ('corrected' as const)
          : row.invoice === null
            ? ('submitted' as const)
            : ('certified' as const),
    certifiedCents: row.certified === null ? null : cents(row.certified),
    invoice: row.invoice === null ? null : { documentId: row.invoice, number: row.invoice_number ?? '' },
  }));
}

async function invoicesOf(db: Db, project: number, today: IsoDate): Promise<Answer<'projectBilling'>['invoices']> {
  const { rows } = await sql<{
    id: number;
    number: string;
    dated: number;
    due: number | null;
    body: string;
    open: number;
    reversed: number;
  }>`SELECT d.id, d.number, d.dated_on AS dated, d.due_on AS due, d.body, ${openAmount('d', EVERYTHING)} AS open,
      ${isReversed('d.id')} AS reversed
    FROM document d WHERE d.project_id = ${project} AND d.kind = 'invoice' ORDER BY d.id DESC`.execute(db);
  return rows.map((row) => {
    const { figures } = JSON.parse(row.body) as InvoiceBody;
    const open = cents(row.open);
    return {
      ...{ documentId: row.id, number: row.number, datedOn: dayOf(row.dated) },
      dueOn: row.due === null ? null : dayOf(row.due),
      ...{ workCents: figures.work, withheldCents: figures.withheld ?? ZERO, taxCents: figures.tax },
      ...{ dueCents: figures.due, openCents: open },
      state: row.reversed === 1 ? ('taken back' as const) : stateOf({ open, due: figures.due, dueOn: row.due }, today),
    };
  });
}

interface InvoiceStand {
  readonly open: Cents;
  readonly due: Cents;
  readonly dueOn: number | null;
}

function stateOf(
  { open, due, dueOn }: InvoiceStand,
  today: IsoDate,
): Answer<'projectBilling'>['invoices'][number]['state'] {
  if (open === 0) return 'paid';
  if (dueOn !== null && dueOn < dayNumber(today)) return 'overdue';
  return open < due ? 'part paid' : 'open';
}

/** What is held back from subcontractors of the project. */
async function heldFromSuppliers(db: Db, project: number): Promise<Cents> {
  const { rows } = await sql<{ held: number | null }>`SELECT SUM(m.amount_cents) AS held FROM retained m
    JOIN document d ON d.id = m.document_id WHERE m.project_id = ${project} AND ${notReversed('d', EVERYTHING)}`.execute(
    db,
  );
  return cents(rows[0]?.held ?? 0);
}

async function lastPayment(db: Db, project: number): Promise<Answer<'projectBilling'>['lastPayment']> {
  const { rows } = await sql<{ paid: number; amount: number }>`SELECT r.dated_on AS paid, SUM(s.amount_cents) AS amount
    FROM settlement s JOIN document r ON r.id = s.by_document_id AND r.kind = 'receipt'
    WHERE s.project_id = ${project} AND ${notReversed('r', EVERYTHING)}
    GROUP BY r.id ORDER BY r.dated_on DESC, r.id DESC LIMIT 1`.execute(db);
  const [last] = rows;
  return last === undefined ? null : { paidOn: dayOf(last.paid), amountCents: cents(last.amount) };
}

/** An application with a row for every line of the schedule. */
export async function applicationSheet(db: Db, { project, through }: Asked): Promise<Answer<'applicationSheet'>> {
  const billing = await billingOf(db, project);
  const { code } = await db.selectFrom('project').select('code').where('id', '=', project).executeTakeFirstOrThrow();
  return { sheet: applicationBegun(code, billing, lastDay(through)) };
}

/** What the client certifies of an application that waits. */
export async function certificateSheet(db: Db, document: number): Promise<Answer<'certificateSheet'>> {
  const { project_id } = await applicationRow(db, document);
  const billing = await billingOf(db, project_id);
  const application = billing.applications.find(({ id }) => id === document);
  if (application === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'application' }], 404);
  return { sheet: certificateBegun(billing, application) };
}

/** An application as it was asked, to be corrected: its next version names it. */
export async function correctedApplication(db: Db, document: number): Promise<Answer<'correctedApplication'>> {
  const { number, body } = await applicationRow(db, document);
  const { form } = JSON.parse(body) as ApplicationBody;
  return { sheet: { ...form, replaces: number } };
}

async function applicationRow(db: Db, document: number) {
  const row = await db
    .selectFrom('application as a')
    .innerJoin('document as d', 'd.id', 'a.document_id')
    .select(['a.project_id', 'd.number', 'd.body'])
    .where('a.document_id', '=', document)
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'application' }], 404);
  return row;
}
