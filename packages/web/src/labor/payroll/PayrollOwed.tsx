import { useState } from 'react';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useRead, type Answer } from '../../api/books-api.ts';
import { May } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { PayLiabilityDialog } from './PayLiabilityDialog.tsx';

type Owed = Answer<'payrollLiabilities'>['rows'][number];

/** What payroll left owed, with its payment. */
export function PayrollOwed() {
  const { answer } = useRead('payrollLiabilities', {});
  const [paying, setPaying] = useState<Owed | null>(null);
  return (
    <>
      <Facts
        facts={(answer?.rows ?? []).map((row) => ({
          name: `${row.name}, owed`,
          value: (
            <span style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
              {dollars(row.owedCents)}
              <May do="keep-books">
                <Button
                  $look="quiet"
                  aria-label={`Pay ${row.name}`}
                  isDisabled={row.owedCents <= 0}
                  onPress={() => setPaying(row)}
                >
                  Pay
                </Button>
              </May>
            </span>
          ),
        }))}
      />
      {paying === null ? null : <PayLiabilityDialog account={paying} onClose={() => setPaying(null)} />}
    </>
  );
}
