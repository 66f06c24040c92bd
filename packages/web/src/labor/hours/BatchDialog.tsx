import { useState } from 'react';
import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { useGo } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import { Button } from '../../ui/Button.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Facts } from '../../ui/Facts.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import type { Column } from '../../ui/table-column.ts';
import type { EnteredWeek } from './entered-week.ts';

type Preview = Answer<'timesheetPreview'>;
type Posted = Preview['posts'][number];

export interface BatchDialogProps {
  readonly weekOn: IsoDate;
  readonly weeks: readonly EnteredWeek[];
  readonly onClose: () => void;
}

/** What approved weeks post together, seen before; worth a second look is said and accepted with the posting. */
export function BatchDialog({ weekOn, weeks, onClose }: BatchDialogProps) {
  const go = useGo();
  const [why, setWhy] = useState<string | null>(null);
  const body = { weekOn, ids: weeks.map(({ id }) => id) };
  const { answer, trouble } = useRead('timesheetPreview', { body });
  const [send, { busy }] = useWrite('postTimesheets');
  const post = async (): Promise<void> => {
    const written = await send({ body: { ...body, acceptWarnings: true } });
    if (!written.ok) return setWhy(written.trouble.detail);
    onClose();
    go(`/documents/${written.answer.id}`);
  };
  const wrong = [why, trouble?.detail, ...(answer?.problems ?? []).map(({ message }) => message)].filter(Boolean);
  return (
    <Dialog title={`Post the week of ${dayText(weekOn)}`} onClose={onClose} width={760}>
      {wrong.map((message) => (
        <Note key={message} $tone="trouble">
          {message}
        </Note>
      ))}
      {answer ? <WhatItPosts answer={answer} people={weeks.length} /> : trouble ? null : <Loading />}
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button
          $look="primary"
          isDisabled={busy || answer === undefined || answer.problems.length > 0}
          onPress={() => void post()}
        >
          Post {weeks.length === 1 ? 'the week' : `${weeks.length} weeks`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function WhatItPosts({ answer, people }: { readonly answer: Preview; readonly people: number }) {
  return (
    <>
      <Facts
        facts={[
          { name: 'People', value: people },
          { name: 'Hours', value: tenThousandths(answer.hours) },
          { name: 'Cost at rates', value: dollars(answer.enteredCents) },
        ]}
      />
      {answer.warnings.map(({ at, message }) => (
        <Note key={`${at} ${message}`}>{message}</Note>
      ))}
      <div style={{ display: 'flex', maxHeight: 320 }}>
        <DataTable
          label="What it posts"
          rows={answer.posts}
          columns={COLUMNS}
          rowKey={(row) => `${row.accountCode} ${row.projectCode} ${row.coding} ${row.amountCents < 0}`}
        />
      </div>
    </>
  );
}

const COLUMNS: readonly Column<Posted>[] = [
  {
    id: 'account',
    head: 'Account',
    gives: true,
    cell: ({ accountCode, accountName }) => `${accountCode} ${accountName}`,
  },
  { id: 'project', head: 'Project', cell: ({ projectCode }) => projectCode ?? '' },
  { id: 'coding', head: 'Code', cell: ({ coding }) => coding },
  amountColumn({ id: 'amount', head: 'Amount', of: ({ amountCents }: Posted) => amountCents }),
];
