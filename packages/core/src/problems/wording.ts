import { dayText } from '../calendar/iso-date.ts';
import { monthText } from '../calendar/month.ts';
import { difference, opposite, type Cents } from '../money/cents.ts';
import { dollars, tenThousandths } from '../money/dollars.ts';
import { BILLING_WORDS } from './billing-words.ts';
import { POLICY_WORDS } from './policy-words.ts';
import { CONCERN_WORDS, farAhead, overOrdered, overPrice } from './concern-words.ts';
import type { Concern, Concerns, Fact, Facts } from './problem.ts';
import { spokenFor } from './spoken-for.ts';

/** What is wrong, then what to do. */
export function wording<K extends keyof Facts>(fact: Fact<K>): string {
  return FACT_WORDS[fact.kind](fact);
}

/** What deserves a second look, and why. */
export function concern<K extends keyof Concerns>(warning: Concern<K>): string {
  return CONCERN_WORDS[warning.kind](warning);
}

const COLUMN_WORDS: Readonly<Record<string, string>> = {
  ...{ unitCost: 'unit cost', cost: 'cost', markup: 'markup percent', markupAmount: 'markup amount' },
  ...{ unitPrice: 'unit price', price: 'price' },
};

const FACT_WORDS: { readonly [K in keyof Facts]: (fact: Fact<K>) => string } = {
  'rate-typed-twice': (fact) => `Row ${fact.row} has a rate for the same from the same day. Leave one of them out.`,
  'nothing-to-re-rate': () => 'All hours of these days have the rates of now. Nothing is left to re-rate.',
  'clock-unreadable': (fact) => `"${fact.typed}" is no moment. Give it as 2027-03-22T07:00.`,
  'clock-backwards': () => 'It ends before it begins. Correct one of the two.',
  'clock-overlap': () => 'It begins before another one of the same person has ended. Correct it, or drop it.',
  'clock-too-long': (fact) =>
    `It makes ${fact.hours} hours in a day, and a day has 24. Correct when it ended, or drop it.`,
  'too-many-rows': (fact) => `It has more than ${fact.most} rows. Post it in parts.`,
  'no-employee': () => 'Your account is of no employee yet. Ask an administrator to name you in Settings › People.',
  'week-not-open': (fact) =>
    fact.status === 'posted'
      ? 'The week is posted. Ask the accountant to correct it.'
      : `The week is ${fact.status}. Take it back first, then change it.`,
  'week-not-approved': (fact) =>
    `The week of ${dayText(fact.weekOn)} of ${fact.employee} is not approved. Leave it out, or have it approved first.`,
  'nothing-to-approve': () => 'Nothing of this week waits for you. Look at who it waits for.',
  'no-equipment-rate': (fact) =>
    `${fact.equipment} has no rate on ${dayText(fact.day)}. Add one in Settings › Equipment.`,
  'equipment-needs-project': () => 'Own equipment is charged to a project. Name one, or leave the row out.',
  'not-for-equipment': (fact) => `Equipment has no ${fact.field.replace(/^an /, '')}. Empty the cell.`,
  'account-in-pool': (fact) =>
    `Account ${fact.account} is in the pool ${fact.pool} already. An expense is applied once: take it out of one of them.`,
  'not-an-expense': (fact) =>
    `Account ${fact.account} is no expense that is spent: a pool gathers expense accounts that no posting rule uses.`,
  'rate-of-pool': (fact) =>
    fact.base === 'rates' || fact.base === 'equipment'
      ? `What is applied by ${fact.base} has its rate there. Empty the rate.`
      : 'The pool has no rate, so nothing can be applied. Type one.',
  'overhead-twice': (fact) =>
    `The pool ${fact.pool} applies overhead by labor, so the rates of hours carry none. Take the overhead out of the rate, or change the base of the pool.`,
  'overhead-in-rates': () =>
    'Rates of hours carry overhead already; a pool by labor would apply it twice. Choose another base, or take the overhead out of the rates.',
  'pool-in-use': () => 'Overhead of this pool is applied already, so its base stays. Make a new pool instead.',
  'nothing-to-apply': (fact) => `Nothing is left to apply for ${monthText(fact.month)}.`,
  'nothing-apart': () => 'What was applied and what was spent are the same; nothing is left to settle.',
  'nowhere-to-spread': () =>
    'Nothing was applied to a project in these months, so there is nothing to spread by. Write the difference to the result.',
  missing: (fact) => `${sentence(fact.field)} is empty. Fill it in.`,
  'unreadable-number': (fact) =>
    `"${fact.typed}" is no number. Type one such as 1,234.50, or arithmetic such as =12*45.5.`,
  'too-many-decimals': (fact) => `"${fact.typed}" has more than ${fact.decimals} decimals. Round it.`,
  'number-too-large': (fact) => `"${fact.typed}" is larger than the books hold. Check the digits.`,
  'number-not-positive': (fact) => `${sentence(fact.field)} must be above zero.`,
  'number-outside': (fact) => `${sentence(fact.field)} must lie between ${fact.least} and ${fact.most}.`,
  'unreadable-day': (fact) => `"${fact.typed}" is no day. Type one such as 3/31, 31 mar, 2027-03-31 or +30.`,
  'not-a-choice': (fact) => `"${fact.typed}" is not one of ${fact.choices.join(', ')}. Use one of these.`,
  'too-long': (fact) => `${sentence(fact.field)} is longer than ${fact.most} characters. Shorten it.`,
  'unreadable-picture': () => 'The picture cannot be read. Save it anew as PNG or JPEG, and take that.',
  'copy-failed': (fact) => `No copy was made: ${fact.reason}. See to it and try again.`,
  'day-outside-books': (fact) =>
    fact.day < fact.first
      ? `${dayText(fact.day)} is before the books begin. Date it ${dayText(fact.first)} or later; what was before belongs to the opening balances.`
      : `${dayText(fact.day)} is more than a year ahead. Check the year; ${dayText(fact.last)} is the last day that is taken.`,
  'day-ahead': (fact) => farAhead(fact.day),
  'paid-before': (fact) =>
    `${fact.number} is of ${dayText(fact.datedOn)}; ${dayText(fact.day)} is before it. Correct the day, or say that it is meant.`,
  'month-ahead': (fact) =>
    `${monthText(fact.month)} has not come yet. Recognize months up to ${monthText(fact.current)}.`,
  'unseen-characters': (fact) =>
    `${sentence(fact.field)} holds characters that cannot be seen. Type it anew instead of pasting it.`,
  'unknown-code': (fact) => `There is no ${fact.subject} "${fact.typed}". Pick one from the list, or add it.`,
  'ambiguous-code': (fact) => `"${fact.typed}" could be ${fact.among.join(' or ')}. Type more of it.`,
  'two-rule': (fact) =>
    `${sentence(fact.columns.map((column) => COLUMN_WORDS[column] ?? column).join(' and '))} are both filled in. Leave the one that rules; the other follows.`,
  'no-rate-to-price': (fact) =>
    `"${fact.who}" has no cost rate on ${dayText(fact.day)}. Add one in Labor › Rates, or type a unit cost.`,
  'code-to-approve': () => 'A line with cost needs a cost code before it becomes a budget. Pick one.',
  'section-to-approve': () =>
    'The line stands in no section, and the schedule of values is to be by section. Name its section, or group by line.',
  'nobody-pays': (fact) => `${fact.project} is internal and has nobody to pay a price. Empty the prices.`,
  'plan-off': (fact) =>
    `The billing plan comes to ${dollars(fact.planned)}, the price is ${dollars(fact.price)}: ${apart(fact.price, fact.planned)}. Correct the plan.`,
  'already-approved': (fact) => `${fact.number} is approved already. Change the contract with a change order.`,
  'not-open': (fact) => `${fact.number} is ${fact.status}, so it stays as it is. Copy it to go on with it.`,
  'not-approved-yet': (fact) => `${fact.project} has no contract or budget yet. Approve its estimate first.`,
  'built-upon': (fact) => `${sentence(fact.what)} since. Change the contract with a change order instead.`,
  'contract-below-zero': (fact) => `The contract would come to ${dollars(fact.contract)}. Deduct less.`,
  'code-taken': (fact) =>
    `There is a ${fact.subject} "${fact.typed}" already. Change that one, or choose another code.`,
  'parent-loop': (fact) => `"${fact.typed}" lies below this one, so it cannot stand above it. Choose another.`,
  'role-in-use': (fact) => `The role ${fact.role} is with account ${fact.account}, which has postings. Keep it there.`,
  'role-needs-type': (fact) =>
    `The role ${fact.role} needs an account of type ${fact.type}. Change the type or the role.`,
  'role-not-empty': (fact) => `The books need an account for ${fact.role}. Give the role to another account first.`,
  'in-use': (fact) => `This ${fact.subject} is in use, so its ${fact.field} stays. Make a new one instead.`,
  'changed-meanwhile': (fact) =>
    `${fact.by} changed this at ${fact.when}. Look at the newer version, then make your change again.`,
  'file-seen': (fact) =>
    `This very file came in as ${fact.name} at ${fact.when}${fact.by === '' ? '' : `, by ${fact.by}`}. Nothing was imported twice; send a file with new rows, or say that it is to come in again.`,
  'file-unreadable': (fact) => `The file cannot be read: ${fact.reason}. Save it as CSV with commas and UTF-8.`,
  'workbook-unreadable': (fact) =>
    `The workbook cannot be read: ${fact.reason}. Save the estimate as a workbook again and edit that one.`,
  'column-unknown': (fact) => `There is no column "${fact.column}". The columns are ${fact.known.join(', ')}.`,
  'column-missing': (fact) => `The column "${fact.column}" is missing. Add it to the first row.`,
  'already-set-up': () => 'These books have their company already. Change it in Settings.',
  'not-set-up': () => 'These books have no company yet. Set it up first.',
  'key-reused': () => 'This Idempotency-Key was used for another request. Use a new one.',
  'not-there': (fact) => `This ${fact.subject} is not in the books. Go back and choose another.`,
  'days-out-of-order': (fact) => `${sentence(fact.later)} lies before ${fact.earlier}. Change one of the two.`,
  'month-locked': (fact) =>
    `${monthText(fact.month)} is locked. Use ${dayText(fact.firstOpenDay)} or later, or have the month opened in Closing.`,
  'control-total-off': (fact) =>
    `Control total ${dollars(fact.control)}, entered ${dollars(fact.entered)}: ${apart(fact.control, fact.entered)}. Correct a line or the total.`,
  'amounts-apart': (fact) =>
    `Quantity × price is ${dollars(fact.worth)}, the net amount ${dollars(fact.net)}. Correct one of the three, or leave one empty.`,
  'coded-by-order': (fact) =>
    `${fact.order} says where the line belongs. Change the order, or leave it out of the line.`,
  'split-off': (fact) => `The parts come to ${fact.parts}, and the whole is ${fact.whole}. Make them come to it.`,
  'order-of-another': (fact) => `${fact.order} is an order with another supplier. Correct the supplier or the number.`,
  'line-in-use': (fact) =>
    `Line ${fact.place} is received or billed in part, so it stays as it is coded and counted. Put it back; what is open of it can be closed.`,
  'below-received': (fact) =>
    `More of line ${fact.place} was received or billed already. Order at least as much, or reverse that first.`,
  'recoded-already': (fact) => `It was coded otherwise by ${fact.number}. Recode the line of that one.`,
  'not-recodable': (fact) =>
    `The line of ${fact.number} follows from hours, an order or a run, or is no cost. Correct it where it comes from.`,
  'ubl-unreadable': (fact) => `It cannot be read: ${fact.reason}. Ask its sender for it once more.`,
  'ubl-total-off': (fact) =>
    `It says ${dollars(fact.said)} for ${fact.what}, and its parts come to ${dollars(fact.worked)}. Ask the supplier to correct it.`,
  'other-company': (fact) => `It is addressed to ${fact.name || 'nobody'}. Send it back, or drop it.`,
  'other-currency': (fact) =>
    `It is in ${fact.currency || 'no currency'}, and the books are kept in ${fact.books}. Ask for it in ${fact.books}.`,
  'no-tax-code': (fact) =>
    `No tax code has ${tenThousandths(fact.millionths)} %. Ask the supplier to correct the tax, or add a tax code.`,
  'message-settled': (fact) => `It is ${fact.status} already. Look at those that wait.`,
  'earned-apart': (fact) =>
    `Revenue and earned, unbilled of ${fact.project || 'no project'} do not stand against each other. Give both lines the same project and amount.`,
  'billed-apart': () =>
    'Progress billings do not add up to zero. A journal moves what was billed from one project to another; an invoice or a credit note bills.',
  'coded-so-already': () => 'It has this project and code already. Choose another one.',
  'recode-first': (fact) => `A line of it was coded otherwise by ${fact.number}. Reverse that first.`,
  'line-twice': () => 'It is on the sheet twice. Leave one of the two out.',
  'measured-otherwise': (fact) =>
    fact.isCounted
      ? 'The line is ordered by quantity. Give the quantity, and leave the amount empty.'
      : 'The line is ordered as an amount. Give the amount, and leave the quantity empty.',
  'over-ordered': (fact) => `${overOrdered(fact)} Correct it, or have the order changed first.`,
  'over-price': (fact) => `${overPrice(fact)} Ask the supplier for a credit note, or have the order changed first.`,
  'received-first': (fact) => `${fact.number} was received or billed in part. Reverse that first, or close the order.`,
  'billed-first': (fact) => `${fact.number} counts on this. Reverse it first.`,
  'nothing-to-close': (fact) => `Nothing of ${fact.order} is open.`,
  'spread-on-nothing': () =>
    'No line of the bill has anything to spread it by. Code the charge itself, or spread it by amount.',
  'paid-with-retention': () => 'What is paid at once has nothing withheld. Empty one of the two.',
  'duplicate-bill': (fact) =>
    `Bill ${fact.number} of ${fact.supplier} is in the books already. Check the number, or leave this bill out.`,
  'project-closed': (fact) =>
    fact.status === 'closed'
      ? `${fact.project} is closed: it takes no cost, billing or earning, and nothing is agreed for it or taken back. Choose another project, or reopen it first.`
      : `${fact.project} is ${fact.status} and takes no more cost. Choose another project, or set it active again.`,
  'not-due': (fact) =>
    `The next one is due on ${dayText(fact.next)}; its sheet can be taken from that day on. Those that were due are among the drafts.`,
  'balances-there': (fact) =>
    `${fact.number} holds these very balances already. Reverse it first if these are to take their place.`,
  'first-administrator': () =>
    'The first person runs the books and lets the others in. Make them an administrator; add the others after.',
  'end-not-told': (fact) =>
    `An actual end is told of a finished or cancelled project; this one is ${fact.status}. Set its status as well, or leave the end empty.`,
  'price-agreed': (fact) =>
    `The contract was agreed at ${dollars(fact.agreed)} and stays so. Change it by a change order or a contract change, or type the agreed price.`,
  'price-not-read': () =>
    'A price when cancelled is read of a cancelled project only. Set its status to cancelled as well, or leave the price empty.',
  'field-fixed': (fact) =>
    `${fact.field} stays as it was first stored: ${fact.stored}. Type that, or add another record.`,
  'orders-still-open': (fact) =>
    `${fact.orders} ${fact.orders.includes(',') ? 'have' : 'has'} open lines of ${fact.project}. Bill them, or close the order, before the project is closed.`,
  'control-account': (fact) =>
    `Account ${fact.account} is kept by its documents. Choose another account, or enter the document itself.`,
  'nothing-entered': () => 'Nothing is entered yet. Fill in at least one line.',
  'warnings-open': (fact) =>
    `There ${fact.count === 1 ? 'is one warning' : `are ${fact.count} warnings`}. Look, then post again to accept.`,
  'order-stopped': ({ done, of }) => `Stopped after ${done} of ${of} rows. Nothing was imported.`,
  'over-budget': (fact) =>
    `${CONCERN_WORDS['over-budget'](fact)} The company posts nothing over budget: raise the budget first, or code it elsewhere.`,
  ...POLICY_WORDS,
  ...BILLING_WORDS,
  'preview-outdated': () => 'The books changed since this was shown. Look at the new figures, then post.',
  'no-rate': (fact) =>
    `${fact.employee} has no cost rate on ${dayText(fact.day)} for ${fact.project}. Add one in Labor › Rates.`,
  'rate-for-nobody': () =>
    'A rate holds for an employee or a role, alone, on one project or for one client; with nothing named, for the company. Leave the rest out.',
  'rate-from-build-up': (fact) =>
    `What it is made up of comes to ${tenThousandths(fact.rate)}. Leave the rate out, or correct the parts.`,
  'net-pay-apart': (fact) =>
    `Net pay is ${dollars(fact.typed)}, gross less withheld ${dollars(fact.net)}. Correct the one that is wrong, or leave net pay out.`,
  'paid-twice': (fact) => `${fact.employee} stands twice in this payroll. Put both into one row.`,
  'period-paid': (fact) =>
    `${fact.number} is posted already. Reverse it first if this one is to take its place, or name it under Supplement to if this one adds to it.`,
  'period-overlaps': (fact) =>
    `${fact.number} paid days of this period${fact.employee === '' ? '' : ` to ${fact.employee}`} already. Correct the days; or, if more was paid for them, name ${fact.number} under Supplement to.`,
  'supplement-first': (fact) => `${fact.number} adds to this payroll. Reverse that first.`,
  'true-up-first': (fact) => `${fact.number} has spread the difference of this payroll. Reverse it first.`,
  'nothing-to-true-up': () =>
    'There is no difference to spread: hours and pay agree, or nobody has both. Put right what is listed apart first.',
  'more-than-posted': (fact) =>
    `${fact.employee} has ${tenThousandths(fact.posted)} h posted on ${dayText(fact.day)} for the same work and pay. Take back no more than that.`,
  'corrected-since': () => 'Some of these hours were taken back since. Reverse that correction first.',
  'taken-back-twice': () => 'Another row takes back hours of the same day and work. Put both into one row.',
  'leave-on-project': () => 'Leave is of no project. Leave the project out, or say how the hours were paid.',
  'too-many-hours': (fact) =>
    `${fact.employee} would have more than 24 hours on ${dayText(fact.day)}. Correct the hours.`,
  'month-already-run': (fact) =>
    `Revenue for ${monthText(fact.month)} is recognized already. Reverse that run first, then run it again.`,
  'later-month-run': (fact) =>
    `Revenue is recognized through ${monthText(fact.latest)}, so ${monthText(fact.month)} is past. Run ${monthText(fact.latest)} again, or a later month: it catches up.`,
  'nothing-to-recognize': (fact) => `No project changes in ${monthText(fact.month)}. Post its costs first.`,
  'not-latest-run': (fact) =>
    `Only the latest run can be reversed: that of ${monthText(fact.latest)}. Reverse that one first.`,
  'over-open-amount': (fact) =>
    `${dollars(fact.asked)} is more than is open, ${dollars(fact.open)}. Enter what was received for it.`,
  'already-reversed': (fact) => `${fact.number} is reversed already. Nothing more is needed.`,
  settled: (fact) => `${dollars(fact.settled)} is settled against ${fact.number}. Reverse that payment first.`,
  'reverse-elsewhere': (fact) => `A ${fact.what.toLowerCase()} is taken back ${fact.where}.`,
  'unbalanced-opening': (fact) =>
    `The trial balance has debits of ${dollars(fact.debits)} and credits of ${dollars(fact.credits)}. Take over what is missing, or mend what is wrong, until the two are equal.`,
  'other-side': (fact) => `This is taken over as a ${fact.side}. Move the amount to that side.`,
  'not-taken-over': (fact) =>
    `Documents keep account ${fact.account}. Type cost, earned, billed or loss with the project, or bill, invoice, deposit or retention with the party.`,
  'not-before-books': (fact) =>
    `${dayText(fact.day)} is not before the books begin. Give a day before ${dayText(fact.first)}; what came later is entered as usual.`,
  'unbalanced-journal': (fact) =>
    `Debits are ${dollars(fact.debits)}, credits ${dollars(fact.credits)}. Make the two equal.`,
  'reason-needed': () => 'Say why, in a few words: whoever reads the figure later will ask.',
  'estimate-below-cost': (fact) =>
    `It ${spokenFor(fact)}: more than ${dollars(fact.estimate)}. Enter an estimate at or above that, or accept it.`,
  'nothing-to-post': () =>
    'The bill comes to nothing on every line, so there is nothing to post. Enter an amount, or leave the bill out.',
  'sum-too-large': (fact) =>
    `${sentence(fact.of)} would come to more than the books can add up exactly. Check the amounts for a digit too many.`,
  'no-cost-to-go-by': () =>
    'Nothing was spent on this line yet, so its rate says nothing. Forecast it by its budget or by its remaining cost.',
  'no-units': (fact) =>
    fact.mixed
      ? 'The budget of this line counts different units, which do not add up. Forecast it by its remaining cost.'
      : 'The budget of this line has no quantity. Forecast it by its rate or by its remaining cost.',
  'cost-account-of-project': (fact) =>
    `Cost of ${fact.project} goes to its account for ${fact.role.replace(/-/g, ' ')}, not to ${fact.account}. Use that account.`,
  'field-unknown': (fact) => `There is no field "${fact.field}". The fields are ${fact.known.join(', ')}.`,
  'billed-not-earned': (fact) =>
    `${fact.project} is billed ${dollars(fact.billed)} and has earned ${dollars(fact.earned)}. Bill the rest or credit what is too much, and recognize; then close it.`,
  'cost-still-held': (fact) =>
    `${dollars(fact.held)} of cost of ${fact.project} is not recognized yet. Run the recognition of the month; then close it.`,
  'loss-still-provided': (fact) =>
    `${dollars(fact.provision)} of expected loss of ${fact.project} is still provided for. Run the recognition of the month; then close it.`,
  'other-party': (fact) =>
    `${fact.number} is of another party than ${fact.other}. Settle documents of one party against each other.`,
  'not-signed-in': () => 'You are not signed in, or were away too long. Sign in again; what you typed is still here.',
  'not-allowed': (fact) => `This is for ${listOf(fact.who)}. Ask one of them, or have your role changed.`,
  'sign-in-wrong': () => 'E-mail and password do not belong together. Check both; capital letters count.',
  'sign-in-later': (fact) =>
    `Too many wrong tries. Try again in ${fact.seconds < 90 ? `${fact.seconds} s` : `${Math.ceil(fact.seconds / 60)} minutes`}.`,
  'code-wrong': () => 'The code is not the one your authenticator shows now. Type the six digits it shows.',
  'password-wrong': () => 'This is not your password. Type the one you signed in with.',
  'password-short': (fact) =>
    `The password has fewer than ${fact.least} characters. Take a longer one, such as four words.`,
  'password-common': () =>
    'The password is among those tried first. Take another one, such as four words that nobody puts together.',
  'not-an-email': (fact) => `"${fact.typed}" is no e-mail address. Type one such as name@example.org.`,
  'last-administrator': () => 'Somebody must run the books. Make somebody else administrator first.',
  'people-already': () => 'These books have people already. Sign in, or ask an administrator to add you.',
  'server-code-wrong': () => 'This is not the code that the server printed when it started. Look at its output.',
  'same-side': (fact) =>
    `${fact.number} and ${fact.other} are both owed by the same side. Settle a credit against a bill or an invoice.`,
};

function listOf(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} or ${names.at(-1) ?? ''}`;
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function apart(control: Cents, entered: Cents): string {
  const missing = difference(control, entered);
  return missing > 0 ? `${dollars(missing)} is still missing` : `${dollars(opposite(missing))} too much`;
}
