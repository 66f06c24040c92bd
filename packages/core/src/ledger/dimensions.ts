import { COST_TYPES, type CostType } from './cost-type.ts';
import {
  costCodeId,
  employeeId,
  partyId,
  phaseId,
  projectId,
  type CostCodeId,
  type EmployeeId,
  type PartyId,
  type PhaseId,
  type ProjectId,
} from './ids.ts';

/** What a line of the ledger may carry beside account, amount and quantity; each at most once. */
export interface DimensionValues {
  readonly project: ProjectId;
  readonly phase: PhaseId;
  readonly costCode: CostCodeId;
  readonly costType: CostType;
  readonly party: PartyId;
  readonly employee: EmployeeId;
}
export type DimensionName = keyof DimensionValues;

interface Dimension<Value> {
  /** What it is called on screen and in files. */
  readonly title: string;
  /** Its column in the table of lines. */
  readonly column: string;
  /** Begins its part of a figure's key. */
  readonly letter: string;
  /** What stands for none of it where a key needs a value. */
  readonly absent: 0 | '';
  /** What a stored or typed key stands for; undefined when it is none. */
  readonly read: (key: string | number) => Value | undefined;
}

const numbered =
  <Value>(make: (number: number) => Value) =>
  (key: string | number): Value | undefined =>
    /^[1-9]\d{0,14}$/.test(String(key)) ? make(Number(key)) : undefined;

/**
 * Every dimension of the ledger. The columns of lines and how they are written, copied in a reversal and read back, the keys of
 * figures, what a line answers and the columns of its file follow from here.
 */
export const DIMENSIONS: { readonly [D in DimensionName]: Dimension<DimensionValues[D]> } = {
  project: { title: 'Project', column: 'project_id', letter: 'p', absent: 0, read: numbered(projectId) },
  phase: { title: 'Phase', column: 'phase_id', letter: 'h', absent: 0, read: numbered(phaseId) },
  costCode: { title: 'Cost code', column: 'cost_code_id', letter: 'k', absent: 0, read: numbered(costCodeId) },
  costType: {
    title: 'Cost type',
    column: 'cost_type',
    letter: 'y',
    absent: '',
    read: (key) => COST_TYPES.find((type) => type === key),
  },
  party: { title: 'Party', column: 'party_id', letter: 'r', absent: 0, read: numbered(partyId) },
  employee: { title: 'Employee', column: 'employee_id', letter: 'e', absent: 0, read: numbered(employeeId) },
};

export const DIMENSION_NAMES = Object.keys(DIMENSIONS) as readonly DimensionName[];

/** A value for each dimension; null where a line does not carry it. */
export type DimensionsOfLine = { readonly [D in DimensionName]: DimensionValues[D] | null };

export const NO_DIMENSIONS: DimensionsOfLine = {
  project: null,
  phase: null,
  costCode: null,
  costType: null,
  party: null,
  employee: null,
};

/** The value of a dimension in a stored row, by its column; null where it has none. */
function storedValue<D extends DimensionName>(
  row: Readonly<Record<string, unknown>>,
  name: D,
): DimensionValues[D] | null {
  const { column, read } = DIMENSIONS[name];
  const stored = row[column];
  return typeof stored === 'number' || typeof stored === 'string' ? (read(stored) ?? null) : null;
}

/** The dimensions of a stored line, by its columns. */
export function dimensionsOf(row: Readonly<Record<string, unknown>>): DimensionsOfLine {
  return Object.fromEntries(DIMENSION_NAMES.map((name) => [name, storedValue(row, name)])) as DimensionsOfLine;
}

/** The dimensions of a coding: where the cost of a line belongs. Balances by coding tell them apart. */
export const CODING_NAMES = ['project', 'phase', 'costCode', 'costType'] as const satisfies readonly DimensionName[];
type CodingName = (typeof CODING_NAMES)[number];
/** What a coding is none without. */
const NEEDED = ['project', 'costCode', 'costType'] as const satisfies readonly CodingName[];
type Needed = (typeof NEEDED)[number];

/** Where a project line belongs. */
export type Coding = {
  readonly [D in CodingName]: D extends Needed ? DimensionValues[D] : DimensionValues[D] | null;
};

/** The coding that names these; of what it leaves out it has none. */
export function codingTo(named: Pick<Coding, Needed> & Partial<Coding>): Coding {
  return Object.fromEntries(CODING_NAMES.map((name) => [name, named[name] ?? null])) as Coding;
}

/** The coding of a line; null where it has none. */
export function codingOfLine(values: { readonly [D in CodingName]: DimensionValues[D] | null }): Coding | null {
  if (NEEDED.some((name) => values[name] === null)) return null;
  return Object.fromEntries(CODING_NAMES.map((name) => [name, values[name]])) as Coding;
}

/** The coding of a stored row, by its columns; null where it has none. */
export function codingOf(row: Readonly<Record<string, unknown>>): Coding | null {
  return codingOfLine(
    Object.fromEntries(CODING_NAMES.map((name) => [name, storedValue(row, name)])) as Parameters<
      typeof codingOfLine
    >[0],
  );
}

/** Groups whatever carries a coding: `project/phase/cost code/cost type`. */
export function codingKey(coding: Coding): string {
  let key = '';
  for (const name of CODING_NAMES) key += `${key === '' ? '' : '/'}${coding[name] ?? DIMENSIONS[name].absent}`;
  return key;
}
