import { CLIENTS, SUPPLIERS } from './parties.ts';
import { COST_CODES } from './cost-codes.ts';
import type { FrontDoor } from './front-door.ts';
import { estimate } from './estimates.ts';
import { PROJECTS, type DemoProject } from './projects.ts';
import { STAFF } from './staff.ts';

type Row = readonly (string | number)[];

/** Everything the books are set up with, taken in from CSV as a company would. */
export async function setUp(door: FrontDoor): Promise<void> {
  await door.order('POST', '/company', {
    name: 'Pellworth Shore Works',
    currency: 'USD',
    fiscalYearStartMonth: 1,
    percentDecimals: null,
    forecastMonths: 1,
    firstMonth: '2026-01',
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
    CLIENTS.map(({ code, name, address, termsDays }) => [code, name, address, termsDays]),
  );
  await takeIn(
    door,
    'supplier',
    party,
    SUPPLIERS.map(({ code, name, termsDays }) => [code, name, '', termsDays]),
  );
  await takeInStaff(door, '2026-01-01', 0);
  await takeIn(
    door,
    'cost-code',
    ['code', 'name', 'parent', 'costType'],
    COST_CODES.map(({ code, name, under, costType }) => [code, name, under, costType]),
  );
  for (const project of PROJECTS.filter(({ start }) => start < '2026-02')) await begin(door, project);
}

export async function takeInStaff(door: FrontDoor, from: string, year: 0 | 1): Promise<void> {
  const columns = ['code', 'name', 'jobRole', 'costRate', 'rateFrom'];
  await takeIn(
    door,
    'employee',
    columns,
    STAFF.map(({ code, name, role, rates }) => [code, name, role, rates[year], from]),
  );
}

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
    ],
    [
      [
        ...[project.code, project.name, internal ? 'internal' : 'client', project.client ?? '', project.manager],
        ...[
          project.start,
          project.target,
          status,
          internal ? 'none' : 'cost-to-cost',
          project.hold ? 'hold' : 'expense',
        ],
        project.client === 'BRACK' ? 'SH' : 'EX',
      ],
    ],
  );
  if (project.phases.length > 0) {
    const rows = project.phases.map(([code, name]) => [project.code, code, name]);
    await takeIn(door, 'phase', ['project', 'code', 'name'], rows);
  }
  await estimate(door, project);
}

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
