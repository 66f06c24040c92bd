import type { AccountId, PartyId } from '../ledger/ids.ts';

/** What somebody wrote: lines of this supplier, on this account, with these words in their text, belong there. */
export interface CodingRule {
  readonly code: string;
  readonly supplier: PartyId | null;
  readonly account: AccountId | null;
  /** All of them are in the text; empty for any text. */
  readonly words: string;
  /** As they are typed. */
  readonly project: string;
  readonly costCode: string;
  readonly costType: string;
}

/** What a line says of itself. */
export interface LineToCode {
  readonly supplier: PartyId | null;
  readonly account: AccountId | null;
  readonly text: string;
}

/** The coding that the most specific rule proposes, the earlier by code where two are as specific; undefined where none holds. */
export function proposedCoding(rules: readonly CodingRule[], line: LineToCode): CodingRule | undefined {
  const [best] = rules
    .filter((rule) => holds(rule, line))
    .toSorted((one, other) => specificity(other) - specificity(one) || (one.code < other.code ? -1 : 1));
  return best;
}

function holds(rule: CodingRule, line: LineToCode): boolean {
  const text = line.text.toLowerCase();
  return (
    (rule.supplier === null || rule.supplier === line.supplier) &&
    (rule.account === null || rule.account === line.account) &&
    wordsOf(rule).every((word) => text.includes(word))
  );
}

function wordsOf({ words }: CodingRule): readonly string[] {
  return words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
}

/** Supplier before account before words; more words before fewer. */
function specificity(rule: CodingRule): number {
  return (rule.supplier === null ? 0 : 200) + (rule.account === null ? 0 : 100) + Math.min(99, wordsOf(rule).length);
}
