import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { retentionSteps, type RetentionTerms } from '@lowtide/core/billing/retention-terms.ts';
import {
  NOTHING_BILLED,
  type APPLICATIONS_POST,
  type BilledSoFar,
  type HeldLine,
  type OpenApplication,
  type ProjectBilling,
  type ScheduledLine,
} from '@lowtide/core/billing/schedule.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { documentId, partyId, projectId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import { cents, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { numberText, type EstimateKind } from '../estimates/estimate-queries.ts';
import { EVERYTHING, notWithdrawn, type Bounds } from '../ledger/as-of-queries.ts';
import { counts, notReversed } from '../ledger/settlement-queries.ts';
import { depositsOf } from './deposit-queries.ts';

interface ProjectRow {
  readonly id: number;
  readonly client_id: number | null;
  readonly terms_days: number | null;
  readonly tax_code_id: number | null;
  readonly method: string;
  readonly retention: string;
  readonly retention_stored_millionths: number | null;
  readonly retention_by: RetentionTerms['by'];
  readonly retention_reduces: RetentionTerms['reduces'];
  readonly retention_due_days: number | null;
  readonly retention_final_millionths: number | null;
  readonly applications_post: (typeof APPLICATIONS_POST)[number];
  readonly billed: number;
  readonly retained: number;
}

/** All that billing some projects needs to know of them, as the books are now. */
export async function projectBillings(db: Db, projects: readonly number[]): Promise<readonly ProjectBilling[]> {
  if (projects.length === 0) return [];
  const those = sql`(${sql.join([...projects])})`;
  const { rows } = await sql<ProjectRow>`
    SELECT p.id, p.client_id, y.terms_days, p.tax_code_id, p.method, p.retention, p.retention_stored_millionths,
      p.retention_by, p.retention_reduces, p.retention_due_days, p.retention_final_millionths, p.applications_post,
      ifnull((SELECT SUM(billed_cents) FROM project_month m WHERE m.project_id = p.id), 0) AS billed,
      ifnull((SELECT SUM(retained_cents) FROM project_month m WHERE m.project_id = p.id), 0) AS retained
    FROM project p LEFT JOIN party y ON y.id = p.client_id WHERE p.id IN ${those} ORDER BY p.id`.execute(db);
  const schedules = groupedBy(await scheduleRows(db, projects), ({ project }) => project);
  const billed = groupedBy(await billedRows(db, projects), ({ project }) => project);
  const contracts = groupedBy(await contractRows(db, projects), ({ project }) => project);
  const held = groupedBy(await heldRows(db, projects), ({ project }) => project);
  const open = groupedBy(await openApplications(db, projects), ({ project }) => project);
  const applied = await appliedRows(db, projects);
  const deposits = await depositsOf(db, projects);
  return rows.map((row): ProjectBilling => {
    const ofLines = new Map((billed.get(row.id) ?? []).map((each) => [each.line, each.billed]));
    const schedule = (schedules.get(row.id) ?? []).map((line, place): ScheduledLine => ({
      ...{ number: place + 1, id: line.id, name: line.name, origin: line.origin, value: cents(line.amount) },
      agreedOn: line.agreed === null ? null : dayOf(line.agreed),
      billed: ofLines.get(line.id) ?? NOTHING_BILLED,
      complete: null,
    }));
    const contract = (contracts.get(row.id) ?? []).map(({ on, amount }) => ({
      agreedOn: dayOf(on),
      amount: cents(amount),
    }));
    return {
      ...{ project: projectId(row.id), client: row.client_id === null ? null : partyId(row.client_id) },
      ...{ termsDays: row.terms_days ?? 0, taxCode: row.tax_code_id === null ? null : taxCodeId(row.tax_code_id) },
      isPriced:
        (row.method !== 'as-billed' && row.method !== 'as-billable') || contract.some(({ amount }) => amount > 0),
      ...{ contract, schedule, unscheduled: unscheduled(row, schedule, ofLines.get(null) ?? NOTHING_BILLED) },
      ...{ terms: termsOf(row), posts: row.applications_post },
      held: (held.get(row.id) ?? []).map(heldLine),
      applications: (open.get(row.id) ?? []).map(({ application }) => application),
      ...{ applied: applied.get(row.id) ?? 0, deposits: deposits.get(row.id) ?? [] },
    };
  });
}

