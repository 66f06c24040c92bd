import { monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { projectId } from './estimates.ts';
import type { FrontDoor } from './front-door.ts';
import { projectsOf, type Company } from './company.ts';
import { storyCode, type DemoProject } from './projects.ts';

/** From a month on, what a line is forecast by. A `to complete` is what the line will have cost in the end. */
interface DemoForecast {
  readonly project: string;
  readonly from: string;
  readonly code: string;
  readonly method: 'to complete' | 'run rate' | 'units' | 'units at budget';
  /** Cost at the end, or how far the work lags behind what is spent: 0.9 for work that costs a ninth more. */
  readonly input: number;
  readonly reason: string;
}

const FORECASTS: readonly DemoForecast[] = [
  {
    project: 'MB-223',
    from: '2026-09',
    code: '32-160',
    method: 'to complete',
    input: 77_000,
    reason: 'Sand fencing torn out twice',
  },
  {
    project: 'MB-223',
    from: '2026-12',
    code: '32-130',
    method: 'to complete',
    input: 139_000,
    reason: 'Grasses replanted after the December gale',
  },
  {
    project: 'MB-223',
    from: '2027-02',
    code: '32-110',
    method: 'to complete',
    input: 151_000,
    reason: 'Third planting of the north reach',
  },
  {
    project: 'DR-225',
    from: '2026-11',
    code: '33-300',
    method: 'to complete',
    input: 290_000,
    reason: 'Sill found unsound; gate pit rebuilt',
  },
  {
    project: 'DR-225',
    from: '2027-01',
    code: '01-530',
    method: 'to complete',
    input: 121_000,
    reason: 'Crane standing through January frost',
  },
  {
    project: 'DR-225',
    from: '2027-02',
    code: '33-100',
    method: 'to complete',
    input: 176_000,
    reason: 'Crew kept through the rebuilt pit',
  },
  {
    project: 'DR-225',
    from: '2027-02',
    code: '33-410',
    method: 'to complete',
    input: 260_000,
    reason: 'Steel of a heavier section',
  },
  {
    project: 'DR-225',
    from: '2027-02',
    code: '33-430',
    method: 'to complete',
    input: 120_000,
    reason: 'Controls rewired for the new pit',
  },
  {
    project: 'DR-225',
    from: '2027-02',
    code: '33-450',
    method: 'to complete',
    input: 131_000,
    reason: 'Crane back for a second setting',
  },
  {
    project: 'QH-221',
    from: '2026-10',
    code: '33-100',
    method: 'run rate',
    input: 0.985,
    reason: 'Pile heads out of line; more fitting than planned',
  },
  {
    project: 'TP-226',
    from: '2026-11',
    code: '34-210',
    method: 'units',
    input: 1.01,
    reason: 'Shell counted at the yard',
  },
  {
    project: 'GC-214',
    from: '2026-08',
    code: '31-240',
    method: 'units at budget',
    input: 1,
    reason: 'Weighbridge tickets',
  },
];

/** Who forgets: nobody forecast these after that month. */
const FORGOTTEN: Readonly<Record<string, Month>> = { 'OS-212': '2026-12' as Month };

interface SheetLine {
  readonly line: string;
  readonly code: string;
  readonly budgeted: boolean;
  readonly originalCents: number;
  readonly changesCents: number;
  readonly units: { readonly kind: string; readonly quantity?: number };
  readonly actual: { readonly amountCents: number };
}

interface Sheet {
  readonly stamp: string;
  readonly lines: readonly SheetLine[];
}

/** Every project under way is forecast for the month that ended, before its revenue is recognized. */
export async function forecast(door: FrontDoor, company: Company, month: Month): Promise<void> {
  for (const project of projectsOf(company)) {
    const began = project.status !== 'proposed' && monthOf(isoDate(project.start)) <= month;
    const over = project.ended !== undefined && monthOf(isoDate(project.ended)) < month;
    if (!began || over || (FORGOTTEN[storyCode(project)] ?? month) < month) continue;
    await forecastOf(door, project, month);
  }
}

async function forecastOf(door: FrontDoor, project: DemoProject, month: Month): Promise<void> {
  const id = await projectId(door, project.code);
  const story = storyCode(project);
  const { stamp, lines } = await door.ask<Sheet>(`/projects/${id}/forecast?through=${month}`);
  const rows = lines.map((line) => {
    const found = FORECASTS.findLast((each) => each.project === story && each.from <= month && line.code === each.code);
    const rule = found && line.budgeted ? ruled(found, line) : { method: 'budget', input: '', reason: '' };
    return { line: line.line, ...rule };
  });
  // One line is forecast below what is ordered for it: to be found.
  await door.order('POST', `/projects/${id}/forecasts`, { month, stamp, rows, acceptWarnings: true });
}

function ruled({ method, input, reason }: DemoForecast, line: SheetLine) {
  const { actual, units, originalCents, changesCents } = line;
  const spent = actual.amountCents / (originalCents + changesCents);
  switch (method) {
    case 'to complete':
      return { method, reason, input: (Math.max(0, input * 100 - actual.amountCents) / 100).toFixed(2) };
    case 'run rate':
      return spent <= 0 ? BY_BUDGET : { method, reason, input: Math.min(100, spent * input * 100).toFixed(2) };
    case 'units':
    case 'units at budget': {
      const all = (units.quantity ?? 0) / 10_000;
      const done = Math.min(all, all * spent * input);
      return done < 0.01 ? BY_BUDGET : { method, reason, input: done.toFixed(2) };
    }
  }
}

const BY_BUDGET = { method: 'budget', input: '', reason: '' } as const;
