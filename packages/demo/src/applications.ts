import { lastDay, type Month } from '@lowtide/core/calendar/month.ts';
import type { FrontDoor } from './front-door.ts';
import { postSheet } from './weeks.ts';
import type { DemoProject } from './projects.ts';

interface ScheduleLine {
  readonly number: number;
  readonly name: string;
  readonly valueCents: number;
  readonly workCents: number;
  readonly storedCents: number;
  readonly complete: { readonly numerator: number; readonly denominator: number } | null;
}

/** Brought to the site in one month and put in place in another. */
const STORED: Readonly<Record<string, string>> = { '2026-09': '18,400', '2026-12': '0' };

const BLANK = { percent: '', amount: '', stored: '', mayExceed: '', text: '' };

/** What is asked of the client for a month: each line as far as its cost got, to the next lower five hundred. */
export async function applyForPayment(door: FrontDoor, project: DemoProject, month: Month): Promise<string | null> {
  const { rows } = await door.ask<{ rows: { id: number; code: string }[] }>(`/projects?through=${month}`);
  const id = rows.find(({ code }) => code === project.code)?.id;
  const { lines } = await door.ask<{ lines: readonly ScheduleLine[] }>(
    `/project-billing?project=${id}&through=${month}`,
  );
  const asked = lines.flatMap((line, place) => {
    const stored = place === 3 ? (STORED[month] ?? '') : '';
    const amount = amountOf(line, stored, project.follows ?? 1);
    if (amount <= 0 && stored === '') return [];
    return [{ ...BLANK, line: String(line.number), amount: amount > 0 ? String(amount) : '', stored }];
  });
  if (asked.length === 0) return null;
  const sheet = { kind: 'applications', project: project.code, datedOn: lastDay(month), replaces: '', taxCode: '' };
  const [posted] = await postSheet(door, month, { ...sheet, text: `Work through ${month}`, rows: asked });
  return posted?.number ?? null;
}

/** Work of a line this time, in dollars: what leaves the store comes on top, so it is left out here. */
function amountOf(
  { valueCents, workCents, storedCents, complete }: ScheduleLine,
  stored: string,
  follows: number,
): number {
  if (complete === null || valueCents <= 0) return 0;
  const reached = Math.min(0.95, (complete.numerator / complete.denominator) * follows);
  const kept = stored === '' ? storedCents : Number(stored.replace(',', '')) * 100;
  const putInPlace = Math.max(0, storedCents - kept);
  return Math.floor((valueCents * reached - workCents - kept - putInPlace) / 50_000) * 500;
}

/** The client certifies as asked; in one month a part of a line less, for it was not graded. */
export async function certify(door: FrontDoor, month: Month, number: string): Promise<void> {
  const begun = { kind: 'certificates', application: number, datedOn: '', dueOn: '', taxCode: '', text: '' };
  await postSheet(door, month, { ...begun, rows: month === '2026-11' ? await less(door, month, number) : [] });
}

async function less(door: FrontDoor, month: Month, number: string) {
  const { rows } = await door.ask<{ rows: { id: number; number: string }[] }>(
    `/documents?through=${month}&kind=application`,
  );
  const id = rows.find((row) => row.number === number)?.id;
  const { sheet } = await door.ask<{ sheet: { rows: { line: string }[] } }>(`/documents/${id}/certificate-sheet`);
  const [first] = sheet.rows;
  if (first === undefined) return [];
  return [{ line: first.line, certified: '500', stored: '', reason: 'Not graded to the agreed level yet' }];
}