function termsOf(row: ProjectRow): RetentionTerms {
  return {
    steps: retentionSteps(row.retention) ?? [],
    ...{ stored: row.retention_stored_millionths, by: row.retention_by },
    ...{ reduces: row.retention_reduces, dueDays: row.retention_due_days },
    withFinal: row.retention_final_millionths,
  };
}

/** What the ledger has beyond the lines of the schedule: taken over with the books, by journal, or of no line. */
function unscheduled(row: ProjectRow, schedule: readonly ScheduledLine[], ofNone: BilledSoFar): BilledSoFar {
  const work = schedule.reduce((rest, { billed }) => rest - billed.work - billed.stored, row.billed) - ofNone.stored;
  const kept = schedule.reduce((rest, { billed }) => rest - billed.withheld + billed.released, row.retained);
  return { work: cents(work), stored: ofNone.stored, withheld: cents(kept), released: ZERO };
}

/** Every line that ever stood in a schedule, in the order they were put there; agreed no more where its approval was taken back. */
async function scheduleRows(db: Db, projects: readonly number[]) {
  const { rows } = await sql<{
    project: number;
    id: number;
    name: string;
    amount: number;
    kind: EstimateKind;
    number: number;
    agreed: number | null;
  }>`SELECT a.project_id AS project, s.id, s.name, s.amount_cents AS amount, e.kind, e.number,
      CASE WHEN ${notWithdrawn('s')} THEN a.effective_on END AS agreed
    FROM scheduled_value s JOIN approval a ON a.id = s.approval_id JOIN estimate e ON e.id = a.estimate_id
    WHERE a.project_id IN (${sql.join([...projects])}) ORDER BY s.id`.execute(db);
  return rows.map(({ kind, number, ...row }) => ({ ...row, origin: numberText(kind, number) }));
}

/** What documents that count billed of each line. */
async function billedRows(db: Db, projects: readonly number[]) {
  const { rows } = await sql<{
    project: number;
    line: number | null;
    work: number;
    stored: number;
    withheld: number;
    released: number;
  }>`SELECT b.project_id AS project, b.line_id AS line, SUM(b.work_cents) AS work, SUM(b.stored_cents) AS stored,
      SUM(b.withheld_cents) AS withheld, SUM(b.released_cents) AS released
    FROM billed_value b JOIN document d ON d.id = b.document_id
    WHERE b.project_id IN (${sql.join([...projects])}) AND ${notReversed('d', EVERYTHING)} GROUP BY 1, 2`.execute(db);
  return rows.map(({ project, line, ...sums }) => ({
    ...{ project, line },
    billed: {
      ...{ work: cents(sums.work), stored: cents(sums.stored) },
      ...{ withheld: cents(sums.withheld), released: cents(sums.released) },
    },
  }));
}

async function contractRows(db: Db, projects: readonly number[]) {
  const { rows } = await sql<{ project: number; on: number; amount: number }>`
    SELECT project_id AS project, effective_on AS "on", SUM(amount_cents) AS amount FROM contract_change
    WHERE project_id IN (${sql.join([...projects])}) AND ${notWithdrawn('contract_change')}
    GROUP BY 1, 2 ORDER BY 1, 2`.execute(db);
  return rows;
}

interface HeldRow {
  readonly project: number;
  readonly invoice: number;
  readonly line: number | null;
  readonly held: number;
}

/** What is held back of the lines of invoices, oldest first. */
async function heldRows(db: Db, projects: readonly number[]): Promise<readonly HeldRow[]> {
  const { rows } = await sql<HeldRow>`
    SELECT b.project_id AS project, b.invoice_id AS invoice, b.line_id AS line,
      SUM(b.withheld_cents - b.released_cents) AS held
    FROM billed_value b JOIN document d ON d.id = b.document_id
    WHERE b.project_id IN (${sql.join([...projects])}) AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1, 2, 3 HAVING SUM(b.withheld_cents - b.released_cents) <> 0 ORDER BY 2, 3`.execute(db);
  return rows;
}

