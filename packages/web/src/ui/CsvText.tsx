import { FileTrigger } from 'react-aria-components/FileTrigger';
import styled from 'styled-components';
import { space } from '../theme/tokens.ts';
import { Button } from './Button.tsx';
import { Field } from './Field.tsx';

/** A CSV file, chosen or pasted. */
export interface CsvFile {
  readonly name: string;
  readonly csv: string;
}

export const PASTED: CsvFile = { name: 'pasted.csv', csv: '' };

export interface CsvTextProps {
  readonly file: CsvFile;
  readonly onChange: (file: CsvFile) => void;
}

const Parts = styled.div`
  display: flex;
  flex-direction: column;
  align-items: start;
  gap: ${space.two};
  margin: ${space.two} 0;
  > :last-child {
    width: 100%;
  }
`;

/** Takes a CSV file that is chosen, or its text that is pasted. */
export function CsvText({ file, onChange }: CsvTextProps) {
  const choose = (files: FileList | null): void => {
    const chosen = files?.[0];
    if (chosen) void chosen.text().then((csv) => onChange({ name: chosen.name, csv }));
  };
  return (
    <Parts>
      <FileTrigger acceptedFileTypes={['.csv', 'text/csv']} onSelect={choose}>
        <Button>Choose a file</Button>
      </FileTrigger>
      <Field
        label="Or paste its text; the first line names the columns"
        lines={7}
        value={file.csv}
        onChange={(csv) => onChange({ ...file, csv })}
      />
    </Parts>
  );
}
