import type { WhatIfSheet } from '@lowtide/core/what-if/read-what-if.ts';
import { useRead } from '../../api/books-api.ts';
import { Choice } from '../../ui/Choice.tsx';
import { KeepDialog } from '../../entry/KeepDialog.tsx';
import { keptSheet } from './what-if-rows.ts';

/** Where views of this page are kept. */
const PAGE = 'what-if';
const NONE = 'none';

export interface Beside {
  readonly name: string;
  readonly sheet: WhatIfSheet;
}

interface KeptBarProps {
  readonly onOpen: (sheet: WhatIfSheet) => void;
  readonly beside: Beside | null;
  readonly onBeside: (beside: Beside | null) => void;
}

/** What-ifs kept under a name: one is opened, another stands beside it. */
export function KeptBar({ onOpen, beside, onBeside }: KeptBarProps) {
  const { answer } = useRead('views', { params: { page: PAGE } });
  const kept = answer?.rows ?? [];
  if (kept.length === 0) return null;
  const sheetOf = (id: string): Beside | null => {
    const found = kept.find((each) => String(each.id) === id);
    return found === undefined ? null : { name: found.name, sheet: keptSheet(found.state) };
  };
  const options = [{ value: NONE, text: 'none' }, ...kept.map(({ id, name }) => ({ value: String(id), text: name }))];
  return (
    <>
      Open{' '}
      <Choice
        inline
        label="Open a what-if"
        value={NONE}
        options={options}
        onChange={(id) => {
          const found = sheetOf(id);
          if (found !== null) onOpen(found.sheet);
        }}
      />
      , beside{' '}
      <Choice
        inline
        label="Beside another what-if"
        value={String(kept.find(({ name }) => name === beside?.name)?.id ?? NONE)}
        options={options}
        onChange={(id) => onBeside(sheetOf(id))}
      />
      .
    </>
  );
}

/** Keeps what is asked under a name. */
export function KeepWhatIf({ sheet, onClose }: { readonly sheet: WhatIfSheet; readonly onClose: () => void }) {
  return <KeepDialog title="Keep this what-if" page={PAGE} state={JSON.stringify(sheet)} onClose={onClose} />;
}
