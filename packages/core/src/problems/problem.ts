import type { IsoDate } from '../calendar/iso-date.ts';
import type { Month } from '../calendar/month.ts';
import type { Cents } from '../money/cents.ts';

/** What a cell or a field should hold. */
export type Subject =
  | 'supplier'
  | 'client'
  | 'party'
  | 'employee'
  | 'employee or role'
  | 'estimate'
  | 'forecast'
  | 'project'
  | 'phase'
  | 'cost code'
  | 'account'
  | 'tax code'
  | 'cost type'
  | 'bill'
  | 'invoice'
  | 'document'
  | 'draft'
  | 'record';

/** What is wrong, as facts; `wording.ts` has the words. Every one of them is something a user can cause and put right. */
export type Fact =
  | { readonly kind: 'missing'; readonly field: string }
  | { readonly kind: 'unreadable-number'; readonly typed: string }
  | { readonly kind: 'too-many-decimals'; readonly typed: string; readonly decimals: number }
  | { readonly kind: 'number-too-large'; readonly typed: string }
  | { readonly kind: 'number-not-positive'; readonly field: string }
  | { readonly kind: 'number-outside'; readonly field: string; readonly least: string; readonly most: string }
  | { readonly kind: 'unreadable-day'; readonly typed: string }
  | { readonly kind: 'not-a-choice'; readonly typed: string; readonly choices: readonly string[] }
  | { readonly kind: 'too-long'; readonly field: string; readonly most: number }
  | { readonly kind: 'unknown-code'; readonly subject: Subject; readonly typed: string }
  | {
      readonly kind: 'ambiguous-code';
      readonly subject: Subject;
      readonly typed: string;
      readonly among: readonly string[];
    }
  | { readonly kind: 'code-taken'; readonly subject: Subject; readonly typed: string }
  | { readonly kind: 'parent-loop'; readonly typed: string }
  | { readonly kind: 'days-out-of-order'; readonly earlier: string; readonly later: string }
  | { readonly kind: 'month-locked'; readonly month: Month; readonly firstOpenDay: IsoDate }
  | { readonly kind: 'control-total-off'; readonly control: Cents; readonly entered: Cents }
  | { readonly kind: 'duplicate-bill'; readonly supplier: string; readonly number: string }
  | { readonly kind: 'project-closed'; readonly project: string; readonly status: string }
  | { readonly kind: 'control-account'; readonly account: string }
  | { readonly kind: 'nothing-entered' }
  | { readonly kind: 'warnings-open'; readonly count: number }
  | { readonly kind: 'preview-outdated' }
  | { readonly kind: 'no-rate'; readonly employee: string; readonly day: IsoDate; readonly project: string }
  | { readonly kind: 'too-many-hours'; readonly employee: string; readonly day: IsoDate }
  | { readonly kind: 'month-already-run'; readonly month: Month }
  | { readonly kind: 'later-month-run'; readonly month: Month; readonly latest: Month }
  | { readonly kind: 'nothing-to-recognize'; readonly month: Month }
  | { readonly kind: 'not-latest-run'; readonly latest: Month }
  | { readonly kind: 'client-needed'; readonly project: string }
  | { readonly kind: 'over-contract'; readonly left: Cents; readonly asked: Cents }
  | { readonly kind: 'over-open-amount'; readonly open: Cents; readonly asked: Cents }
  | { readonly kind: 'already-reversed'; readonly number: string }
  | { readonly kind: 'settled'; readonly number: string; readonly settled: Cents }
  | { readonly kind: 'reverse-run-there' }
  | { readonly kind: 'unbalanced-journal'; readonly debits: Cents; readonly credits: Cents }
  | { readonly kind: 'role-in-use'; readonly role: string; readonly account: string }
  | { readonly kind: 'role-needs-type'; readonly role: string; readonly type: string }
  | { readonly kind: 'role-not-empty'; readonly role: string }
  | { readonly kind: 'in-use'; readonly subject: Subject; readonly field: string }
  | { readonly kind: 'changed-meanwhile'; readonly by: string; readonly when: string }
  | { readonly kind: 'file-seen'; readonly name: string; readonly when: string }
  | { readonly kind: 'file-unreadable'; readonly reason: string }
  | { readonly kind: 'workbook-unreadable'; readonly reason: string }
  | { readonly kind: 'column-unknown'; readonly column: string; readonly known: readonly string[] }
  | { readonly kind: 'column-missing'; readonly column: string }
  | { readonly kind: 'reason-needed' }
  | { readonly kind: 'estimate-below-cost'; readonly cost: Cents; readonly estimate: Cents }
  | { readonly kind: 'two-rule'; readonly columns: readonly string[] }
  | { readonly kind: 'no-rate-to-price'; readonly who: string; readonly day: IsoDate }
  | { readonly kind: 'code-to-approve' }
  | { readonly kind: 'section-to-approve' }
  | { readonly kind: 'nobody-pays'; readonly project: string }
  | { readonly kind: 'plan-off'; readonly price: Cents; readonly planned: Cents }
  | { readonly kind: 'already-approved'; readonly number: string }
  | { readonly kind: 'begun-otherwise'; readonly project: string }
  | { readonly kind: 'not-open'; readonly number: string; readonly status: string }
  | { readonly kind: 'not-approved-yet'; readonly project: string }
  | { readonly kind: 'built-upon'; readonly what: string }
  | { readonly kind: 'contract-below-zero'; readonly contract: Cents }
  | { readonly kind: 'already-set-up' }
  | { readonly kind: 'not-set-up' }
  | { readonly kind: 'key-reused' }
  | { readonly kind: 'not-there'; readonly subject: Subject };

/** What deserves a second look and may be accepted. */
export type Concern =
  | { readonly kind: 'over-budget'; readonly budget: Cents; readonly after: Cents; readonly code: string }
  | { readonly kind: 'unbudgeted'; readonly code: string; readonly project: string }
  | { readonly kind: 'unusual-amount'; readonly supplier: string; readonly largest: Cents; readonly amount: Cents }
  | { readonly kind: 'other-month'; readonly month: Month }
  | { readonly kind: 'not-active'; readonly project: string; readonly status: string }
  | { readonly kind: 'cost-over-estimate'; readonly project: string; readonly cost: Cents; readonly estimate: Cents }
  | { readonly kind: 'no-estimate'; readonly project: string }
  | { readonly kind: 'forecast-old'; readonly project: string; readonly month: Month }
  | { readonly kind: 'loss-expected'; readonly project: string; readonly loss: Cents };

/** A fact and the field it is about: a path such as `rows/3/net`, empty for the whole. */
export type Problem = Fact & { readonly at: string };
export type Warning = Concern & { readonly at: string };

/** What core answers when a user may be refused: the value, or every problem at once. */
export type Decision<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

export function accepted<T>(value: T): Decision<T> {
  return { ok: true, value };
}

export function refused(...problems: readonly Problem[]): {
  readonly ok: false;
  readonly problems: readonly Problem[];
} {
  return { ok: false, problems };
}
