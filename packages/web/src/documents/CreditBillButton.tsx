import { useState } from 'react';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Refused } from '../ui/notes.tsx';

/** Opens a sheet with the credit note against a whole bill: lines that are not credited are taken out, and its number is typed. */
export function CreditBillButton({ id }: { readonly id: number }) {
  const { through: month } = useShownBooks();
  const go = useGo();
  const { answer, trouble } = useRead('creditSheet', { params: { id: String(id) } });
  const [begin, { busy }] = useWrite('newDraft');
  const [why, setWhy] = useState<string | null>(null);
  const credit = async (): Promise<void> => {
    if (answer === undefined) return;
    const made = await begin({ body: { month, sheet: answer.sheet, preview: false } });
    if (made.ok) go(`/costs/bills/${made.answer.id}`);
    else setWhy(made.trouble.detail);
  };
  return (
    <>
      <Button isDisabled={busy || answer === undefined} onPress={() => void credit()}>
        Credit note
      </Button>
      <Refused why={why ?? trouble?.detail ?? null} />
    </>
  );
}
