import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { budgetFigures, revisedBudget } from '@lowtide/core/budget/budget-against-actual.ts';
import { plusMonths, monthText } from '@lowtide/core/calendar/month.ts';
import { codeLabel } from '@lowtide/core/documents/budget-warnings.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { codingKey, type Coding } from '@lowtide/core/ledger/dimensions.ts';
import { cents, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { earning } from '@lowtide/core/progress/earning.ts';
import { CAUSES } from '@lowtide/core/progress/month-causes.ts';
import {
  explainedByMonth,
  explainedByPlan,
  stepsTogether,
  type Explained,
  type PlannedLine,
  type Step,
} from '@lowtide/core/reports/profit-explained/figures.ts';
import { STEPS, stepText, type AGAINST } from '@lowtide/core/reports/profit-explained/names.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import type { Answer } from '../http/api.ts';
import type { Clock } from '../http/context.ts';
import { bounds, nameOf, type AsOf } from '../ledger/as-of-queries.ts';
import { codingAmounts } from '../ledger/balance-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { knownThen } from './known-then-queries.ts';
import { materialInUnits } from './material-units-queries.ts';

interface Asked {
  readonly against: (typeof AGAINST)[number];
  readonly project?: number | undefined;
  readonly client?: number | undefined;
  readonly clock: Clock;
}

type Row = Answer<'profit-explained'>['rows'][number];

interface ExplainedProject {
  readonly standing: StandingProject;
  readonly explained: Explained;
}

/** Why profit to date of a project, a client or the company is what it is. */
export async function profitExplained(db: Db, at: AsOf, asked: Asked): Promise<Answer<'profit-explained'>> {
  const of = (await standingProjects(db, at, asked.project === undefined ? {} : { only: asked.project })).filter(
    ({ record }) => record.kind === 'client' && (asked.client === undefined || record.client === asked.client),
  );
  const { percentDecimals: kept } = await companyAt(db, await bounds(db, at));
  const said = of.filter(
    ({ position }) => !NOT_BY_WORK.has(position.project.method) && !earning(position, kept).isHeld,
  );
  const explained = asked.against === 'month' ? byMonth : byPlan;
  const projects = await explained(db, at, { standing: said, kept, asked });
  const steps = stepsTogether(
    projects.flatMap((each) => each.explained.steps),
    asked.against === 'month' ? CAUSES : STEPS,
  );
  const from = sum(projects.map((each) => each.explained.from));
  return {
    fromCents: from,
    toCents: sum(projects.map((each) => each.explained.to)),
    steps: steps.map(({ name, amount }) => ({ name, text: stepText(name), amountCents: amount })),
    rows: await rowsOf(db, at, { projects, from, steps, against: asked.against }),
    leftOut: of.length - said.length,
  };
}

/** These have no plan of the work that cost could be held against. */
const NOT_BY_WORK: ReadonlySet<string> = new Set(['none', 'as-billed', 'as-billable']);

interface Wanted {
  readonly standing: readonly StandingProject[];
  readonly kept: Parameters<typeof earning>[1];
  readonly asked: Asked;
}

/** Since the month before, as it was known when it was done with. */
async function byMonth(db: Db, at: AsOf, { standing, kept, asked }: Wanted): Promise<readonly ExplainedProject[]> {
  const before = await monthBefore(db, at, asked.clock);
  const keptThen = (await companyAt(db, await bounds(db, before))).percentDecimals;
  const only = asked.project === undefined ? {} : { only: asked.project };
  const then = new Map((await standingProjects(db, before, only)).map(({ record, position }) => [record.id, position]));
  return standing.map((each) => {
    const position = then.get(each.record.id);
    const was = position === undefined ? null : { position, kept: keptThen };
    return { standing: each, explained: explainedByMonth(was, { position: each.position, kept }) };
  });
}

async function monthBefore(db: Db, { through, known }: AsOf, clock: Clock): Promise<AsOf> {
  const before = plusMonths(through, -1);
  return { through: before, known: await knownThen(db, before, known, clock) };
}

/** Against the budget, or against what the lines were forecast to cost the month before. */
async function byPlan(db: Db, at: AsOf, { standing, kept, asked }: Wanted): Promise<readonly ExplainedProject[]> {
  const ids = standing.map(({ record }) => record.id as number);
  const limits = await bounds(db, at);
  const rows = await budgetAgainstActual(db, at, ids);
  const planned =
    asked.against === 'forecast' ? await forecastThen(db, await monthBefore(db, at, asked.clock), ids) : null;
  const taken = new Map<string, number>();
  for (const { coding, quantity: units } of await codingAmounts(
    db,
    { ...limits, from: null },
    { roles: COST_ROLES, projects: ids },
  )) {
    if (coding !== null) taken.set(codingKey(coding), (taken.get(codingKey(coding)) ?? 0) + units);
  }
  const inUnits =
    asked.project === undefined
      ? await keptByProject(db, `material in units ${nameOf(at)}`, (only) => materialInUnits(db, limits, only))
      : await materialInUnits(db, limits, asked.project);
  const lines = groupedBy(
    rows.map((row): PlannedLine => ({
      coding: row.coding,
      planned: planned === null ? revisedBudget(row.budget) : (planned.get(codingKey(row.coding)) ?? cents(0)),
      // Forecasts are of cost alone.
      units: planned === null ? (row.budget?.units ?? { kind: 'none' }) : { kind: 'none' },
      ...{ actual: row.actual, actualUnits: quantity(taken.get(codingKey(row.coding)) ?? 0) },
      actualInUnits:
        row.coding.costType === 'material'
          ? (inUnits.get(row.coding.project)?.get(codingKey(row.coding)) ?? cents(0))
          : row.actual,
    })),
    ({ coding }) => coding.project as number,
  );
  return standing.map((each) => ({
    standing: each,
    explained: explainedByPlan(each.position, lines.get(each.record.id) ?? [], kept),
  }));
}

async function forecastThen(db: Db, at: AsOf, ids: readonly number[]): Promise<ReadonlyMap<string, Cents>> {
  return new Map(
    (await budgetAgainstActual(db, at, ids)).map((row) => [codingKey(row.coding), budgetFigures(row).estimate]),
  );
}

interface Told {
  readonly projects: readonly ExplainedProject[];
  readonly from: Cents;
  readonly steps: ReturnType<typeof stepsTogether>;
  readonly against: Asked['against'];
}

/** Parts of a step that are named at once, the largest first. */
const FIRST_PARTS = 8;

async function rowsOf(db: Db, at: AsOf, { projects, from, steps, against }: Told): Promise<Row[]> {
  if (projects.length === 0) return [];
  const codes = { costCodes: await costCodes(db) };
  const isOne = projects.length === 1;
  let after = from as number;
  const told = steps.flatMap(({ name, amount }): Row[] => {
    const before = cents(after);
    after += amount;
    const parts = isOne
      ? projects.flatMap(({ standing, explained }) =>
          explained.steps
            .filter((step) => step.name === name)
            .flatMap((step) =>
              linePart(step, standing, { at, label: (coding) => codeLabel(standing.record, coding, codes) }),
            ),
        )
      : projects.flatMap((each) => projectPart(each, name));
    return [
      {
        ...BLANK,
        kind: 'step',
        text: stepText(name),
        amountCents: amount,
        beforeCents: before,
        afterCents: cents(after),
      },
      ...firstParts(parts),
    ];
  });
  const begun = {
    month: `Profit to the end of ${monthText(plusMonths(at.through, -1))}`,
    estimate: 'Profit that was planned for the work done',
    forecast: `Profit that was forecast for the work done, ${monthText(plusMonths(at.through, -1))}`,
  }[against];
  return [
    { ...BLANK, kind: 'from', text: begun, amountCents: from, beforeCents: cents(0), afterCents: from },
    ...told,
    {
      ...{ ...BLANK, kind: 'to', text: `Profit to the end of ${monthText(at.through)}` },
      ...{ amountCents: cents(after), beforeCents: cents(0), afterCents: cents(after) },
    },
  ];
}

const BLANK = {
  detail: '',
  projectId: null,
  beforeCents: null,
  afterCents: null,
  plannedCents: null,
  cost: null,
} as const;

function firstParts(parts: readonly Row[]): readonly Row[] {
  const sorted = parts.toSorted((one, other) => Math.abs(other.amountCents) - Math.abs(one.amountCents));
  const rest = sorted.slice(FIRST_PARTS);
  if (rest.length === 0) return sorted;
  const amount = rest.reduce((all, { amountCents }) => all + amountCents, 0);
  const others: Row = {
    ...BLANK,
    kind: 'part',
    text: `${rest.length} others`,
    amountCents: cents(amount),
    afterCents: null,
  };
  return [...sorted.slice(0, FIRST_PARTS), others];
}

interface LineNames {
  readonly at: AsOf;
  readonly label: (coding: Coding) => string;
}

function linePart(
  { line, amount, units }: Step,
  { record }: StandingProject,
  { at, label }: LineNames,
): readonly Row[] {
  if (line === null) return [];
  const { coding, forWork, actual } = line;
  const figure = figureKey({ ...coding, name: 'cost', phase: coding.phase ?? 'none', through: at.through });
  return [
    {
      ...{ ...BLANK, kind: 'part', text: label(coding), projectId: record.id, amountCents: amount },
      detail: units === null ? '' : `${short(units.taken)} ${units.unit} for ${short(units.planned)} planned`,
      ...{ plannedCents: forWork, cost: { amountCents: actual, figure } },
    },
  ];
}

function short(of: Quantity): string {
  return tenThousandths(Math.round(of / 1_000) * 1_000);
}

function projectPart({ standing: { record }, explained }: ExplainedProject, name: Step['name']): readonly Row[] {
  const amount = sum(explained.steps.filter((step) => step.name === name).map((step) => step.amount));
  if (amount === 0) return [];
  const text = `${record.code} ${record.name}`;
  return [{ ...BLANK, kind: 'part', text, projectId: record.id, amountCents: amount }];
}
