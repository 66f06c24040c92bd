import { useState } from 'react';
import styled from 'styled-components';
import { plural } from '../../ui/plural.ts';
import { useWrite } from '../../api/books-api.ts';
import { useGo } from '../../api/as-of.tsx';
import { Button } from '../../ui/Button.tsx';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { color, type } from '../../theme/tokens.ts';
import { SheetApproval } from './SheetApproval.tsx';
import type { DraftState } from './use-draft.ts';
import type { Posting } from './use-posting.tsx';

export interface SheetBarProps {
  readonly draft: Pick<DraftState, 'kept' | 'trouble' | 'settled' | 'preview'>;
  readonly posting: Posting;
  /** Null until it is kept for the first time. */
  readonly id: number | null;
  /** Rows in which something is typed. */
  readonly rows: number;
}

const KEPT = { kept: 'Saved', keeping: 'Saving …', 'not kept': 'Not saved' } as const;

/** How the draft stands, and what can be done with it. */
export function SheetBar({ draft, posting, id, rows }: SheetBarProps) {
  const go = useGo();
  const [isAsking, setAsking] = useState(false);
  const [drop] = useWrite('dropDraft');
  const away = async (): Promise<void> => {
    const stored = await draft.settled();
    if (stored !== null) await drop({ params: { id: String(stored.id) } });
    go('/costs');
  };
  const wrong = draft.preview?.problems.length ?? 0;
  return (
    <>
      <Kept role="status" $good={draft.kept !== 'not kept'}>
        {draft.kept === 'not kept' ? (draft.trouble?.detail ?? KEPT['not kept']) : KEPT[draft.kept]}
      </Kept>
      {id === null ? null : <SheetApproval id={id} />}
      <Button $look="quiet" onPress={() => (rows > 0 ? setAsking(true) : void away())}>
        Discard
      </Button>
      {/* As wide whatever it says: what is beside it must not move away from under the pointer. */}
      <Button
        $look="primary"
        style={{ minWidth: 150, justifyContent: 'center' }}
        isDisabled={posting.busy}
        onPress={() => void posting.post()}
      >
        {wrong > 0 ? `Post (${plural(wrong, 'error')})` : 'Post'}
      </Button>
      {isAsking ? (
        <ConfirmDialog
          title="Discard this sheet?"
          text={`${plural(rows, 'row')} typed here would be gone for good. To keep them for later, just leave the page.`}
          button="Discard the sheet"
          onConfirm={() => void away()}
          onClose={() => setAsking(false)}
        />
      ) : null}
    </>
  );
}

const Kept = styled.span<{ readonly $good: boolean }>`
  align-self: center;
  max-width: 320px;
  font-size: ${type.small};
  color: ${({ $good }) => ($good ? color.textQuiet : color.trouble)};
`;
