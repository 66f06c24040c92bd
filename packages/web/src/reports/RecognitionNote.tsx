import { recognitionNote, type NoteAsked } from '@lowtide/core/reports/recognition-note.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';

export interface RecognitionNoteProps extends Omit<NoteAsked, 'through'> {
  /** Whose; of all where it is empty. */
  readonly project: string;
}

/** What the month shown is still to recognize, and what cost stays in WIP; nothing in the books as once known. */
export function RecognitionNote({ project, basis, leavesWipOut }: RecognitionNoteProps) {
  const { through, known } = useShownBooks();
  const { answer } = useRead(
    'recognitionState',
    known === undefined ? { query: { through, ...(project === '' ? {} : { project }) } } : null,
  );
  if (answer === undefined) return null;
  const said = recognitionNote(answer, { through, basis, leavesWipOut });
  return <span role="status">{said.map((sentence) => ` ${sentence}`)}</span>;
}
