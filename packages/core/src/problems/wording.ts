import { dayText } from '../calendar/iso-date.ts';
import { monthText } from '../calendar/month.ts';
import { difference, opposite, type Cents } from '../money/cents.ts';
import { dollars } from '../money/dollars.ts';
import type { Concern, Fact } from './problem.ts';

/** What is wrong, then what to do. No default case: a problem without words does not compile. */
export function wording(fact: Fact): string {
  return inFields(fact) ?? inEstimates(fact) ?? inDocuments(fact) ?? inSetup(fact);
}

type FieldFact = Extract<
  Fact,
  {
    kind:
      | 'missing'
      | 'unreadable-number'
      | 'too-many-decimals'
      | 'number-too-large'
      | 'number-not-positive'
      | 'number-outside'
      | 'unreadable-day'
      | 'not-a-choice'
      | 'too-long'
      | 'unknown-code'
      | 'ambiguous-code';
  }
>;
type SetupFact = Extract<
  Fact,
  {
    kind:
      | 'code-taken'
      | 'parent-loop'
      | 'role-in-use'
      | 'role-needs-type'
      | 'role-not-empty'
      | 'in-use'
      | 'changed-meanwhile'
      | 'file-seen'
      | 'file-unreadable'
      | 'workbook-unreadable'
      | 'column-unknown'
      | 'column-missing'
      | 'already-set-up'
      | 'not-set-up'
      | 'not-there'
      | 'key-reused';
  }
>;
type EstimateFact = Extract<
  Fact,
  {
    kind:
      | 'two-rule'
      | 'no-rate-to-price'
      | 'code-to-approve'
      | 'section-to-approve'
      | 'nobody-pays'
      | 'plan-off'
      | 'already-approved'
      | 'begun-otherwise'
      | 'not-open'
      | 'not-approved-yet'
      | 'built-upon'
      | 'contract-below-zero';
  }
>;
type DocumentFact = Exclude<Fact, FieldFact | SetupFact | EstimateFact>;

function inFields(fact: Fact): string | undefined {
  const field = fact as FieldFact;
  switch (field.kind) {
    case 'missing':
      return `${sentence(field.field)} is empty. Fill it in.`;
    case 'unreadable-number':
      return `"${field.typed}" is no number. Type one such as 1,234.50, or arithmetic such as =12*45.5.`;
    case 'too-many-decimals':
      return `"${field.typed}" has more than ${field.decimals} decimals. Round it.`;
    case 'number-too-large':
      return `"${field.typed}" is larger than the books hold. Check the digits.`;
    case 'number-not-positive':
      return `${sentence(field.field)} must be above zero.`;
    case 'number-outside':
      return `${sentence(field.field)} must lie between ${field.least} and ${field.most}.`;
    case 'unreadable-day':
      return `"${field.typed}" is no day. Type one such as 3/31, 31 mar, 2027-03-31 or +30.`;
    case 'not-a-choice':
      return `"${field.typed}" is not one of ${field.choices.join(', ')}. Use one of these.`;
    case 'too-long':
      return `${sentence(field.field)} is longer than ${field.most} characters. Shorten it.`;
    case 'unknown-code':
      return `There is no ${field.subject} "${field.typed}". Pick one from the list, or add it.`;
    case 'ambiguous-code':
      return `"${field.typed}" could be ${field.among.join(' or ')}. Type more of it.`;
    default:
      field satisfies never;
      return undefined;
  }
}

const COLUMN_WORDS: Readonly<Record<string, string>> = {
  ...{ unitCost: 'unit cost', cost: 'cost', markup: 'markup percent', markupAmount: 'markup amount' },
  ...{ unitPrice: 'unit price', price: 'price' },
};