function heldLine({ invoice, line, held }: HeldRow): HeldLine {
  return { invoice: documentId(invoice), line, held: cents(held) };
}

/** Whether application `a`, document `d`, waited then for what the client says: neither taken back nor answered nor corrected. */
function isOpenApplication(at: Pick<Bounds, 'day' | 'recordedAt'>): RawBuilder<boolean> {
  const counting = (document: string) => counts(document, at);
  return sql`${counting('d')}
      AND NOT EXISTS (SELECT 1 FROM certificate c JOIN document i ON i.id = c.document_id
        WHERE c.application_id = a.document_id AND ${counting('i')})
      AND NOT EXISTS (SELECT 1 FROM application n JOIN document v ON v.id = n.document_id
        WHERE n.replaces_id = a.document_id AND ${counting('v')})`;
}

/** Applications of all projects that waited for the client then: their project, and the work they ask for. */
export async function applicationsSent(
  db: Db,
  at: Pick<Bounds, 'day' | 'recordedAt'>,
): Promise<readonly { readonly project: number; readonly asked: Cents }[]> {
  const { rows } = await sql<{ project: number; asked: number }>`
    SELECT a.project_id AS project, json_extract(d.body, '$.figures.work') AS asked
    FROM application a JOIN document d ON d.id = a.document_id WHERE ${isOpenApplication(at)}`.execute(db);
  return rows.map(({ project, asked }) => ({ project, asked: cents(asked) }));
}

async function openApplications(db: Db, projects: readonly number[]) {
  const { rows } = await sql<{
    project: number;
    id: number;
    number: string;
    ordinal: number;
    version: number;
    through: number;
  }>`SELECT a.project_id AS project, d.id, d.number, a.ordinal, a.version, a.through_on AS through
    FROM application a JOIN document d ON d.id = a.document_id
    WHERE a.project_id IN (${sql.join([...projects])}) AND ${isOpenApplication(EVERYTHING)}
    ORDER BY d.id`.execute(db);
  const found = [];
  for (const { project, id, through, ...row } of rows) {
    const lines = await db
      .selectFrom('asked_value')
      .select(['line_id', 'work_cents', 'stored_cents', 'may_exceed'])
      .where('document_id', '=', id)
      .orderBy('id')
      .execute();
    const application: OpenApplication = {
      ...{ id: documentId(id), ...row, through: dayOf(through) },
      lines: lines.map((line) => ({
        ...{ line: line.line_id, work: cents(line.work_cents), stored: cents(line.stored_cents) },
        mayExceed: line.may_exceed === 1,
      })),
    };
    found.push({ project, application });
  }
  return found;
}

/** How many applications projects sent, versions not counted. */
async function appliedRows(db: Db, projects: readonly number[]): Promise<ReadonlyMap<number, number>> {
  const { rows } = await sql<{ project: number; applied: number }>`
    SELECT a.project_id AS project, MAX(a.ordinal) AS applied FROM application a JOIN document d ON d.id = a.document_id
    WHERE a.project_id IN (${sql.join([...projects])}) AND ${notReversed('d', EVERYTHING)} GROUP BY 1`.execute(db);
  return new Map(rows.map(({ project, applied }) => [project, applied]));
}

/** The projects of applications, by their numbers as typed. */
export async function projectsOfApplications(db: Db, numbers: readonly string[]): Promise<readonly number[]> {
  const typed = numbers.map((number) => number.trim()).filter((number) => number !== '');
  if (typed.length === 0) return [];
  const { rows } = await sql<{ id: number }>`SELECT DISTINCT a.project_id AS id FROM application a
    JOIN document d ON d.id = a.document_id WHERE lower(d.number) IN (${sql.join(typed.map((each) => each.toLowerCase()))})`.execute(
    db,
  );
  return rows.map(({ id }) => id);
}
