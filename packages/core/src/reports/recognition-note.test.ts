import { expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { cents } from '../money/cents.ts';
import { recognitionNote, type NoteAsked, type RecognitionStanding } from './recognition-note.ts';

const ALL_RUN: RecognitionStanding = {
  recognizedThrough: month('2027-01'),
  changesAnything: false,
  toRecognizeCents: cents(0),
  heldCents: cents(0),
  waitingCents: cents(0),
  waitingProjects: [],
};
const RESULT: NoteAsked = { through: month('2027-01'), basis: 'posted', leavesWipOut: true };
const NOT_RUN = { recognizedThrough: month('2026-12'), changesAnything: true, toRecognizeCents: cents(1_250_000) };
const WAITS = { waitingCents: cents(150_000), waitingProjects: ['DUNE'] };

test.each<[string, Partial<RecognitionStanding>, Partial<NoteAsked>, readonly string[]]>([
  ['all of it is recognized', {}, {}, []],
  [
    'a month that is not run, its cost in WIP until then',
    { ...NOT_RUN, heldCents: cents(1_000_000) },
    {},
    [
      'Jan 2027 is not recognized yet: 12,500.00 of revenue to recognize.',
      '10,000.00 of cost waits in WIP until Jan 2027 is recognized, and is left out.',
    ],
  ],
  [
    'the WIP schedule shows that cost itself',
    { ...NOT_RUN, heldCents: cents(1_000_000) },
    { leavesWipOut: false },
    ['Jan 2027 is not recognized yet: 12,500.00 of revenue to recognize.'],
  ],
  [
    'part of the cost waits for a contract, whatever is run',
    { ...NOT_RUN, heldCents: cents(1_150_000), ...WAITS },
    {},
    [
      'Jan 2027 is not recognized yet: 12,500.00 of revenue to recognize.',
      '11,500.00 of cost waits in WIP and is left out: 10,000.00 until Jan 2027 is recognized; 1,500.00 of DUNE, without contract or estimate.',
    ],
  ],
  [
    'all that is in WIP waits for a contract',
    { heldCents: cents(150_000), ...WAITS },
    {},
    ['1,500.00 of cost waits in WIP and is left out: 1,500.00 of DUNE, without contract or estimate.'],
  ],
  [
    'as if recognized, what still waits',
    { ...NOT_RUN, heldCents: cents(1_150_000), ...WAITS },
    { basis: 'recognized' },
    [
      'Among it 12,500.00 of revenue that is not posted yet.',
      'Left out is cost that waits in WIP: 1,500.00 of DUNE, without contract or estimate.',
    ],
  ],
  [
    'things that came after the run',
    { changesAnything: true, toRecognizeCents: cents(-5_000) },
    {},
    ['Things came since Jan 2027 was recognized: \u221250.00 of revenue to recognize.'],
  ],
  [
    'more projects wait than are named',
    { heldCents: cents(500), waitingCents: cents(500), waitingProjects: ['A', 'B', 'C', 'D', 'E'] },
    { basis: 'recognized' },
    ['Left out is cost that waits in WIP: 5.00 of A, B, C, D, E and others, without contract or estimate.'],
  ],
])('%s', (_case, standing, asked, said) => {
  expect(recognitionNote({ ...ALL_RUN, ...standing }, { ...RESULT, ...asked })).toEqual(said);
});
