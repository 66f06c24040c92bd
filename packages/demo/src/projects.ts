import {
  MARSH_PHASES,
  MARSH,
  SHORELINE_PHASES,
  SHORELINE,
  DUNE,
  BOARDWALK,
  SLUICE,
  REEF,
  SURVEY,
  BOAT,
  TRAINING,
  type DemoLine,
} from './project-budgets.ts';

export interface DemoProject {
  readonly code: string;
  readonly name: string;
  readonly client: string | null;
  readonly manager: string;
  readonly start: string;
  readonly target: string;
  /** Set on this day; cost ends before it. */
  readonly ended?: string;
  readonly status: 'proposed' | 'active' | 'finished' | 'closed';
  readonly contract: number;
  /** Cost as budgeted. */
  readonly cost: number;
  /** What it truly costs, as a share of the budget. */
  readonly drift: number;
  readonly hold: boolean;
  readonly phases: readonly (readonly [string, string])[];
  readonly lines: readonly DemoLine[];
  /** Billing: a first invoice as a share of the contract, and how far invoices follow progress. */
  readonly deposit?: number;
  readonly follows?: number;
  /** Months by which billing lags. */
  readonly lag?: number;
  /** Billed by application on its schedule of values, and what the client holds back. */
  readonly retention?: string;
  /** Billed by time and materials, with this markup on cost; the contract is its limit. */
  readonly markup?: string;
  /** Its progress is told otherwise than by its cost. */
  readonly measure?: 'surveyed' | 'milestones' | 'units' | 'labor-hours';
  /** Of what earns by units done: how many there are to do. */
  readonly unitsInAll?: number;
  /** Split in two: what is planted is a share of the contract and is surveyed, the first phase earns by its cost. */
  readonly split?: { readonly planted: string; readonly share: number };
}

const common = { hold: true, phases: [], status: 'active', drift: 1 } as const;

export const PROJECTS: readonly DemoProject[] = [
  {
    ...common,
    code: 'GC-214',
    name: 'Garrow Creek marsh & tide gate',
    client: 'GARROW',
    manager: 'E. Marrish',
    start: '2026-01-12',
    target: '2027-07-30',
    contract: 2_480_000,
    cost: 1_936_000,
    phases: MARSH_PHASES,
    lines: MARSH,
    follows: 1.02,
    retention: '10 until 50, then 5',
  },
  {
    ...common,
    code: 'OS-220',
    name: 'Ostrand dune restoration',
    client: 'OSTRAND',
    manager: 'S. Ingle',
    start: '2026-02-09',
    target: '2027-05-28',
    contract: 1_120_000,
    cost: 905_000,
    lines: DUNE,
    drift: 0.98,
    deposit: 0.25,
    follows: 1.05,
  },
  {
    ...common,
    code: 'QH-221',
    name: 'Quillhaven boardwalk',
    client: 'QUILL',
    manager: 'N. Kerrow',
    start: '2026-03-02',
    target: '2027-06-11',
    contract: 1_340_000,
    cost: 1_090_000,
    lines: BOARDWALK,
    follows: 0.92,
    lag: 2,
    measure: 'labor-hours',
  },
  {
    ...common,
    code: 'MB-223',
    name: 'Marrenby living shoreline',
    client: 'MARREN',
    manager: 'S. Ingle',
    start: '2026-03-16',
    target: '2027-04-30',
    contract: 860_000,
    cost: 690_000,
    phases: SHORELINE_PHASES,
    lines: SHORELINE,
    split: { planted: 'M', share: 0.4 },
    drift: 1.12,
    follows: 0.98,
  },
  {
    ...common,
    code: 'DR-225',
    name: 'Drummel sluice rehabilitation',
    client: 'DRUMMEL',
    manager: 'N. Kerrow',
    start: '2026-05-04',
    target: '2027-05-14',
    contract: 980_000,
    cost: 870_000,
    lines: SLUICE,
    drift: 1.24,
    follows: 0.95,
    lag: 1,
  },
  {
    ...common,
    code: 'TP-226',
    name: 'Tessel Point reef',
    client: 'TESSEL',
    manager: 'E. Marrish',
    start: '2026-06-01',
    target: '2027-08-27',
    contract: 1_450_000,
    cost: 1_160_000,
    lines: REEF,
    drift: 1.01,
    follows: 1,
    measure: 'units',
    unitsInAll: 620,
  },
  {
    ...common,
    code: 'HR-210',
    name: 'Hollin Reach culvert',
    client: 'HOLLIN',
    manager: 'N. Kerrow',
    start: '2026-01-05',
    target: '2026-08-21',
    ended: '2026-08-28',
    status: 'closed',
    contract: 410_000,
    cost: 325_000,
    lines: SLUICE,
    drift: 0.97,
    follows: 1,
  },
  {
    ...common,
    code: 'WX-216',
    name: 'Wexholm trail bridges',
    client: 'WEXHOLM',
    manager: 'N. Kerrow',
    start: '2026-02-02',
    target: '2026-11-13',
    ended: '2026-11-20',
    status: 'finished',
    contract: 620_000,
    cost: 505_000,
    lines: BOARDWALK,
    drift: 1.03,
    follows: 0.95,
  },
  {
    ...common,
    code: 'BW-230',
    measure: 'milestones',
    name: 'Brackwater reef modules',
    client: 'BRACK',
    manager: 'E. Marrish',
    start: '2026-09-07',
    target: '2027-07-16',
    contract: 740_000,
    cost: 560_000,
    lines: REEF,
    drift: 1.02,
    follows: 1.03,
  },
  {
    ...common,
    code: 'OS-212',
    name: 'Ostrand shore monitoring',
    markup: 'other 12, material 10',
    client: 'OSTRAND',
    manager: 'V. Tansley',
    start: '2026-01-19',
    target: '2027-12-17',
    contract: 264_000,
    cost: 190_000,
    lines: SURVEY,
    follows: 1,
  },
  {
    ...common,
    code: 'GC-236',
    measure: 'surveyed',
    name: 'Garrow levee survey',
    client: 'GARROW',
    manager: 'V. Tansley',
    start: '2026-11-02',
    target: '2027-03-19',
    contract: 96_000,
    cost: 70_000,
    lines: SURVEY,
    drift: 1.05,
    follows: 0.9,
  },
  {
    ...common,
    code: 'MB-240',
    name: 'Marrenby sill extension',
    client: 'MARREN',
    manager: 'S. Ingle',
    start: '2027-05-03',
    target: '2027-11-26',
    status: 'proposed',
    contract: 530_000,
    cost: 418_000,
    lines: REEF,
  },
  {
    ...common,
    code: 'INT-01',
    name: 'Workboat Merrow',
    client: null,
    manager: 'E. Marrish',
    start: '2026-05-11',
    target: '2027-06-25',
    contract: 0,
    cost: 310_000,
    lines: BOAT,
    drift: 1.04,
  },
  {
    ...common,
    code: 'INT-02',
    name: 'Training and safety',
    client: null,
    manager: 'V. Tansley',
    start: '2026-01-05',
    target: '2027-12-31',
    contract: 0,
    cost: 90_000,
    hold: false,
    lines: TRAINING,
  },
];

/** The demo's code of a project in whichever branch: its stories are told of each. */
export function storyCode({ code }: DemoProject): string {
  return code.split('-').slice(0, 2).join('-');
}
