import { COST_TYPE_MARKS } from '../ledger/cost-type.ts';
import type { Line } from '../ledger/journal-entry.ts';
import { MOST_SUM, type Cents, cents, ZERO } from '../money/cents.ts';
import type { Quantity } from '../money/quantity.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import { concern, wording } from '../problems/wording.ts';
import type { KeptDecimals } from '../progress/measured-progress.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import type { Catalog } from './catalog.ts';
import { projectOutcomes, type ProjectOutcome } from './project-outcome.ts';
import type { UsualWeek } from './hours/usual-week.ts';
import type { AgainstOrder } from '../orders/against-order.ts';
import type { BilledOutcome, Follow, SheetReading } from './sheet-reading.ts';

/** What is wrong or worth a look: the field, and the words. */
export interface Remark {
  readonly at: string;
  readonly kind: string;
  readonly message: string;
}

/** Lines that a sheet posts to one account, project and coding, added up. */
export interface PostedSum {
  readonly accountCode: string;
  readonly accountName: string;
  readonly projectCode: string | null;
  readonly coding: string;
  readonly party: string;
  readonly amountCents: Cents;
}

/** What an account comes to, debit positive. */
export interface PostedBalance {
  readonly accountCode: string;
  readonly accountName: string;
  readonly amountCents: Cents;
}

/** What an invoice of a sheet, or what it asks for, comes to. */
export interface BilledSum {
  readonly projectCode: string;
  readonly workCents: Cents;
  readonly withheldCents: Cents;
  readonly taxCents: Cents;
  /** What a deposit pays of it, and what is released of retention with it. */
  readonly drawnCents: Cents;
  readonly releasedCents: Cents;
  readonly dueCents: Cents;
  readonly contractCents: Cents;
  readonly billedBeforeCents: Cents;
  readonly leftAfterCents: Cents;
}

/** What posting a sheet would do, from the very entries it would post. */
export interface SheetPreview {
  readonly documents: number;
  readonly enteredCents: Cents;
  /** Control total less entered; null without one. */
  readonly missingCents: Cents | null;
  readonly hours: Quantity;
  readonly problems: readonly Remark[];
  readonly warnings: readonly Remark[];
  readonly posts: readonly PostedSum[];
  readonly effects: readonly ProjectOutcome[];
  readonly follows: readonly Follow[];
  readonly weeks: readonly UsualWeek[];
  readonly against: readonly AgainstOrder[];
  readonly bills: readonly BilledSum[];
  /** What every account comes to, of opening balances. */
  readonly trialBalance: readonly PostedBalance[];
}

export function problemRemark(problem: Problem): Remark {
  return { at: problem.at, kind: problem.kind, message: wording(problem) };
}

export function warningRemark(warning: Warning): Remark {
  return { at: warning.at, kind: warning.kind, message: concern(warning) };
}

/** `positions` are of the projects the sheet names, through the month it is worked on in. */
export function sheetPreview(
  reading: SheetReading,
  catalog: Catalog,
  { positions, kept }: { readonly positions: readonly ProjectPosition[]; readonly kept: KeptDecimals },
): SheetPreview {
  return {
    documents: reading.postings.length,
    enteredCents: reading.entered,
    missingCents: reading.missing,
    hours: reading.hours,
    problems: reading.problems.map(problemRemark),
    warnings: reading.warnings.map(warningRemark),
    posts: postedSums(
      reading.postings.flatMap(({ entries }) => entries.flatMap(({ lines }) => lines)),
      catalog,
    ),
    follows: reading.follows,
    weeks: reading.weeks ?? [],
    against: reading.against ?? [],
    bills: (reading.bills ?? []).map((bill) => billedSum(bill, catalog)),
    trialBalance: (reading.trialBalance ?? []).map(({ account: id, amount }) => {
      const account = catalog.accounts.find((each) => each.id === id);
      return { accountCode: account?.code ?? '', accountName: account?.name ?? '', amountCents: amount };
    }),
    effects: canBeAdded(reading, positions) ? projectOutcomes(reading.costs, positions, { catalog, kept }) : [],
  };
}

function billedSum(bill: BilledOutcome, { projects }: Catalog): BilledSum {
  return {
    projectCode: projects.find(({ id }) => id === bill.project)?.code ?? '',
    ...{ workCents: bill.work, withheldCents: bill.withheld ?? ZERO, taxCents: bill.tax, dueCents: bill.due },
    ...{ drawnCents: bill.drawn ?? ZERO, releasedCents: bill.released ?? ZERO },
    ...{ contractCents: bill.contract, billedBeforeCents: bill.billedBefore, leftAfterCents: bill.leftAfter },
  };
}

/** Whether what the projects stand at and what the sheet adds stay within what can be added up exactly. */
function canBeAdded({ costs }: SheetReading, positions: readonly ProjectPosition[]): boolean {
  const added = costs.reduce((total, { cost }) => total + Math.abs(cost), 0);
  return positions.every(
    ({ costToDate, lineEstimates, contract }) =>
      Math.abs(costToDate) + Math.abs(lineEstimates) + Math.abs(contract) + added <= MOST_SUM,
  );
}

function postedSums(lines: readonly Line[], catalog: Catalog): readonly PostedSum[] {
  const sums = new Map<string, PostedSum>();
  for (const line of lines) {
    const shown = postedSum(line, catalog);
    const key = `${shown.accountCode}/${shown.projectCode}/${shown.coding}/${line.amount < 0 ? 'credit' : 'debit'}`;
    const known = sums.get(key);
    const total = (known?.amountCents ?? 0) + line.amount;
    if (Math.abs(total) <= MOST_SUM) sums.set(key, { ...shown, amountCents: cents(total) });
  }
  return [...sums.values()];
}

function postedSum(line: Line, catalog: Catalog): PostedSum {
  const account = catalog.accounts.find(({ id }) => id === line.account);
  const project = catalog.projects.find(({ id }) => id === line.project);
  const phase = project?.phases.find(({ id }) => id === line.phase);
  const code = catalog.costCodes.find(({ id }) => id === line.costCode);
  const mark = line.costType === null ? '' : COST_TYPE_MARKS[line.costType];
  return {
    accountCode: account?.code ?? '',
    accountName: account?.name ?? '',
    projectCode: project?.code ?? null,
    coding: `${phase ? `${phase.code}/` : ''}${code?.code ?? ''} ${mark}`.trim(),
    party: [...catalog.suppliers, ...catalog.clients].find(({ id }) => id === line.party)?.name ?? '',
    amountCents: line.amount,
  };
}
