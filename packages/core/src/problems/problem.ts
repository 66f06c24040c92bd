import type { IsoDate } from '../calendar/iso-date.ts';
import type { Month } from '../calendar/month.ts';
import type { Cents } from '../money/cents.ts';
import type { Quantity, Rate } from '../money/quantity.ts';
import type { BillingConcerns, BillingFacts } from './billing-facts.ts';
import type { ProgressConcerns, ProgressFacts } from './progress-facts.ts';

/** What a cell or a field should hold. */
export type Subject =
  | 'supplier'
  | 'client'
  | 'party'
  | 'employee'
  | 'employee or role'
  | 'part of a rate'
  | 'payroll'
  | 'employee or equipment'
  | 'activity'
  | 'equipment'
  | 'overhead pool'
  | 'week'
  | 'rate'
  | 'estimate'
  | 'change order'
  | 'forecast'
  | 'project'
  | 'phase'
  | 'cost code'
  | 'account'
  | 'account or word'
  | 'tax code'
  | 'budget line'
  | 'cost type'
  | 'bill'
  | 'invoice'
  | 'document'
  | 'posted line'
  | 'coding rule'
  | 'order'
  | 'application'
  | 'line of the schedule'
  | 'subcontract'
  | 'line of an order'
  | 'line of the order'
  | 'account, card or employee'
  | 'draft'
  | 'file'
  | 'message'
  | 'recurring journal'
  | 'record'
  | 'person'
  | 'session'
  | 'token';

