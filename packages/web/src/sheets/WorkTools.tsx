import type { WorkRow, WorkSheet } from '@lowtide/core/documents/work-invoice/form.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { MenuButton } from '../ui/MenuButton.tsx';

export interface WorkToolsProps {
  readonly sheet: WorkSheet;
  readonly onRows: (rows: WorkRow[]) => void;
}

type Work = Answer<'unbilledWork'>['rows'][number];

/** Above the rows of time and materials: all unbilled work of the project, or that of a person, a code, or one kind. */
export function WorkTools({ sheet, onRows }: WorkToolsProps) {
  const { answer: reference } = useRead('reference', {});
  const code = sheet.project.trim().toLowerCase();
  const id = reference?.projects.find((each) => each.code.toLowerCase() === code)?.id;
  const { answer } = useRead('unbilledWork', id === undefined ? null : { query: { project: String(id) } });
  const work = answer?.rows ?? [];
  const parts = partsOf(work);
  return (
    <div style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
      <Button isDisabled={work.length === 0} onPress={() => onRows(withWork(sheet.rows, work))}>
        All unbilled work
      </Button>
      <MenuButton
        label="Only some of it"
        items={parts.map(({ id: part, text }) => ({ id: part, text }))}
        onChoose={(part) => onRows(withWork(sheet.rows, parts.find((each) => each.id === part)?.work ?? []))}
      />
      {answer === undefined ? null : (
        <span>
          Unbilled {dollars(answer.leftCents)}
          {answer.unpriced === 0 ? '' : `; ${answer.unpriced} without a bill rate`}
        </span>
      )}
    </div>
  );
}

interface Part {
  readonly id: string;
  readonly text: string;
  readonly work: readonly Work[];
}

/** Hours, costs, and the work of each person and on each code. */
function partsOf(work: readonly Work[]): readonly Part[] {
  const part = (id: string, text: string, is: (each: Work) => boolean): Part => ({ id, text, work: work.filter(is) });
  const people = [...new Set(work.flatMap(({ kind, name }) => (kind === 'hours' ? [name] : [])))].toSorted();
  const codes = [...new Set(work.map(({ code }) => code))].filter((code) => code !== '').toSorted();
  return [
    part('hours', 'Hours', ({ kind }) => kind === 'hours'),
    part('cost', 'Cost', ({ kind }) => kind === 'cost'),
    ...people.map((name) => part(`person ${name}`, name, (each) => each.kind === 'hours' && each.name === name)),
    ...codes.map((code) => part(`code ${code}`, `Code ${code}`, (each) => each.code === code)),
  ].filter((each) => each.work.length > 0);
}

/** The rows with one for each piece of work that has none yet; what was typed stays. */
function withWork(rows: readonly WorkRow[], work: readonly Work[]): WorkRow[] {
  const typed = rows.filter((row) => row.work.trim() !== '');
  const there = new Set(typed.map((row) => row.work.trim()));
  const more = work.filter(({ id }) => !there.has(String(id)));
  return [...typed, ...more.map(({ id }) => ({ work: String(id), bill: '', reason: '' }))];
}
