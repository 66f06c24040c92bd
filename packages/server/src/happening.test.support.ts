import fc from 'fast-check';
import { FORECAST_METHODS } from '@lowtide/core/forecast/forecast-estimate.ts';

/** One thing that may happen to the books. Whether it is allowed is for the application to say. */
export type Happening =
  | {
      readonly kind: 'bill';
      readonly supplier: number;
      readonly number: number;
      readonly day: number;
      readonly project: number;
      readonly cents: number;
      readonly tax: number;
    }
  | {
      readonly kind: 'hours';
      readonly employee: number;
      readonly week: number;
      readonly project: number;
      readonly hours: number;
    }
  | {
      readonly kind: 'budget' | 'contract' | 'estimate';
      readonly project: number;
      readonly cents: number;
      readonly day: number;
    }
  | {
      readonly kind: 'invoice';
      readonly project: number;
      readonly percent: number;
      readonly rest: boolean;
      readonly day: number;
    }
  | {
      readonly kind: 'change-order';
      readonly project: number;
      readonly cents: number;
      readonly price: number;
      readonly day: number;
      readonly then: 'approve' | 'take back' | 'wait';
    }
  | { readonly kind: 'forecast'; readonly project: number; readonly method: number; readonly share: number }
  | { readonly kind: 'settle' | 'reverse'; readonly which: number; readonly share: number }
  | { readonly kind: 'recognize' | 'unrecognize' | 'next-month' | 'lock' };

const project = fc.integer({ min: 0, max: 2 });
const day = fc.integer({ min: 1, max: 28 });
const amount = fc.integer({ min: -500_000, max: 3_000_000 });

const CHANGE_ORDER = {
  project,
  cents: amount,
  price: amount,
  day,
  then: fc.constantFrom('approve' as const, 'approve' as const, 'take back' as const, 'wait' as const),
};

/** A change order as it may come. */
export const anyChangeOrder = fc.record(CHANGE_ORDER);

const happening: fc.Arbitrary<Happening> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('bill' as const),
      supplier: fc.integer({ min: 0, max: 1 }),
      number: fc.integer({ min: 1, max: 9 }),
      day,
      project: fc.integer({ min: 0, max: 3 }),
      cents: amount,
      tax: fc.integer({ min: 0, max: 2 }),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constant('hours' as const),
      employee: fc.integer({ min: 0, max: 1 }),
      week: fc.integer({ min: 0, max: 3 }),
      project: fc.integer({ min: 0, max: 3 }),
      hours: fc.integer({ min: 1, max: 24 }),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constantFrom('budget' as const, 'contract' as const, 'estimate' as const),
      project,
      cents: amount,
      day,
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('invoice' as const),
      project,
      percent: fc.integer({ min: 1, max: 60 }),
      rest: fc.boolean(),
      day,
    }),
  },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('change-order' as const), ...CHANGE_ORDER }) },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('forecast' as const),
      project,
      method: fc.integer({ min: 0, max: FORECAST_METHODS.length - 1 }),
      share: fc.integer({ min: 1, max: 100 }),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constantFrom('settle' as const, 'reverse' as const),
      which: fc.nat(50),
      share: fc.integer({ min: 1, max: 100 }),
    }),
  },
  {
    weight: 5,
    arbitrary: fc.record({
      kind: fc.constantFrom(
        'recognize' as const,
        'recognize' as const,
        'unrecognize' as const,
        'next-month' as const,
        'next-month' as const,
        'lock' as const,
      ),
    }),
  },
);

export const anyHistory = fc.array(happening, { minLength: 4, maxLength: 26 });
