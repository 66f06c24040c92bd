import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import type { SheetKind } from '@lowtide/core/documents/sheets.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, ratio } from '@lowtide/core/money/ratio.ts';
import styled from 'styled-components';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { space } from '../theme/tokens.ts';
import { amountColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Facts } from '../ui/Facts.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import type { Column } from '../ui/table-column.ts';

type Billing = Answer<'projectBilling'>;

/** Where the billing of a project stands: its schedule of values, what was asked for and what was invoiced. */
export function ProjectBilling({ id, code }: { readonly id: string; readonly code: string }) {
  const { through } = useShownBooks();
  const { answer, trouble } = useRead('projectBilling', { query: { project: id, through } });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Facts facts={factsOf(answer)} />
      <Sentence>
        {answer.retention === ''
          ? 'The client holds nothing back.'
          : `The client holds back, in percent of completed work: ${answer.retention}.`}
        <BillingButtons billing={answer} code={code} />
      </Sentence>
      <Below>
        <DataTable
          label="Schedule of values"
          rows={answer.lines}
          columns={LINES(answer)}
          rowKey={({ number }) => number}
          empty="No price is agreed yet."
        />
        {answer.applications.length === 0 ? null : (
          <DataTable
            label="Applications for payment"
            rows={answer.applications}
            columns={APPLICATIONS}
            rowKey={({ documentId }) => documentId}
          />
        )}
        <DataTable
          label="Invoices"
          rows={answer.invoices}
          columns={INVOICES}
          rowKey={({ documentId }) => documentId}
          empty="Nothing is invoiced yet."
        />
      </Below>
    </>
  );
}

/** The sheets that ask the client for money. */
function BillingButtons({ billing: answer, code }: { readonly billing: Billing; readonly code: string }) {
  const go = useGo();
  const begin = (kind: SheetKind): void => go(`/costs/${kind}/new?project=${encodeURIComponent(code)}`);
  return (
    <May do="keep-books">
      <Button $look="quiet" onPress={() => begin('applications')}>
        Application for payment
      </Button>
      <Button $look="quiet" onPress={() => begin('invoices')}>
        Invoice a share
      </Button>
      {answer.unbilledWorkCents === 0 ? null : (
        <Button $look="quiet" onPress={() => begin('work-invoices')}>
          Invoice time and materials
        </Button>
      )}
      <Button $look="quiet" onPress={() => begin('deposit-invoices')}>
        Invoice a deposit
      </Button>
      {answer.heldCents > 0 ? (
        <Button $look="quiet" onPress={() => begin('retention-invoices')}>
          Invoice retention
        </Button>
      ) : null}
    </May>
  );
}

function factsOf(billing: Billing) {
  const { contractCents: contract, billedCents: billed } = billing;
  const { lastPayment } = billing;
  return [
    {
      name: 'Billed of the contract',
      value: contract > 0 ? `${percent(ratio(billed, contract), 1)} %` : dollars(billed),
    },
    { name: 'Unbilled contract value', value: dollars(billing.leftCents) },
    ...(billing.unbilledWorkCents === 0 ? [] : [{ name: 'Unbilled work', value: dollars(billing.unbilledWorkCents) }]),
    { name: 'Open invoices', value: dollars(billing.openCents) },
    { name: 'Deposit left', value: dollars(billing.depositLeftCents) },
    { name: 'Held back by the client', value: dollars(billing.heldCents) },
    { name: 'Held back from subcontractors', value: dollars(billing.heldFromSuppliersCents) },
    {
      name: 'Last payment',
      value: lastPayment === null ? 'none' : `${dollars(lastPayment.amountCents)} on ${dayText(lastPayment.paidOn)}`,
    },
  ];
}

type Line = Billing['lines'][number];

function LINES({ lines }: Billing): readonly Column<Line>[] {
  const total = (of: (line: Line) => number) => cents(lines.reduce((all, line) => all + of(line), 0));
  const money = (id: string, head: string, of: (line: Line) => Line['valueCents']): Column<Line> =>
    amountColumn({ id, head, of, total: total(of) });
  return [
    textColumn({ id: 'number', head: 'Line', of: ({ number }) => String(number), total: 'Total' }),
    textColumn({ id: 'name', head: 'Of the schedule', gives: true, of: ({ name }) => name }),
    textColumn({ id: 'origin', head: 'Agreed by', of: ({ origin }) => origin }),
    money('value', 'Scheduled', ({ valueCents }) => valueCents),
    percentColumn({
      id: 'complete',
      head: 'By its cost',
      named: ({ name }) => name,
      of: ({ complete }) => complete,
    }),
    money('work', 'Completed', ({ workCents }) => workCents),
    money('stored', 'Stored', ({ storedCents }) => storedCents),
    money('billed', 'Billed', ({ billedCents }) => billedCents),
    money('left', 'To finish', ({ leftCents }) => leftCents),
    money('held', 'Held back', ({ heldCents }) => heldCents),
  ];
}

const APPLICATIONS: readonly Column<Billing['applications'][number]>[] = [
  {
    id: 'number',
    head: 'Application',
    sortBy: ({ number }) => number,
    cell: ({ documentId, number }) => <AsOfLink to={`/documents/${documentId}`}>{number}</AsOfLink>,
  },
  textColumn({
    id: 'which',
    head: 'Of the project',
    of: ({ ordinal, version }) => `No. ${ordinal}, version ${version}`,
  }),
  textColumn({ id: 'through', head: 'Period through', of: ({ through }) => dayText(through) }),
  textColumn({ id: 'state', head: 'State', of: ({ state }) => state }),
  amountColumn({ id: 'asked', head: 'Asked', of: ({ askedCents }) => askedCents }),
  amountColumn({ id: 'certified', head: 'Certified', of: ({ certifiedCents }) => certifiedCents ?? cents(0) }),
];

const INVOICES: readonly Column<Billing['invoices'][number]>[] = [
  {
    id: 'number',
    head: 'Invoice',
    sortBy: ({ number }) => number,
    cell: ({ documentId, number }) => <AsOfLink to={`/documents/${documentId}`}>{number}</AsOfLink>,
  },
  textColumn({ id: 'dated', head: 'Dated', of: ({ datedOn }) => dayText(datedOn) }),
  textColumn({ id: 'due', head: 'Due', of: ({ dueOn }) => (dueOn === null ? '' : dayText(dueOn)) }),
  textColumn({ id: 'state', head: 'State', of: ({ state }) => state }),
  amountColumn({ id: 'work', head: 'Work', of: ({ workCents }) => workCents }),
  amountColumn({ id: 'withheld', head: 'Held back', of: ({ withheldCents }) => withheldCents }),
  amountColumn({ id: 'tax', head: 'Tax', of: ({ taxCents }) => taxCents }),
  amountColumn({ id: 'toPay', head: 'To pay', of: ({ dueCents }) => dueCents }),
  amountColumn({ id: 'open', head: 'Open', of: ({ openCents }) => openCents }),
];

/** One table below the other, each as high as its rows; they scroll together. */
const Below = styled.div`
  display: flex;
  flex-direction: column;
  gap: ${space.four};
  flex: 1;
  min-height: 160px;
  overflow: auto;
  > * {
    flex: none;
  }
`;
