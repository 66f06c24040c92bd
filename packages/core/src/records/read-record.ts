import type { DayOrder, DayReading } from '../calendar/typed-date.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import { monthOf } from '../calendar/month.ts';
import { typedMonth } from '../calendar/typed-month.ts';
import { codeIn, dayIn, filled, numberIn, textIn, withinBooks, type Cell } from '../cells/cell.ts';
import { MOST_QUANTITY } from '../money/quantity.ts';
import { lookedUp, type Named } from '../lookup/lookup.ts';
import {
  accepted,
  following,
  gathered,
  mapped,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../problems/decision.ts';
import type { Problem, Subject } from '../problems/problem.ts';
import type { Field } from './field.ts';
import { fieldsOf, type RecordKind } from './record-kinds.ts';
import { MILLIONTHS } from '../money/ratio.ts';

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
  readonly dayOrder: DayOrder;
  readonly references: (kind: RecordKind) => readonly Reference[];
}

/**
 * Reads a record as typed. Money in minor units, quantities and rates in ten-thousandths, percents in millionths of one,
 * days and months as ISO text, codes as the numbers of what they name. Problems name the field; so does a field the kind has not.
 */
export function readRecord(kind: RecordKind, typed: TypedRecord, context: RecordContext): Decision<ReadRecord> {
  const fields = fieldsOf(kind);
  const known = fields.map(({ name }) => name);
  const unknown = Object.keys(typed)
    .filter((name) => !known.includes(name))
    .map((name): Problem => ({ at: name, kind: 'field-unknown', field: name, known }));
  const read = gathered(
    Object.fromEntries(
      fields.map((field) => [field.name, fieldIn(field, { typed: typed[field.name] ?? '', at: field.name }, context)]),
    ),
  );
  return following(unless(unknown, null), () => read);
}

/** What is wrong with fields by themselves, whatever records they name: what a form can tell before anything is sent. */
export function fieldProblems(
  kind: RecordKind,
  typed: TypedRecord,
  { near: today, order: dayOrder }: DayReading,
): readonly Problem[] {
  const isNaming = ({ name, holds }: Field): boolean => holds.kind === 'code-of' && (typed[name] ?? '').trim() !== '';
  const own = fieldsOf(kind).filter((field) => !isNaming(field));
  const context: RecordContext = { today, dayOrder, references: () => [] };
  return own.flatMap((field) =>
    problemsOf(fieldIn(field, { typed: typed[field.name] ?? '', at: field.name }, context)),
  );
}

type Value = string | number | null;

function fieldIn(field: Field, cell: Cell, context: RecordContext): Decision<Value> {
  const trimmed = { ...cell, typed: cell.typed.trim() };
  if (trimmed.typed !== '') return valueIn(field, trimmed, context);
  return field.need === 'optional' ? accepted(null) : mapped(filled(trimmed, field.label), () => null);
}

function valueIn(field: Field, cell: Cell, context: RecordContext): Decision<Value> {
  const { holds } = field;
  switch (holds.kind) {
    case 'text':
    case 'lines':
      return (field.name === 'code' ? codeIn : textIn)(cell, field.label, holds.most);
    case 'day':
      return dayIn(cell, context.today, context.dayOrder);
    case 'month':
      return monthIn(cell, context.today);
    case 'choice':
      return choiceIn(holds.choices, cell);
    case 'code-of':
      return mapped(
        lookedUp(context.references(holds.record), cell, holds.record.replace('-', ' ') as Subject),
        ({ id }) => id,
      );
    case 'money':
    case 'quantity':
    case 'rate':
    case 'percent':
    case 'count':
      return scaledIn(field, holds.kind, cell);
  }
}

function monthIn({ typed, at }: Cell, today: IsoDate): Decision<string> {
  const read = typedMonth(typed, monthOf(today));
  return read === undefined
    ? refused({ at, kind: 'not-a-choice', typed, choices: ['a month such as mar 2027 or 2027-03'] })
    : accepted(read);
}

/** How finely each is typed, and what it may be at least and at most, scaled and in words. */
const SCALES = {
  money: { decimals: 2, least: -9e14, most: 9e14, words: ['', ''] },
  quantity: {
    ...{ decimals: 4, least: -MOST_QUANTITY, most: MOST_QUANTITY },
    words: ['\u2212100,000,000', '100,000,000'],
  },
  rate: { decimals: 4, least: 0, most: 9e14, words: ['0', '90,000,000,000'] },
  percent: { decimals: 4, least: 0, most: MILLIONTHS, words: ['0', '100'] },
  count: { decimals: 0, least: 0, most: 9_999, words: ['0', '9,999'] },
} as const;

function scaledIn(field: Field, kind: keyof typeof SCALES, cell: Cell): Decision<Value> {
  const { decimals, least, most, words } = SCALES[kind];
  return following(numberIn(cell, decimals), (value) => {
    if (kind === 'money') return withinBooks(cell, value);
    if (value >= least && value <= most) return accepted(value);
    return refused({ at: cell.at, kind: 'number-outside', field: field.label, least: words[0], most: words[1] });
  });
}

function choiceIn(choices: readonly string[], { typed, at }: Cell): Decision<Value> {
  const word = typed.toLowerCase();
  const chosen = choices.find((choice) => choice === word) ?? choices.find((choice) => choice.startsWith(word));
  return chosen === undefined ? refused({ at, kind: 'not-a-choice', typed, choices }) : accepted(chosen);
}
