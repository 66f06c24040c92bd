import { Page } from '../../ui/Page.tsx';
import { TimesheetsPart } from './TimesheetsPart.tsx';

/** For whoever leads projects: hours on them that wait for approval. */
export function ApprovalsPage() {
  return (
    <Page title="Approve hours" facts="Hours on the projects you lead">
      <TimesheetsPart />
    </Page>
  );
}
