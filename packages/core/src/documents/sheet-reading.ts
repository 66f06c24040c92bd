import type { AgainstOrder } from '../orders/against-order.ts';
import type { ProjectId } from '../ledger/ids.ts';
import type { Cents } from '../money/cents.ts';
import type { Quantity } from '../money/quantity.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import type { CodedCost } from './budget-warnings.ts';
import type { UsualWeek } from './hours/usual-week.ts';
import type { AccountBalance } from './opening/post.ts';
import type { InvoiceFigures } from './invoice/billed-invoice.ts';
import type { Posting } from './posting.ts';

/** What a cell that nobody typed in holds all the same, as it would be typed. */
export interface Follow {
  readonly at: string;
  readonly text: string;
}

/** What an invoice, or what is asked for, comes to. */
export interface BilledOutcome extends InvoiceFigures {
  readonly project: ProjectId;
}

/** What a sheet says: what it posts, what it costs where, what is wrong, what deserves a second look. Post only without problems. */
export interface SheetReading {
  readonly postings: readonly Posting[];
  /** Cost that falls into the month worked in, or before. */
  readonly costs: readonly CodedCost[];
  readonly entered: Cents;
  /** Control total − entered; null without a control total. */
  readonly missing: Cents | null;
  readonly hours: Quantity;
  readonly problems: readonly Problem[];
  readonly warnings: readonly Warning[];
  readonly follows: readonly Follow[];
  /** The lines of orders it names, beside what it says of them. */
  readonly against?: readonly AgainstOrder[];
  /** What each invoice bills of its project. */
  readonly bills?: readonly BilledOutcome[];
  /** Of opening balances: what every account comes to. */
  readonly trialBalance?: readonly AccountBalance[];
  /** Of a week of hours: everybody in it, against their usual week. */
  readonly weeks?: readonly UsualWeek[];
}
