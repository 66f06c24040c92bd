import type { DemoRole } from './staff.ts';

/** A budget line as planned: its share of the project's cost, and who works on it where it is labor. */
export interface DemoLine {
  readonly phase: string;
  readonly code: string;
  readonly share: number;
  readonly role?: DemoRole;
}

const line = (phase: string, code: string, share: number, role?: DemoRole): DemoLine =>
  role === undefined ? { phase, code, share } : { phase, code, share, role };

export const MARSH_PHASES = [
  ['A', 'Site and earthwork'],
  ['B', 'Planting'],
  ['C', 'Structures'],
] as const;
export const MARSH = [
  line('A', '31-200', 0.2),
  line('A', '31-240', 0.08),
  line('A', '31-100', 0.12, 'crew'),
  line('A', '31-110', 0.07, 'operator'),
  line('A', '01-520', 0.06),
  line('B', '32-110', 0.1, 'crew'),
  line('B', '32-115', 0.03, 'ecologist'),
  line('B', '32-120', 0.06),
  line('B', '32-150', 0.03),
  line('C', '33-400', 0.09),
  line('C', '33-100', 0.06, 'carpenter'),
  line('C', '33-430', 0.03),
  line('', '01-100', 0.04, 'supervisor'),
  line('', '01-540', 0.03),
];
export const DUNE = [
  line('', '31-240', 0.24),
  line('', '31-110', 0.12, 'operator'),
  line('', '32-130', 0.16),
  line('', '32-110', 0.18, 'crew'),
  line('', '32-160', 0.08),
  line('', '01-520', 0.12),
  line('', '01-320', 0.04, 'surveyor'),
  line('', '01-100', 0.06, 'supervisor'),
];
export const SHORELINE_PHASES = [
  ['S', 'Sand and sills'],
  ['M', 'Marsh planting'],
] as const;
export const SHORELINE = [
  line('S', '31-240', 0.24),
  line('S', '31-110', 0.12, 'operator'),
  line('S', '01-520', 0.12),
  line('M', '32-130', 0.16),
  line('M', '32-110', 0.18, 'crew'),
  line('M', '32-160', 0.08),
  line('', '01-320', 0.04, 'surveyor'),
  line('', '01-100', 0.06, 'supervisor'),
];
export const BOARDWALK = [
  line('', '33-200', 0.22),
  line('', '33-210', 0.17),
  line('', '33-220', 0.04),
  line('', '33-100', 0.3, 'carpenter'),
  line('', '01-530', 0.09),
  line('', '33-460', 0.06),
  line('', '01-320', 0.04, 'surveyor'),
  line('', '01-100', 0.08, 'supervisor'),
];
export const SLUICE = [
  line('', '33-410', 0.24),
  line('', '33-300', 0.17),
  line('', '33-450', 0.12),
  line('', '33-430', 0.11),
  line('', '33-100', 0.18, 'carpenter'),
  line('', '34-150', 0.1, 'diver'),
  line('', '01-530', 0.08),
];
export const REEF = [
  line('', '34-200', 0.42),
  line('', '34-210', 0.1),
  line('', '34-100', 0.16, 'crew'),
  line('', '34-150', 0.16, 'diver'),
  line('', '34-250', 0.08),
  line('', '01-540', 0.08),
];
export const SURVEY = [
  line('', '01-340', 0.42, 'ecologist'),
  line('', '01-320', 0.2, 'surveyor'),
  line('', '01-330', 0.22),
  line('', '01-350', 0.16, 'ecologist'),
];
export const BOAT = [line('', '90-100', 0.42, 'carpenter'), line('', '90-200', 0.38), line('', '90-210', 0.2)];
export const TRAINING = [line('', '91-110', 0.6, 'crew'), line('', '91-100', 0.4)];
