import type { IsoDate } from '../calendar/iso-date.ts';
import { isNameableMonth } from '../calendar/month.ts';
import { found, type Named } from '../entry/catalog.ts';
import { readDay, readNumber } from '../entry/cells.ts';
import type { Problem, Subject } from '../problems/problem.ts';
import { fieldsOf, type Field, type RecordKind } from './record-kinds.ts';

/** Field values as typed, by field name. */
export type TypedRecord = Readonly<Record<string, string>>;

/** What a field came to: text, a scaled whole number, the number of a record it names, or null for empty. */
export type ReadRecord = Readonly<Record<string, string | number | null>>;

export interface Reference extends Named {
  readonly id: number;
}

/** What codes may be named, by kind of record, and the day typed days are near to. */
export interface RecordContext {
  readonly today: IsoDate;
  readonly references: (kind: RecordKind) => readonly Reference[];
}

/**
 * Reads a record as typed. Money in minor units, quantities and rates in ten-thousandths, percents in millionths of one,
 * days and months as ISO text, codes as the numbers of what they name. Problems name the field.
 */
export function readRecord(
  kind: RecordKind,
  typed: TypedRecord,
  context: RecordContext,
): { readonly record: ReadRecord; readonly problems: readonly Problem[] } {
  const problems: Problem[] = [];
  const record = Object.fromEntries(
    fieldsOf(kind).map((field) => [field.name, readField(field, (typed[field.name] ?? '').trim(), context, problems)]),
  );
  return { record, problems };
}

type Value = string | number | null;

function readField(field: Field, typed: string, context: RecordContext, problems: Problem[]): Value {
  const at = field.name;
  if (typed === '') {
    if (field.need !== 'optional') problems.push({ at, kind: 'missing', field: field.label });
    return null;
  }
  const { holds } = field;
  switch (holds.kind) {
    case 'text':
    case 'lines':
      if (typed.length > holds.most) problems.push({ at, kind: 'too-long', field: field.label, most: holds.most });
      return typed;
    case 'day':
      return readDay({ typed, at }, context.today, problems) ?? null;
    case 'month':
      if (!isNameableMonth(typed))
        problems.push({ at, kind: 'not-a-choice', typed, choices: ['months such as 2027-03'] });
      return typed;
    case 'choice':
      return readChoice(holds.choices, typed, at, problems);
    case 'code-of':
      return readReference(holds.record, typed, { at, context }, problems);
    case 'money':
    case 'quantity':
    case 'rate':
    case 'percent':
    case 'count':
      return readScaled(field, typed, problems);
  }
}

const DECIMALS = { money: 2, quantity: 4, rate: 4, percent: 4, count: 0 } as const;

function readScaled(field: Field, typed: string, problems: Problem[]): Value {
  const at = field.name;
  const kind = field.holds.kind as keyof typeof DECIMALS;
  const value = readNumber({ typed, at }, DECIMALS[kind], problems);
  if (value === undefined) return null;
  const outside = (least: string, most: string): void => {
    problems.push({ at, kind: 'number-outside', field: field.label, least, most });
  };
  if (kind === 'percent' && (value < 0 || value > 1_000_000)) outside('0', '100');
  if (kind === 'rate' && value < 0) outside('0', '90,000,000,000');
  if (kind === 'count' && (value < 0 || value > 9_999)) outside('0', '9,999');
  return value;
}

function readChoice(choices: readonly string[], typed: string, at: string, problems: Problem[]): Value {
  const word = typed.toLowerCase();
  const chosen = choices.find((choice) => choice === word) ?? choices.find((choice) => choice.startsWith(word));
  if (chosen === undefined) problems.push({ at, kind: 'not-a-choice', typed, choices });
  return chosen ?? null;
}

function readReference(
  kind: RecordKind,
  typed: string,
  { at, context }: { readonly at: string; readonly context: RecordContext },
  problems: Problem[],
): Value {
  const result = found(context.references(kind), typed);
  if (result.kind === 'found') return result.value.id;
  const subject = kind.replace('-', ' ') as Subject;
  problems.push(
    result.kind === 'unknown'
      ? { at, kind: 'unknown-code', subject, typed }
      : { at, kind: 'ambiguous-code', subject, typed, among: result.among },
  );
  return null;
}
