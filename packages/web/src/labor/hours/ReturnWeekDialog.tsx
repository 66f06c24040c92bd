import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { useWrite } from '../../api/books-api.ts';
import { ReturnDialog } from '../../ui/ReturnDialog.tsx';
import type { EnteredWeek } from './entered-week.ts';

export interface ReturnWeekDialogProps {
  readonly week: EnteredWeek;
  readonly onClose: () => void;
}

/** A week goes back to whoever entered it, with a reason. */
export function ReturnWeekDialog({ week, onClose }: ReturnWeekDialogProps) {
  const [send] = useWrite('returnTimesheet');
  return (
    <ReturnDialog
      what={`the week of ${dayText(week.weekOn)}`}
      reader={week.employee}
      button="Return the week"
      onReturn={async (reason) => {
        const written = await send({ params: { id: String(week.id) }, body: { version: week.version, reason } });
        return written.ok ? undefined : written.trouble.detail;
      }}
      onClose={onClose}
    />
  );
}
