import type { IsoDate } from '../../calendar/iso-date.ts';
import { monthOf } from '../../calendar/month.ts';
import { textIn } from '../../cells/cell.ts';
import type { Account } from '../../ledger/account.ts';
import { COST_ROLES } from '../../ledger/account.ts';
import type { Line } from '../../ledger/journal-entry.ts';
import { opposite, sum, cents } from '../../money/cents.ts';
import { openDayFrom } from '../../months/open-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  problemsOf,
  refused,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import { needsProject } from '../../coding/stray.ts';
import { budgetWarnings, heldToBudget, type CodedCost } from '../budget-warnings.ts';
import type { Catalog } from '../catalog.ts';
import { codingIn, type ReadCoding } from '../coding.ts';
import { allows, type DocumentKind } from '../kinds.ts';
import type { Posting } from '../posting.ts';
import type { RecodeForm } from './form.ts';
import { linesRecoded, type Recoded } from './post.ts';
import { CODING_NAMES, codingOfLine } from '../../ledger/dimensions.ts';

/** A posted line as far as it may be coded otherwise. */
export interface PostedLine extends Line {
  readonly id: number;
  readonly postedOn: IsoDate;
  readonly of: { readonly id: number; readonly kind: DocumentKind; readonly number: string };
  readonly isReversed: boolean;
  /** Number of the recoding that counts; null where it was not coded otherwise. */
  readonly recodedBy: string | null;
}

/** Whether a line may be coded otherwise: it costs, or should be cost of a project. */
export function isRecodable(line: PostedLine, account: Account): boolean {
  const isCost =
    COST_ROLES.some((role) => role === account.role) || needsProject(account) || account.type === 'expense';
  return isCost && allows(line.of.kind, 'recode') && !line.isReversed && line.recodedBy === null;
}

export interface RecodeReading {
  readonly posting: Posting | null;
  /** The lines that are coded otherwise, in the order typed. */
  readonly lines: readonly number[];
  readonly costs: readonly CodedCost[];
  readonly problems: readonly Problem[];
  readonly warnings: readonly Warning[];
}

interface ReadLine extends Recoded {
  readonly id: number;
  readonly at: string;
}

/** Where posted lines belong: a document that posts each with its signs turned, and once more where it belongs. */
export function readRecode(form: RecodeForm, posted: readonly PostedLine[], catalog: Catalog): RecodeReading {
  const read = form.lines.map((typed, place) => lineIn(typed, `lines/${place}`, { posted, catalog }));
  const lines = listed(read);
  const text = textIn({ typed: form.reason, at: 'reason' }, 'the reason', 200);
  const parts = gathered({ lines, text });
  const twice = form.lines.flatMap(({ line }, place): readonly Problem[] =>
    form.lines.findIndex((each) => each.line === line) === place ? [] : [{ at: `lines/${place}`, kind: 'line-twice' }],
  );
  const costs = parts.ok ? parts.value.lines.flatMap(movedCost(catalog)) : [];
  const reading = {
    posting: parts.ok && twice.length === 0 ? recodePosting(parts.value, form, catalog) : null,
    lines: form.lines.map(({ line }) => line),
    costs,
    problems: [...problemsOf(parts), ...twice],
    warnings: budgetWarnings(costs, catalog),
  };
  return heldToBudget(reading, catalog);
}

interface Books {
  readonly posted: readonly PostedLine[];
  readonly catalog: Catalog;
}

function lineIn(typed: RecodeForm['lines'][number], at: string, { posted, catalog }: Books): Decision<ReadLine> {
  const line = posted.find(({ id }) => id === typed.line);
  const account = catalog.accounts.find(({ id }) => id === line?.account);
  if (line === undefined || account === undefined) return refused({ at, kind: 'not-there', subject: 'posted line' });
  const coding = codingIn(typed, at, catalog);
  return following(gathered({ coding, may: mayMove(line, account, at) }), ({ coding: to }) =>
    mapped(isElsewhere(line, to, at), () => ({
      ...{ id: line.id, at, line, account, postsOn: openDayFrom(line.postedOn, catalog.lockedThrough) },
      ...{ project: to.project, coding: to.coding },
    })),
  );
}

function mayMove(line: PostedLine, account: Account, at: string): Decision<true> {
  if (isRecodable(line, account)) return accepted(true);
  if (line.recodedBy !== null) return refused({ at, kind: 'recoded-already', number: line.recodedBy });
  return refused({ at, kind: 'not-recodable', number: line.of.number });
}

function isElsewhere(line: PostedLine, { coding }: ReadCoding, at: string): Decision<true> {
  const isSame = CODING_NAMES.every((name) => line[name] === coding[name]);
  return isSame ? refused({ at, kind: 'coded-so-already' }) : accepted(true);
}

/** What moves: off the coding it has, where it has one, and onto the new one. */
function movedCost({ projects, workingMonth }: Catalog) {
  return ({ line, project, coding, at, postsOn }: ReadLine): readonly CodedCost[] => {
    if (monthOf(postsOn) > workingMonth) return [];
    const from = projects.find(({ id }) => id === line.project);
    const was = codingOfLine(line);
    const before: readonly CodedCost[] =
      from === undefined || was === null
        ? []
        : [
            {
              ...{ project: from, cost: opposite(line.amount), at: `${at}/project` },
              coding: was,
            },
          ];
    return [...before, { project, coding, cost: line.amount, at: `${at}/code` }];
  };
}

function recodePosting(
  { lines, text }: { readonly lines: readonly ReadLine[]; readonly text: string },
  form: RecodeForm,
  { roles, span }: Catalog,
): Posting {
  const projects = new Set(lines.map(({ project }) => project.id));
  const [only] = projects;
  return {
    kind: 'recode',
    number: null,
    party: null,
    project: projects.size === 1 ? (only ?? null) : null,
    datedOn: span.today,
    dueOn: null,
    gross: sum(lines.map(({ line }) => cents(Math.abs(line.amount)))),
    memo: text,
    body: form,
    entries: linesRecoded(roles, lines),
    effects: [{ kind: 'recoded-lines', lines: lines.map(({ id }) => id) }],
  };
}
