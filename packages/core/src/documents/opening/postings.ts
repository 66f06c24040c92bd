import { opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import type { Catalog } from '../catalog.ts';
import type { Effect } from '../effect.ts';
import type { Posting } from '../posting.ts';
import type { OpeningSheet } from './form.ts';
import { openingDay } from './opening-day.ts';
import { debitsOf, openingEntries, openingTrialBalance, openItemEntry } from './post.ts';
import type { OpeningBalance, OpenItem } from './taken-over.ts';

interface Balances {
  readonly items: readonly OpenItem[];
  readonly balances: readonly OpeningBalance[];
}

interface Opening {
  readonly sheet: OpeningSheet;
  readonly text: string;
  readonly catalog: Catalog;
}

const KIND_OF_ITEM = {
  bill: 'opening-bill',
  invoice: 'opening-invoice',
  deposit: 'opening-deposit',
  retention: 'opening-retention',
  'held back': 'opening-held',
  'client deposit': 'opening-client-deposit',
} as const satisfies { readonly [K in OpenItem['kind']]: Posting['kind'] };

/** The opening balances with the sheet as typed, and a document for each open item. */
export function openingPostings({ items, balances }: Balances, { sheet, text, catalog }: Opening): readonly Posting[] {
  const day = openingDay(catalog);
  const entries = openingEntries(balances, catalog);
  const billed = balances.flatMap(({ kind, amount }) => (kind === 'billed' ? [opposite(amount)] : []));
  const opening: Posting = {
    ...{ kind: 'opening', number: null, party: null, project: null, datedOn: day, dueOn: null, countsOn: day },
    ...{ gross: debitsOf(openingTrialBalance(items, balances, catalog)), memo: text },
    body: { ...sheet, figures: { work: sum([ZERO, ...billed]) } },
    entries,
    effects: [],
  };
  return [opening, ...items.map((item) => itemPosting(item, catalog))];
}

function itemPosting(item: OpenItem, catalog: Catalog): Posting {
  const { kind, party, number, datedOn, dueOn, project, amount, text } = item;
  const owed = kind === 'invoice' || kind === 'held back' ? amount : opposite(amount);
  return {
    ...{ kind: KIND_OF_ITEM[kind], number, party, project, datedOn, gross: owed, memo: text },
    dueOn: kind === 'bill' || kind === 'invoice' ? dueOn : null,
    body: { number },
    entries: [openItemEntry(catalog.roles, item, openingDay(catalog))],
    effects: effectsOf(item, owed),
  };
}

/** What is still held back under a subcontract or by a client, and what a client paid ahead. */
function effectsOf({ kind, project, order }: OpenItem, owed: Cents): readonly Effect[] {
  if (kind === 'retention') return [{ kind: 'retained', amounts: [{ order, project, amount: owed }] }];
  if (project === null) return [];
  if (kind === 'held back') {
    const value = { invoice: 'itself', line: null, work: ZERO, stored: ZERO, withheld: owed, released: ZERO } as const;
    return [{ kind: 'billed-values', project, values: [value] }];
  }
  return kind === 'client deposit'
    ? [{ kind: 'deposit-moves', project, moves: [{ deposit: 'itself', net: owed, tax: ZERO }] }]
    : [];
}
