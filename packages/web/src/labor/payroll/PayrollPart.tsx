import { useState } from 'react';
import { isoDate, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { typedDate } from '@lowtide/core/calendar/typed-date.ts';
import { useGo, useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite } from '../../api/books-api.ts';
import { May, useSession } from '../../api/session.tsx';
import type { Trouble } from '../../api/trouble.ts';
import { DocumentTable } from '../../entry/DocumentTable.tsx';
import { Button } from '../../ui/Button.tsx';
import { useDayOrder } from '../../ui/day-order.ts';
import { DayField } from '../../ui/DayField.tsx';
import { cameInBefore, FileRefused } from '../../ui/notes.tsx';
import { PayrollOwed } from './PayrollOwed.tsx';

const USUAL_DAYS = 14;

/** Hours of a pay period go out; what comes back is read into a payroll that waits to be looked at and posted. */
export function PayrollPart() {
  const { today } = useShownBooks();
  const order = useDayOrder();
  const go = useGo();
  const isDemo = useSession().books === 'demo';
  const { answer } = useRead('laborClearing', {});
  const usual = usualPeriod(answer?.periods[0]?.through, today);
  const [typed, setTyped] = useState<{ readonly from?: string; readonly through?: string }>({});
  const shown = { ...usual, ...typed };
  const [from, through] = [typedDate(shown.from, today, order), typedDate(shown.through, today, order)];
  const isPeriod = from !== undefined && through !== undefined && from <= through;
  const { bring, busy, why, setWhy } = useBureau();
  const type = (part: typeof typed): void => {
    setTyped({ ...typed, ...part });
    setWhy(null);
  };
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end' }}>
        <DayField label="Pay period from" near={today} value={shown.from} onChange={(value) => type({ from: value })} />
        <DayField label="Through" near={today} value={shown.through} onChange={(value) => type({ through: value })} />
        {isPeriod ? <a href={`/api/pay-period-hours.csv?from=${from}&through=${through}`}>Hours as CSV</a> : null}
        <May do="keep-books">
          <Button onPress={() => go('/costs/payroll/new')}>Type a payroll</Button>
          {isDemo ? (
            <Button
              $look="primary"
              isDisabled={!isPeriod || busy}
              onPress={() => isPeriod && void bring({ from, through })}
            >
              {cameInBefore(why) ? 'Import its register again' : 'Send hours to the bureau'}
            </Button>
          ) : null}
        </May>
      </div>
      {why === null ? null : <FileRefused trouble={why} />}
      <p>
        A register comes back as CSV and is imported under Costs; it is compared with the hours entered, and nothing is
        posted before you have looked at it. Where only totals are known, one row without an employee is enough.
      </p>
      <PayrollOwed />
      <DocumentTable kind="payroll" label="Payrolls" />
    </>
  );
}

interface PayPeriod {
  readonly from: IsoDate;
  readonly through: IsoDate;
}

/** Asks the bureau for a pay period's register and opens what it is read into; again once it was told that it came in before. */
function useBureau() {
  const { through: month } = useShownBooks();
  const go = useGo();
  const [why, setWhy] = useState<Trouble | null>(null);
  const [ask, asking] = useWrite('bureau');
  const [take, taking] = useWrite('importSheets');
  const bring = async (period: PayPeriod): Promise<void> => {
    const register = await ask({ body: period });
    if (!register.ok) return setWhy(register.trouble);
    const made = await take({
      params: { kind: 'payroll' },
      body: { month, ...register.answer, again: cameInBefore(why) },
    });
    if (!made.ok) return setWhy(made.trouble);
    const [first] = made.answer.drafts;
    if (first !== undefined) go(`/costs/payroll/${first.id}`);
  };
  return { bring, busy: asking.busy || taking.busy, why, setWhy };
}

/** The fortnight after the last one paid, or the last whole one. */
function usualPeriod(last: string | undefined, today: ReturnType<typeof isoDate>) {
  const sunday = plusDays(mondayOf(today), -1);
  const from = last === undefined ? plusDays(sunday, 1 - USUAL_DAYS) : plusDays(isoDate(last), 1);
  return { from: from as string, through: plusDays(from, USUAL_DAYS - 1) as string };
}
