import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';

/** Pinned figures by key, without their month: gauges follow the month of the screen. */
export interface GaugesState {
  readonly pins: readonly string[];
  readonly folded: boolean;
  /** What each figure was when it was first seen since `since`; what moved is told from here. */
  readonly before: Readonly<Record<string, number>>;
  readonly since: string;
}

const FIRST_PINS = ['bank', 'receivable', 'payable', 'contract-assets', 'contract-liabilities', 'work-in-process'];
const STORED = 'lowtide.gauges';

function storedPins(): readonly string[] {
  const text = localStorage.getItem(STORED);
  if (text === null) return FIRST_PINS;
  const read: unknown = JSON.parse(text);
  return Array.isArray(read) ? read.filter((each): each is string => typeof each === 'string') : FIRST_PINS;
}

/** Keeps the pins for the next time this browser opens the books. */
export function keepPins(pins: readonly string[]): void {
  const text = JSON.stringify(pins);
  if (localStorage.getItem(STORED) !== text) localStorage.setItem(STORED, text);
}

const FOLDED = 'lowtide.gauges folded';

/** Keeps whether they are folded away. */
export function keepFolded(isFolded: boolean): void {
  const text = isFolded ? 'yes' : 'no';
  if (localStorage.getItem(FOLDED) !== text) localStorage.setItem(FOLDED, text);
}

function clockTime(): string {
  const now = new Date();
  return `${String(now.getHours()).padStart(2, '0')}:${String(now.getMinutes()).padStart(2, '0')}`;
}

const initialState = (): GaugesState => ({
  pins: storedPins(),
  folded: localStorage.getItem(FOLDED) === 'yes',
  before: {},
  since: clockTime(),
});

export const gaugesSlice = createSlice({
  name: 'gauges',
  initialState,
  reducers: {
    pinned: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      folded: false,
      pins: state.pins.includes(payload) ? state.pins : [payload, ...state.pins],
    }),
    unpinned: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      pins: state.pins.filter((pin) => pin !== payload),
    }),
    folded: (state) => ({ ...state, folded: !state.folded }),
    /** Notes values not seen before; those known keep what they were. */
    seen: (state, { payload }: PayloadAction<Readonly<Record<string, number>>>) => ({
      ...state,
      before: { ...payload, ...state.before },
    }),
    comparedFromNow: (state) => ({ ...state, before: {}, since: clockTime() }),
  },
});

export const { pinned, unpinned, folded, seen, comparedFromNow } = gaugesSlice.actions;

export function useGauges(): GaugesState {
  return useSelector((state: { readonly gauges: GaugesState }) => state.gauges);
}

export const useGaugesDispatch = useDispatch;
