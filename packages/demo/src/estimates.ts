import { dayNumber, isoDate, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { BLANK_ROW, type EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import { COST_CODES } from './cost-codes.ts';
import type { FrontDoor } from './front-door.ts';
import type { DemoLine } from './project-budgets.ts';
import { storyCode, type DemoProject } from './projects.ts';
import { STAFF, type DemoRole } from './staff.ts';

/** Parts a code is estimated by: what, in which unit, at what cost of one, and its share of the code's cost. */
type Part = readonly [text: string, unit: string, unitCost: number, share: number];

const PARTS: Readonly<Record<string, readonly Part[]>> = {
  '01-330': [['Samples to the laboratory', 'each', 118, 1]],
  '01-520': [
    ['Long-reach excavator', 'week', 2_650, 0.7],
    ['Tracked dumpers', 'week', 940, 0.3],
  ],
  '01-530': [['Crawler crane with driver', 'day', 1_480, 1]],
  '01-540': [
    ['Workboat', 'day', 690, 0.8],
    ['Fuel', 'l', 1.42, 0.2],
  ],
  '31-200': [
    ['Bring and take away the barge', 'each', 18_500, 0.1],
    ['Dredge the outer channel', 'm³', 31.5, 0.62],
    ['Dredge the inner creeks', 'm³', 44, 0.28],
  ],
  '31-240': [
    ['Sand, delivered', 't', 27.4, 0.8],
    ['Sand, placed by conveyor', 't', 9.8, 0.2],
  ],
  '32-120': [
    ['Low marsh plugs', 'each', 1.36, 0.65],
    ['High marsh plugs', 'each', 1.72, 0.35],
  ],
  '32-130': [['Dune grass, bundles of ten', 'bundle', 6.4, 1]],
  '32-150': [['Coir rolls', 'm', 24.5, 1]],
  '32-160': [['Sand fencing', 'm', 11.9, 1]],
  '33-200': [
    ['Piles, 9 m', 'each', 642, 0.7],
    ['Cross beams', 'm', 58, 0.3],
  ],
  '33-210': [['Decking boards', 'm²', 74, 1]],
  '33-220': [['Bolts and brackets', 'set', 38.5, 1]],
  '33-300': [
    ['Formwork', 'm²', 62, 0.35],
    ['Concrete, pumped', 'm³', 214, 0.65],
  ],
  '33-400': [['Tide gate frame with leaf', 'each', 58_000, 1]],
  '33-410': [['Sluice steelwork, coated', 't', 5_240, 1]],
  '33-430': [['Actuators, panel and cabling', 'set', 27_500, 1]],
  '33-450': [['Lift and set', 'day', 3_900, 1]],
  '33-460': [['Dive team of three', 'day', 3_150, 1]],
  '34-200': [
    ['Reef modules, 1.2 m', 'each', 486, 0.75],
    ['Reef modules, 0.8 m', 'each', 312, 0.25],
  ],
  '34-210': [['Clean shell, bagged', 'm³', 96, 1]],
  '34-250': [['Barge with crane, placing', 'day', 4_400, 1]],
  '90-200': [['Engine, shaft and propeller', 'set', 58_900, 1]],
  '90-210': [['Winch and rails', 'set', 15_500, 1]],
  '91-100': [['Course places', 'each', 380, 1]],
};

const OF_ROLE: Readonly<Record<DemoRole, string>> = {
  crew: 'Crew',
  diver: 'Divers',
  ecologist: 'Ecologist',
  surveyor: 'Survey team',
  carpenter: 'Carpenters',
  operator: 'Excavator drivers',
  supervisor: 'Site supervision',
  office: 'Office',
};

const SUBCONTRACT_MARKUP = 12;
/** What the agreed work may still bring, on our side only. */
const CONTINGENCY: Readonly<Record<string, string>> = { 'GC-214': '24,000', 'QH-221': '12,500', 'TP-226': '15,000' };
/** Offered first at a higher markup, then brought down. */
const OFFERED_TWICE: readonly string[] = ['GC-214', 'QH-221', 'MB-240'];

interface Head {
  readonly id: number;
  readonly version: number;
  readonly priceCents: number;
}

/** Works out what a project should cost and, unless it is only proposed, agrees it on the day it starts. */
export async function estimate(door: FrontDoor, project: DemoProject): Promise<void> {
  const id = await projectId(door, project.code);
  const rows = estimateRows(project);
  if (OFFERED_TWICE.includes(storyCode(project))) {
    const first = await newSheet(door, id, { kind: 'estimate', name: 'First offer' });
    await keep(door, project, first, { rows, usualMarkup: usualMarkup(project, 3) });
  }
  const made = await newSheet(door, id, { kind: 'estimate', name: 'As agreed' });
  const head = await keep(door, project, made, { rows, usualMarkup: usualMarkup(project) });
  const agreed = await keep(door, project, head, {
    rows: [...rows, ...rounding(project, head.priceCents)],
    usualMarkup: usualMarkup(project),
  });
  if (project.status === 'proposed') return;
  await door.order('POST', `/estimates/${agreed.id}/approval`, {
    version: agreed.version,
    agreedOn: project.start,
    grouping: project.phases.length > 0 ? 'phase' : 'section',
    plan: billingPlan(project),
  });
}

const PROJECT_IDS = new WeakMap<FrontDoor, Map<string, number>>();

/** The number of a project; numbers never change, so that they are asked for once. */
export async function projectId(door: FrontDoor, code: string): Promise<number> {
  const known = PROJECT_IDS.get(door)?.get(code);
  if (known !== undefined) return known;
  const { rows } = await door.ask<{ rows: { id: number; fields: Record<string, string> }[] }>('/records/project');
  PROJECT_IDS.set(door, new Map(rows.map(({ id, fields }) => [fields['code'] ?? '', id])));
  const id = PROJECT_IDS.get(door)?.get(code);
  if (id === undefined) throw new Error(`${code} is not there`);
  return id;
}

export async function newSheet(
  door: FrontDoor,
  project: number,
  { kind, name }: { readonly kind: 'estimate' | 'change'; readonly name: string },
): Promise<Head> {
  return door.order<Head>('POST', `/projects/${project}/estimates`, { kind, name, copyOf: null });
}

async function keep(door: FrontDoor, project: DemoProject, { id, version }: Head, sheet: unknown): Promise<Head> {
  const { name } = await door.ask<{ name: string }>(`/estimates/${id}`);
  return door.order<Head>('PUT', `/estimates/${id}`, {
    version,
    name,
    pricedOn: project.start,
    targetEndOn: '',
    sheet,
  });
}

/** So that the prices come close to the contract, subcontracts at their own markup. */
function usualMarkup({ lines, cost, contract }: DemoProject, more = 0): string {
  if (contract === 0) return '';
  const outside = lines.filter(({ code }) => typeOf(code) === 'subcontract').reduce((sum, { share }) => sum + share, 0);
  const ofOthers = (contract - cost * outside * (1 + SUBCONTRACT_MARKUP / 100)) / (cost * (1 - outside));
  return (Math.floor((ofOthers - 1) * 1_000) / 10 + more).toFixed(1);
}

const typeOf = (code: string): string => COST_CODES.find((each) => each.code === code)?.costType ?? '';

/** Sections by phase, else by the heading of the cost code; each begins with its name. */
function estimateRows(project: DemoProject): readonly EstimateRow[] {
  const sections = groupedBy(project.lines, (line) => sectionOf(project, line));
  const rows = [...sections].flatMap(([section, lines]) => [
    { ...BLANK_ROW, section },
    ...lines.flatMap((line) => lineRows(project, line)),
  ]);
  const cost = CONTINGENCY[storyCode(project)];
  const contingency = { ...BLANK_ROW, code: '01-900', text: 'Contingency', cost, price: '0', note: 'ours alone' };
  return cost === undefined ? rows : [...rows, { ...contingency, section: 'General conditions', cost }];
}

function sectionOf({ phases }: DemoProject, { phase, code }: DemoLine): string {
  const name = phases.find(([each]) => each === phase)?.[1];
  const heading = COST_CODES.find((each) => each.code === COST_CODES.find((own) => own.code === code)?.under);
  return name ?? heading?.name ?? '';
}

function lineRows(project: DemoProject, { phase, code, share, role }: DemoLine): readonly EstimateRow[] {
  const cost = project.cost * share;
  const cell = phase === '' ? code : `${phase}/${code}`;
  if (role !== undefined) {
    const hours = String(Math.round(cost / averageRate(role)));
    return [{ ...BLANK_ROW, code: cell, text: OF_ROLE[role], quantity: hours, unit: 'h', unitCost: role }];
  }
  return (PARTS[code] ?? []).map(([text, unit, unitCost, part]) => ({
    ...{ ...BLANK_ROW, code: cell, text, unit, unitCost: String(unitCost) },
    quantity: unit === 'each' || unit === 'set' ? whole((cost * part) / unitCost) : quantity((cost * part) / unitCost),
    markup: typeOf(code) === 'subcontract' && project.contract > 0 ? String(SUBCONTRACT_MARKUP) : '',
  }));
}

/** As people estimate: round numbers of much, tenths of little. */
function quantity(units: number): string {
  if (units >= 200) return String(Math.round(units / 10) * 10);
  return units >= 10 ? String(Math.round(units)) : units.toFixed(1);
}

const whole = (units: number): string => String(Math.max(1, Math.round(units)));

function averageRate(role: DemoRole): number {
  const rates = STAFF.filter((each) => each.role === role).map(({ rates: [first] }) => Number(first));
  return rates.reduce((sum, each) => sum + each, 0) / rates.length;
}

function rounding(project: DemoProject, priceCents: number): readonly EstimateRow[] {
  const off = project.contract * 100 - priceCents;
  if (project.contract === 0 || off === 0) return [];
  return [{ ...BLANK_ROW, section: 'General conditions', text: 'To the agreed price', price: (off / 100).toFixed(2) }];
}

/** Billed on signing where there is a deposit, then in equal steps until the target end. */
function billingPlan({ contract, deposit = 0, start, target }: DemoProject) {
  if (contract === 0) return [];
  const days = dayNumber(isoDate(target)) - dayNumber(isoDate(start));
  const steps = Math.max(2, Math.round(days / 91));
  const first = Math.round(deposit * 100);
  const each = Math.floor((100 - first) / steps);
  const signing = first === 0 ? [] : [{ dueOn: start, text: 'On signing', share: `${first} %` }];
  return [
    ...signing,
    ...Array.from({ length: steps }, (_, index) => {
      const isLast = index === steps - 1;
      return {
        dueOn: plusDays(isoDate(start), Math.round((days * (index + 1)) / steps)) as string,
        text: isLast ? 'On completion' : 'Progress',
        share: `${isLast ? 100 - first - each * (steps - 1) : each} %`,
      };
    }),
  ];
}
