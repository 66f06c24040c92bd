import { monthText } from '../calendar/month.ts';
import type { Cents } from '../money/cents.ts';
import { cents, difference } from '../money/cents.ts';
import { dollars } from '../money/dollars.ts';
import { percent, type Ratio } from '../money/ratio.ts';
import { atZeroMargin, estimateAtCompletion, marginAtCompletion } from '../progress/estimate-at-completion.ts';
import type { KeptDecimals } from '../progress/measured-progress.ts';
import { earning } from '../progress/earning.ts';
import { progress } from '../progress/progress.ts';
import { priceOf, type ProjectPosition } from '../progress/project-position.ts';
import { hasEnded } from '../progress/stage.ts';
import { FORMULAS } from './formulas.ts';
import type { DerivedName, Figure, FigureName } from './figure.ts';

export type FigureValue =
  | { readonly kind: 'money'; readonly amount: Cents }
  | { readonly kind: 'ratio'; readonly ratio: Ratio }
  | { readonly kind: 'none' };

export interface DerivationInput {
  readonly label: string;
  readonly value: FigureValue;
  /** Where the input itself comes from; left out where it is the ground: a change of contract or budget, an override. */
  readonly figure?: Figure;
}

/** How a figure is worked out: its formula in words, and the inputs with their values. */
export interface Derivation {
  readonly formula: string;
  readonly value: FigureValue;
  readonly inputs: readonly DerivationInput[];
}

export const money = (amount: Cents): FigureValue => ({ kind: 'money', amount });

/** A value for people. */
export function valueText(value: FigureValue): string {
  switch (value.kind) {
    case 'money':
      return dollars(value.amount);
    case 'ratio':
      return `${percent(value.ratio)} %`;
    case 'none':
      return 'none';
  }
}

/** Project figures worked out from the project's position. Contract and budget have their own histories. */
export type PositionFigure = Exclude<
  DerivedName,
  | 'contract'
  | 'agreed-price'
  | 'budget'
  | 'line-estimate'
  | 'result-margin'
  | 'contract-assets'
  | 'contract-liabilities'
  | 'committed'
  | 'remaining'
  | 'variance'
>;

export interface PositionAt {
  readonly position: ProjectPosition;
  readonly costRecognized: Cents;
  readonly lossExpense: Cents;
  readonly through: Figure['through'];
  readonly kept: KeptDecimals;
}

/** The value of one project figure with its formula and inputs. */
export function positionDerivation(name: PositionFigure, at: PositionAt): Derivation {
  const { position } = at;
  const estimate = estimateAtCompletion(position);
  const input = inputs(at);
  const price = priceOf(position);
  const contract = input(
    price.figure,
    { contract: 'Contract price', billed: 'Billed, without a price', billable: 'Billable, without a limit' }[
      price.figure
    ],
    price.amount,
  );
  const completion = input('estimate', 'Estimated cost at completion', estimate);
  const cost = input('cost', 'Cost to date', position.costToDate);
  const earned = input('earned', 'Earned', position.earned);
  const profit = difference(price.amount, estimate);
  switch (name) {
    case 'estimate':
      return estimateDerivation(at, estimate);
    case 'complete':
      return completeDerivation(
        at,
        position.project.method === 'as-billed'
          ? [input('billed', 'Billed', position.billed), contract]
          : position.project.method === 'as-billable'
            ? [input('billable', 'Billable', position.billable), contract]
            : position.split === null
              ? [cost, completion, ...zeroMarginInputs(position)]
              : [...obligationInputs(at), contract],
      );
    case 'billable':
      return of(FORMULAS.billable, position.billable, []);
    case 'overbilled': {
      const billed = input('billed', 'Billed', position.billed);
      return of('billed − earned', difference(position.billed, position.earned), [billed, earned]);
    }
    case 'profit-at-completion':
      return of('contract price − estimated cost at completion', profit, [contract, completion]);
    case 'margin': {
      const margin = marginAtCompletion(position);
      const value: FigureValue = margin === null ? { kind: 'none' } : { kind: 'ratio', ratio: margin };
      const formula = '(contract price − estimated cost at completion) ÷ contract price';
      return { formula, value, inputs: [contract, completion] };
    }
    case 'profit-to-date': {
      const recognized = input('cost-recognized', 'Cost recognized', at.costRecognized);
      const loss = input('loss-expense', 'Expected loss provided for', at.lossExpense);
      const amount = cents(position.earned - at.costRecognized - at.lossExpense);
      return of('earned − cost recognized − expected loss', amount, [earned, recognized, loss]);
    }
    case 'backlog':
      return of('contract price − earned', difference(price.amount, position.earned), [contract, earned]);
    case 'cost-to-complete':
      return of('estimated cost at completion − cost to date', difference(estimate, position.costToDate), [
        completion,
        cost,
      ]);
  }
}

