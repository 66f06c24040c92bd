import { useState } from 'react';
import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useShownBooks, useViewState } from '../../api/as-of.tsx';
import { useRead, type Answer } from '../../api/books-api.ts';
import { May } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import { Sentence } from '../../ui/Page.tsx';
import { TabLinks } from '../../ui/TabLinks.tsx';
import type { Column } from '../../ui/table-column.ts';
import { OverheadDialog, type OverheadOrder } from './OverheadDialog.tsx';

type Pool = Answer<'overhead'>['pools'][number];
type MonthRow = Pool['months'][number];

/** Overhead pool by pool: what was applied to projects and what was really spent, month by month. */
export function OverheadPart() {
  const { through } = useShownBooks();
  const { answer, trouble } = useRead('overhead', { query: { through } });
  const [chosen, setChosen] = useViewState('pool', '');
  const [order, setOrder] = useState<OverheadOrder | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const pool = answer.pools.find(({ code }) => code === chosen) ?? answer.pools[0];
  if (pool === undefined) {
    return (
      <Note>
        No overhead pool yet. <AsOfLink to="/settings/overhead-pool">Add one</AsOfLink>: expense accounts, what they are
        applied by, and a rate.
      </Note>
    );
  }
  const toApply = answer.pools.some(({ months }) => months.at(-1)?.toApplyCents !== 0);
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end', justifyContent: 'space-between' }}>
        <TabLinks
          label="Overhead pools"
          tabs={answer.pools.map(({ code, name }) => ({ id: code, text: name }))}
          chosen={pool.code}
          onChoose={setChosen}
        />
        <May do="keep-books">
          <div style={{ display: 'flex', gap: 8 }}>
            <Button
              isDisabled={pool.toDate.differenceCents === 0}
              onPress={() => setOrder({ kind: 'difference', pool: pool.id, name: pool.name, through })}
            >
              Settle the difference
            </Button>
            <Button $look="primary" isDisabled={!toApply} onPress={() => setOrder({ kind: 'run', month: through })}>
              Apply overhead of {monthText(through)}
            </Button>
          </div>
        </May>
      </div>
      <PoolFacts pool={pool} through={through} />
      <DataTable
        label={`${pool.name} by month`}
        rows={pool.months}
        columns={columnsOf(pool)}
        rowKey={({ month }) => month}
      />
      {order === null ? null : <OverheadDialog order={order} onClose={() => setOrder(null)} />}
    </>
  );
}

const BASE_WORDS = {
  'labor hours': 'an hour of labor on projects',
  'labor cost': 'percent of labor cost',
  'direct cost': 'percent of direct cost',
  rates: 'in the rates of hours, with each hour posted',
  equipment: 'in the rates of own equipment, with each week posted',
} as const;

function PoolFacts({ pool, through }: { readonly pool: Pool; readonly through: Month }) {
  const { base, rate, toDate } = pool;
  const toApply = stillToApply(pool);
  const apart = difference(toDate.differenceCents, toApply);
  const from = pool.months[0]?.month ?? through;
  const { answer } = useRead('overheadProposal', { query: { poolId: pool.id, from, through } });
  const proposed = answer?.rate ?? null;
  return (
    <>
      <Sentence>
        {pool.name} gathers account{pool.accounts.length === 1 ? '' : 's'} <strong>{pool.accounts.join(', ')}</strong>{' '}
        and is applied{' '}
        <strong>{rate === null ? BASE_WORDS[base] : `at ${tenThousandths(rate, 2)} ${BASE_WORDS[base]}`}</strong>.
        {proposed === null ? null : (
          <>
            {' '}
            What was spent since {monthText(from)} comes to <strong>{tenThousandths(proposed, 4)}</strong>.
          </>
        )}{' '}
        <AsOfLink to="/settings/overhead-pool">Change the pool or its rate</AsOfLink>
      </Sentence>
      <Facts
        facts={[
          { name: 'Spent to date', value: dollars(toDate.expenseCents) },
          { name: 'Applied to date', value: dollars(toDate.appliedCents) },
          ...(toApply === 0 ? [] : [{ name: 'Still to apply', value: dollars(toApply) }]),
          { name: 'Settled', value: dollars(toDate.settledCents) },
          {
            name: `${differenceWords(apart)}${toApply === 0 ? '' : ', once it is applied'}`,
            value: dollars(apart),
          },
        ]}
      />
    </>
  );
}

/** What runs are still to apply of the months whose spending is counted: spent and applied are of the same months with it. */
function stillToApply({ months }: Pool): Cents {
  return sum(months.map(({ toApplyCents }) => toApplyCents));
}

function differenceWords(cents: number): string {
  return cents > 0 ? 'Underapplied' : cents < 0 ? 'Overapplied' : 'Difference';
}

function columnsOf({ base, toDate }: Pool): readonly Column<MonthRow>[] {
  const isHours = base === 'labor hours';
  const hasBase = isHours || toDate.baseCents !== null;
  return [
    { id: 'month', head: 'Month', gives: true, cell: ({ month }) => monthText(month) },
    ...(hasBase
      ? [
          {
            ...{ id: 'base', head: isHours ? 'Hours of labor' : base === 'labor cost' ? 'Labor cost' : 'Direct cost' },
            figures: true,
            cell: ({ sums }: MonthRow) =>
              sums.baseHours === null ? dollars(sums.baseCents ?? sums.appliedCents) : tenThousandths(sums.baseHours),
          },
        ]
      : []),
    amountColumn({ id: 'spent', head: 'Spent', of: ({ sums }: MonthRow) => sums.expenseCents }),
    amountColumn({ id: 'applied', head: 'Applied', of: ({ sums }: MonthRow) => sums.appliedCents }),
    amountColumn({ id: 'apart', head: 'Spent − applied', of: ({ sums }: MonthRow) => sums.apartCents }),
    amountColumn({ id: 'settled', head: 'Settled', of: ({ sums }: MonthRow) => sums.settledCents }),
    amountColumn({ id: 'left', head: 'Left', of: ({ sums }: MonthRow) => sums.differenceCents }),
    amountColumn({ id: 'toApply', head: 'Still to apply', of: ({ toApplyCents }: MonthRow) => toApplyCents }),
  ];
}
