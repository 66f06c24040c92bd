import { useRef, useState } from 'react';
import styled from 'styled-components';
import { MOST_FILE_BYTES } from '@lowtide/core/attachments/media-type.ts';
import { useRead, useWrite, type Answer, type Asked } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { color, space } from '../theme/tokens.ts';
import { Button } from '../ui/Button.tsx';
import { Refused } from '../ui/notes.tsx';

type File = Answer<'attachments'>['rows'][number];

export interface FilesPartProps {
  readonly about: Asked<'attach'>['body']['about'];
  readonly id: number;
}

/** Files kept with something of the books: added, shown where the browser can, saved, taken away. */
export function FilesPart({ about, id }: FilesPartProps) {
  const { answer } = useRead('attachments', { query: { about, id: String(id) } });
  const [shown, setShown] = useState<File | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const [drop] = useWrite('dropAttachment');
  const take = async (file: File): Promise<void> => {
    setShown(null);
    const written = await drop({ params: { id: String(file.id) } });
    setWhy(written.ok ? null : written.trouble.detail);
  };
  const rows = answer?.rows ?? [];
  return (
    <Files aria-label="Files">
      <strong>Files</strong>
      {rows.length === 0 ? <span>none</span> : null}
      {rows.map((file) => (
        <span key={file.id}>
          <a href={contentOf(file)} target="_blank" rel="noreferrer">
            {file.name}
          </a>{' '}
          {sizeText(file.bytes)}{' '}
          {file.shownAs === 'not shown' ? null : (
            <Button $look="quiet" onPress={() => setShown(shown?.id === file.id ? null : file)}>
              {shown?.id === file.id ? 'Hide' : 'Show'}
            </Button>
          )}
          <May do="keep-books">
            <Button $look="quiet" aria-label={`Delete ${file.name}`} onPress={() => void take(file)}>
              Delete
            </Button>
          </May>
        </span>
      ))}
      <May do="keep-books">
        <AddFile {...{ about, id }} onRefused={setWhy} />
      </May>
      <Refused why={why} />
      {shown === null ? null : <Shown file={shown} />}
    </Files>
  );
}

function contentOf({ id }: File): string {
  return `/api/attachments/${id}/content`;
}

function sizeText(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1_000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

function Shown({ file }: { readonly file: File }) {
  return file.shownAs === 'picture' ? (
    <img src={contentOf(file)} alt={file.name} />
  ) : (
    <iframe src={contentOf(file)} title={file.name} />
  );
}

interface AddFileProps extends FilesPartProps {
  readonly onRefused: (why: string | null) => void;
}

function AddFile({ about, id, onRefused }: AddFileProps) {
  const input = useRef<HTMLInputElement>(null);
  const [attach, { busy }] = useWrite('attach');
  const add = async (file: globalThis.File): Promise<void> => {
    if (file.size > MOST_FILE_BYTES)
      return onRefused(`${file.name} is larger than 20 MB. Make it smaller, or keep it elsewhere.`);
    const content = await base64(file);
    const written = await attach({ body: { about, id, name: file.name, mediaType: file.type, content } });
    onRefused(written.ok ? null : written.trouble.detail);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="File to keep"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void add(file);
        }}
      />
      <Button isDisabled={busy} onPress={() => input.current?.click()}>
        {busy ? 'Keeping …' : 'Add a file'}
      </Button>
    </>
  );
}

/** The bytes of a file as the API takes them. */
async function base64(file: globalThis.File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onerror = () => reject(new Error(`${file.name} cannot be read`));
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''));
    reader.readAsDataURL(file);
  });
}

const Files = styled.section`
  display: flex;
  flex-wrap: wrap;
  gap: ${space.two};
  align-items: center;
  > span {
    color: ${color.textQuiet};
  }
  iframe,
  img {
    flex-basis: 100%;
    max-width: 100%;
    height: 420px;
    object-fit: contain;
    object-position: left top;
    border: 1px solid ${color.line};
    background: ${color.field};
  }
`;
