import { depositsLeft } from '../../billing/deposits.ts';
import { contractOn } from '../../billing/schedule.ts';
import { dayText, type IsoDate } from '../../calendar/iso-date.ts';
import { required, textIn, withinBooks, type Cell } from '../../cells/cell.ts';
import { salesTax } from '../../ledger/tax-code.ts';
import { cents, type Cents } from '../../money/cents.ts';
import { dollars } from '../../money/dollars.ts';
import { compareRatios, NONE, shareOf, WHOLE } from '../../money/ratio.ts';
import { openDayFrom } from '../../months/open-day.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import { billedProject, taxCodeOf, type BilledProject } from '../billed-project.ts';
import type { Catalog } from '../catalog.ts';
import type { BillingShare } from '../invoice/contract-share.ts';
import { dueIn } from '../invoice/due.ts';
import { readInvoiceRows, type RowOn } from '../invoice/invoice-rows.ts';
import type { Posting } from '../posting.ts';
import { shareTyped } from '../share-invoice/share-typed.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import { followsOf } from '../typed-sheet.ts';
import type { DepositRow, DepositSheet } from './form.ts';
import { depositBilled } from './post.ts';

/** What a deposit invoice keeps of itself. */
export interface DepositBody {
  readonly form: DepositSheet;
  readonly figures: { readonly net: Cents; readonly tax: Cents };
}

interface ReadDeposit {
  readonly place: number;
  readonly billed: BilledProject;
  readonly net: Cents;
  readonly tax: Cents;
  readonly dueOn: IsoDate;
  readonly text: string;
}

/** What clients are to pay ahead: one invoice a row. */
export function readDepositSheet(sheet: DepositSheet, catalog: Catalog): SheetReading {
  return readInvoiceRows(sheet, catalog, {
    read: depositOf,
    posting: (read, datedOn) => posting(read, { datedOn, sheet }, catalog),
    amountOf: ({ net }) => net,
    follows: (row, place, read) => followsIn(row, read, { place, catalog }),
  }).reading;
}

function depositOf(row: DepositRow, { place, day, catalog }: RowOn): Decision<ReadDeposit> {
  const cell = (column: keyof DepositRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const billed = billedProject(cell('project'), catalog);
  const billing = billed.ok ? billed.value.billing : null;
  const read = gathered({
    ...{ billed, taxCode: taxCodeOf(cell('taxCode'), billing, catalog), text: textIn(cell('text'), 'the text', 400) },
    dueOn: dueIn(cell('dueOn'), { near: day, order: catalog.dayOrder }, billing?.termsDays ?? 0),
    net: following(billed, (of) =>
      following(required(cell('amount'), 'the percent or amount', shareTyped), (share) =>
        netOf(share, contractOn(of.billing, day), cell('amount').at),
      ),
    ),
  });
  return following(read, ({ taxCode, ...rest }) =>
    mapped(withinBooks(cell('amount'), rest.net + salesTax(taxCode, rest.net)), () => ({
      ...{ ...rest, place, tax: salesTax(taxCode, rest.net) },
    })),
  );
}

/** A percent of the contract, or an amount; a deposit may be above the contract no more than anything paid ahead may. */
function netOf(share: BillingShare, contract: Cents, at: string): Decision<Cents> {
  if (share.kind !== 'amount' && contract <= 0) return refused({ at, kind: 'no-price-to-share' });
  if (share.kind === 'percent' && (compareRatios(share.share, WHOLE) > 0 || compareRatios(share.share, NONE) < 0)) {
    return refused({ at, kind: 'number-outside', field: 'the percent', least: '0', most: '100' });
  }
  const net =
    share.kind === 'percent' ? shareOf(contract, share.share) : share.kind === 'amount' ? share.amount : contract;
  return net > 0 ? accepted(net) : refused({ at, kind: 'number-not-positive', field: 'the deposit' });
}

function posting(
  { billed: { billing, client }, net, tax, dueOn, text, place }: ReadDeposit,
  { datedOn, sheet }: { readonly datedOn: IsoDate; readonly sheet: DepositSheet },
  { roles, lockedThrough }: Catalog,
): Posting {
  const { project } = billing;
  const entry = depositBilled(roles, { client, project, postedOn: openDayFrom(datedOn, lockedThrough), net, tax });
  return {
    ...{ kind: 'client-deposit', number: null, party: client, project, datedOn, dueOn },
    ...{ gross: cents(net + tax), memo: text, entries: [entry] },
    body: { form: { ...sheet, rows: sheet.rows.slice(place, place + 1) }, figures: { net, tax } } satisfies DepositBody,
    effects: [{ kind: 'deposit-moves', project, moves: [{ deposit: 'itself', net, tax }] }],
  };
}

function followsIn(
  row: DepositRow,
  read: Decision<ReadDeposit> | undefined,
  { place, catalog }: { readonly place: number; readonly catalog: Catalog },
): readonly Follow[] {
  const billed = billedProject({ typed: row.project, at: '' }, catalog);
  if (!billed.ok) return [];
  const { billing } = billed.value;
  const deposit = read?.ok === true ? read.value : undefined;
  return followsOf(place, {
    left: dollars(depositsLeft(billing.deposits)),
    taxCode: row.taxCode.trim() === '' ? catalog.taxCodes.find(({ id }) => id === billing.taxCode)?.code : undefined,
    due: deposit === undefined ? undefined : dollars(cents(deposit.net + deposit.tax)),
    dueOn: row.dueOn.trim() === '' && deposit !== undefined ? dayText(deposit.dueOn) : undefined,
  });
}
