import type { Cents } from '../money/cents.ts';

/** What is wrong with what is asked of clients, invoiced and credited. */
export interface BillingFacts {
  'held-no-more': { readonly number: string; readonly withheld: Cents; readonly held: Cents };
  'more-than-received': { readonly left: Cents; readonly asked: Cents };
  'over-held': { readonly held: Cents; readonly asked: Cents };
  'retention-unreadable': { readonly typed: string };
  'over-line': { readonly line: string; readonly left: Cents; readonly asked: Cents };
  'percent-and-amount': object;
  'application-waiting': { readonly number: string };
  'line-not-asked': { readonly line: string };
  'certified-above-asked': { readonly line: string; readonly asked: Cents; readonly certified: Cents };
  'nothing-certified': object;
  'application-answered': { readonly number: string; readonly by: string };
  'over-contract': { readonly left: Cents; readonly asked: Cents };
  'over-invoice': { readonly number: string; readonly left: Cents; readonly asked: Cents };
  'client-needed': { readonly project: string };
  'deposit-left': { readonly project: string; readonly deposit: Cents };
  'nothing-to-pay-back': { readonly number: string };
  'over-deposit': { readonly left: Cents; readonly asked: Cents };
  'deposit-over-due': { readonly due: Cents; readonly asked: Cents };
  'deposit-used': { readonly number: string; readonly used: Cents };
  'price-and-amount': object;
  'discount-outside': { readonly total: Cents };
  'billed-by-schedule': { readonly project: string };
  'no-account-for-lines': object;
  'billable-needs-work': object;
  'work-not-unbilled': { readonly typed: string };
  'no-bill-rate': { readonly work: string };
  'why-otherwise': { readonly rest: Cents };
  'markup-unreadable': { readonly typed: string };
  'not-time-and-materials': { readonly project: string };
  'sent-to-another': { readonly number: string; readonly client: string };
  'nothing-to-remind': { readonly client: string };
  'released-ahead': {
    readonly project: string;
    readonly released: Cents;
    readonly received: Cents;
    readonly held: Cents;
  };
  'other-client': { readonly project: string };
}

/** What deserves a second look about what is asked of clients and what they pay. */
export interface BillingConcerns {
  'billable-over-limit': { readonly project: string; readonly billable: Cents; readonly contract: Cents };
  'short-written-off': { readonly amount: Cents };
  'limit-near': { readonly limit: Cents; readonly left: Cents };
  'paid-on-account': { readonly amount: Cents };
  'announced-before': { readonly amount: Cents; readonly number: string };
  'line-cut': { readonly line: string; readonly back: Cents };
}
