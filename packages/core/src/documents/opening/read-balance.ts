import { ifFilled, required, textIn, type Cell } from '../../cells/cell.ts';
import type { ProjectId } from '../../ledger/ids.ts';
import { costRole, type Project } from '../../ledger/project.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import type { Cents } from '../../money/cents.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { Catalog } from '../catalog.ts';
import { codingIn } from '../coding.ts';
import type { BalanceOf, OpenItemWord } from './balance-of.ts';
import type { OpeningRow, RowAt } from './form.ts';
import { dayBeforeBooks, openingDay } from './opening-day.ts';
import type { OpeningBalance } from './taken-over.ts';

/** The books, and what the sheet says of its projects beside the row. */
export interface Around {
  readonly catalog: Catalog;
  /** Projects that have earned: what they cost is recognized. */
  readonly earnedOn: ReadonlySet<ProjectId>;
}

interface BalanceHead {
  readonly what: Exclude<BalanceOf, { readonly kind: OpenItemWord }>;
  readonly amount: Cents;
}

/** What an account or a project stands at. */
export function balanceIn({ row, at }: RowAt, { what, amount }: BalanceHead, around: Around): Decision<OpeningBalance> {
  const { catalog } = around;
  const cell = (column: keyof OpeningRow): Cell => ({ typed: row[column], at: `${at}/${column}` });
  const common = gathered({
    on: ifFilled(cell('datedOn'), openingDay(catalog), (typed) => dayBeforeBooks(typed, catalog)),
    text: textIn(cell('text'), 'the text', 200),
  });
  return following(common, (read): Decision<OpeningBalance> => {
    const base = { ...read, amount };
    switch (what.kind) {
      case 'cost':
        return mapped(costIn({ row, at }, what.account, around), (cost) => ({
          ...base,
          kind: 'cost' as const,
          ...cost,
        }));
      case 'earned':
      case 'billed':
      case 'loss':
        return mapped(
          required(cell('project'), 'the project', (typed) => clientProjectIn(typed, catalog)),
          (project) => ({ ...base, kind: what.kind, project: project.id }),
        );
      case 'account':
        return mapped(dimensionsIn({ row, at }, catalog), (dimensions) => ({
          ...base,
          kind: 'account',
          account: what.account.id,
          dimensions,
        }));
    }
  });
}

/** A project that earns and bills: one for a client. */
function clientProjectIn(cell: Cell, { projects }: Catalog): Decision<Project> {
  return following(lookedUp(projects, cell, 'project'), (project) =>
    project.kind === 'client'
      ? accepted(project)
      : refused({ at: cell.at, kind: 'client-needed', project: project.code }),
  );
}

/** Where a project's cost stands when the books begin: recognized where it has earned, else where it waits. */
function costIn({ row, at }: RowAt, account: OpeningAccount, { catalog, earnedOn }: Around) {
  if (row.project.trim() === '') return refused({ at: `${at}/project`, kind: 'missing', field: 'the project' });
  return following(codingIn(row, at, catalog), ({ project, coding }) => {
    const waits = costRole(project);
    const isRecognized = waits === 'wip' && earnedOn.has(project.id);
    const { roles } = catalog;
    const allowed = waits === 'wip' ? [roles.wip, roles['cost-of-revenue']] : [roles[waits]];
    if (account !== null && !allowed.includes(account.id)) return wrongAccount(account, project, `${at}/what`);
    return accepted({ coding, account: account?.id ?? roles[isRecognized ? 'cost-of-revenue' : waits] });
  });
}

type OpeningAccount = Extract<BalanceOf, { readonly kind: 'cost' }>['account'];

function wrongAccount({ code }: NonNullable<OpeningAccount>, project: Project, at: string): Decision<never> {
  return refused({
    at,
    kind: 'cost-account-of-project',
    account: code,
    project: project.code,
    role: costRole(project),
  });
}

/** Project and party that the balance of an account may name. */
function dimensionsIn({ row, at }: RowAt, { projects, suppliers, clients }: Catalog) {
  const parts = gathered({
    project: ifFilled({ typed: row.project, at: `${at}/project` }, null, (cell) => lookedUp(projects, cell, 'project')),
    party: ifFilled({ typed: row.party, at: `${at}/party` }, null, (cell) =>
      lookedUp([...suppliers, ...clients], cell, 'party'),
    ),
  });
  return mapped(parts, ({ project, party }) => ({ project: project?.id ?? null, party: party?.id ?? null }));
}
