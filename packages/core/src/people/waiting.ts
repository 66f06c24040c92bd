import type { Permission } from './roles.ts';

/** What may wait for somebody, in the order it is shown, and what they must be allowed to do to see it. */
export const WAITING = {
  'weeks-to-approve': 'plan-projects',
  'weeks-to-post': 'keep-books',
  'incoming-bills': 'keep-books',
  'bills-to-approve': 'keep-books',
  drafts: 'keep-books',
  'journals-due': 'keep-books',
  'uncoded-cost': 'read-books',
  'bills-due': 'keep-books',
  'projects-to-bill': 'keep-books',
  'client-answers': 'keep-books',
  'applications-sent': 'keep-books',
  'invoices-overdue': 'read-books',
  'pending-changes': 'plan-projects',
  'forecasts-to-tell': 'plan-projects',
  'forecasts-to-take-over': 'keep-books',
  'overtaken-forecasts': 'plan-projects',
} as const satisfies Readonly<Record<string, Permission>>;

export type Waiting = keyof typeof WAITING;
export const WAITING_KINDS = Object.keys(WAITING) as readonly Waiting[];
