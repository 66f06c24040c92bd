import { REPORT_NAMES, reportOf } from '@lowtide/core/reports/reports.ts';
import { useGo } from '../api/as-of.tsx';
import { useMay } from '../api/session.tsx';
import { TabLinks } from '../ui/TabLinks.tsx';

/** In their order; projects have a section of their own. */
const NAMES = REPORT_NAMES.filter((name) => name !== 'projects');

export function ReportTabs({ chosen }: { readonly chosen: string }) {
  const go = useGo();
  const may = useMay();
  const tabs = NAMES.map((id) => ({ id, ...reportOf(id) }))
    .filter((report) => may(report.may))
    .map(({ id, title }) => ({ id, text: title }));
  return <TabLinks label="Reports" tabs={tabs} chosen={chosen} onChoose={(id) => go(`/reports/${id}`)} />;
}
