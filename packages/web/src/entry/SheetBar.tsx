import styled from 'styled-components';
import { useWrite } from '../api/books-api.ts';
import { useGo } from '../api/as-of.tsx';
import { Button } from '../ui/Button.tsx';
import { color, type } from '../theme/tokens.ts';
import type { DraftState } from './use-draft.ts';
import type { Posting } from './use-posting.tsx';

export interface SheetBarProps {
  readonly draft: Pick<DraftState, 'kept' | 'trouble' | 'settled' | 'preview'>;
  readonly posting: Posting;
}

const KEPT = { kept: 'Kept', keeping: 'Keeping …', 'not kept': 'Not kept' } as const;

/** How the draft stands, and what can be done with it. */
export function SheetBar({ draft, posting }: SheetBarProps) {
  const go = useGo();
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
      <Button $look="quiet" onPress={() => void away()}>
        Throw away
      </Button>
      {/* As wide whatever it says: what is beside it must not move away from under the pointer. */}
      <Button
        $look="primary"
        style={{ minWidth: 150, justifyContent: 'center' }}
        isDisabled={posting.busy}
        onPress={() => void posting.post()}
      >
        {wrong > 0 ? `Post (${wrong} to correct)` : 'Post'}
      </Button>
    </>
  );
}

const Kept = styled.span<{ readonly $good: boolean }>`
  align-self: center;
  max-width: 320px;
  font-size: ${type.small};
  color: ${({ $good }) => ($good ? color.textQuiet : color.trouble)};
`;
