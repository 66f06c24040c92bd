import { useState } from 'react';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Refused } from '../ui/notes.tsx';

export interface BeginSheetButtonProps {
  readonly id: number;
  /** Which question answers with the sheet to begin with. */
  readonly question: 'creditSheet' | 'certificateSheet' | 'correctedApplication';
  readonly words: string;
  readonly look?: 'primary';
}

/** Opens a sheet that is begun from a document, filled with what is known of it. */
export function BeginSheetButton({ id, question, words, look }: BeginSheetButtonProps) {
  const { through: month } = useShownBooks();
  const go = useGo();
  const { answer, trouble } = useRead(question, { params: { id: String(id) } });
  const [begin, { busy }] = useWrite('newDraft');
  const [why, setWhy] = useState<string | null>(null);
  const open = async (): Promise<void> => {
    if (answer === undefined) return;
    const made = await begin({ body: { month, sheet: answer.sheet, preview: false } });
    if (made.ok) go(`/costs/${answer.sheet.kind}/${made.answer.id}`);
    else setWhy(made.trouble.detail);
  };
  // What cannot be begun any more, such as an answer that is given, is not offered.
  if (trouble) return null;
  return (
    <>
      <Button
        {...(look === undefined ? {} : { $look: look })}
        isDisabled={busy || answer === undefined}
        onPress={() => void open()}
      >
        {words}
      </Button>
      <Refused why={why} />
    </>
  );
}
