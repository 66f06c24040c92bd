/** What a field holds; how it is typed, read and drawn follows from it. */
export type FieldKind =
  | { readonly kind: 'text' | 'lines'; readonly most: number }
  | { readonly kind: 'money' | 'quantity' | 'rate' | 'percent' | 'day' | 'month' | 'count' }
  | { readonly kind: 'choice'; readonly choices: readonly string[] }
  | { readonly kind: 'code-of'; readonly record: CodedKind };

/** Kinds of records that are named by a code all over the books. */
export type CodedKind = 'account' | 'tax-code' | 'client' | 'supplier' | 'employee' | 'cost-code' | 'project';

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly holds: FieldKind;
  /** `required`: must be filled; `optional`: may be empty; `fixed`: required, and unchangeable once stored. */
  readonly need: 'required' | 'optional' | 'fixed';
  /** One sentence: what it means, for the form and for the list of CSV columns. */
  readonly hint: string;
}

/** What is true of a kind of record. */
export interface KindOfRecord {
  readonly one: string;
  readonly many: string;
  /** In the order of forms and CSV columns. */
  /** Fields that say what somebody is paid. */
  readonly pay?: readonly string[];
  readonly fields: readonly Field[];
  /** The field with the day or month from which it counts; it counts from the first open day where that month is locked. */
  readonly countsOn?: string;
}

export const text = (most: number): FieldKind => ({ kind: 'text', most });
export const choice = (choices: readonly string[]): FieldKind => ({ kind: 'choice', choices });
export const codeOf = (record: CodedKind): FieldKind => ({ kind: 'code-of', record });

export function field(
  name: string,
  label: string,
  holds: FieldKind,
  [need, hint]: readonly [Field['need'], string],
): Field {
  return { name, label, holds, need, hint };
}

/** Fields that several kinds have. */
export const CODE = field('code', 'Code', text(20), ['fixed', 'Short and unique; what people type.']);
export const NAME = field('name', 'Name', text(120), ['required', 'In full.']);
export const REASON = field('reason', 'Reason', text(200), [
  'required',
  'Why; whoever reads the figure later will ask.',
]);
export const OF_PROJECT = field('project', 'Project', codeOf('project'), ['fixed', 'Code of the project.']);
