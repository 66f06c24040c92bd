import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { AsOfLink } from '../api/as-of.tsx';
import { Page } from '../ui/Page.tsx';
import { timeAndWork } from './deadlines/TimeAndWork.tsx';
import { Utilization } from './hours/Utilization.tsx';
import { PortfolioCharts } from './portfolio/PortfolioCharts.tsx';
import { FadeSteps } from './FadeSteps.tsx';
import { MonthMultiples } from './MonthMultiples.tsx';
import { ProfitSteps } from './ProfitSteps.tsx';
import { ReportBody, type ReportBodyProps } from './ReportBody.tsx';
import { ViewsBar } from './ViewsBar.tsx';

/** What only one report draws. */
const OWN: Readonly<Partial<Record<ReportName, Pick<ReportBodyProps, 'extra' | 'picture'>>>> = {
  deadlines: { extra: { column: timeAndWork } },
  hours: {
    picture: (answer) => <Utilization report={answer as Parameters<typeof Utilization>[0]['report']} />,
  },
  fade: {
    picture: (answer) => <FadeSteps report={answer as Parameters<typeof FadeSteps>[0]['report']} />,
  },
  'contract-months': {
    picture: (answer) => <MonthMultiples report={answer as Parameters<typeof MonthMultiples>[0]['report']} />,
  },
  'profit-explained': {
    picture: (answer) => <ProfitSteps report={answer as Parameters<typeof ProfitSteps>[0]['report']} />,
  },
  portfolio: {
    picture: (answer) => <PortfolioCharts portfolio={answer as Parameters<typeof PortfolioCharts>[0]['portfolio']} />,
  },
};

/** Any report: its sentence, its table, its files. */
export function ReportPage({ name }: { readonly name: ReportName }) {
  const { title, facts } = reportOf(name);
  return (
    <Page
      title={title}
      facts={facts}
      actions={
        <>
          <AsOfLink to="/reports">Other reports (r)</AsOfLink>
          <ViewsBar name={name} />
        </>
      }
    >
      <ReportBody name={name} {...OWN[name]} />
    </Page>
  );
}
