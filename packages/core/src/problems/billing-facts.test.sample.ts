import { cents } from '../money/cents.ts';
import type { BillingFacts } from './billing-facts.ts';
import type { Fact } from './problem.ts';

const money = cents(123_456);

/** One of every kind that is about billing; the type makes a missing one a failure to compile. */
export const BILLING_FACTS: { readonly [K in keyof BillingFacts]: Fact<K> } = {
  'retention-unreadable': { kind: 'retention-unreadable', typed: 'ten' },
  'held-no-more': { kind: 'held-no-more', number: 'INV-0001', withheld: cents(200), held: cents(100) },
  'more-than-received': { kind: 'more-than-received', left: cents(100), asked: cents(200) },
  'over-held': { kind: 'over-held', held: cents(100), asked: cents(200) },
  'over-line': { kind: 'over-line', line: 'Tide gate', left: cents(100), asked: cents(200) },
  'percent-and-amount': { kind: 'percent-and-amount' },
  'application-waiting': { kind: 'application-waiting', number: 'APP-0001' },
  'line-not-asked': { kind: 'line-not-asked', line: 'Tide gate' },
  'certified-above-asked': {
    kind: 'certified-above-asked',
    line: 'Tide gate',
    asked: cents(100),
    certified: cents(200),
  },
  'deposit-left': { kind: 'deposit-left', project: 'GATE', deposit: cents(100) },
  'nothing-to-pay-back': { kind: 'nothing-to-pay-back', number: 'POA-0001' },
  'over-deposit': { kind: 'over-deposit', left: cents(100), asked: cents(200) },
  'deposit-over-due': { kind: 'deposit-over-due', due: cents(100), asked: cents(200) },
  'deposit-used': { kind: 'deposit-used', number: 'DEP-0001', used: cents(100) },
  'price-and-amount': { kind: 'price-and-amount' },
  'discount-outside': { kind: 'discount-outside', total: money },
  'billed-by-schedule': { kind: 'billed-by-schedule', project: 'GATE' },
  'no-account-for-lines': { kind: 'no-account-for-lines' },
  'billable-needs-work': { kind: 'billable-needs-work' },
  'work-not-unbilled': { kind: 'work-not-unbilled', typed: '17' },
  'no-bill-rate': { kind: 'no-bill-rate', work: 'A. Brisk' },
  'why-otherwise': { kind: 'why-otherwise', rest: money },
  'markup-unreadable': { kind: 'markup-unreadable', typed: 'ten' },
  'not-time-and-materials': { kind: 'not-time-and-materials', project: 'GATE' },
  'other-client': { kind: 'other-client', project: 'GATE' },
  'sent-to-another': { kind: 'sent-to-another', number: 'INV-1', client: 'Rill County' },
  'nothing-to-remind': { kind: 'nothing-to-remind', client: 'COUNTY' },
  'released-ahead': { kind: 'released-ahead', project: 'GATE', released: money, received: money, held: money },
  'nothing-certified': { kind: 'nothing-certified' },
  'application-answered': { kind: 'application-answered', number: 'APP-0001', by: 'INV-0007' },
  'client-needed': { kind: 'client-needed', project: 'P' },
  'over-contract': { kind: 'over-contract', left: money, asked: money },
  'over-invoice': { kind: 'over-invoice', number: 'INV-1', left: money, asked: money },
};
