import type { Router } from 'express';
import type { FigureValue } from '@lowtide/core/trace/derivation.ts';
import { money } from '@lowtide/core/trace/derivation.ts';
import {
  DERIVED_FIGURES,
  figureKey,
  figureOf,
  isPosted,
  POSTED_FIGURES,
  type Figure,
} from '@lowtide/core/trace/figure.ts';
import { countText } from '@lowtide/core/money/count-text.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import type { Db } from '../database/schema.ts';
import { read, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { bounds } from '../ledger/as-of-queries.ts';
import { linePage, type LineView } from '../ledger/line-queries.ts';
import { derivationOf, type DerivedFigure } from './derive-queries.ts';
import { aboutOf, linesOf, postedValue, sumOfLines, type PostedFigure } from './figure-queries.ts';

export function traceRoutes(router: Router, context: Context): void {
  read(router, context, 'trace', async (db, { query }) => trace(db, query));
  read(router, context, 'figures', async (db, { query }) => {
    const figures: Answer<'figures'>['figures'] = [];
    for (const key of query.keys.split(',').slice(0, 40)) {
      const figure = asked(key);
      figures.push({ ...(await head(db, figure)), ...valueAnswer(await valueOf(db, figure, query.known ?? null)) });
    }
    return { figures };
  });
}

function asked(key: string): Figure {
  const figure = figureOf(key);
  if (figure) return figure;
  throw new Refusal([{ at: 'figure', kind: 'unknown-code', subject: 'record', typed: key }]);
}

async function head(db: Db, figure: Figure): Promise<Pick<Answer<'trace'>, 'figure' | 'title' | 'about'>> {
  const title = isPosted(figure.name) ? POSTED_FIGURES[figure.name].title : DERIVED_FIGURES[figure.name];
  return { figure: figureKey(figure), title, about: await aboutOf(db, figure) };
}

function valueAnswer(value: FigureValue): Pick<Answer<'trace'>, 'kind' | 'amountCents' | 'ratio'> {
  return {
    kind: value.kind,
    amountCents: value.kind === 'money' ? value.amount : null,
    ratio: value.kind === 'ratio' ? value.ratio : null,
  };
}

async function valueOf(db: Db, figure: Figure, known: number | null): Promise<FigureValue> {
  if (!isPosted(figure.name))
    return (await derivationOf(db, figure as DerivedFigure, known))?.value ?? { kind: 'none' };
  const at = await bounds(db, { through: figure.through, known });
  return money(await postedValue(db, figure as PostedFigure, at));
}

async function trace(
  db: Db,
  query: LineView & { readonly figure: string; readonly known?: number | undefined },
): Promise<Answer<'trace'>> {
  const figure = asked(query.figure);
  const known = query.known ?? null;
  return isPosted(figure.name)
    ? postedTrace(db, figure as PostedFigure, { ...query, known })
    : derivedTrace(db, figure as DerivedFigure, known);
}

async function postedTrace(
  db: Db,
  figure: PostedFigure,
  { known, ...view }: LineView & { readonly known: number | null },
): Promise<Answer<'trace'>> {
  const at = await bounds(db, { through: figure.through, known });
  const { count, amount } = await sumOfLines(db, figure, at);
  const page = await linePage(db, linesOf(figure, at), { ...view, ...signedOrder(view, figure) });
  const { sign } = POSTED_FIGURES[figure.name];
  const span = figure.from === undefined ? 'through' : `from ${monthText(figure.from)} through`;
  return {
    ...(await head(db, figure)),
    ...valueAnswer(money(amount)),
    formula: `the sum of ${countText(count)} posted lines ${span} ${monthText(figure.through)}${sign < 0 ? ', credits counted up' : ''}`,
    inputs: [],
    lines: page.lines.map((line) => ({ ...line, amountCents: sign * line.amountCents })),
    lineCount: count,
    more: page.more,
  };
}

/** Lines in the order of the figure's sign; only in its cost do moves between accounts come to nothing. */
function signedOrder({ order, moves }: LineView, { name }: PostedFigure): Pick<LineView, 'order' | 'moves'> {
  const isTurned = POSTED_FIGURES[name].sign < 0 && order.endsWith('amount');
  const turned = order === 'amount' ? '-amount' : 'amount';
  return { order: isTurned ? turned : order, moves: name === 'cost' ? moves : 'shown' };
}

async function derivedTrace(db: Db, figure: DerivedFigure, known: number | null): Promise<Answer<'trace'>> {
  const derivation = await derivationOf(db, figure, known);
  if (!derivation) throw new Refusal([{ at: 'figure', kind: 'not-there', subject: 'record' }], 404);
  return {
    ...(await head(db, figure)),
    ...valueAnswer(derivation.value),
    formula: derivation.formula,
    inputs: derivation.inputs.map(({ label, value, figure: of }) => ({
      label,
      ...valueAnswer(value),
      figure: of === undefined ? null : figureKey(of),
    })),
    lines: [],
    lineCount: 0,
    more: false,
  };
}