function inEstimates(fact: Fact): string | undefined {
  const estimate = fact as EstimateFact;
  switch (estimate.kind) {
    case 'two-rule':
      return `${sentence(estimate.columns.map((column) => COLUMN_WORDS[column] ?? column).join(' and '))} are both filled in. Leave the one that rules; the other follows.`;
    case 'no-rate-to-price':
      return `"${estimate.who}" has no cost rate on ${dayText(estimate.day)}. Add one in Settings › Employees, or type a unit cost.`;
    case 'code-to-approve':
      return 'A line with cost needs a cost code before it becomes a budget. Pick one.';
    case 'section-to-approve':
      return 'The line stands in no section, and the schedule of values is to be by section. Name its section, or group by line.';
    case 'nobody-pays':
      return `${estimate.project} is internal and has nobody to pay a price. Empty the prices.`;
    case 'plan-off':
      return `The billing plan comes to ${dollars(estimate.planned)}, the price is ${dollars(estimate.price)}: ${apart(estimate.price, estimate.planned)}. Correct the plan.`;
    case 'already-approved':
      return `${estimate.number} is approved already. Change the contract with a change order.`;
    case 'begun-otherwise':
      return `${estimate.project} has a contract or a budget already. Change it with a change order.`;
    case 'not-open':
      return `${estimate.number} is ${estimate.status}, so it stays as it is. Copy it to go on with it.`;
    case 'not-approved-yet':
      return `${estimate.project} has no contract or budget yet. Approve its estimate first.`;
    case 'built-upon':
      return `${sentence(estimate.what)} since. Change the contract with a change order instead.`;
    case 'contract-below-zero':
      return `The contract would come to ${dollars(estimate.contract)}. Deduct less.`;
    default:
      estimate satisfies never;
      return undefined;
  }
}

function inSetup(fact: Fact): string {
  const setup = fact as SetupFact;
  switch (setup.kind) {
    case 'code-taken':
      return `There is a ${setup.subject} "${setup.typed}" already. Change that one, or choose another code.`;
    case 'parent-loop':
      return `"${setup.typed}" lies below this one, so it cannot stand above it. Choose another.`;
    case 'role-in-use':
      return `The role ${setup.role} is with account ${setup.account}, which has postings. Keep it there.`;
    case 'role-needs-type':
      return `The role ${setup.role} needs an account of type ${setup.type}. Change the type or the role.`;
    case 'role-not-empty':
      return `The books need an account for ${setup.role}. Give the role to another account first.`;
    case 'in-use':
      return `This ${setup.subject} is in use, so its ${setup.field} stays. Make a new one instead.`;
    case 'changed-meanwhile':
      return `${setup.by} changed this at ${setup.when}. Look at the newer version, then make your change again.`;
    case 'file-seen':
      return `This very file came in as ${setup.name} at ${setup.when}. Nothing was taken in twice; send a file with new rows.`;
    case 'file-unreadable':
      return `The file cannot be read: ${setup.reason}. Save it as CSV with commas and UTF-8.`;
    case 'workbook-unreadable':
      return `The workbook cannot be read: ${setup.reason}. Save the estimate as a workbook again and edit that one.`;
    case 'column-unknown':
      return `There is no column "${setup.column}". The columns are ${setup.known.join(', ')}.`;
    case 'column-missing':
      return `The column "${setup.column}" is missing. Add it to the first row.`;
    case 'already-set-up':
      return 'These books have their company already. Change it in Settings.';
    case 'not-set-up':
      return 'These books have no company yet. Set it up first.';
    case 'key-reused':
      return 'This Idempotency-Key was used for another request. Use a new one.';
    case 'not-there':
      return `This ${setup.subject} is not in the books. Go back and choose another.`;
  }
}

