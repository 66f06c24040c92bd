import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import type { Answer } from '../../api/books-api.ts';

type Head = Answer<'estimates'>['rows'][number];

const STATUS: Readonly<Record<Head['status'], string>> = {
  open: 'being worked on',
  pending: 'pending',
  approved: 'approved',
  rejected: 'rejected',
};

/** How an estimate or change order stands: since when, by whom, and why. */
export function statusText({ status, decidedOn, decidedBy, decision, effectiveOn }: Head): string {
  const when = decidedOn === null ? '' : ` ${dayText(decidedOn)} by ${decidedBy}`;
  const counts = effectiveOn !== null && effectiveOn !== decidedOn ? `, counts from ${dayText(effectiveOn)}` : '';
  return `${STATUS[status]}${when}${counts}${decision === '' ? '' : `: ${decision}`}`;
}
