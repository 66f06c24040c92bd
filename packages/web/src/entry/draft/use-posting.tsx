import { useState, type ReactNode } from 'react';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Remarks } from '../../ui/notes.tsx';
import { useFocusBack } from '../../ui/use-focus-back.ts';
import type { DraftState } from './use-draft.ts';

export interface Posting {
  readonly post: () => Promise<void>;
  readonly busy: boolean;
  /** Posting was asked for since something else was forgotten: whatever is wrong is shown. */
  readonly wasAsked: boolean;
  readonly forget: () => void;
  /** The question that is open: warnings to accept, or a refusal. */
  readonly dialog: ReactNode;
}

export type PostedDocument = Answer<'postDraft'>['documents'][number];

interface PostingParts {
  readonly draft: Pick<DraftState, 'settled' | 'preview'>;
  readonly month: Month;
  readonly onPosted: (documents: readonly PostedDocument[]) => void;
}

type Refused = readonly { readonly at: string; readonly kind?: string; readonly message: string }[];

function refusedBy({ problems, detail }: Trouble): Refused {
  return problems.length > 0 ? problems : [{ at: '', message: detail }];
}

/** Posts the sheet once all of it is kept. Warnings are listed and may be accepted; a refusal leaves everything as it is. */
export function usePosting({ draft, month, onPosted }: PostingParts): Posting {
  const [send, { busy }] = useWrite('postDraft');
  const [asking, setAsking] = useState(false);
  const [wasAsked, setWasAsked] = useState(false);
  const [refused, setRefused] = useState<Refused | null>(null);
  const [ask, asked] = useWrite('askApproval');
  const focus = useFocusBack();
  const leave = (): void => {
    setAsking(false);
    setRefused(null);
    focus.back();
  };
  const warnings = draft.preview?.warnings ?? [];
  const order = async (acceptWarnings: boolean): Promise<void> => {
    setAsking(false);
    setWasAsked(true);
    const stored = await draft.settled();
    if (stored === null) return;
    const written = await send({
      params: { id: String(stored.id) },
      body: { month, version: stored.version, acceptWarnings },
    });
    if (written.ok) {
      onPosted(written.answer.documents);
    } else if (written.trouble.problems.some(({ kind }) => kind === 'warnings-open')) setAsking(true);
    else setRefused(refusedBy(written.trouble));
  };
  /** Somebody else is asked to approve what is kept. */
  const askApproval = async (): Promise<void> => {
    const stored = await draft.settled();
    if (stored === null) return;
    const written = await ask({ params: { id: String(stored.id) }, body: { month, version: stored.version } });
    setRefused(written.ok ? null : refusedBy(written.trouble));
  };
  const dialog = asking ? (
    <AllTheSame warnings={warnings} onPost={() => void order(true)} onLeave={leave} />
  ) : refused === null ? null : (
    <NotPosted refused={refused} busy={asked.busy} onAsk={() => void askApproval()} onLeave={leave} />
  );
  const post = (): Promise<void> => {
    focus.note();
    return order(false);
  };
  return { post, busy, wasAsked, forget: () => setWasAsked(false), dialog };
}

interface AllTheSameProps {
  readonly warnings: Refused;
  readonly onPost: () => void;
  readonly onLeave: () => void;
}

/** Warnings, each with its reason, and whether to post all the same. */
function AllTheSame({ warnings, onPost, onLeave }: AllTheSameProps) {
  return (
    <Dialog title="Post all the same?" onClose={onLeave} urgent width={560}>
      <Remarks tone="warning" title="Warnings" remarks={warnings} />
      <DialogActions>
        <Button onPress={onLeave}>Cancel</Button>
        <Button $look="primary" autoFocus onPress={onPost}>
          Post all the same
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface NotPostedProps {
  readonly refused: Refused;
  readonly busy: boolean;
  readonly onAsk: () => void;
  readonly onLeave: () => void;
}

/** Why nothing was posted; bills above the limit may be given to somebody else to approve. */
function NotPosted({ refused, busy, onAsk, onLeave }: NotPostedProps) {
  const needsApproval = refused.some(({ kind }) => kind === 'bills-to-approve');
  return (
    <Dialog title="Not posted" onClose={onLeave} urgent width={560}>
      <Remarks tone="trouble" title="Nothing was posted" remarks={refused} />
      <DialogActions>
        <Button {...(needsApproval ? {} : { $look: 'primary' as const, autoFocus: true })} onPress={onLeave}>
          Back to the sheet
        </Button>
        {needsApproval ? (
          <Button $look="primary" autoFocus isDisabled={busy} onPress={onAsk}>
            Ask for approval
          </Button>
        ) : null}
      </DialogActions>
    </Dialog>
  );
}
