import { useGo } from '../api/as-of.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

const TABS = [
  { id: 'budget', text: 'Budget & cost' },
  { id: 'billing', text: 'Billing' },
  { id: 'money', text: 'Money' },
  { id: 'months', text: 'Months' },
  { id: 'ledger', text: 'Ledger' },
  { id: 'estimates', text: 'Estimates & changes' },
  { id: 'forecast', text: 'Forecast' },
  { id: 'record', text: 'Contract & record' },
];

const PAGES: readonly string[] = ['estimates', 'forecast'];

export interface ProjectTabsProps {
  readonly project: string | number;
  readonly chosen: string;
  /** False for what the company builds for itself. */
  readonly isBilled?: boolean;
}

/** The parts of a project, on its page or on pages of their own. */
export function ProjectTabs({ project, chosen, isBilled = true }: ProjectTabsProps) {
  const go = useGo();
  const open = (id: string): void =>
    go(
      PAGES.includes(id) ? `/projects/${project}/${id}` : `/projects/${project}${id === 'budget' ? '' : `?part=${id}`}`,
    );
  const tabs = isBilled ? TABS : TABS.filter(({ id }) => id !== 'billing' && id !== 'money');
  return <TabLinks label="Parts of the project" tabs={tabs} chosen={chosen} onChoose={open} />;
}
