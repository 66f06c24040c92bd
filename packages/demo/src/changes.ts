import { BLANK_ROW, type EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { Company } from './company.ts';
import { projectId, newSheet } from './estimates.ts';
import type { FrontDoor } from './front-door.ts';

interface DemoChange {
  readonly project: string;
  /** The day it is written down. */
  readonly on: string;
  /** The day it is decided; null while it is pending. */
  readonly decided: string | null;
  readonly rejected?: string;
  readonly name: string;
  readonly targetEndOn?: string;
  readonly rows: readonly Partial<EstimateRow>[];
}

/** What clients asked for after they had signed. */
const CHANGES: readonly DemoChange[] = [
  {
    ...{ project: 'GC-214', on: '2026-07-02', decided: '2026-07-14', name: 'Second tide gate' },
    rows: [
      {
        section: 'Structures',
        code: 'C/33-400',
        text: 'Tide gate frame with leaf',
        quantity: '1',
        unit: 'each',
        unitCost: '58,000',
        markup: '28',
      },
      { code: 'C/33-100', text: 'Carpenters', quantity: '420', unit: 'h', unitCost: 'carpenter', markup: '32' },
      { code: 'C/33-430', text: 'Actuator and cabling', cost: '31,400', price: '49,500' },
    ],
  },
  {
    ...{
      project: 'GC-214',
      on: '2026-11-24',
      decided: '2026-12-08',
      name: 'Upper basin planted as well',
      targetEndOn: '2027-08-13',
    },
    rows: [
      {
        section: 'Planting',
        code: 'B/32-120',
        text: 'Low marsh plugs',
        quantity: '24,000',
        unit: 'each',
        unitCost: '1.41',
        markupAmount: '8,200',
      },
      { code: 'B/32-110', text: 'Crew', quantity: '360', unit: 'h', unitCost: 'crew', unitPrice: '56' },
    ],
  },
  {
    ...{ project: 'GC-214', on: '2027-03-17', decided: null, name: 'Sheet piles along the east bank' },
    rows: [
      {
        section: 'Structures',
        code: 'C/33-410',
        text: 'Sheet piles, coated',
        quantity: '14',
        unit: 't',
        unitCost: '3,950',
        markup: '24',
      },
      { code: 'C/33-450', text: 'Lift and set', quantity: '6', unit: 'day', unitCost: '3,900', markup: '12' },
    ],
  },
  {
    ...{ project: 'QH-221', on: '2026-09-10', decided: '2026-09-22', name: 'Viewing platform' },
    rows: [
      {
        section: 'Marine structures',
        code: '33-210',
        text: 'Decking boards',
        quantity: '340',
        unit: 'm²',
        unitCost: '74',
        markup: '30',
      },
      { code: '33-200', text: 'Piles, 9 m', quantity: '24', unit: 'each', unitCost: '655', price: '22,100' },
    ],
  },
  {
    ...{ project: 'OS-220', on: '2026-11-05', decided: '2026-11-17', name: 'North access path left out' },
    rows: [
      { section: 'Earthwork and dredging', code: '31-240', text: 'Sand, delivered', cost: '-24,600', price: '-31,000' },
    ],
  },
  {
    ...{ project: 'TP-226', on: '2026-12-03', decided: '2027-01-12', name: 'Marker buoys' },
    rejected: 'The harbor office puts out its own',
    rows: [
      {
        section: 'Reefs',
        code: '34-200',
        text: 'Buoys with chain',
        quantity: '8',
        unit: 'each',
        unitCost: '1,240',
        markup: '25',
      },
    ],
  },
  {
    ...{ project: 'MB-223', on: '2027-02-23', decided: null, name: 'Third planting of the north reach' },
    rows: [
      {
        section: 'Planting',
        code: '32-130',
        text: 'Dune grass, bundles of ten',
        quantity: '3,200',
        unit: 'bundle',
        unitCost: '6.65',
        markup: '15',
      },
    ],
  },
];

interface Head {
  readonly id: number;
  readonly version: number;
  readonly name: string;
  readonly status: string;
}

/** Writes change orders down, and decides them, on their days. */
export async function changeOrders(door: FrontDoor, { branches }: Company, day: string): Promise<void> {
  for (const { suffix } of branches) await changeOrdersOf(door, suffix, day);
}

async function changeOrdersOf(door: FrontDoor, suffix: string, day: string): Promise<void> {
  const all = CHANGES.map((change) => ({ ...change, project: `${change.project}${suffix}` }));
  for (const change of all.filter(({ on }) => on === day)) {
    const { id, version } = await newSheet(door, await projectId(door, change.project), {
      kind: 'change',
      name: change.name,
    });
    await door.order('PUT', `/estimates/${id}`, {
      ...{ version, name: change.name, pricedOn: day, targetEndOn: change.targetEndOn ?? '' },
      sheet: { usualMarkup: '', rows: change.rows.map((row) => ({ ...BLANK_ROW, ...row })) },
    });
  }
  for (const change of all.filter(({ decided }) => decided === day)) await decide(door, change, day);
}

async function decide(door: FrontDoor, { project, name, rejected }: DemoChange, day: string): Promise<void> {
  const { rows } = await door.ask<{ rows: Head[] }>(`/projects/${await projectId(door, project)}/estimates`);
  const head = rows.find((each) => each.name === name);
  if (!head) throw new Error(`${name} is not there`);
  if (rejected !== undefined) {
    await door.order('POST', `/estimates/${head.id}/rejection`, { version: head.version, reason: rejected });
    return;
  }
  await door.order('POST', `/estimates/${head.id}/approval`, {
    ...{ version: head.version, agreedOn: day, grouping: 'section', plan: [] },
  });
}
