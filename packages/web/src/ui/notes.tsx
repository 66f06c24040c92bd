import type { ReactNode } from 'react';
import styled from 'styled-components';
import { color, size, space } from '../theme/tokens.ts';

const TONES = {
  trouble: [color.trouble, color.troubleSoft],
  warning: [color.unbudgeted, color.unbudgetedSoft],
  good: [color.earned, color.earnedSoft],
  plain: [color.textQuiet, color.paperDim],
} as const;
type Tone = keyof typeof TONES;

/** A few words that matter: refusals, warnings, what was done. */
export const Note = styled.div<{ readonly $tone?: Tone }>`
  padding: ${space.two} ${space.three};
  border-left: 3px solid ${({ $tone = 'plain' }) => TONES[$tone][0]};
  border-radius: 0 ${size.radius} ${size.radius} 0;
  background: ${({ $tone = 'plain' }) => TONES[$tone][1]};
  li + li {
    margin-top: ${space.one};
  }
`;

export interface RemarksProps {
  readonly tone: Tone;
  readonly title: string;
  readonly remarks: readonly { readonly at: string; readonly message: string }[];
  /** How many there are, where not all were sent. */
  readonly count?: number;
  /** Where `at` is, in words; left out where the message says it. */
  readonly place?: (at: string) => string;
  /** Goes to where `at` is. */
  readonly onGo?: (at: string) => void;
}

/** Remarks as a list, read out when they appear. */
export function Remarks({ tone, title, remarks, count = remarks.length, place, onGo }: RemarksProps) {
  if (remarks.length === 0) return null;
  return (
    <Note $tone={tone} role={tone === 'trouble' ? 'alert' : 'status'}>
      <strong>{title}</strong>
      <ul>
        {remarks.slice(0, 30).map((remark, index) => (
          <li key={index}>
            {place === undefined ? null : onGo === undefined || !remark.at.startsWith('rows/') ? (
              <b>{place(remark.at)} </b>
            ) : (
              <>
                <PlaceButton type="button" onClick={() => onGo(remark.at)}>
                  {place(remark.at)}
                </PlaceButton>{' '}
              </>
            )}
            {remark.message}
          </li>
        ))}
        {count > 30 ? <li>… and {count - 30} more.</li> : null}
      </ul>
    </Note>
  );
}

interface FileRefusedProps {
  readonly trouble: { readonly detail: string; readonly problems: RemarksProps['remarks'] };
}

/** Why a file was not taken in, row by row and column by column. */
export function FileRefused({ trouble: { detail, problems } }: FileRefusedProps) {
  return (
    <Remarks
      tone="trouble"
      title="Nothing was imported"
      place={(at) => (at === 'csv' || at === '' ? '' : `${at.replace('/', ', ')}:`)}
      remarks={problems.length > 0 ? problems : [{ at: '', message: detail }]}
    />
  );
}

/** Why the whole was refused, where no field says it. */
export function Refused({ why }: { readonly why: string | null }) {
  if (why === null) return null;
  return (
    <Note $tone="trouble" role="alert">
      {why}
    </Note>
  );
}

/** Says that there is nothing, and what to do about it. */
export function Empty({ children }: { readonly children: ReactNode }) {
  return <Quiet>{children}</Quiet>;
}

export function Loading() {
  return <Quiet role="status">Reading the books …</Quiet>;
}

const Quiet = styled.div`
  padding: ${space.eight} ${space.four};
  color: ${color.textQuiet};
  text-align: center;
`;

const PlaceButton = styled.button`
  padding: 0;
  border: 0;
  background: transparent;
  color: inherit;
  font: inherit;
  font-weight: 650;
  text-decoration: underline;
  text-underline-offset: 2px;
  cursor: pointer;
`;

/** Whether a file is refused only because it came in before: it may come in again once whoever brings it says so. */
export function cameInBefore(trouble: object | null): boolean {
  const { problems = [] } = (trouble ?? {}) as { readonly problems?: readonly { readonly kind: string }[] };
  return problems.length > 0 && problems.every(({ kind }) => kind === 'file-seen');
}
