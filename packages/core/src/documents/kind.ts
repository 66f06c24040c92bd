import type { OpenRole, Role } from '../ledger/account.ts';

/** Who a document is with. */
export type PartyKind = 'client' | 'supplier';

/** How a document is taken back. */
export type Undoing =
  /** By its reversal, from the document itself. */
  | { readonly how: 'reversal' }
  /** On a page of its own, in its own order. */
  | { readonly how: 'elsewhere'; readonly where: string }
  /** It is what takes another one back. */
  | { readonly how: 'never' };

/** What can be done with a posted document, beside reversing and settling it. */
export type DocumentAction =
  | 'print'
  | 'ubl'
  | 'workbook'
  | 'send'
  | 'to order'
  | 'to run'
  | 'repeat'
  | 'recode'
  | 'enter again'
  | 'correct hours'
  | 'certify'
  | 'correct application'
  | 'credit bill'
  | 'credit invoice'
  | 'write off'
  | 'pay back';

/** What is true of a kind of document; lists, pages, numbers, settling and reversing follow from it. */
export interface KindOfDocument {
  /** Words for one and for many, as they stand on screen. */
  readonly one: string;
  readonly many: string;
  /** What its own numbers begin with; null where the number comes with the paper. */
  readonly series: string | null;
  readonly party: PartyKind | null;
  /** The account on which it is open until it is settled, negative where the party is owed; null for what needs no settling. */
  readonly openOn: OpenRole | null;
  readonly undoing: Undoing;
  /** In the order in which its page offers them. */
  readonly actions?: readonly DocumentAction[];
  /** Where its PDF is, below `/api`, without its number; of a kind that is printed. */
  readonly pdf?: string;
  /** Roles of the accounts it posts to. */
  readonly needs: readonly Role[];
  /** It is posted before the books begin. */
  readonly beforeBooks?: boolean;
  /** Its lines on accounts for cost carry no coding on purpose, or take such lines back: none of them is uncoded cost. */
  readonly leavesNothingUncoded?: boolean;
  /** It posts to closed projects too. */
  readonly postsToClosed?: boolean;
  /** Typed the very same way it is not posted twice while the first one counts. */
  readonly isPostedOnce?: boolean;
  /** It comes with a document of this kind, and is taken back with it. */
  readonly cameWith?: string;
  /** What its form calls its day, where that is not the date of a sheet. */
  readonly dayField?: string;
  /** Its body tells the work it billed, in `figures.work`. */
  readonly billsWork?: boolean;
  /** Its cost is no work that clients are billed for. */
  readonly leavesNoWork?: boolean;
  /** Lines of it without a text of their own say its number. */
  readonly linesSayNumber?: boolean;
  /** What it posts, in one sentence. */
  readonly posts: string;
}