function of(formula: string, amount: Cents, from: readonly DerivationInput[]): Derivation {
  return { formula, value: money(amount), inputs: from };
}

function inputs({ position, through }: PositionAt) {
  return (name: FigureName, label: string, amount: Cents): DerivationInput => ({
    label,
    value: money(amount),
    figure: { name, project: position.project.id, through },
  });
}

function estimateDerivation(at: PositionAt, estimate: Cents): Derivation {
  const { position } = at;
  const input = inputs(at);
  if (hasEnded(position.stage)) {
    const cost = input('cost', 'Cost to date', position.costToDate);
    return of(`the project is ${position.stage}: what it has cost`, estimate, [cost]);
  }
  if (position.override) {
    const label = `Set by hand: ${position.override.reason}`;
    const { amount, approvedSince } = position.override;
    return of('estimate set by hand + change orders approved since', estimate, [
      { label, value: money(amount) },
      { label: 'Approved since', value: money(approvedSince) },
    ]);
  }
  const beyond = money(difference(position.lineEstimates, position.budget));
  const label =
    position.forecastMonth === null
      ? 'Cost and orders above budget'
      : `Forecast of ${monthText(position.forecastMonth)}`;
  return of(
    'each line by its forecast and the change orders since, or, without one, the larger of budget and what is cost or committed',
    estimate,
    [
      input('budget', 'Budget', position.budget),
      { label: `${label}, more or less than budget, line by line`, value: beyond },
    ],
  );
}

/** What is left out on both sides of the percent complete. */
function zeroMarginInputs(position: ProjectPosition): readonly DerivationInput[] {
  const { cost, estimate } = atZeroMargin(position);
  const wasted = position.wasted;
  const waste = wasted === 0 ? [] : [{ label: 'Wasted cost, left out of both', value: money(wasted) }];
  if (cost === 0 && estimate === 0) return waste;
  return [
    ...waste,
    { label: 'Cost of lines carried at zero margin, left out', value: money(cost) },
    { label: 'Estimate of lines carried at zero margin, left out', value: money(estimate) },
  ];
}

/** What each obligation of a split contract has earned as if recognized now. */
function obligationInputs({ position, kept }: PositionAt): readonly DerivationInput[] {
  return earning(position, kept).parts.map(
    ({ obligation: { code, name }, earning: { earnedToDate, progress: of } }) => ({
      label: `${code} ${name}, ${percent(of.complete)} % complete: earned`,
      value: money(earnedToDate),
    }),
  );
}

function completeDerivation(at: PositionAt, from: readonly DerivationInput[]): Derivation {
  const reached = progress(at.position, at.kept);
  const kept = at.kept === null ? '' : `, kept to ${at.kept} decimals`;
  const formula = {
    'not-told': 'nothing was told of its progress yet',
    'earns-its-cost': 'no estimate yet: it earns what it costs, and nobody knows how much is done',
    'until-finished': 'a completed contract: nothing is complete before it is finished',
    surveyed: `the percent that was surveyed last${kept}`,
    'by-hours': `hours worked ÷ (hours worked + hours still to come by the forecast)${kept}`,
    'by-units': `units done ÷ units in all${kept}`,
    'by-milestones': `weights of the milestones reached ÷ all weights${kept}`,
    'not-measured': 'progress of this project is not measured',
    'no-estimate': 'no estimate yet, so nothing is complete',
    'no-contract': `no contract yet, so nothing is earned: cost to date ÷ estimated cost at completion${kept}`,
    'not-begun': 'no cost yet',
    'as-billable': 'earned as billable: billable value ÷ limit, at most all of it; without a limit it is not measured',
    'as-billed': 'earned as billed: billed ÷ contract price, at most all of it; without a price it is not measured',
    finished: 'the project is finished',
    cancelled: 'the project is cancelled',
    'by-obligations': 'what its obligations have earned ÷ contract price',
    'under-way': `cost to date ÷ estimated cost at completion${kept}`,
    'over-estimate': 'cost is above the estimate, so it counts as complete',
  }[reached.kind];
  return { formula, value: { kind: 'ratio', ratio: reached.complete }, inputs: from };
}
