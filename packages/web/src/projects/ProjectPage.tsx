import { useParams } from 'react-router';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, csvAddress, localText, useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { Facts } from '../ui/Facts.tsx';
import { Money, Percent } from '../ui/Figure.tsx';
import { FilesPart } from '../entry/FilesPart.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { TideGauge } from '../ui/TideGauge.tsx';
import { BudgetTable } from './BudgetTable.tsx';
import { PendingChanges } from './PendingChanges.tsx';
import { ProjectBilling } from './ProjectBilling.tsx';
import { ProjectLedger } from './ProjectLedger.tsx';
import { ProjectMoney } from './ProjectMoney.tsx';
import { ProjectMonths } from './ProjectMonths.tsx';
import { ProjectRecord } from './ProjectRecord.tsx';
import { tideOf } from './tide-of.ts';
import { ProjectTabs } from './ProjectTabs.tsx';

type Project = Answer<'project'>;

/** One project: where it stands, and why. */
export function ProjectPage() {
  const { id = '' } = useParams();
  const { asOf, through, known } = useShownBooks();
  const go = useGo();
  const [part] = useViewState('part', 'budget');
  const { answer: project, trouble } = useRead('project', { params: { id }, query: asOf });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!project) return <Loading />;
  const { position } = project;
  return (
    <Page
      title={position.name}
      facts={factsOf(project)}
      actions={
        <>
          <May do="read-books">
            <AsOfLink to={`/reports/income-statement?project=${position.id}`}>Income statement</AsOfLink>
          </May>
          <May do="keep-books">
            <Button onPress={() => go(`/costs/orders/new?project=${encodeURIComponent(position.code)}`)}>Order</Button>
            <Button onPress={() => go(`/costs/bills/new?project=${encodeURIComponent(position.code)}`)}>
              Post cost
            </Button>
            {position.kind === 'client' ? (
              <Button
                $look="primary"
                onPress={() => go(`/costs/invoices/new?project=${encodeURIComponent(position.code)}`)}
              >
                Invoice
              </Button>
            ) : null}
          </May>
        </>
      }
    >
      <Standing project={project} />
      <PendingChanges project={id} />
      <ProjectTabs project={id} chosen={part} isBilled={position.kind === 'client'} />
      {part === 'budget' ? (
        <>
          <Sentence>
            Every budget line, and every cost code with cost and no budget, through{' '}
            <strong>{monthText(through)}</strong>, recorded up to{' '}
            <strong>{known === undefined ? 'now' : localText(known)}</strong>.
            <a href={csvAddress('budget', asOf, { id })}>Save as CSV</a>
          </Sentence>
          <BudgetTable project={project} />
        </>
      ) : null}
      {part === 'billing' ? <ProjectBilling id={id} code={position.code} /> : null}
      {part === 'money' ? <ProjectMoney id={id} /> : null}
      {part === 'months' ? <ProjectMonths months={project.months} /> : null}
      {part === 'ledger' ? <ProjectLedger project={id} /> : null}
      {part === 'record' ? <FilesPart about="project" id={project.position.id} /> : null}
      {part === 'record' ? <ProjectRecord project={project} /> : null}
    </Page>
  );
}

function factsOf({ position, method, startOn, actualEndOn }: Project): string {
  const end =
    actualEndOn === null
      ? position.targetEndOn === null
        ? ''
        : `, target ${dayText(position.targetEndOn)}`
      : `, ended ${dayText(actualEndOn)}`;
  const measured = method === 'none' ? 'not recognized' : method;
  return [
    position.code,
    position.client ?? 'internal',
    position.status,
    `from ${dayText(startOn)}${end}`,
    measured,
    position.manager,
  ]
    .filter(Boolean)
    .join(' · ');
}

function Standing({ project }: { readonly project: Project }) {
  const { position } = project;
  if (position.kind === 'internal') {
    return (
      <Facts
        facts={[
          { name: 'Cost to date', value: <Money label="Cost to date" money={position.cost} tone="cost" /> },
          { name: 'EAC', value: <Money label="Estimated cost at completion" money={position.estimate} /> },
          { name: 'Held on the balance sheet', value: <Money label="Held" money={project.held} /> },
        ]}
      />
    );
  }
  const { overbilled } = position;
  return (
    <>
      <Facts
        facts={[
          { name: 'Cost to date', value: <Money label="Cost to date" money={position.cost} /> },
          {
            name: 'Complete',
            value: <Percent label="Complete" ratio={position.complete} figure={position.completeFigure} />,
          },
          { name: 'Earned', value: <Money label="Earned" money={position.earned} tone="earned" /> },
          { name: 'Billed', value: <Money label="Billed" money={position.billed} tone="billed" /> },
          {
            name: overbilled.amountCents < 0 ? 'Underbilled' : 'Overbilled',
            // The word says the direction.
            value: (
              <Money
                label="Billed less earned"
                money={{ ...overbilled, amountCents: cents(Math.abs(overbilled.amountCents)) }}
                tone="gap"
              />
            ),
          },
          { name: 'Profit to date', value: <Money label="Profit to date" money={project.profitToDate} /> },
          {
            name: 'Margin at completion',
            // Without an estimate there is nothing that the margin could be of.
            value: (
              <Percent
                label="Margin"
                ratio={position.estimate.amountCents === 0 ? null : position.margin}
                figure={position.marginFigure}
              />
            ),
          },
          { name: 'Unrecognized cost', value: <Money label="Unrecognized cost" money={project.held} /> },
        ]}
      />
      <TideGauge tide={tideOf(position)} />
      {position.progress === 'over-estimate' ? (
        <Note $tone="trouble">
          Cost is above the estimate of {dollars(position.estimate.amountCents)}: make a new forecast.
        </Note>
      ) : null}
    </>
  );
}
