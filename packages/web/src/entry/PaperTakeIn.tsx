import { useRef, useState } from 'react';
import type { Written } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { cameInBefore } from '../ui/notes.tsx';

export interface Paper {
  readonly name: string;
  readonly xml: string;
}

interface PaperTakeInProps {
  /** What the files are. */
  readonly label: string;
  /** Where the simulated delivery comes from. */
  readonly source: string;
  readonly take: (paper: Paper, again: boolean) => Promise<Written<unknown>>;
  readonly deliver: () => Promise<Written<{ readonly messages: readonly Paper[] }>>;
  readonly onRefused: (why: string | null) => void;
}

/** Takes in files from the machine, or, in the demo, what a simulated inbox delivers; what came in before is taken again when told so. */
export function PaperTakeIn({ label, source, take, deliver, onRefused }: PaperTakeInProps) {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [before, setBefore] = useState<readonly Paper[]>([]);
  const takeAll = async (papers: readonly Paper[], again = false): Promise<void> => {
    setBusy(true);
    const refused: string[] = [];
    const known: Paper[] = [];
    for (const paper of papers) {
      const written = await take(paper, again);
      if (written.ok) continue;
      refused.push(`${paper.name}: ${written.trouble.detail}`);
      if (cameInBefore(written.trouble)) known.push(paper);
    }
    setBusy(false);
    setBefore(known);
    onRefused(refused.length === 0 ? null : refused.join(' '));
  };
  const fetchAll = async (): Promise<void> => {
    const delivered = await deliver();
    if (delivered.ok) await takeAll(delivered.answer.messages);
    else onRefused(delivered.trouble.detail);
  };
  const read = async (files: FileList | null): Promise<void> => {
    const texts = await Promise.all(
      [...(files ?? [])].map(async (file) => ({ name: file.name, xml: await file.text() })),
    );
    await takeAll(texts);
  };
  return (
    <div style={{ display: 'flex', gap: 8 }}>
      <input
        ref={input}
        type="file"
        accept=".xml,application/xml"
        multiple
        hidden
        aria-label={label}
        onChange={(event) => void read(event.target.files)}
      />
      <Button isDisabled={busy} onPress={() => input.current?.click()}>
        Import UBL files
      </Button>
      {before.length === 0 ? null : (
        <Button isDisabled={busy} onPress={() => void takeAll(before, true)}>
          Import {before.length === 1 ? 'it' : 'them'} again
        </Button>
      )}
      <Button isDisabled={busy} onPress={() => void fetchAll()}>
        {source}
      </Button>
    </div>
  );
}
