import { useState } from 'react';
import type { TableRow } from '@lowtide/core/reports/table.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { AsOfLink, useGo } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import { NEW_PROJECT, RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import type { Column } from '../ui/table-column.ts';
import { Page } from '../ui/Page.tsx';
import { TideGauge } from '../ui/TideGauge.tsx';
import { ReportBody } from './ReportBody.tsx';
import { ViewsBar } from './ViewsBar.tsx';

/** All projects where they stand. */
export function ProjectsPage() {
  const go = useGo();
  const [adding, setAdding] = useState(false);
  return (
    <Page
      title="Projects"
      facts="Where each stands: cost against contract, what is earned of it and what is billed"
      actions={
        <>
          <AsOfLink to="/projects/forecasts">Forecasts of the month</AsOfLink>
          <ViewsBar name="projects" />
          <May do="keep-books">
            <Button $look="primary" onPress={() => setAdding(true)}>
              Add project
            </Button>
          </May>
        </>
      }
    >
      <ReportBody name="projects" extra={{ column: TIDE, before: 'client' }} />
      {adding ? (
        <RecordDialog
          kind="project"
          fields={NEW_PROJECT}
          onClose={() => setAdding(false)}
          onDone={() => {
            setAdding(false);
            go('/projects');
          }}
        />
      ) : null}
    </Page>
  );
}

/** Places of the amounts in the rows of the report. */
const AMOUNTS = { contract: 5, estimate: 6, cost: 7, earned: 9, billed: 10 } as const;

const TIDE: Column<TableRow> = {
  id: 'tide',
  head: 'Cost, earned, billed',
  width: '120px',
  cell: ({ cells, sums }) => {
    if (sums !== undefined) return null;
    const amount = (of: keyof typeof AMOUNTS) => cents(Number(cells[AMOUNTS[of]]?.value ?? 0));
    return (
      <TideGauge
        small
        tide={{
          contract: amount('contract'),
          cost: amount('cost'),
          estimate: amount('estimate'),
          earned: amount('earned'),
          billed: amount('billed'),
        }}
      />
    );
  },
};
