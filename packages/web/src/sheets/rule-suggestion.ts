import { proposedCoding, type CodingRule } from '@lowtide/core/coding/coding-rule.ts';
import { partyId } from '@lowtide/core/ledger/ids.ts';
import { found } from '@lowtide/core/lookup/lookup.ts';
import type { Answer } from '../api/books-api.ts';
import { matching } from '../entry/grid/pick-suggestions.ts';
import type { Suggestion } from '../entry/grid/SuggestionList.tsx';

type Suppliers = Answer<'reference'>['suppliers'];

/** A row of a bill whose project is looked for; `typed` is what its project cell holds. */
export interface RowToCode {
  readonly supplier: string;
  readonly text: string;
  readonly typed: string;
}

/** The coding that a rule proposes for a row of a bill, with the rule's code; taken by whoever types, or not. */
export function ruleSuggestion(
  rules: Answer<'records'>['rows'],
  suppliers: Suppliers,
  { supplier, text, typed }: RowToCode,
): readonly Suggestion[] {
  const known = rules.flatMap(({ fields }) => ruleOf(fields, suppliers));
  const named = found(suppliers, supplier);
  const of = supplier.trim() !== '' && named.kind === 'found' ? partyId(named.value.id) : null;
  const rule = proposedCoding(known, { supplier: of, account: null, text });
  if (rule === undefined) return [];
  const { project, costCode: code, costType } = rule;
  const proposed = { code: project, name: [code, costType].filter(Boolean).join(' ') };
  return matching([proposed], typed).map((each) => ({
    ...each,
    hint: `rule ${rule.code}`,
    patch: { project, code, costType },
  }));
}

/** Rules of an account are for posted lines: a row of a project does not say its account. */
function ruleOf(fields: Readonly<Record<string, string>>, suppliers: Suppliers): readonly CodingRule[] {
  const { code = '', supplier = '', account = '', words = '', project = '', phase = '', costCode = '' } = fields;
  const id = suppliers.find((each) => each.code === supplier)?.id;
  if (account !== '' || (supplier !== '' && id === undefined)) return [];
  return [
    {
      ...{ code, supplier: id === undefined ? null : partyId(id), account: null, words, project },
      ...{ costCode: phase === '' ? costCode : `${phase}/${costCode}`, costType: fields['costType'] ?? '' },
    },
  ];
}
