import { monthText } from '../calendar/month.ts';
import { dayText } from '../calendar/iso-date.ts';
import { dollars } from '../money/dollars.ts';
import type { Fact } from './problem.ts';

type Kind =
  | 'bills-to-approve'
  | 'own-sheet'
  | 'no-approval-asked'
  | 'nothing-needs-approval'
  | 'nobody-else-approves'
  | 'not-read-in-time'
  | 'labor-at-standard'
  | 'client-project-unmeasured'
  | 'as-billed-holds-cost'
  | 'completed-expenses-cost'
  | 'measured-in-another-way'
  | 'already-included'
  | 'prices-not-the-contract'
  | 'no-obligation'
  | 'change-order-decided'
  | 'day-to-come'
  | 'range-out-of-order'
  | 'forecasts-not-asked'
  | 'forecast-asked'
  | 'moved-without-why'
  | 'forecast-not-waiting'
  | 'no-price-to-share'
  | 'not-open-any-more'
  | 'amount-of-one-party'
  | 'draft-discarded';

/** What the settings of the company, of a project and of the server hold back, in words. */
export const POLICY_WORDS: { readonly [K in Kind]: (fact: Fact<K>) => string } = {
  'bills-to-approve': ({ bills, limit }) => {
    const [are, them] = bills.length === 1 ? ['is', 'it'] : ['are', 'them'];
    return `${bills.join(', ')} ${are} above ${dollars(limit)}, so somebody else than whoever typed ${them} approves ${them} first. Ask for approval.`;
  },
  'own-sheet': () => 'You typed in this sheet. Somebody else who keeps the books approves it.',
  'no-approval-asked': () => 'Nobody asked for the approval of this sheet as it is now. It is asked for on the sheet.',
  'nothing-needs-approval': () => 'No bill of this sheet is above the limit. Post it.',
  'nobody-else-approves': () =>
    'Approval by somebody else takes two people who keep the books. Add one in Settings › People first.',
  'not-read-in-time': ({ why }) =>
    why === 'busy'
      ? 'Too many long reports are being read at once. Ask again in half a minute.'
      : 'It took longer, or more memory, than the server has for a report. Ask for fewer projects or months.',
  'labor-at-standard': () =>
    'The company keeps labor at standard rates, so projects stay as they are. Choose labor variance.',
  'client-project-unmeasured': () =>
    'No revenue recognition is for internal projects. Choose as-billed, where revenue is what is billed and no budget is needed, or cost-to-cost.',
  'as-billed-holds-cost': () =>
    'A project that earns as billed expenses its cost as incurred. Choose that for its cost, or another way to recognize revenue.',
  'forecasts-not-asked': ({ month }) =>
    `No forecasts of ${monthText(month)} are asked for. Save it as the forecast, or have them asked for first.`,
  'forecast-asked': ({ month }) =>
    `Forecasts of ${monthText(month)} are asked for. Tell this one; whoever keeps the books takes it over.`,
  'moved-without-why': ({ moved, limit }) => `The estimate moves by ${moved}, more than ${limit}. Say why.`,
  'forecast-not-waiting': ({ project }) =>
    `The forecast of ${project} waits no longer. Look at what was decided, or at what was told since.`,
  'range-out-of-order': ({ low, likely, high }) =>
    low > likely
      ? `At least ${dollars(low)} is more than the likely ${dollars(likely)}. Lower it, or raise what is likely.`
      : `At most ${dollars(high)} is less than the likely ${dollars(likely)}. Raise it, or lower what is likely.`,
  'day-to-come': (fact) => `${dayText(fact.day)} is still to come. Use today or an earlier day.`,
  'measured-in-another-way': (fact) =>
    `The progress of ${fact.project} is measured in another way. Change its recognition on its record first.`,
  'prices-not-the-contract': (fact) =>
    `The prices add up to ${dollars(fact.prices)}, the price agreed is ${dollars(fact.contract)}. Make the two equal.`,
  'no-obligation': (fact) =>
    `${fact.phase} is no obligation that is surveyed. Split the contract so on the page of the project first.`,
  'already-included': (fact) => `${fact.name} is in the list already. Change what is included of it there.`,
  'change-order-decided': (fact) =>
    `Change order ${fact.name} is decided: what was included of it counts no more, its approval does. Nothing is left to change.`,
  'completed-expenses-cost': () =>
    'Cost of a completed contract waits in WIP until it is finished. Choose that for its cost, or another way to recognize revenue.',
  'no-price-to-share': () =>
    'No price was agreed for this project, so there is none to take a share of. Bill an amount.',
  'not-open-any-more': ({ number }) => `Nothing is open of ${number} any more. Take it off the list.`,
  'amount-of-one-party': () =>
    'An amount settles documents of one party. Choose those of one, or leave the amount empty to settle each wholly.',
  'draft-discarded': ({ by, when }) =>
    `${by} discarded this sheet at ${when}. What you typed is still here: copy the rows to a new sheet to keep them.`,
};
