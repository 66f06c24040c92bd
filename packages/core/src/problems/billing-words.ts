import { dollars } from '../money/dollars.ts';
import type { BillingFacts } from './billing-facts.ts';
import type { Fact } from './problem.ts';

/** What is wrong with what is asked of clients, invoiced and credited, in words. */
export const BILLING_WORDS: { readonly [K in keyof BillingFacts]: (fact: Fact<K>) => string } = {
  'held-no-more': (fact) =>
    `${fact.number} held back ${dollars(fact.withheld)}, and only ${dollars(fact.held)} is held back still. Take back what released it first.`,
  'more-than-received': (fact) =>
    `${dollars(fact.asked)} is more than is left of what came in, ${dollars(fact.left)}. Enter less, or the whole amount.`,
  'over-held': (fact) =>
    `${dollars(fact.asked)} is more than is held back, ${dollars(fact.held)}. Enter what is released of it.`,
  'retention-unreadable': (fact) =>
    `Retention is not read from “${fact.typed}”. Type a percent such as 10, or steps such as 10 until 50, then 5.`,
  'over-line': (fact) =>
    `${dollars(fact.asked)} is more than is left of ${fact.line}, ${dollars(fact.left)}. Bill less, or say that the line may go above its value.`,
  'percent-and-amount': () => 'The line has a percent and an amount. Leave one of the two out.',
  'application-waiting': (fact) =>
    `${fact.number} waits for the client's answer. Certify it first, or name it as the one that this corrects.`,
  'sent-to-another': (fact) =>
    `${fact.number} is of ${fact.client}, and this answer is not. Ask who sent it, or drop it.`,
  'nothing-to-remind': (fact) =>
    `Nothing of ${fact.client} is overdue that has not had its final notice. Wait for the due day, or write off what will not be paid.`,
  'released-ahead': (fact) =>
    `With it ${dollars(fact.released)} would be released to suppliers of ${fact.project}, and its client released ${dollars(fact.received)} and holds back ${dollars(fact.held)} still. Release less, or say that it is meant so.`,
  'line-not-asked': (fact) => `The application asks nothing for ${fact.line}. Take the row out.`,
  'certified-above-asked': (fact) =>
    `${dollars(fact.certified)} is more than was asked for ${fact.line}, ${dollars(fact.asked)}. Enter what was certified of it.`,
  'nothing-certified': () =>
    'Nothing of it is certified, so there is nothing to invoice. Correct the application instead.',
  'application-answered': (fact) => `${fact.by} rests on ${fact.number}. Reverse ${fact.by} first.`,
  'over-contract': (fact) =>
    fact.left === 0
      ? 'All of the contract is billed already. Change the contract first.'
      : `${dollars(fact.asked)} is more than the unbilled contract value, ${dollars(fact.left)}. Bill less, or change the contract first.`,
  'over-invoice': (fact) =>
    `${dollars(fact.asked)} is more than is left to credit of ${fact.number}, ${dollars(fact.left)}. Credit less.`,
  'deposit-left': (fact) =>
    `${dollars(fact.deposit)} that the client of ${fact.project} paid ahead is not used. Use it in an invoice, or pay it back.`,
  'nothing-to-pay-back': (fact) =>
    `Nothing of ${fact.number} is left to pay back. Choose a credit or a deposit that is open.`,
  'over-deposit': (fact) =>
    `${dollars(fact.asked)} is more than is left of the paid deposits, ${dollars(fact.left)}. Use less, or enter the receipt of the deposit first.`,
  'deposit-over-due': (fact) =>
    `${dollars(fact.asked)} is more than is to pay of the invoice, ${dollars(fact.due)}. Use less; what is left of the deposit stays.`,
  'deposit-used': (fact) => `${dollars(fact.used)} of ${fact.number} is used already. Reverse first what used it.`,
  'price-and-amount': () => 'The line has a price and an amount. Leave one of the two out.',
  'discount-outside': (fact) =>
    `A discount is above zero and below ${dollars(fact.total)}, what the lines come to. Enter less.`,
  'billed-by-schedule': (fact) =>
    `${fact.project} is billed by its schedule of values. Enter an application for payment or a contract invoice.`,
  'no-account-for-lines': () =>
    'The line is of no project, and no revenue account is free of posting rules. Name an account, or add one.',
  'other-client': (fact) =>
    `${fact.project} is of another client. Leave the client out, or name a project of that client.`,
  'billable-needs-work': () =>
    'What earns as billable is billed by time and materials. Say so under billed by, or choose another recognition.',
  'work-not-unbilled': (fact) =>
    `Work ${fact.typed} is not unbilled on the project any more: it was billed, marked or taken back. Leave the row out.`,
  'no-bill-rate': (fact) => `No bill rate holds for ${fact.work}. Enter one under Labor, or say what is billed.`,
  'why-otherwise': (fact) =>
    `${dollars(fact.rest)} of it is not billed. Say why it is written down, or type later to bill it another time.`,
  'markup-unreadable': (fact) =>
    `A markup is not read from “${fact.typed}”. Type a percent such as 15, or types with theirs: material 10, subcontract 5, other none.`,
  'not-time-and-materials': (fact) =>
    `${fact.project} is not billed by time and materials. Say so on the project, under billed by.`,
  'client-needed': (fact) => `${fact.project} is internal and has nobody to bill. Choose a project for a client.`,
};
