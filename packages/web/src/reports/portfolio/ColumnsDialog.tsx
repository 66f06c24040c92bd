import { Checkbox } from 'react-aria-components/Checkbox';
import { CheckboxGroup } from 'react-aria-components/CheckboxGroup';
import styled from 'styled-components';
import { PORTFOLIO_CHOICES } from '@lowtide/core/reports/portfolio/report.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { color, space } from '../../theme/tokens.ts';

export interface ColumnsDialogProps {
  readonly chosen: readonly string[];
  readonly onChange: (chosen: readonly string[]) => void;
  readonly onClose: () => void;
}

/** Which columns the portfolio shows; the table follows at once. */
export function ColumnsDialog({ chosen, onChange, onClose }: ColumnsDialogProps) {
  return (
    <Dialog title="Columns" onClose={onClose} width={420}>
      <Boxes aria-label="Columns" value={[...chosen]} onChange={onChange}>
        {PORTFOLIO_CHOICES.map(({ id, head }) => (
          <Checkbox key={id} value={id}>
            {({ isSelected }) => (
              <>
                <i aria-hidden data-selected={isSelected || undefined} /> {head}
              </>
            )}
          </Checkbox>
        ))}
      </Boxes>
      <DialogActions>
        <Button $look="primary" onPress={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const Boxes = styled(CheckboxGroup)`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: ${space.two};
  label {
    display: flex;
    gap: ${space.two};
    align-items: center;
    border-radius: 3px;
    cursor: pointer;
    &[data-focus-visible] {
      outline: 2px solid ${color.focus};
    }
  }
  i {
    width: 14px;
    height: 14px;
    border: 1px solid ${color.lineStrong};
    border-radius: 3px;
    background: ${color.field};
  }
  i[data-selected] {
    border: 4px solid ${color.rule};
  }
`;
