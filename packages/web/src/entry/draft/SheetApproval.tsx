import { useState } from 'react';
import styled from 'styled-components';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import { color, type } from '../../theme/tokens.ts';
import { Button } from '../../ui/Button.tsx';
import { Refused } from '../../ui/notes.tsx';
import { ReturnDialog } from '../../ui/ReturnDialog.tsx';

type Head = Answer<'drafts'>['rows'][number];

/** How the approval of a sheet of bills stands, where the company asks for it; whoever did not type in it approves or returns it. */
export function SheetApproval({ id }: { readonly id: number }) {
  const { frame } = useShownBooks();
  const isAsked = frame.company?.approveBillsAboveCents != null;
  const { answer } = useRead('drafts', isAsked ? { query: { kind: 'bills' } } : null);
  const sheet = answer?.rows.find((row) => row.id === id);
  if (sheet?.approval == null) return null;
  return <Stand sheet={sheet} approval={sheet.approval} />;
}

interface StandProps {
  readonly sheet: Head;
  readonly approval: NonNullable<Head['approval']>;
}

function Stand({ sheet, approval }: StandProps) {
  const { frame } = useShownBooks();
  const [isReturning, setReturning] = useState(false);
  const [why, setWhy] = useState<string | null>(null);
  const [approve, approving] = useWrite('approveSheet');
  const [giveBack] = useWrite('returnSheet');
  const asked = { params: { id: String(sheet.id) } };
  const mayAnswer = approval.stand === 'asked' && !sheet.typedBy.includes(frame.user);
  return (
    <>
      <Said role="status" $good={approval.stand === 'approved'}>
        {approvalText(approval)}
      </Said>
      {mayAnswer ? (
        <>
          <Button onPress={() => setReturning(true)}>Return</Button>
          <Button
            isDisabled={approving.busy}
            onPress={() =>
              void approve({ ...asked, body: { version: sheet.version } }).then((written) =>
                setWhy(written.ok ? null : written.trouble.detail),
              )
            }
          >
            Approve
          </Button>
        </>
      ) : null}
      <Refused why={why} />
      {isReturning ? (
        <ReturnDialog
          what={`“${sheet.title}”`}
          reader={sheet.typedBy.join(', ')}
          button="Return the sheet"
          onReturn={async (reason) => {
            const written = await giveBack({ ...asked, body: { version: sheet.version, reason } });
            return written.ok ? undefined : written.trouble.detail;
          }}
          onClose={() => setReturning(false)}
        />
      ) : null}
    </>
  );
}

const WORDS = { asked: 'Approval asked for by', approved: 'Approved by', returned: 'Returned by' } as const;

/** How the approval of a sheet stands, with who said so and when. */
export function approvalText({ stand, by, at, reason }: NonNullable<Head['approval']>): string {
  const said = `${WORDS[stand]} ${by}, ${dayText(isoDate(at.slice(0, 10)))}`;
  return reason === '' ? said : `${said}: ${reason}`;
}

const Said = styled.span<{ readonly $good: boolean }>`
  align-self: center;
  max-width: 360px;
  font-size: ${type.small};
  color: ${({ $good }) => ($good ? color.earned : color.text)};
`;
