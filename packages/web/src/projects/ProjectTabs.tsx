import { useGo } from '../api/as-of.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

const TABS = [
  { id: 'budget', text: 'Budget & cost' },
  { id: 'months', text: 'Months' },
  { id: 'ledger', text: 'Ledger' },
  { id: 'estimates', text: 'Estimates & changes' },
  { id: 'forecast', text: 'Forecast' },
  { id: 'record', text: 'Contract & record' },
];

const PAGES: readonly string[] = ['estimates', 'forecast'];

/** The parts of a project, on its page or on pages of their own. */
export function ProjectTabs({ project, chosen }: { readonly project: string | number; readonly chosen: string }) {
  const go = useGo();
  const open = (id: string): void =>
    go(
      PAGES.includes(id) ? `/projects/${project}/${id}` : `/projects/${project}${id === 'budget' ? '' : `?part=${id}`}`,
    );
  return <TabLinks label="Parts of the project" tabs={TABS} chosen={chosen} onChoose={open} />;
}
