import type { ApplicationRow, ApplicationSheet } from '@lowtide/core/documents/application/form.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';

export interface ApplicationToolsProps {
  readonly sheet: ApplicationSheet;
  readonly onChange: (parts: Partial<ApplicationSheet>) => void;
}

/** Above the lines of an application: all lines of the schedule, and what their cost says of their percent complete. */
export function ApplicationTools({ sheet, onChange }: ApplicationToolsProps) {
  const { through } = useShownBooks();
  const { answer: reference } = useRead('reference', {});
  const code = sheet.project.trim().toLowerCase();
  const id = reference?.projects.find((each) => each.code.toLowerCase() === code)?.id;
  const { answer } = useRead('projectBilling', id === undefined ? null : { query: { project: String(id), through } });
  const lines = answer?.lines ?? [];
  return (
    <div style={{ display: 'flex', gap: 8 }}>
      <Button isDisabled={lines.length === 0} onPress={() => onChange({ rows: withAllLines(sheet.rows, lines) })}>
        All lines of the schedule
      </Button>
      <Button
        isDisabled={!lines.some(({ complete }) => complete !== null)}
        onPress={() => onChange({ rows: proposed(withAllLines(sheet.rows, lines), lines) })}
      >
        Propose percent from cost
      </Button>
    </div>
  );
}

type Lines = Answer<'projectBilling'>['lines'];

const BLANK: ApplicationRow = { line: '', percent: '', amount: '', stored: '', mayExceed: '', text: '' };

/** A row for each line of the schedule; what was typed stays. */
function withAllLines(rows: readonly ApplicationRow[], lines: Lines): ApplicationRow[] {
  const typed = rows.filter(({ line }) => line.trim() !== '');
  const isNamed = (number: number, name: string): boolean =>
    typed.some(({ line }) => line.trim() === String(number) || line.trim().toLowerCase() === name.toLowerCase());
  const missing = lines.filter(({ number, name }) => !isNamed(number, name));
  return [...typed, ...missing.map(({ number }) => ({ ...BLANK, line: String(number) }))];
}

/** The percent of each line by its cost, where neither a percent nor an amount is typed. */
function proposed(rows: readonly ApplicationRow[], lines: Lines): ApplicationRow[] {
  return rows.map((row) => {
    const line = lines.find(({ number, name }) => [String(number), name].includes(row.line.trim()));
    if (row.percent.trim() !== '' || row.amount.trim() !== '' || !line || line.complete === null) return row;
    return { ...row, percent: percent(line.complete) };
  });
}
