import type { Waiting } from '@lowtide/core/people/waiting.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useRead } from '../api/books-api.ts';
import { useMay } from '../api/session.tsx';
import { plural } from '../ui/plural.ts';

/** What waits, in words, with the page where it is dealt with. */
export interface WaitingLine {
  readonly what: Waiting;
  readonly path: string;
  readonly words: string;
  readonly count: number;
  readonly amount: string;
}

interface Named {
  readonly path: string;
  readonly words: (count: string) => string;
  readonly one: string;
  readonly many?: string;
}

const NAMES: { readonly [W in Waiting]: Named } = {
  'weeks-to-approve': {
    path: '/approvals',
    one: 'week of hours',
    many: 'weeks of hours',
    words: (count) => `${count} to approve`,
  },
  'weeks-to-post': { path: '/labor?part=timesheets', one: 'timesheet', words: (count) => `${count} to post` },
  'incoming-bills': {
    path: '/costs?part=incoming',
    one: 'incoming bill',
    words: (count) => `${count} to put on a sheet or drop`,
  },
  'bills-to-approve': {
    path: '/costs?part=drafts',
    one: 'sheet of bills',
    many: 'sheets of bills',
    words: (count) => `${count} for somebody else to approve`,
  },
  drafts: { path: '/costs?part=drafts', one: 'draft', words: (count) => `${count} to post` },
  'journals-due': {
    path: '/costs?part=journals&show=recurring',
    one: 'journal',
    words: (count) => `${count} due again`,
  },
  'uncoded-cost': {
    path: '/costs?part=uncoded',
    one: 'cost line',
    words: (count) => `${count} without project or cost code`,
  },
  'bills-due': { path: '/costs?part=open', one: 'bill', words: (count) => `${count} due to be paid` },
  'invoices-overdue': { path: '/billing?part=open', one: 'invoice', words: (count) => `${count} overdue` },
  'projects-to-bill': { path: '/billing?part=now', one: 'project', words: (count) => `${count} to bill` },
  'client-answers': {
    path: '/billing?part=answers',
    one: 'answer of a client',
    many: 'answers of clients',
    words: (count) => `${count} to act on or drop`,
  },
  'applications-sent': {
    path: '/billing?part=application',
    one: 'application',
    words: (count) => `${count} not yet certified`,
  },
  'pending-changes': {
    path: '/reports/portfolio',
    one: 'project',
    words: (count) => `${count} with pending change orders`,
  },
  'forecasts-to-tell': { path: '/projects/forecasts', one: 'forecast', words: (count) => `${count} to tell` },
  'forecasts-to-take-over': {
    path: '/projects/forecasts',
    one: 'forecast',
    words: (count) => `${count} to take over or send back`,
  },
  // Whoever may not read the books finds them on the projects they lead.
  'overtaken-forecasts': { path: '/recognition', one: 'budget line', words: (count) => `${count} above the forecast` },
};

/** What waits for whoever is signed in. */
export function useWaiting(): readonly WaitingLine[] {
  const { answer } = useRead('waiting', {});
  const readsBooks = useMay()('read-books');
  return (answer?.rows ?? []).map(({ what, count, amountCents }) => {
    const { path, one, many, words } = NAMES[what];
    return {
      ...{
        what,
        count,
        path: path === '/recognition' && !readsBooks ? '/projects' : path,
        words: words(plural(count, one, many)),
      },
      amount: amountCents === null ? '' : dollars(amountCents),
    };
  });
}
