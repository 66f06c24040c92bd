import { dollars } from '@lowtide/core/money/dollars.ts';
import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import type { Answer } from '../../api/books-api.ts';
import type { Suggestion } from './SuggestionList.tsx';

type Reference = Answer<'reference'>;
type BudgetLines = Answer<'budgetStands'>['lines'];

interface Named {
  readonly code: string;
  readonly name: string;
}

const MOST = 12;

/** Those whose code or name has every typed word in it; codes that begin with it come first. */
export function matching<T extends Named>(list: readonly T[], typed: string): readonly T[] {
  const words = typed.trim().toLowerCase().split(/\s+/);
  const has = ({ code, name }: T): boolean => words.every((word) => `${code} ${name}`.toLowerCase().includes(word));
  const starts = ({ code }: T): number => (code.toLowerCase().startsWith(words[0] ?? '') ? 0 : 1);
  return list
    .filter(has)
    .toSorted((one, other) => starts(one) - starts(other))
    .slice(0, MOST);
}

export function named(list: readonly Named[], column: string, typed: string): readonly Suggestion[] {
  return matching(list, typed).map(({ code, name }) => ({ code, name, patch: { [column]: code } }));
}

export function projectSuggestions(reference: Reference, typed: string): readonly Suggestion[] {
  return matching(
    reference.projects.filter(({ takesCost }) => takesCost),
    typed,
  ).map(({ code, name, status }) => ({
    code,
    name,
    patch: { project: code },
    ...(status === 'active' ? {} : { hint: status }),
  }));
}

/** Accounts that are posted to by hand. */
export function accountSuggestions(reference: Reference, column: string, typed: string): readonly Suggestion[] {
  return matching(
    reference.accounts.filter(({ postable }) => postable),
    typed,
  ).map(({ code, name }) => ({ code, name, hint: 'account', patch: { [column]: code } }));
}

/** The project's budget lines first, with what is left in each; then all other cost codes. */
export function codingSuggestions(reference: Reference, lines: BudgetLines, typed: string): readonly Suggestion[] {
  const budgeted = matching(lines, typed).map((line) => ({
    code: line.code,
    name: `${line.name}, ${line.costType}`,
    hint: `${dollars(line.leftCents)} left`,
    patch: { code: line.code, costType: line.costType },
  }));
  const taken = new Set(lines.map(({ code }) => code.split('/').at(-1)));
  const others = reference.costCodes.filter(({ code, costType }) => costType !== null && !taken.has(code));
  const unbudgeted = matching(others, typed).map(({ code, name, costType }) => ({
    code,
    name,
    hint: 'no budget line',
    patch: { code, costType: costType ?? '' },
  }));
  return [...budgeted, ...unbudgeted].slice(0, MOST);
}

export function costTypeSuggestions(typed: string): readonly Suggestion[] {
  return named(
    COST_TYPES.map((code) => ({ code, name: '' })),
    'costType',
    typed,
  );
}
