import { REPORT_NAMES, reportOf } from '@lowtide/core/reports/reports.ts';
import { useGo } from '../api/as-of.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

/** All reports in their order; projects have a section of their own. */
const TABS = REPORT_NAMES.filter((name) => name !== 'projects').map((id) => ({ id, text: reportOf(id).title }));

export function ReportTabs({ chosen }: { readonly chosen: string }) {
  const go = useGo();
  return <TabLinks label="Reports" tabs={TABS} chosen={chosen} onChoose={(id) => go(`/reports/${id}`)} />;
}