function inDocuments(fact: Fact): string | undefined {
  const document = fact as DocumentFact;
  switch (document.kind) {
    case 'days-out-of-order':
      return `${sentence(document.later)} lies before ${document.earlier}. Change one of the two.`;
    case 'month-locked':
      return `${monthText(document.month)} is locked. Use ${dayText(document.firstOpenDay)} or later, or have the month opened in Closing.`;
    case 'control-total-off':
      return `Control total ${dollars(document.control)}, entered ${dollars(document.entered)}: ${apart(document.control, document.entered)}. Correct a line or the total.`;
    case 'duplicate-bill':
      return `Bill ${document.number} of ${document.supplier} is in the books already. Check the number, or leave this bill out.`;
    case 'project-closed':
      return `${document.project} is ${document.status} and takes no more cost. Choose another project, or set it active again.`;
    case 'control-account':
      return `Account ${document.account} is kept by its documents. Choose another account, or enter the document itself.`;
    case 'nothing-entered':
      return 'Nothing is entered yet. Fill in at least one line.';
    case 'warnings-open':
      return `There ${document.count === 1 ? 'is one warning' : `are ${document.count} warnings`}. Look, then post again to accept.`;
    case 'preview-outdated':
      return 'The books changed since this was shown. Look at the new figures, then post.';
    case 'no-rate':
      return `${document.employee} has no cost rate on ${dayText(document.day)} for ${document.project}. Add one in Settings › Employees.`;
    case 'too-many-hours':
      return `${document.employee} would have more than 24 hours on ${dayText(document.day)}. Correct the hours.`;
    case 'month-already-run':
      return `Revenue for ${monthText(document.month)} is recognized already. Reverse that run first, then run it again.`;
    case 'later-month-run':
      return `Revenue is recognized through ${monthText(document.latest)}, so ${monthText(document.month)} is past. Run ${monthText(document.latest)} again, or a later month: it catches up.`;
    case 'nothing-to-recognize':
      return `No project changes in ${monthText(document.month)}. Post its costs first.`;
    case 'not-latest-run':
      return `Only the latest run can be reversed: that of ${monthText(document.latest)}. Reverse that one first.`;
    case 'client-needed':
      return `${document.project} is internal and has nobody to bill. Choose a project for a client.`;
    case 'over-contract':
      return `${dollars(document.asked)} is more than is left to bill of the contract, ${dollars(document.left)}. Bill less, or change the contract first.`;
    case 'over-open-amount':
      return `${dollars(document.asked)} is more than is open, ${dollars(document.open)}. Enter what was received for it.`;
    case 'already-reversed':
      return `${document.number} is reversed already. Nothing more is needed.`;
    case 'settled':
      return `${dollars(document.settled)} is settled against ${document.number}. Reverse that payment first.`;
    case 'reverse-run-there':
      return 'A recognition run is reversed on the page Earning, latest first.';
    case 'unbalanced-journal':
      return `Debits are ${dollars(document.debits)}, credits ${dollars(document.credits)}. Make the two equal.`;
    case 'reason-needed':
      return 'Say why, in a few words: whoever reads the figure later will ask.';
    case 'estimate-below-cost':
      return `Cost to date is ${dollars(document.cost)} already, more than ${dollars(document.estimate)}. Enter an estimate at or above it.`;
    default:
      document satisfies never;
      return undefined;
  }
}

/** What deserves a second look, and why. */
export function concern(warning: Concern): string {
  switch (warning.kind) {
    case 'over-budget':
      return `${warning.code} goes over its budget of ${dollars(warning.budget)}: ${dollars(warning.after)} with this.`;
    case 'unbudgeted':
      return `${warning.project} has no budget line ${warning.code}; the cost will show as unbudgeted.`;
    case 'unusual-amount':
      return `${dollars(warning.amount)} is far above ${warning.supplier}'s largest bill so far, ${dollars(warning.largest)}. A digit too many?`;
    case 'other-month':
      return `The day lies in ${monthText(warning.month)}, not in the month you are working in.`;
    case 'not-active':
      return `${warning.project} is ${warning.status}.`;
    case 'cost-over-estimate':
      return `The cost of ${warning.project} to date, ${dollars(warning.cost)}, is above its estimate of ${dollars(warning.estimate)}: make a new forecast. Revenue stops at the contract meanwhile.`;
    case 'no-estimate':
      return `${warning.project} has no budget and no estimate, so nothing is earned yet.`;
    case 'forecast-old':
      return `The latest forecast of ${warning.project} is of ${monthText(warning.month)}. Make a new one under Forecast, or copy it when nothing changed.`;
    case 'loss-expected':
      return `${warning.project} is expected to lose ${dollars(warning.loss)}; the loss is provided for in full.`;
  }
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function apart(control: Cents, entered: Cents): string {
  const missing = difference(control, entered);
  return missing > 0 ? `${dollars(missing)} is still missing` : `${dollars(opposite(missing))} too much`;
}
