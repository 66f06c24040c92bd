import { useState, type ReactNode } from 'react';
import { Dialog as AriaDialog } from 'react-aria-components/Dialog';
import { Heading } from 'react-aria-components/Heading';
import { Modal, ModalOverlay } from 'react-aria-components/Modal';
import styled from 'styled-components';
import { color, space, type } from '../theme/tokens.ts';
import { Button } from './Button.tsx';
import { confirmOnEnter } from './keys.ts';
import { Note } from './notes.tsx';

export interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly width?: number;
  /** Asks something that must be answered. */
  readonly urgent?: boolean;
  /** What is typed in it is worth asking before it goes. */
  readonly keepsTyping?: boolean;
}

/** A sheet in front of the page. A click outside does not close it: what was typed would be lost. */
export function Dialog({ title, onClose, children, width = 460, urgent = false, keepsTyping = true }: DialogProps) {
  const [isTyped, setTyped] = useState(false);
  const [isAsking, setAsking] = useState(false);
  // Escape never loses typing: it asks first.
  const leave = (): void => (isTyped && !isAsking ? setAsking(true) : onClose());
  return (
    <Veil isOpen onOpenChange={(open) => (open ? undefined : leave())}>
      <Sheet style={{ width }}>
        <AriaDialog role={urgent ? 'alertdialog' : 'dialog'}>
          <div
            role="presentation"
            onKeyDown={confirmOnEnter}
            onInput={() => {
              setTyped(keepsTyping);
              setAsking(false);
            }}
          >
            <Heading slot="title">{title}</Heading>
            {children}
            {isAsking ? <Leaving onLeave={onClose} onStay={() => setAsking(false)} /> : null}
          </div>
        </AriaDialog>
      </Sheet>
    </Veil>
  );
}

function Leaving({ onLeave, onStay }: { readonly onLeave: () => void; readonly onStay: () => void }) {
  return (
    <Note $tone="warning" role="alert" style={{ marginTop: 12 }}>
      <p>What you typed here is not saved.</p>
      <Button onPress={onLeave}>Discard it</Button>{' '}
      <Button autoFocus onPress={onStay}>
        Go on typing
      </Button>
    </Note>
  );
}

/** Buttons at the foot of a dialog. */
export const DialogActions = styled.div`
  display: flex;
  justify-content: flex-end;
  gap: ${space.two};
  margin-top: ${space.four};
`;

/** Fields of a dialog or form, in columns. */
export const FieldGrid = styled.div<{ readonly $columns?: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns = 2 }) => $columns}, minmax(0, 1fr));
  gap: ${space.three};
  margin-top: ${space.one};
`;

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  place-items: start center;
  padding-top: 9vh;
  background: ${color.veil};
`;

const Sheet = styled(Modal)`
  max-width: 94vw;
  max-height: 84vh;
  overflow: auto;
  background: ${color.paper};
  border-radius: 8px;
  box-shadow: 0 18px 60px ${color.shadow};
  section {
    padding: ${space.six};
    outline: none;
  }
  h2 {
    font-size: ${type.figure};
    font-weight: 650;
    margin-bottom: ${space.four};
  }
`;
