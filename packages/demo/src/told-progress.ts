import { lastDay, monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { projectsOf, type Company } from './company.ts';
import type { FrontDoor } from './front-door.ts';

/** Milestones of reef modules, and the month whose end they were reached by. */
const MILESTONES = [
  { name: 'Modules cast', weight: '20', reached: '2026-10' },
  { name: 'First row set', weight: '35', reached: '2027-01' },
  { name: 'Second row set', weight: '35', reached: null },
  { name: 'Dive survey accepted', weight: '10', reached: null },
] as const;

/** Claimed of a client, told of a month before it is recognized. */
const CLAIMS = [
  {
    ...{ month: '2027-01', project: 'DR-225', name: 'Old moorings on the line of the sheet piles', amount: '14,500' },
    reason: 'Of 31,200 claimed, what the engineer has agreed to in writing',
  },
] as const;

interface ToldRow {
  readonly projectId: number;
  readonly phaseId: number | null;
  readonly code: string;
  readonly byCost: { readonly numerator: number; readonly denominator: number };
}

/** What the sites say of a month before it is recognized: a survey a little behind cost, and milestones as they are reached. */
export async function tellProgress(door: FrontDoor, company: Company, month: Month): Promise<void> {
  for (const { month: toldIn, ...claim } of CLAIMS) {
    if (toldIn !== month) continue;
    await door.order('POST', '/variable-amounts', { ...claim, kind: 'claim', on: lastDay(month) });
  }
  const { rows } = await door.ask<{ rows: readonly ToldRow[] }>(`/told-progress?through=${month}`);
  for (const project of projectsOf(company)) {
    const planted = rows.find(({ code }) => code === `${project.code}/${project.split?.planted}`);
    if (planted !== undefined && planted.byCost.numerator > 0) await survey(door, planted, month);
    const row = rows.find(({ code }) => code === project.code);
    if (row === undefined || project.start > lastDay(month)) continue;
    if (project.measure === 'surveyed') await survey(door, row, month);
    if (project.measure === 'units') await count(door, row, { month, inAll: project.unitsInAll ?? 0 });
    if (project.measure === 'milestones')
      await reach(door, row.projectId, { month, isFirst: monthOf(isoDate(project.start)) === month });
  }
}

async function survey(door: FrontDoor, { projectId, phaseId, byCost }: ToldRow, month: Month): Promise<void> {
  const percent = Math.floor((byCost.numerator / byCost.denominator) * 97);
  const told = {
    ...{ projectId, phaseId },
    toldOn: lastDay(month),
    percent: String(percent),
    reason: 'Levels surveyed by the party chief',
  };
  await door.order('POST', '/surveyed-progress', { rows: [told] });
}

/** Reef modules set by the month's end: a few behind what was spent. */
async function count(
  door: FrontDoor,
  { projectId, byCost }: ToldRow,
  { month, inAll }: { readonly month: Month; readonly inAll: number },
): Promise<void> {
  const units = String(Math.floor((byCost.numerator / byCost.denominator) * inAll * 0.98));
  const told = { projectId, toldOn: lastDay(month), units, reason: 'Modules set, counted by the divers' };
  await door.order('POST', '/units-done', { rows: [told] });
}

async function reach(
  door: FrontDoor,
  project: number,
  { month, isFirst }: { readonly month: Month; readonly isFirst: boolean },
): Promise<void> {
  if (isFirst) {
    const rows = MILESTONES.map(({ name, weight }) => ({ name, weight }));
    await door.order('POST', `/projects/${project}/milestones`, { countsOn: lastDay(month), rows });
  }
  const { milestones } = await door.ask<{ milestones: readonly { id: number; name: string }[] }>(
    `/projects/${project}/told-progress?through=${month}`,
  );
  for (const { name, reached } of MILESTONES) {
    const id = milestones.find((each) => each.name === name)?.id;
    if (reached !== month || id === undefined) continue;
    const stand = { on: lastDay(month), isReached: true, reason: 'Accepted on site by the client' };
    await door.order('POST', `/milestones/${id}/stands`, stand);
  }
}
