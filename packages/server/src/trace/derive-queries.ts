import { budgetFigures, revisedBudget } from '@lowtide/core/budget/budget-against-actual.ts';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { opposite, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { contractNet } from '@lowtide/core/progress/project-position.ts';
import { hasEnded } from '@lowtide/core/progress/stage.ts';
import { nettedContracts } from '@lowtide/core/reports/balance-sheet/figures.ts';
import { money, positionDerivation, type Derivation, type DerivationInput } from '@lowtide/core/trace/derivation.ts';
import type { DerivedName, Figure } from '@lowtide/core/trace/figure.ts';
import { FORMULAS } from '@lowtide/core/trace/formulas.ts';
import type { Db } from '../database/schema.ts';
import { billableParts } from '../billable-work/unbilled-work-queries.ts';
import { costCodes } from '../company/list-queries.ts';
import { postedValue, type PostedFigure } from './figure-queries.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { projectTotals } from '../ledger/balance-queries.ts';
import { committedByOrder } from '../orders/commitment-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { budgetChanges, contractChanges, type ContractChange } from '../projects/contract-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { variableAmounts } from '../projects/variable-amount-queries.ts';
import { projects } from '../company/project-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { CODING_NAMES } from '@lowtide/core/ledger/dimensions.ts';
import type { CodingAsked } from '../database/coding-columns.ts';

export type DerivedFigure = Figure & { readonly name: DerivedName };

/** How a worked-out figure comes about. Null where it is about nothing in the books. */
export async function derivationOf(db: Db, figure: DerivedFigure, known: number | null): Promise<Derivation | null> {
  const at: AsOf = { through: figure.through, known };
  if (figure.name === 'contract-assets' || figure.name === 'contract-liabilities') return netted(db, figure, at);
  if (figure.name === 'result-margin') return resultMargin(db, figure, at);
  if (typeof figure.project !== 'number') return null;
  if (figure.name === 'contract') return priceDerivation(db, figure.project, at);
  if (figure.name === 'agreed-price') return contractDerivation(db, figure.project, at);
  if (figure.name === 'budget') return budgetDerivation(db, figure, at);
  if (figure.name === 'committed') return committedDerivation(db, figure, at);
  if (figure.name === 'line-estimate' || figure.name === 'remaining' || figure.name === 'variance') {
    return lineDerivation(db, figure, at);
  }
  const { percentDecimals } = await companyAt(db, await bounds(db, at));
  const [standing] = await standingProjects(db, at, { only: figure.project });
  if (!standing) return null;
  const derivation = positionDerivation(figure.name, {
    position: standing.position,
    costRecognized: standing.totals.expensed,
    lossExpense: standing.totals.loss,
    through: figure.through,
    kept: percentDecimals,
  });
  if (figure.name === 'billable') return { ...derivation, inputs: await billableInputs(db, figure, at) };
  const isByLines = figure.name === 'estimate' && !hasEnded(standing.position.stage) && !standing.position.override;
  if (!isByLines) return derivation;
  const { forecastMonth } = standing.position;
  return { ...derivation, inputs: await lineInputs(db, figure, { at, forecastMonth }) };
}

/** What work of time and materials is worth, and what was written down of it. */
async function billableInputs(db: Db, figure: Figure, at: AsOf): Promise<readonly DerivationInput[]> {
  const project = typeof figure.project === 'number' ? figure.project : 0;
  const parts = await billableParts(db, project, await bounds(db, at));
  return parts.map(({ label, amount }) => ({ label, value: money(amount) }));
}

/** What each line of the project comes to at completion; together they are its estimate. */
async function lineInputs(
  db: Db,
  figure: Figure,
  { at, forecastMonth }: { readonly at: AsOf; readonly forecastMonth: Month | null },
): Promise<readonly DerivationInput[]> {
  const project = typeof figure.project === 'number' ? figure.project : 0;
  const [record] = await projects(db, project);
  const codes = new Map((await costCodes(db)).map((code) => [code.id as number, code]));
  return (await budgetAgainstActual(db, at, [project])).map((row) => {
    const { phase, costCode, costType } = row.coding;
    const code = codes.get(costCode);
    const before = phase === null ? '' : `${record?.phases.find(({ id }) => id === phase)?.code ?? ''}/`;
    const isForecast = row.forecast !== null && forecastMonth !== null;
    const otherwise = row.budget === null ? 'cost and orders without budget' : 'budget, or cost and orders';
    const by = isForecast ? `Forecast of ${monthText(forecastMonth)}` : otherwise;
    return {
      label: `${before}${code?.code ?? ''} ${code?.name ?? ''}, ${costType} · ${by}`,
      value: money(budgetFigures(row).estimate),
      figure: {
        ...{ name: 'line-estimate', project, costCode, costType },
        phase: phase ?? 'none',
        through: at.through,
      },
    };
  });
}

/** Profit as a share of revenue, over the same months, projects or clients. */
async function resultMargin(db: Db, figure: DerivedFigure, asked: AsOf): Promise<Derivation> {
  const at = await bounds(db, asked);
  const side = async (name: 'profit' | 'revenue', label: string) => {
    const of: PostedFigure = { ...figure, name };
    const amount = await postedValue(db, of, at);
    return { amount, input: { label, value: money(amount), figure: of } };
  };
  const [profit, revenue] = [await side('profit', 'Profit'), await side('revenue', 'Revenue')];
  return {
    formula: 'profit ÷ revenue',
    value: revenue.amount === 0 ? { kind: 'none' } : { kind: 'ratio', ratio: ratio(profit.amount, revenue.amount) },
    inputs: [profit.input, revenue.input],
  };
}

/** Each contract's net by itself; those on the side asked for add up to the figure. */
async function netted(db: Db, figure: DerivedFigure, at: AsOf): Promise<Derivation> {
  const totals = await projectTotals(db, { ...(await bounds(db, at)), from: null });
  const names = new Map((await projects(db)).map(({ id, code, name }) => [id as number, `${code} ${name}`]));
  const nets = totals.map((of) => ({ project: of.project, net: contractNet(of) }));
  const assets = figure.name === 'contract-assets';
  const shown = nets.filter(({ net }) => (assets ? net > 0 : net < 0));
  const both = nettedContracts(nets.map(({ net }) => net));
  const inputs: DerivationInput[] = shown.map(({ project, net }) => ({
    label: names.get(project) ?? '',
    value: money(assets ? net : opposite(net)),
    figure: { name: assets ? 'contract-net' : 'contract-owed', project, through: at.through },
  }));
  return {
    formula: FORMULAS[figure.name],
    value: money(assets ? both.assets : both.liabilities),
    inputs,
  };
}

/** The price: what was agreed, and what of it is included and not agreed, amount by amount. */
async function priceDerivation(db: Db, project: number, at: AsOf): Promise<Derivation> {
  const [agreed, [standing]] = [
    await contractDerivation(db, project, at),
    await standingProjects(db, at, { only: project }),
  ];
  if (standing === undefined || standing.position.included === 0) return agreed;
  const amounts = (await variableAmounts(db, await bounds(db, at), project)).filter(({ amount }) => amount !== 0);
  return {
    formula: FORMULAS.contract,
    value: money(standing.position.contract),
    inputs: [
      ...agreed.inputs,
      ...amounts.map(({ kind, name, on, reason, by, amount }) => ({
        label: [`Included, not agreed: ${kind} ${name}`, dayText(on), reason, by].join(' · '),
        value: money(amount),
      })),
    ],
  };
}

async function contractDerivation(db: Db, project: number, at: AsOf): Promise<Derivation> {
  const changes = await contractChanges(db, await bounds(db, at), project);
  return changesDerivation(
    'original contract + changes by then',
    changes.map((change) => ({ ...change, label: '' })),
  );
}

function changesDerivation(
  formula: string,
  changes: readonly (ContractChange & { readonly label: string })[],
): Derivation {
  return {
    formula,
    value: money(sum(changes.map(({ amountCents }) => amountCents))),
    inputs: changes.map(({ effectiveOn, amountCents, reason, by, label }) => ({
      label: [label, dayText(effectiveOn), reason, by].filter((part) => part !== '').join(' · '),
      value: money(amountCents),
    })),
  };
}

/** What a figure asks of codings; any value of a dimension is asked for like none of it. */
function codingOfFigure(figure: Figure, project: number): CodingAsked & { readonly project: number } {
  const asked = CODING_NAMES.flatMap((name) => {
    const value = figure[name];
    if (value === undefined || value === 'any') return [];
    return [[name, value === 'none' ? null : value] as const];
  });
  return { ...Object.fromEntries(asked), project };
}

async function budgetDerivation(db: Db, figure: Figure, at: AsOf): Promise<Derivation> {
  const project = typeof figure.project === 'number' ? figure.project : 0;
  const changes = await budgetChanges(db, await bounds(db, at), codingOfFigure(figure, project));
  const labelled = changes.map((change) => ({ ...change, label: `${change.code} ${change.costType}` }));
  return changesDerivation('budget lines + changes by then', labelled);
}

/** What is committed of a project or of a coding: what each order still has of it. */
async function committedDerivation(db: Db, figure: Figure, at: AsOf): Promise<Derivation> {
  const project = typeof figure.project === 'number' ? figure.project : 0;
  const of = codingOfFigure(figure, project);
  const rows = await committedByOrder(db, await bounds(db, at), of);
  return {
    formula: 'ordered − billed − received and accrued, line by line of orders, never below zero',
    value: money(sum(rows.map(({ committed }) => committed))),
    inputs: rows.map(({ number, supplier, committed }) => ({
      label: `${number} · ${supplier}`,
      value: money(committed),
    })),
  };
}

async function lineDerivation(db: Db, figure: DerivedFigure, at: AsOf): Promise<Derivation> {
  const project = typeof figure.project === 'number' ? figure.project : 0;
  const phase = typeof figure.phase === 'number' ? figure.phase : null;
  const row = (await budgetAgainstActual(db, at, [project])).find(
    ({ coding }) =>
      coding.phase === phase && coding.costCode === figure.costCode && coding.costType === figure.costType,
  );
  const budget = row ? revisedBudget(row.budget) : ZERO;
  const actual = row?.actual ?? ZERO;
  const forecast = row?.forecast ?? null;
  const ended = row?.ended ?? false;
  const committed = row?.committed ?? ZERO;
  const figures = budgetFigures({ budget: row?.budget ?? null, actual, committed, forecast, ended });
  const inputs: DerivationInput[] = [
    { label: 'Budget', value: money(budget), figure: { ...figure, name: 'budget' } },
    { label: 'Cost', value: money(actual), figure: { ...figure, name: 'cost' } },
    { label: 'Committed', value: money(committed), figure: { ...figure, name: 'committed' } },
  ];
  if (figure.name === 'remaining')
    return { formula: 'budget − cost − committed', value: money(figures.remaining), inputs };
  if (forecast && !ended) {
    inputs.push(
      { label: 'Forecast of the line', value: money(forecast.estimate) },
      { label: 'Change orders approved since', value: money(forecast.approvedSince) },
    );
  }
  const completion = ended
    ? 'its cost, for the project has ended'
    : forecast
      ? 'forecast + change orders approved since'
      : 'the larger of budget and cost + committed';
  if (figure.name === 'variance') {
    return { formula: `budget − (${completion})`, value: money(figures.variance), inputs };
  }
  return { formula: completion, value: money(figures.estimate), inputs };
}
