import { ChevronLeft, ChevronRight } from 'lucide-react';
import { dayText, isoDate, mondayOf, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import type { SheetField } from '@lowtide/core/documents/kind-of-sheet.ts';
import { opposite } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { DayField } from '../ui/DayField.tsx';
import type { Preview } from '../entry/draft/use-draft.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { PickField } from '../ui/PickField.tsx';

export interface SheetFieldsProps {
  readonly fields: readonly SheetField[];
  readonly valueOf: (id: string) => string;
  readonly onChange: (id: string, value: string) => void;
  readonly preview: Preview | null;
}

const WIDTHS = { money: 180, day: 150, text: 300, project: 220, 'tax code': 120, week: 260 } as const;

/** What is typed above the rows of a sheet. */
export function SheetFields({ fields, valueOf, onChange, preview }: SheetFieldsProps) {
  const near = lastDay(useShownBooks().through);
  const { answer: reference } = useRead('reference', {});
  return (
    <div style={{ display: 'flex', gap: 12, alignItems: 'end' }}>
      {fields.map((field) => (
        <div key={field.id} style={{ width: WIDTHS[field.holds] }}>
          {field.holds === 'week' ? (
            <Week label={field.label} day={valueOf(field.id)} onChange={(day) => onChange(field.id, day)} />
          ) : field.holds === 'day' ? (
            <DayField
              near={near}
              label={field.label}
              value={valueOf(field.id)}
              onChange={(value) => onChange(field.id, value)}
              problem={preview?.problems.find(({ at }) => at === field.id)?.message}
            />
          ) : field.holds === 'project' || field.holds === 'tax code' ? (
            <PickField
              label={field.label}
              value={valueOf(field.id)}
              options={(field.holds === 'project' ? reference?.projects : reference?.taxCodes) ?? []}
              onChange={(value) => onChange(field.id, value)}
              problem={preview?.problems.find(({ at }) => at === field.id)?.message}
            />
          ) : (
            <Field
              label={field.label}
              figures={field.holds === 'money'}
              value={valueOf(field.id)}
              onChange={(value) => onChange(field.id, value)}
              problem={
                field.hint === undefined ? preview?.problems.find(({ at }) => at === field.id)?.message : undefined
              }
            />
          )}
        </div>
      ))}
      <output aria-live="polite" style={{ paddingBottom: 5 }}>
        {fields.map(({ hint }) => hint).some(Boolean) ? missingText(fields, preview) : null}
      </output>
    </div>
  );
}

/** What a control total lacks. */
function missingText(fields: readonly SheetField[], preview: Preview | null): string {
  const missing = preview?.missingCents ?? null;
  if (missing === null) return fields.find(({ hint }) => hint !== undefined)?.hint ?? '';
  if (missing === 0) return 'Adds up.';
  return missing > 0 ? `Missing ${dollars(missing)}` : `Over by ${dollars(opposite(missing))}`;
}

interface WeekProps {
  readonly label: string;
  readonly day: string;
  readonly onChange: (day: string) => void;
}

function Week({ label, day, onChange }: WeekProps) {
  const monday = mondayOf(isoDate(day));
  return (
    <div style={{ display: 'flex', gap: 6, alignItems: 'center' }}>
      <Button aria-label="A week earlier" onPress={() => onChange(plusDays(monday, -7))}>
        <ChevronLeft size={15} aria-hidden />
      </Button>
      <span>
        {label} <strong>{dayText(monday)}</strong>
      </span>
      <Button aria-label="A week later" onPress={() => onChange(plusDays(monday, 7))}>
        <ChevronRight size={15} aria-hidden />
      </Button>
    </div>
  );
}