/** What is wrong, as facts; `wording.ts` has the words. Every one of them is something a user can cause and put right. */
export interface Facts extends BillingFacts, ProgressFacts {
  missing: { readonly field: string };
  'unreadable-number': { readonly typed: string };
  'too-many-decimals': { readonly typed: string; readonly decimals: number };
  'number-too-large': { readonly typed: string };
  'number-not-positive': { readonly field: string };
  'number-outside': { readonly field: string; readonly least: string; readonly most: string };
  'unreadable-day': { readonly typed: string };
  'not-a-choice': { readonly typed: string; readonly choices: readonly string[] };
  'too-long': { readonly field: string; readonly most: number };
  'copy-failed': { readonly reason: string };
  'unreadable-picture': object;
  'unseen-characters': { readonly field: string };
  'unknown-code': { readonly subject: Subject; readonly typed: string };
  'ambiguous-code': { readonly subject: Subject; readonly typed: string; readonly among: readonly string[] };
  'code-taken': { readonly subject: Subject; readonly typed: string };
  'parent-loop': { readonly typed: string };
  'days-out-of-order': { readonly earlier: string; readonly later: string };
  'day-outside-books': { readonly day: IsoDate; readonly first: IsoDate; readonly last: IsoDate };
  'day-ahead': { readonly day: IsoDate; readonly today: IsoDate };
  'paid-before': { readonly day: IsoDate; readonly number: string; readonly datedOn: IsoDate };
  'month-ahead': { readonly month: Month; readonly current: Month };
  'month-locked': { readonly month: Month; readonly firstOpenDay: IsoDate };
  'control-total-off': { readonly control: Cents; readonly entered: Cents };
  'duplicate-bill': { readonly supplier: string; readonly number: string };
  'project-closed': { readonly project: string; readonly status: string };
  'first-administrator': object;
  'not-due': { readonly next: IsoDate };
  'balances-there': { readonly number: string };
  'end-not-told': { readonly status: string };
  'price-agreed': { readonly agreed: Cents };
  'client-project-unmeasured': Record<never, never>;
  'as-billed-holds-cost': Record<never, never>;
  'price-not-read': object;
  'field-fixed': { readonly field: string; readonly stored: string };
  'orders-still-open': { readonly orders: string; readonly project: string };
  'amounts-apart': { readonly net: Cents; readonly worth: Cents };
  'order-of-another': { readonly order: string };
  'line-in-use': { readonly place: number };
  'below-received': { readonly place: number };
  'line-twice': object;
  'recoded-already': { readonly number: string };
  'not-recodable': { readonly number: string };
  'coded-so-already': object;
  'earned-apart': { readonly project: string };
  'billed-apart': object;
  'ubl-unreadable': { readonly reason: string };
  'ubl-total-off': { readonly what: string; readonly said: Cents; readonly worked: Cents };
  'other-company': { readonly name: string };
  'other-currency': { readonly currency: string; readonly books: string };
  'no-tax-code': { readonly millionths: number };
  'message-settled': { readonly status: string };
  'recode-first': { readonly number: string };
  'measured-otherwise': { readonly isCounted: boolean };
  'over-ordered': OverOrdered;
  'over-price': OverPrice;
  'received-first': { readonly number: string };
  'billed-first': { readonly number: string };
  'nothing-to-close': { readonly order: string };
  'spread-on-nothing': object;
  'coded-by-order': { readonly order: string };
  'split-off': { readonly whole: string; readonly parts: string };
  'paid-with-retention': object;
  'control-account': { readonly account: string };
  'nothing-entered': object;
  'warnings-open': { readonly count: number };
  'over-budget': OverBudget;
  'bills-to-approve': { readonly bills: readonly string[]; readonly limit: Cents };
  'own-sheet': object;
  'no-approval-asked': object;
  'nothing-needs-approval': object;
  'nobody-else-approves': object;
  'labor-at-standard': object;
  'preview-outdated': object;
  'not-read-in-time': { readonly why: 'busy' | 'late' | 'broken' };
  'order-stopped': { readonly done: number; readonly of: number };
  'no-rate': { readonly employee: string; readonly day: IsoDate; readonly project: string };
  'rate-for-nobody': object;
  'rate-typed-twice': { readonly row: number };
  'nothing-to-re-rate': object;
  'rate-from-build-up': { readonly rate: Rate };
  'leave-on-project': object;
  'clock-unreadable': { readonly typed: string };
  'clock-backwards': object;
  'clock-overlap': object;
  'clock-too-long': { readonly hours: string };
  'too-many-rows': { readonly most: number };
  'no-employee': object;
  'week-not-open': { readonly status: string };
  'week-not-approved': { readonly employee: string; readonly weekOn: IsoDate };
  'nothing-to-approve': object;
  'no-equipment-rate': { readonly equipment: string; readonly day: IsoDate };
  'equipment-needs-project': object;
  'not-for-equipment': { readonly field: string };
  'account-in-pool': { readonly account: string; readonly pool: string };
  'not-an-expense': { readonly account: string };
  'rate-of-pool': { readonly base: string };
  'overhead-twice': { readonly pool: string };
  'overhead-in-rates': object;
  'pool-in-use': object;
  'nothing-to-apply': { readonly month: Month };
  'nothing-apart': object;
  'nowhere-to-spread': object;
  'more-than-posted': { readonly employee: string; readonly day: IsoDate; readonly posted: Quantity };
  'taken-back-twice': object;
  'corrected-since': object;
  'net-pay-apart': { readonly typed: Cents; readonly net: Cents };
  'paid-twice': { readonly employee: string };
  'period-paid': { readonly number: string };
  /** Days that another payroll paid; of everybody where no employee is named. */
  'period-overlaps': { readonly number: string; readonly employee: string };
  'supplement-first': { readonly number: string };
  'true-up-first': { readonly number: string };
  'nothing-to-true-up': object;
  'too-many-hours': { readonly employee: string; readonly day: IsoDate };
  'month-already-run': { readonly month: Month };
  'later-month-run': { readonly month: Month; readonly latest: Month };
  'nothing-to-recognize': { readonly month: Month };
  'not-latest-run': { readonly latest: Month };
  'not-open-any-more': { readonly number: string };
  'amount-of-one-party': Record<never, never>;
  'no-price-to-share': Record<never, never>;
  'over-open-amount': { readonly open: Cents; readonly asked: Cents };
  'already-reversed': { readonly number: string };
  settled: { readonly number: string; readonly settled: Cents };
  'reverse-elsewhere': { readonly what: string; readonly where: string };
  'unbalanced-opening': { readonly debits: Cents; readonly credits: Cents };
  'other-side': { readonly side: 'debit' | 'credit' };
  'not-taken-over': { readonly account: string };
  'not-before-books': { readonly day: IsoDate; readonly first: IsoDate };
  'unbalanced-journal': { readonly debits: Cents; readonly credits: Cents };
  'role-in-use': { readonly role: string; readonly account: string };
  'role-needs-type': { readonly role: string; readonly type: string };
  'role-not-empty': { readonly role: string };
  'in-use': { readonly subject: Subject; readonly field: string };
  'draft-discarded': { readonly by: string; readonly when: string };
  'changed-meanwhile': { readonly by: string; readonly when: string };
  'file-seen': { readonly name: string; readonly when: string; readonly by: string };
  'file-unreadable': { readonly reason: string };
  'workbook-unreadable': { readonly reason: string };
  'column-unknown': { readonly column: string; readonly known: readonly string[] };
  'column-missing': { readonly column: string };
  'reason-needed': object;
  'estimate-below-cost': { readonly cost: Cents; readonly committed: Cents; readonly estimate: Cents };
  'two-rule': { readonly columns: readonly string[] };
  'no-rate-to-price': { readonly who: string; readonly day: IsoDate };
  'code-to-approve': object;
  'section-to-approve': object;
  'nobody-pays': { readonly project: string };
  'plan-off': { readonly price: Cents; readonly planned: Cents };
  'already-approved': { readonly number: string };
  'not-open': { readonly number: string; readonly status: string };
  'not-approved-yet': { readonly project: string };
  'built-upon': { readonly what: string };
  'contract-below-zero': { readonly contract: Cents };
  'already-set-up': object;
  'not-set-up': object;
  'key-reused': object;
  'not-there': { readonly subject: Subject };
  'nothing-to-post': object;
  'sum-too-large': { readonly of: string };
  'no-cost-to-go-by': object;
  'no-units': { readonly mixed: boolean };
  'cost-account-of-project': { readonly account: string; readonly project: string; readonly role: string };
  'field-unknown': { readonly field: string; readonly known: readonly string[] };
  'billed-not-earned': { readonly project: string; readonly billed: Cents; readonly earned: Cents };
  'cost-still-held': { readonly project: string; readonly held: Cents };
  'loss-still-provided': { readonly project: string; readonly provision: Cents };
  'other-party': { readonly number: string; readonly other: string };
  'not-signed-in': object;
  /** Who may, in words. */
  'not-allowed': { readonly who: readonly string[] };
  'sign-in-wrong': object;
  'sign-in-later': { readonly seconds: number };
  'code-wrong': object;
  'password-wrong': object;
  'password-short': { readonly least: number };
  'password-common': object;
  'not-an-email': { readonly typed: string };
  'last-administrator': object;
  'people-already': object;
  'server-code-wrong': object;
  'same-side': { readonly number: string; readonly other: string };
}

