import { Fragment } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import type { Choice as ChoiceOf, ChoiceContext, Chosen } from '@lowtide/core/reports/report.ts';
import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { fileAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { Choice } from '../ui/Choice.tsx';
import { Sentence } from '../ui/Page.tsx';
import { TypedWord } from './TypedWord.tsx';

export interface ReportSentenceProps {
  readonly name: ReportName;
  readonly chosen: Chosen;
  readonly onChoose: (word: string, value: string) => void;
}

const FILES = [
  { ending: 'csv', text: 'CSV' },
  { ending: 'xlsx', text: 'Workbook' },
  { ending: 'pdf', text: 'PDF' },
];

/** One sentence that says what a report shows; each word of it can be changed there. */
export function ReportSentence({ name, chosen, onChoose }: ReportSentenceProps) {
  const { asOf, through } = useShownBooks();
  const { sentence, choices } = reportOf(name);
  const parts = sentence.split(/\{(\w+)\}/);
  return (
    <Sentence>
      {parts.map((part, index) => {
        if (index % 2 === 0) return <Fragment key={index}>{part}</Fragment>;
        if (part === 'through') return <strong key={part}>{monthText(through)}</strong>;
        const choice = choices[part];
        return choice === undefined ? null : (
          <ChoiceWord
            key={part}
            choice={choice}
            value={chosen[part] ?? ''}
            onChange={(value) => onChoose(part, value)}
          />
        );
      })}
      <span data-files>
        Save as{' '}
        {FILES.map(({ ending, text }) => (
          <a key={ending} href={fileAddress(name, ending, { ...chosen, ...asOf })}>
            {text}
          </a>
        ))}
      </span>
    </Sentence>
  );
}

interface ChoiceWordProps {
  readonly choice: ChoiceOf;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

function ChoiceWord({ choice, value, onChange }: ChoiceWordProps) {
  switch (choice.kind) {
    case 'month':
    case 'day':
      return <TypedWord kind={choice.kind} label={choice.label} value={value} onChange={onChange} />;
    case 'options':
      return <Choice inline label={choice.label} value={value} onChange={onChange} options={[...choice.options]} />;
    case 'project':
      return <ProjectWord label={choice.label} value={value} onChange={onChange} />;
  }
}

function ProjectWord({ label, value, onChange }: Omit<ChoiceWordProps, 'choice'> & { readonly label: string }) {
  const { answer: reference } = useRead('reference', {});
  const projects = (reference?.projects ?? []).map(({ id, code, name }) => ({
    value: String(id),
    text: `${code} ${name}`,
  }));
  return (
    <Choice
      inline
      label={label}
      value={value}
      onChange={onChange}
      options={[{ value: '', text: 'all projects' }, ...projects]}
    />
  );
}

/** What a choice is before anybody chose. */
export function initialChoice(choice: ChoiceOf, context: ChoiceContext): string {
  switch (choice.kind) {
    case 'month':
    case 'day':
      return choice.initial(context);
    case 'options':
      return choice.options[0]?.value ?? '';
    case 'project':
      return '';
  }
}
