import { scheduleOn, type OpenApplication, type ProjectBilling } from '../../billing/schedule.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import type { CertificateSheet } from '../certificate/form.ts';
import type { ApplicationRow, ApplicationSheet } from './form.ts';

const BLANK: Omit<ApplicationRow, 'line'> = { percent: '', amount: '', stored: '', mayExceed: '', text: '' };

/** An application through a day, with a row for every line of the schedule and nothing asked for yet. */
export function applicationBegun(project: string, billing: ProjectBilling, through: IsoDate): ApplicationSheet {
  return {
    ...{ kind: 'applications', project, datedOn: through, replaces: '', taxCode: '', text: '' },
    rows: scheduleOn(billing, through).map(({ number }) => ({ line: String(number), ...BLANK })),
  };
}

/** A certificate of an application, with a row for every line that was asked for; as asked until it is typed otherwise. */
export function certificateBegun(billing: ProjectBilling, application: OpenApplication): CertificateSheet {
  const schedule = scheduleOn(billing, application.through);
  return {
    ...{ kind: 'certificates', application: application.number, datedOn: application.through },
    ...{ dueOn: '', taxCode: '', deposit: '', text: '' },
    rows: application.lines.flatMap(({ line }) => {
      const number = schedule.find(({ id }) => id === line)?.number;
      return number === undefined ? [] : [{ line: String(number), certified: '', stored: '', reason: '' }];
    }),
  };
}
