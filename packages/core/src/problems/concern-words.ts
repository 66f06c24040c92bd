import { dayText, type IsoDate } from '../calendar/iso-date.ts';
import { monthOf, monthText } from '../calendar/month.ts';
import { cents, type Cents } from '../money/cents.ts';
import { dollars, tenThousandths } from '../money/dollars.ts';
import type { Concern, Concerns } from './problem.ts';
import { spokenFor } from './spoken-for.ts';

/** What deserves a second look, in words: what it is, and why. */
export const CONCERN_WORDS: { readonly [K in keyof Concerns]: (fact: Concern<K>) => string } = {
  'over-budget': (fact) =>
    `${fact.code} goes over its budget of ${dollars(fact.budget)}: ${dollars(fact.after)} with this, and ${dollars(fact.left)} was left.`,
  'over-ordered': (fact) => `${overOrdered(fact)} Somebody should say so.`,
  'over-price': (fact) => `${overPrice(fact)} Somebody should say so.`,
  'not-received': (fact) => `${fact.billed} of ${fact.line} would be billed, and ${fact.received} was received so far.`,
  'needs-project': (fact) =>
    `Account ${fact.account} is for cost of projects, and the line names none. It will wait under Uncoded cost.`,
  'has-open-orders': (fact) =>
    `${fact.supplier} has open orders (${fact.orders.join(', ')}), and this line names none of them.`,
  unbudgeted: (fact) => `${fact.project} has no budget line ${fact.code}; the cost will show as unbudgeted.`,
  'unusual-amount': (fact) =>
    `${dollars(fact.amount)} is far above ${fact.supplier}'s largest bill so far, ${dollars(fact.largest)}. A digit too many?`,
  'same-amount': (fact) =>
    `${fact.supplier} billed ${dollars(fact.amount)} on ${dayText(fact.day)} before, under another number. The same bill twice?`,
  'digit-off': (fact) =>
    `By ${fact.line} it would come to ${dollars(fact.expected)}, and ${dollars(fact.amount)} is typed. A digit too many, or too few?`,
  'billable-over-limit': (fact) =>
    `${fact.project} may bill ${dollars(fact.billable)} for its work, above its limit of ${dollars(fact.contract)}: it earns no more than the limit.`,
  'announced-before': (fact) =>
    `Advice ${fact.number} announced ${dollars(fact.amount)} for the same invoices. Look whether the money came once or twice before entering it.`,
  'short-written-off': (fact) => `${dollars(fact.amount)} is short and written off to receipt differences.`,
  'limit-near': (fact) => `${dollars(fact.left)} is left after it of the limit of ${dollars(fact.limit)}.`,
  'paid-on-account': (fact) => `${dollars(fact.amount)} is above what is open and stays on account.`,
  'line-cut': (fact) => `${fact.line} was cut below what was billed of it: ${dollars(fact.back)} is taken back.`,
  'other-month': (fact) => `The day lies in ${monthText(fact.month)}, not in the month you are working in.`,
  'not-active': (fact) => `${fact.project} is ${fact.status}.`,
  'cost-over-estimate': (fact) =>
    `The cost of ${fact.project} to date, ${dollars(fact.cost)}, is above its estimate of ${dollars(fact.estimate)}: make a new forecast. Revenue stops at the contract meanwhile.`,
  'progress-not-told': (fact) =>
    `${fact.project} has cost of ${dollars(fact.cost)}, and nobody has told its progress. Tell it in Recognition, progress of the sites.`,
  'progress-old': (fact) =>
    `The progress of ${fact.project} was told last of ${dayText(fact.on)}. Tell it anew in Recognition, progress of the sites, or the month earns by the old one.`,
  'no-estimate': (fact) => `${fact.project} has no budget and no estimate, so nothing is earned yet.`,
  'forecast-old': (fact) =>
    `The latest forecast of ${fact.project} is of ${monthText(fact.month)}. Make a new one under Forecast, or copy it when nothing changed.`,
  'loss-expected': (fact) =>
    `${fact.project} is expected to lose ${dollars(fact.loss)}; the loss is provided for in full.`,
  'unusual-side': ({ balance, side, usual }) =>
    `"${balance}" usually stands as a ${usual}, and this is a ${side}. Look at its side and sign.`,
  'day-ahead': (fact) => farAhead(fact.day),
  'day-to-come': (fact) => `${dayText(fact.day)} is still to come.`,
  'posts-later': (fact) =>
    `${monthText(monthOf(fact.day))} is locked, so this posts on ${dayText(fact.postsOn)}. It keeps its date, ${dayText(fact.day)}.`,
  'paid-hours-apart': (fact) =>
    `${fact.employee} is paid ${tenThousandths(fact.paid)} h and entered ${tenThousandths(fact.entered)} h. Look which is right.`,
  'paid-not-entered': (fact) =>
    `${fact.employee} is paid and entered no hours in the period. Enter them, or have the pay put right.`,
  'entered-not-paid': (fact) =>
    `${fact.employee} entered ${tenThousandths(fact.hours)} h in the period and is not paid for them.`,
  'hours-there': (fact) =>
    `${fact.employee} has ${tenThousandths(fact.hours)} h on ${dayText(fact.day)}${fact.code === '' ? ' without a project' : ` for ${fact.code}`} already; these come on top.`,
  'no-contract': (fact) =>
    `${fact.project} has no contract yet: ${dollars(fact.cost)} of cost waits, and nothing is earned.`,
  'line-over-forecast': (fact) =>
    `${fact.code} of ${fact.project} ${spokenFor(fact)}: more than the ${dollars(fact.forecast)} it is forecast at. ${earnedBy(fact.effect)}Forecast it again.`,
  'billed-over-price': (fact) =>
    `${dollars(fact.billed)} is billed of ${fact.project}, more than its price of ${dollars(fact.contract)}, and revenue stops at the price. Change the contract price, or credit what is too much.`,
  'forecast-below-cost': (fact) =>
    `The line ${spokenFor(fact)}: more than the ${dollars(fact.estimate)} it is forecast at. Right only where money comes back, or less will be billed than was ordered.`,
  'forecast-far': (fact) =>
    `Its estimated cost at completion is ${dollars(fact.estimate)}, far from the ${dollars(fact.expected)} of its budget or cost. Check what is typed: percent, units and money are not told apart by their size.`,
  'counts-on-first-line': (fact) =>
    `${fact.field} counts on the first line of a bill; here it is not looked at. Empty it, or type it there.`,
};

/** What a line that has come to more than its forecast would change of what is earned. */
function earnedBy(effect: Cents): string {
  if (effect === 0) return '';
  return `By what it has come to, ${dollars(cents(Math.abs(effect)))} ${effect < 0 ? 'less' : 'more'} is earned. `;
}

/** Said of a day, whether it is refused or only asked about. */
export function farAhead(day: IsoDate): string {
  return `${dayText(day)} is more than a month ahead. Correct the day, or say that it is meant.`;
}

/** What a receipt or a bill would come to against its order. */
export function overOrdered({ line, ordered, asked, over, limit, done }: Concern<'over-ordered'>): string {
  return `${asked} of ${line} would be ${done}, ${over} % more than the ${ordered} ordered; the limit is ${limit} %.`;
}

/** What a bill asks for against what was agreed. */
export function overPrice({ line, agreed, asked, over, limit }: Concern<'over-price'>): string {
  return `The price of ${line} is ${asked}, ${over} % above the ${agreed} agreed; the limit is ${limit} %.`;
}
