import { parseDate } from '@internationalized/date';
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Calendar, CalendarCell, CalendarGrid } from 'react-aria-components/Calendar';
import { Dialog, DialogTrigger } from 'react-aria-components/Dialog';
import { Heading } from 'react-aria-components/Heading';
import { Popover } from 'react-aria-components/Popover';
import styled from 'styled-components';
import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { typedDate } from '@lowtide/core/calendar/typed-date.ts';
import { color, size, space } from '../theme/tokens.ts';
import { Button } from './Button.tsx';
import { useDayOrder } from './day-order.ts';
import { Field, type FieldProps } from './Field.tsx';

export interface DayFieldProps extends FieldProps {
  /** What is left out of a day that is typed is told from this one. */
  readonly near: IsoDate;
}

/** A day, typed as people do or picked from a calendar; it shows as every day does, and as it was typed while it is. */
export function DayField({ near, ...field }: DayFieldProps) {
  const { label, value, onChange, isReadOnly = false } = field;
  const [isTyping, setTyping] = useState(false);
  const day = typedDate(value, near, useDayOrder());
  return (
    <Row>
      <div onFocus={() => setTyping(true)} onBlur={() => setTyping(false)}>
        <Field {...field} value={isTyping || day === undefined ? value : dayText(day)} />
      </div>
      {isReadOnly ? null : (
        <DialogTrigger>
          <Button $look="quiet" aria-label={`${label}: pick from a calendar`}>
            <CalendarDays size={15} aria-hidden />
          </Button>
          <Sheet placement="bottom end">
            <Dialog aria-label={label}>
              {({ close }) => <Picker {...{ label, day: day ?? near, onChange, close }} />}
            </Dialog>
          </Sheet>
        </DialogTrigger>
      )}
    </Row>
  );
}

interface PickerProps {
  readonly label: string;
  readonly day: IsoDate;
  readonly onChange: (value: string) => void;
  readonly close: () => void;
}

function Picker({ label, day, onChange, close }: PickerProps) {
  const pick = (picked: { toString(): string }): void => {
    onChange(picked.toString());
    close();
  };
  return (
    <Calendar aria-label={label} autoFocus defaultValue={parseDate(day)} onChange={pick}>
      <header>
        <Button slot="previous" aria-label="A month earlier">
          <ChevronLeft size={15} aria-hidden />
        </Button>
        <Heading />
        <Button slot="next" aria-label="A month later">
          <ChevronRight size={15} aria-hidden />
        </Button>
      </header>
      <CalendarGrid>{(date) => <CalendarCell date={date} />}</CalendarGrid>
    </Calendar>
  );
}

const Row = styled.div`
  position: relative;
  > button {
    position: absolute;
    top: 18px;
    right: 2px;
  }
`;

const Sheet = styled(Popover)`
  z-index: 40;
  padding: ${space.three};
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  box-shadow: 0 6px 20px ${color.shadow};
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    margin-bottom: ${space.two};
  }
  h2 {
    font-size: inherit;
    font-weight: 650;
  }
  td [role='button'] {
    width: 30px;
    padding: ${space.one} 0;
    text-align: center;
    border-radius: ${size.radius};
    cursor: pointer;
  }
  td [data-outside-month] {
    display: none;
  }
  td [data-hovered] {
    background: ${color.paperDeep};
  }
  td [data-selected] {
    background: ${color.primary};
    color: ${color.textOnPrimary};
  }
`;
