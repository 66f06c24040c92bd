import { dayNumber, isoDate, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { BLANK_BILL_ROW, type BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import type { FrontDoor } from './front-door.ts';
import type { Branch } from './company.ts';
import { SUPPLIERS } from './parties.ts';
import type { DemoLine } from './project-budgets.ts';
import { storyCode, type DemoProject } from './projects.ts';
import type { Draws, Seeded } from './seeded.ts';
import { costTypeOf } from './setting-up.ts';
import type { DemoEmployee, DemoRole } from './staff.ts';

const key = (project: DemoProject, line: DemoLine): string => `${project.code}/${line.phase}/${line.code}`;

/** Share of a project's life that has gone by the day; work is slow at both ends. */
function lifeGone(project: DemoProject, day: IsoDate): number {
  const start = dayNumber(isoDate(project.start));
  const end = dayNumber(isoDate(project.ended ?? project.target)) - 10;
  const time = Math.min(1, Math.max(0, (dayNumber(day) - start) / (end - start)));
  return time * time * (3 - 2 * time);
}

export function underWay(project: DemoProject, day: IsoDate): boolean {
  return project.status !== 'proposed' && project.start <= day && (project.ended === undefined || day < project.ended);
}

/** Adds what the week makes due on every line. A reef's modules arrive long before they are set. */
export function makeDue({ projects, backlog }: Branch, friday: IsoDate, draws: Draws): void {
  for (const project of projects) {
    if (!underWay(project, friday)) continue;
    const week = lifeGone(project, friday) - lifeGone(project, plusDays(friday, -7));
    for (const line of project.lines) {
      const early = storyCode(project) === 'TP-226' && line.code === '34-200';
      const share = early ? earlyDelivery(friday) : week;
      const drift = project.drift * draws(`due ${key(project, line)} ${friday}`).between(0.9, 1.1);
      backlog.set(
        key(project, line),
        (backlog.get(key(project, line)) ?? 0) + project.cost * line.share * share * drift,
      );
    }
  }
}

function earlyDelivery(friday: IsoDate): number {
  return friday >= '2026-07-06' && friday < '2026-08-10' ? 0.17 : 0;
}

export interface HoursRow {
  readonly employee: string;
  readonly project: string;
  readonly code: string;
  readonly costType: string;
  readonly days: string[];
  readonly text: string;
}

export const codeCell = (line: DemoLine): string => (line.phase === '' ? line.code : `${line.phase}/${line.code}`);

/** A week's hours: each worker goes where most of the role's work is due, eight hours a day, the rest is yard time. */
export function weekOfHours(branch: Branch, monday: IsoDate, draws: Draws): HoursRow[] {
  return branch.staff.flatMap((worker) => {
    const random = draws(`hours ${worker.code} ${monday}`);
    if (random.chance(0.07)) return [];
    const days = random.chance(0.12) ? 4 : 5;
    const rows = assignments(branch, worker, { monday, days });
    const worked = rows.reduce((sum, row) => sum + row.count, 0);
    const placed = spread(rows, worker, random);
    const idle = days - worked;
    if (idle <= 0 || random.chance(0.55)) return placed;
    const text = worker.role === 'office' ? 'Office' : 'Yard';
    return [...placed, row(worker, { project: '', code: '' }, hoursFrom(worked, idle), text)];
  });
}

interface Assignment {
  readonly project: DemoProject;
  readonly line: DemoLine;
  readonly count: number;
}

function assignments(
  { projects, backlog }: Branch,
  worker: DemoEmployee,
  { monday, days }: { readonly monday: IsoDate; readonly days: number },
): readonly Assignment[] {
  const dayCost = Number(worker.rates[0]) * 8;
  const open = linesFor(projects, worker.role, monday)
    .map(({ project, line }) => ({ project, line, due: backlog.get(key(project, line)) ?? 0 }))
    .filter(({ due }) => due >= dayCost * 0.6)
    .sort((one, other) => other.due - one.due)
    .slice(0, 2);
  const found: Assignment[] = [];
  let left = days;
  for (const { project, line, due } of open) {
    const count = Math.min(
      left,
      Math.max(1, Math.round(due / dayCost)),
      open.length > 1 && found.length === 0 ? 3 : left,
    );
    if (count <= 0) continue;
    found.push({ project, line, count });
    backlog.set(key(project, line), due - count * dayCost);
    left -= count;
  }
  return found;
}

function linesFor(projects: readonly DemoProject[], role: DemoRole, day: IsoDate) {
  return projects
    .filter((project) => underWay(project, day))
    .flatMap((project) => project.lines.filter((line) => line.role === role).map((line) => ({ project, line })));
}

function spread(rows: readonly Assignment[], worker: DemoEmployee, random: Seeded): HoursRow[] {
  let from = 0;
  return rows.map(({ project, line, count }) => {
    const hours = hoursFrom(from, count).map((cell) => (cell === '8' && random.chance(0.08) ? '9.5' : cell));
    from += count;
    return row(worker, { project: project.code, code: codeCell(line) }, hours, '');
  });
}

function hoursFrom(from: number, count: number): string[] {
  return Array.from({ length: 7 }, (_, day) => (day >= from && day < from + count ? '8' : ''));
}

function row(worker: DemoEmployee, where: { project: string; code: string }, days: string[], text: string): HoursRow {
  return { employee: worker.code, ...where, costType: '', days, text };
}

/** Bills of a week: what is due on a line is billed once it is worth a delivery. */
export function weekOfBills({ projects, backlog }: Branch, friday: IsoDate, draws: Draws): BillRow[] {
  return projects.flatMap((project) =>
    project.lines
      .filter((line) => line.role === undefined)
      .flatMap((line) => {
        const random = draws(`bills ${key(project, line)} ${friday}`);
        const due = backlog.get(key(project, line)) ?? 0;
        const worth = Math.min(26_000, Math.max(1_200, project.cost * line.share * 0.06)) * random.between(0.7, 1.4);
        if (due < worth || !underWay(project, friday)) return [];
        const net = Math.round(due * 100) / 100;
        backlog.set(key(project, line), 0);
        return billOf({ project, line, net, friday }, random);
      }),
  );
}

interface Delivery {
  readonly project: DemoProject;
  readonly line: DemoLine;
  readonly net: number;
  readonly friday: IsoDate;
}

/** The last number that each supplier gave a bill of its own. */
const lastNumbers = new Map<string, number>();

function billOf({ project, line, net, friday }: Delivery, random: Seeded): BillRow[] {
  const who = random.oneOf(SUPPLIERS.filter(({ delivers }) => delivers.includes(line.code)));
  const earlier = plusDays(friday, -Math.floor(random.between(0, 4)));
  const datedOn = monthOf(earlier) === monthOf(friday) ? earlier : friday;
  const number = (lastNumbers.get(who.code) ?? 4_100) + Math.floor(random.between(3, 40));
  lastNumbers.set(who.code, number);
  const head: BillRow = {
    ...BLANK_BILL_ROW,
    supplier: who.code,
    number: `${who.code.slice(0, 2)}${number}`,
    datedOn,
    dueOn: plusDays(datedOn, who.termsDays),
  };
  const where = { project: project.code, code: codeCell(line), costType: costTypeOf(line.code) };
  if (random.chance(0.35) && net > 4_000) {
    const first = Math.round(net * random.between(0.4, 0.7) * 100) / 100;
    const second = Math.round((net - first) * 100) / 100;
    return [
      { ...head, ...where, total: net.toFixed(2), net: first.toFixed(2), text: 'First part' },
      { ...BLANK_BILL_ROW, ...where, net: second.toFixed(2), text: 'Second part' },
    ];
  }
  return [{ ...head, ...where, total: net.toFixed(2), net: net.toFixed(2) }];
}

/** Keeps the sheet as a draft and posts it, warnings seen and accepted. */
export async function postSheet(door: FrontDoor, month: string, sheet: unknown): Promise<readonly PostedDocument[]> {
  const kept = { month, sheet, preview: false };
  const draft = await door.order<{ id: number; version: number }>('POST', '/drafts', kept);
  const posting = { month, version: draft.version, acceptWarnings: true };
  return (await door.order<{ documents: PostedDocument[] }>('POST', `/drafts/${draft.id}/posting`, posting)).documents;
}

interface PostedDocument {
  readonly id: number;
  readonly number: string;
}

export const blankBill = BLANK_BILL_ROW;