/** What is received or billed of a line, beyond what was ordered; `over` and `limit` in percent. */
interface OverOrdered {
  readonly line: string;
  readonly ordered: string;
  readonly asked: string;
  readonly over: string;
  readonly limit: string;
  readonly done: 'received' | 'billed';
}

/** A price above the order's. */
interface OverPrice {
  readonly line: string;
  readonly agreed: string;
  readonly asked: string;
  readonly over: string;
  readonly limit: string;
}

/** A budget line that would cost more than its budget. */
interface OverBudget {
  readonly budget: Cents;
  readonly after: Cents;
  readonly left: Cents;
  readonly code: string;
}

/** What deserves a second look and may be accepted. */
export interface Concerns extends BillingConcerns, ProgressConcerns {
  'unusual-side': {
    readonly balance: string;
    readonly side: 'debit' | 'credit';
    readonly usual: 'debit' | 'credit';
  };
  'over-budget': OverBudget;
  'over-ordered': OverOrdered;
  'over-price': OverPrice;
  'not-received': { readonly line: string; readonly received: string; readonly billed: string };
  'needs-project': { readonly account: string };
  'has-open-orders': { readonly supplier: string; readonly orders: readonly string[] };
  unbudgeted: { readonly code: string; readonly project: string };
  'unusual-amount': { readonly supplier: string; readonly largest: Cents; readonly amount: Cents };
  'same-amount': { readonly supplier: string; readonly amount: Cents; readonly day: IsoDate };
  'digit-off': { readonly line: string; readonly amount: Cents; readonly expected: Cents };
  'other-month': { readonly month: Month };
  'day-ahead': { readonly day: IsoDate; readonly today: IsoDate };
  'day-to-come': { readonly day: IsoDate };
  'posts-later': { readonly day: IsoDate; readonly postsOn: IsoDate };
  'hours-there': { readonly employee: string; readonly day: IsoDate; readonly code: string; readonly hours: Quantity };
  'paid-hours-apart': { readonly employee: string; readonly paid: Quantity; readonly entered: Quantity };
  'paid-not-entered': { readonly employee: string };
  'entered-not-paid': { readonly employee: string; readonly hours: Quantity };
  'not-active': { readonly project: string; readonly status: string };
  'cost-over-estimate': { readonly project: string; readonly cost: Cents; readonly estimate: Cents };
  'no-contract': { readonly project: string; readonly cost: Cents };
  'billed-over-price': { readonly project: string; readonly billed: Cents; readonly contract: Cents };
  'line-over-forecast': {
    readonly project: string;
    readonly code: string;
    readonly cost: Cents;
    readonly committed: Cents;
    readonly forecast: Cents;
    /** What the month would earn more, below zero less, by what the line has come to. */
    readonly effect: Cents;
  };
  'forecast-old': { readonly project: string; readonly month: Month };
  'loss-expected': { readonly project: string; readonly loss: Cents };
  'forecast-below-cost': { readonly cost: Cents; readonly committed: Cents; readonly estimate: Cents };
  'forecast-far': { readonly estimate: Cents; readonly expected: Cents };
  'counts-on-first-line': { readonly field: string };
}

/** A fact of some of the kinds; of any, where none are named. */
export type Fact<K extends keyof Facts = keyof Facts> = { [P in K]: { readonly kind: P } & Facts[P] }[K];
export type Concern<K extends keyof Concerns = keyof Concerns> = { [P in K]: { readonly kind: P } & Concerns[P] }[K];

/** A fact and the field it is about: a path such as `rows/3/net`, empty for the whole. */
export type Problem = Fact & { readonly at: string };
export type Warning = Concern & { readonly at: string };
