import { buildUpOf } from './build-ups.ts';
import type { Company } from './company.ts';
import { COST_CODES } from './cost-codes.ts';
import type { FrontDoor } from './front-door.ts';
import { estimate, projectId } from './estimates.ts';
import { storyCode, type DemoProject } from './projects.ts';

type Row = readonly (string | number)[];

/** Everything the books are set up with, taken in from CSV as a company would. */
export async function setUp(door: FrontDoor, company: Company): Promise<void> {
  await door.order('POST', '/company', {
    name: company.name,
    currency: 'USD',
    fiscalYearStartMonth: 1,
    percentDecimals: null,
    forecastMonths: 1,
    firstMonth: '2026-01',
  });
  await door.order('PUT', '/company/letterhead', {
    address: '4 Slipway Lane\nPellworth',
    bankDetails: 'Pellworth Savings Bank\nAccount 40 118 226',
    ...{ logo: null, paper: 'letter' },
  });
  await takeIn(
    door,
    'tax-code',
    ['code', 'name', 'rate', 'recoverable'],
    [
      ['EX', 'Exempt', '0', '0'],
      ['ST', 'Sales tax', '6.25', '0'],
      ['SH', 'Shellfish levy', '4', '0'],
    ],
  );
  const party = ['code', 'name', 'address', 'termsDays'];
  await takeIn(
    door,
    'client',
    party,
    company.clients.map(({ code, name, address, termsDays }) => [code, name, address, termsDays]),
  );
  await takeIn(
    door,
    'supplier',
    party,
    company.suppliers.map(({ code, name, termsDays }) => [code, name, '', termsDays]),
  );
  await takeInStaff(door, company, { from: '2026-01-01', year: 0 });
  await takeIn(
    door,
    'cost-code',
    ['code', 'name', 'parent', 'costType'],
    COST_CODES.map(({ code, name, under, costType }) => [code, name, under, costType]),
  );
}

export async function takeInStaff(
  door: FrontDoor,
  { branches }: Company,
  { from, year }: { readonly from: string; readonly year: 0 | 1 },
): Promise<void> {
  const columns = ['code', 'name', 'jobRole', 'costRate', 'rateFrom'];
  await takeIn(
    door,
    'employee',
    columns,
    branches.flatMap(({ staff }) => staff).map(({ code, name, role, rates }) => [code, name, role, rates[year], from]),
  );
  const rate = { side: 'cost', role: '', project: '', client: '', effectiveOn: from, rate: '', note: NOTES[year] };
  for (const each of branches.flatMap(({ staff }) => staff)) {
    await door.order('POST', '/rates', { ...rate, employee: each.code, buildUp: buildUpOf(each, year) });
  }
  if (year === 0) await billRates(door, from);
}

const NOTES = ['Wage agreement of 2026', 'Wage agreement of 2027'] as const;

/** What clients are billed for hours, by role. */
async function billRates(door: FrontDoor, from: string): Promise<void> {
  const rate = { side: 'bill', employee: '', project: '', client: '', effectiveOn: from, buildUp: [], note: '' };
  for (const [role, billed] of BILLED) await door.order('POST', '/rates', { ...rate, role, rate: billed });
}

const BILLED = [
  ['crew', '62'],
  ['operator', '78'],
  ['carpenter', '74'],
  ['diver', '128'],
  ['ecologist', '105'],
  ['surveyor', '98'],
  ['supervisor', '110'],
] as const;

/** A project with its phases and its estimate. */
export async function begin(door: FrontDoor, project: DemoProject): Promise<void> {
  const internal = project.client === null;
  const status = project.status === 'proposed' ? 'proposed' : 'active';
  await takeIn(
    door,
    'project',
    [
      'code',
      'name',
      'kind',
      'client',
      'manager',
      'startOn',
      'targetEndOn',
      'status',
      'method',
      'costTreatment',
      'taxCode',
      'siteAddress',
      'retention',
      'retentionOfStored',
      'billedBy',
      'markup',
      'unitsInAll',
    ],
    [
      [
        ...[project.code, project.name, internal ? 'internal' : 'client', project.client ?? '', project.manager],
        ...[
          project.start,
          project.target,
          status,
          internal ? 'none' : project.markup === undefined ? (project.measure ?? 'cost-to-cost') : 'as-billable',
          project.hold ? 'hold' : 'expense',
        ],
        project.client === 'BRACK' ? 'SH' : 'EX',
        ...[SITES[storyCode(project)] ?? '', project.retention ?? '', project.retention === undefined ? '' : '5'],
        ...[project.markup === undefined ? '' : 'time and materials', project.markup ?? ''],
        project.unitsInAll === undefined ? '' : String(project.unitsInAll),
      ],
    ],
  );
  if (project.phases.length > 0) {
    const rows = project.phases.map(([code, name]) => [project.code, code, name]);
    await takeIn(door, 'phase', ['project', 'code', 'name'], rows);
  }
  if (project.markup !== undefined) await ratesOfProject(door, project);
  await estimate(door, project);
  await splitContract(door, project);
}

/** Splits the contract of a project whose client may take over one phase by itself. */
async function splitContract(door: FrontDoor, project: DemoProject): Promise<void> {
  const { split, phases, start } = project;
  const [first] = phases[0] ?? [];
  if (split === undefined || first === undefined) return;
  const path = `/projects/${await projectId(door, project.code)}/obligations`;
  const { agreedCents } = await door.ask<{ agreedCents: number }>(`${path}?through=${start.slice(0, 7)}`);
  const planted = Math.round(agreedCents * split.share);
  const price = (amount: number): string => (amount / 100).toFixed(2);
  const rows = [
    { phase: first, price: price(agreedCents - planted), method: 'cost-to-cost' },
    { phase: split.planted, price: price(planted), method: 'surveyed' },
  ];
  await door.order('POST', path, { on: door.today(), reason: 'The client plants by itself where it likes', rows });
}

/** What was agreed for hours of a project that is billed by time and materials. */
async function ratesOfProject(door: FrontDoor, { code, start }: DemoProject): Promise<void> {
  const rate = { side: 'bill', employee: '', project: code, client: '', effectiveOn: start, buildUp: [], note: '' };
  for (const [role, billed] of AGREED) await door.order('POST', '/rates', { ...rate, role, rate: billed });
}

const AGREED = [
  ['ecologist', '72'],
  ['surveyor', '68'],
] as const;

/** Where goods for a project are delivered to. */
const SITES: Readonly<Record<string, string>> = {
  'GC-214': 'Garrow Creek sluice gate, end of Fen Drove, Garrow',
  'QH-221': 'Quillhaven, north landing, Strand Road',
  'DR-225': 'Drummel sluice, Lock Lane 2, Drummel',
  'TP-226': 'Torrin Point, quay 3',
  'OS-220': 'Ostrand, beach access 4',
};

export function costTypeOf(code: string): string {
  return COST_CODES.find((each) => each.code === code)?.costType ?? '';
}

/** A CSV file through the import; commas and quotes in values are quoted as RFC 4180 has it. */
async function takeIn(door: FrontDoor, kind: string, columns: readonly string[], rows: readonly Row[]): Promise<void> {
  const quoted = (value: string | number): string =>
    /[",\n]/.test(String(value)) ? `"${String(value).replace(/"/g, '""')}"` : String(value);
  const csv = [columns, ...rows].map((row) => row.map(quoted).join(',')).join('\r\n');
  await door.order('POST', `/imports/${kind}`, { name: `${kind}-${door.today()}.csv`, csv });
}
