import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import type { Rate } from '@lowtide/core/money/quantity.ts';
import { builtRate, partRate, PART_GROUPS, type BuiltPart } from '@lowtide/core/rates/build-up.ts';
import type { BuildUpRow } from '@lowtide/core/rates/build-up-row.ts';
import { readBuildUp } from '@lowtide/core/rates/read-build-up.ts';
import type { Answer } from '../../api/books-api.ts';

export type RateRow = Answer<'rates'>['rows'][number];

/** A rate as people read it: to the cent at least, to four decimals at most. */
export function rateText(rate: Rate): string {
  return tenThousandths(rate, 2);
}

/** Whom and what a rate holds for. */
export function whomText({
  employee,
  role,
  activity,
  project,
  client,
}: Pick<RateRow, 'employee' | 'role' | 'project' | 'client'> & { readonly activity?: string }) {
  const doing = activity === undefined || activity === '' ? '' : ` doing ${activity}`;
  const whom = `${employee || role || 'Everybody'}${doing}`;
  const where = project === '' ? (client === '' ? '' : ` for ${client}`) : ` on ${project}`;
  return `${whom}${where}`;
}

/** What a rate is made up of in a few words: what each kind of part adds to a regular hour. */
export function madeUpText(buildUp: readonly BuildUpRow[] | null): string {
  const read = buildUp === null ? null : readBuildUp(buildUp);
  if (!read?.ok) return '';
  const { parts } = builtRate(read.value);
  return PART_GROUPS.flatMap((group) => {
    const own = parts.filter(({ part }) => part.group === group);
    return own.length === 0 ? [] : [`${group} ${rateText(addedBy(own))}`];
  }).join(', ');
}

/** What parts add to an hour, rounded part by part: for people. */
function addedBy(parts: readonly BuiltPart[]): Rate {
  return parts.reduce((sum, part) => sum + partRate(part), 0) as Rate;
}
