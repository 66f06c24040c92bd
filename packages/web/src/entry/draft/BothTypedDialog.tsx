import { useState } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { InStatus } from '../../ui/InStatus.tsx';
import { color, space, type } from '../../theme/tokens.ts';
import type { Conflict, Side } from './merged-typing.ts';
import type { BothTyping } from './use-both-typing.ts';

export interface BothTypedProps {
  readonly bothTyping: Pick<BothTyping<object>, 'conflicts' | 'by'>;
  readonly onSettle: (sides: readonly Side[]) => void;
  /** What a column or field is called. */
  readonly headOf: (id: string) => string;
}

/** Says that somebody else types in the same sheet, and asks which side to keep of what both changed. */
export function BothTyped({ bothTyping: { conflicts, by }, onSettle, headOf }: BothTypedProps) {
  if (by === null) return null;
  if (conflicts.length === 0) return <InStatus>{by} typed here too: the rows of both are in this sheet.</InStatus>;
  return <BothTypedDialog {...{ conflicts, by, onSettle, headOf }} />;
}

interface BothTypedDialogProps extends Pick<BothTypedProps, 'headOf'> {
  readonly conflicts: readonly Conflict[];
  readonly by: string;
  readonly onSettle: (sides: readonly Side[]) => void;
}

function BothTypedDialog({ conflicts, by, onSettle, headOf }: BothTypedDialogProps) {
  const [sides, setSides] = useState<readonly Side[]>(() => conflicts.map(() => 'mine'));
  const choose = (place: number, side: Side): void => setSides(sides.with(place, side));
  const all = (side: Side): void => setSides(sides.map(() => side));
  return (
    <Dialog
      title={`You and ${by} changed the same rows`}
      onClose={() => onSettle(sides)}
      width={720}
      urgent
      keepsTyping={false}
    >
      <p>
        What only one of you changed is in the sheet already. Choose what to keep of the rest:{' '}
        <Button $look="quiet" onPress={() => all('mine')}>
          all mine
        </Button>{' '}
        <Button $look="quiet" onPress={() => all('theirs')}>
          all of {by}
        </Button>
      </p>
      <Scroll>
        {conflicts.map((conflict, place) => (
          <fieldset key={place}>
            <legend>{conflict.field === null ? rowName(conflict) : headOf(conflict.field)}</legend>
            {(['mine', 'theirs'] as const).map((side) => (
              <label key={side}>
                <input
                  type="radio"
                  name={`keep ${place}`}
                  checked={sides[place] === side}
                  onChange={() => choose(place, side)}
                />
                <b>{side === 'mine' ? 'Mine' : by}</b>
                <span>{sideText(conflict, side, headOf)}</span>
              </label>
            ))}
          </fieldset>
        ))}
      </Scroll>
      <DialogActions>
        <Button $look="primary" onPress={() => onSettle(sides)}>
          Keep what is chosen
        </Button>
      </DialogActions>
    </Dialog>
  );
}

type Cells = Readonly<Record<string, unknown>>;

/** What both sides of a row still have in common, so that it is found. */
function rowName({ mine, theirs }: Conflict): string {
  const [own, other] = [cells(mine[0]), cells(theirs[0])];
  const common = Object.entries(own).filter(([id, value]) => text(value) !== '' && text(value) === text(other[id]));
  const words = common.slice(0, 4).map(([, value]) => text(value));
  return mine.length === 1 && theirs.length === 1 && words.length > 0 ? words.join(' · ') : 'Rows';
}

/** What of it differs from the other side. */
function sideText({ field, ...rows }: Conflict, side: Side, headOf: BothTypedProps['headOf']): string {
  const [own, other] = side === 'mine' ? [rows.mine, rows.theirs] : [rows.theirs, rows.mine];
  if (field !== null) return text(own[0]) || 'empty';
  if (own.length === 0) return 'taken out';
  return own
    .map((row, place) => {
      const there = cells(own.length === other.length ? other[place] : undefined);
      const differing = Object.entries(cells(row)).filter(([id, value]) => text(value) !== text(there[id]));
      return differing.map(([id, value]) => `${headOf(id)} ${text(value) || 'empty'}`).join(', ');
    })
    .join('; ');
}

function cells(row: unknown): Cells {
  return typeof row === 'object' && row !== null ? (row as Cells) : {};
}

function text(value: unknown): string {
  return Array.isArray(value) ? value.map(String).filter(Boolean).join(' ') : String(value ?? '');
}

const Scroll = styled.div`
  max-height: 50vh;
  overflow: auto;
  fieldset {
    display: grid;
    gap: ${space.half};
    margin-top: ${space.three};
    padding: ${space.two} ${space.three};
    border: 1px solid ${color.line};
  }
  legend {
    font-size: ${type.small};
    font-weight: 600;
    color: ${color.textQuiet};
  }
  label {
    display: grid;
    grid-template-columns: 18px 90px 1fr;
    align-items: baseline;
    cursor: pointer;
  }
`;
