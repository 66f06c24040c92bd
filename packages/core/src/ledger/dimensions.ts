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
  /** Whether the balances by coding tell it apart. */
  readonly inCoding: boolean;
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
  project: { title: 'Project', column: 'project_id', letter: 'p', inCoding: true, read: numbered(projectId) },
  phase: { title: 'Phase', column: 'phase_id', letter: 'h', inCoding: true, read: numbered(phaseId) },
  costCode: { title: 'Cost code', column: 'cost_code_id', letter: 'k', inCoding: true, read: numbered(costCodeId) },
  costType: {
    title: 'Cost type',
    column: 'cost_type',
    letter: 'y',
    inCoding: true,
    read: (key) => COST_TYPES.find((type) => type === key),
  },
  party: { title: 'Party', column: 'party_id', letter: 'r', inCoding: false, read: numbered(partyId) },
  employee: { title: 'Employee', column: 'employee_id', letter: 'e', inCoding: false, read: numbered(employeeId) },
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

/** The dimensions of a stored line, by its columns. */
export function dimensionsOf(row: Readonly<Record<string, unknown>>): DimensionsOfLine {
  const read = <D extends DimensionName>(name: D): DimensionValues[D] | null => {
    const { column, read: valueOf } = DIMENSIONS[name];
    const stored = row[column];
    return typeof stored === 'number' || typeof stored === 'string' ? (valueOf(stored) ?? null) : null;
  };
  return Object.fromEntries(DIMENSION_NAMES.map((name) => [name, read(name)])) as DimensionsOfLine;
}
