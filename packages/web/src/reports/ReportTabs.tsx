import { useGo } from '../api/as-of.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

const REPORTS = [
  { id: 'wip', text: 'WIP schedule' },
  { id: 'profitability', text: 'Profitability' },
  { id: 'portfolio', text: 'Portfolio' },
  { id: 'against', text: 'Against estimate' },
  { id: 'fade', text: 'Fade' },
  { id: 'deadlines', text: 'Deadlines' },
  { id: 'income', text: 'Income statement' },
  { id: 'balance', text: 'Balance sheet' },
  { id: 'trial', text: 'Trial balance' },
];

export function ReportTabs({ chosen }: { readonly chosen: string }) {
  const go = useGo();
  return <TabLinks label="Reports" tabs={REPORTS} chosen={chosen} onChoose={(id) => go(`/reports/${id}`)} />;
}
