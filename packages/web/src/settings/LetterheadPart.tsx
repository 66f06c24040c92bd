import { useState } from 'react';
import styled from 'styled-components';
import { Letterhead } from '@lowtide/core/wire/setup.ts';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { checkedBy, useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Part } from '../ui/Page.tsx';
import { color, space, type } from '../theme/tokens.ts';

/** What the company's invoices and proposals carry, and the paper everything is printed on. */
export function LetterheadPart() {
  const { answer } = useRead('letterhead', {});
  return <Part title="Letters and reports on paper">{answer ? <LetterheadForm kept={answer} /> : <Loading />}</Part>;
}

const PAPERS = [
  { value: 'letter', text: 'Letter' },
  { value: 'a4', text: 'A4' },
];

interface Typed {
  readonly address: string;
  readonly bankDetails: string;
  readonly paper: string;
  readonly country: string;
  readonly taxNumber: string;
  /** A data URL; empty for none. */
  readonly logo: string;
}

function bodyOf({ address, bankDetails, paper, logo, country, taxNumber }: Typed): Answer<'letterhead'> {
  return {
    ...{ address, bankDetails, paper: paper === 'a4' ? 'a4' : 'letter', logo: logo === '' ? null : logo },
    ...{ country: country.trim().toUpperCase(), taxNumber },
  };
}

const CHECK = checkedBy<Typed>(Letterhead, bodyOf);

function LetterheadForm({ kept }: { readonly kept: Answer<'letterhead'> }) {
  const { form, field, general, settle, ready } = useTypedForm({ ...kept, logo: kept.logo ?? '' }, CHECK);
  const [isSaved, setSaved] = useState(false);
  const [change, { busy }] = useWrite('changeLetterhead');
  const save = async (): Promise<void> => {
    if (await ready()) setSaved(settle(await change({ body: bodyOf(form) })) !== undefined);
  };
  const logo = field('logo');
  return (
    <>
      <FieldGrid>
        <Field label="Address" lines={3} hint="As it stands on an envelope." {...field('address')} />
        <Field label="Bank details" lines={3} hint="At the foot of invoices." {...field('bankDetails')} />
        <Field label="Country" hint="Two letters, such as US." {...field('country')} />
        <Field label="Tax number" hint="On invoices." {...field('taxNumber')} />
        <Choice label="Paper" options={PAPERS} {...field('paper')} />
        <Logo picture={form.logo} problem={logo.problem} onChange={logo.onChange} />
      </FieldGrid>
      {isSaved ? (
        <Note $tone="good" role="status">
          Saved. Letters carry it from now on.
        </Note>
      ) : null}
      <Refused why={general} />
      <May do="run-company">
        <Button style={{ marginTop: 12 }} isDisabled={busy} onPress={() => void save()}>
          Save letterhead
        </Button>
      </May>
    </>
  );
}

interface LogoProps {
  readonly picture: string;
  readonly problem: string | undefined;
  readonly onChange: (picture: string) => void;
}

function Logo({ picture, problem, onChange }: LogoProps) {
  return (
    <Frame>
      <label>
        Logo, PNG or JPEG
        <input
          type="file"
          accept="image/png,image/jpeg"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) void dataUrl(file).then(onChange);
          }}
        />
      </label>
      {picture === '' ? null : (
        <p>
          <img src={picture} alt="The logo" />{' '}
          <Button $look="quiet" onPress={() => onChange('')}>
            Remove
          </Button>
        </p>
      )}
      {problem === undefined ? null : <p role="alert">{problem}</p>}
    </Frame>
  );
}

/** The file as a data URL. */
async function dataUrl(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('the file cannot be read'));
    reader.readAsDataURL(file);
  });
}

const Frame = styled.div`
  display: grid;
  gap: ${space.one};
  align-content: start;
  label {
    display: grid;
    gap: ${space.half};
    font-size: ${type.small};
    font-weight: 550;
    color: ${color.textQuiet};
  }
  img {
    max-width: 180px;
    max-height: 44px;
    vertical-align: middle;
  }
  [role='alert'] {
    font-size: ${type.small};
    color: ${color.trouble};
    font-weight: 550;
  }
`;
