import styled from 'styled-components';
import { COST_TYPES, type CostType } from '@lowtide/core/ledger/cost-type.ts';
import { cents, sum } from '@lowtide/core/money/cents.ts';
import { useGo, useShownBooks } from '../../api/as-of.tsx';
import type { Answer } from '../../api/books-api.ts';
import { BarChart } from '../../charts/BarChart.tsx';
import { MonthChart } from '../../charts/MonthChart.tsx';
import { color, space, type } from '../../theme/tokens.ts';

type Portfolio = Answer<'portfolio'>;

const TOP = 7;
const LAST_MONTHS = 15;

/** Profit of the top projects, what cost is made of, and the trend; every mark opens what it stands for. */
export function PortfolioCharts({ portfolio: { rows, months } }: { readonly portfolio: Portfolio }) {
  const go = useGo();
  const { through } = useShownBooks();
  const top = rows
    .filter(({ kind }) => kind === 'client')
    .toSorted((one, other) => other.profitToDateCents - one.profitToDateCents)
    .slice(0, TOP);
  const byType = COST_TYPES.map((each, index) => ({
    type: each,
    value: sum(rows.map(({ costByType }) => costByType[index] ?? cents(0))),
  }));
  // By month it is all projects together: whoever sees only some has no trend.
  const shown = months.slice(-LAST_MONTHS);
  return (
    <Row>
      <section>
        <h2>Profit to date, top projects</h2>
        <BarChart
          label="Profit to date of the top projects"
          bars={top.map(({ id, code, profitToDateCents }) => ({
            ...{ id: String(id), name: code, value: profitToDateCents },
            color: profitToDateCents < 0 ? color.trouble : color.earned,
          }))}
          onOpen={(id) => go(`/projects/${id}`)}
        />
      </section>
      <section>
        <h2>What cost is made of</h2>
        <BarChart
          label="Cost by type"
          bars={byType.map(({ type: id, value }) => ({ id, name: id, value, color: TYPE_COLORS[id] }))}
          onOpen={(id) => go(`/reports/profitability?sort=-${id}&from=${months[0]?.month ?? through}`)}
        />
      </section>
      {months.length === 0 ? null : (
        <section>
          <h2>Revenue, cost and profit by month</h2>
          <MonthChart
            label="Revenue, cost and profit by month"
            months={shown.map(({ month }) => month)}
            series={[
              { name: 'revenue', color: color.earned, values: shown.map(({ revenueCents }) => revenueCents) },
              { name: 'cost', color: color.cost, values: shown.map(({ costCents }) => costCents) },
              { name: 'profit', color: color.gap, dash: '5 3', values: shown.map(({ profitCents }) => profitCents) },
            ]}
            height={136}
            at={through}
            onMonth={(month) => go(`/reports/income-statement?m=${month}&from=${month}`)}
          />
        </section>
      )}
    </Row>
  );
}

const TYPE_COLORS: Readonly<Record<CostType, string>> = {
  labor: color.rule,
  material: color.cost,
  subcontract: color.lineStrong,
  equipment: color.gap,
  overhead: color.billed,
  other: color.unbudgeted,
};

const Row = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 0.9fr) minmax(0, 1.3fr);
  gap: ${space.five};
  flex-shrink: 0;
  h2 {
    margin-bottom: ${space.one};
    font-size: ${type.base};
    font-weight: 650;
  }
`;
