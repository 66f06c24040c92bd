import { Fragment, type ReactNode } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import type { Choice as ChoiceOf, ChoiceContext, Chosen } from '@lowtide/core/reports/report.ts';
import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { fileAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { Choice } from '../ui/Choice.tsx';
import { Sentence } from '../ui/Page.tsx';
import { TypedWord } from './TypedWord.tsx';
import type { ListView } from './use-list-view.ts';

export interface ReportSentenceProps {
  readonly name: ReportName;
  readonly chosen: Chosen;
  readonly onChoose: (word: string, value: string) => void;
  /** How its rows are looked at; files are saved so. */
  readonly view: Pick<ListView, 'filters' | 'group' | 'arranged'> & { readonly order: string };
  /** Words that say which rows are shown. */
  readonly children?: ReactNode;
}

const FILES = [
  { ending: 'csv', text: 'CSV' },
  { ending: 'xlsx', text: 'Workbook' },
  { ending: 'pdf', text: 'PDF' },
];

/** One sentence that says what a report shows; each word of it can be changed there. */
export function ReportSentence({ name, chosen, onChoose, view, children }: ReportSentenceProps) {
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
      {children}
      <span data-files>
        Save as{' '}
        {FILES.map(({ ending, text }) => (
          <a key={ending} href={fileAddress(name, ending, { ...chosen, ...asOf, ...viewWords(view) })}>
            {text}
          </a>
        ))}
      </span>
    </Sentence>
  );
}

/** How a list is looked at, as words of an address. */
function viewWords({ filters, group, order, arranged }: ReportSentenceProps['view']) {
  return { filter: filters, group, order, columns: arranged.layout.shown?.join(',') ?? '' };
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
    case 'client':
      return <NamedWord of={choice.kind} label={choice.label} value={value} onChange={onChange} />;
  }
}

interface NamedWordProps extends Omit<ChoiceWordProps, 'choice'> {
  readonly of: 'project' | 'client';
  readonly label: string;
}

/** One project or client, or all of them. */
function NamedWord({ of, label, value, onChange }: NamedWordProps) {
  const { answer: reference } = useRead('reference', {});
  const named = (of === 'project' ? reference?.projects : reference?.clients) ?? [];
  const options = named.map(({ id, code, name }) => ({ value: String(id), text: `${code} ${name}` }));
  return (
    <Choice
      inline
      label={label}
      value={value}
      onChange={onChange}
      options={[{ value: '', text: `all ${of}s` }, ...options]}
    />
  );
}

/** What a choice is before anybody chose. */
export function initialChoice(choice: ChoiceOf, context: ChoiceContext): string {
  switch (choice.kind) {
    case 'month':
      return choice.initial(context);
    case 'day':
      return choice.initial(context) ?? '';
    case 'options':
      return choice.options[0]?.value ?? '';
    case 'project':
    case 'client':
      return '';
  }
}
