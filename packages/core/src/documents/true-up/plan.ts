import type { IsoDate } from '../../calendar/iso-date.ts';
import type { ClearingPeriod } from '../../labor/period-clearing.ts';
import { trueUpShares } from '../../labor/true-up.ts';
import { sum } from '../../money/cents.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';
import type { LaborCost } from '../../records/company-policy.ts';
import type { Posting } from '../posting.ts';
import { truedUp, type TrueUpBooks, type TrueUpMethod } from './post.ts';

/** A payroll with days of its own, and where its difference goes. */
export interface TrueUpAsked {
  readonly payroll: {
    readonly id: number;
    readonly number: string;
    readonly from: IsoDate;
    readonly through: IsoDate;
  };
  readonly method: TrueUpMethod;
}

export interface ClearingBooks extends TrueUpBooks {
  readonly period: ClearingPeriod;
  readonly laborCost: LaborCost;
}

/** What a true-up would post: the difference of a pay period over its hours, or to variance; nothing where nothing is apart. */
export function trueUpPlan({ payroll, method }: TrueUpAsked, books: ClearingBooks): Decision<Posting> {
  const { id, number, from, through } = payroll;
  if (books.laborCost === 'standard' && method === 'spread')
    return refused({ at: 'method', kind: 'labor-at-standard' });
  const shares = trueUpShares(books.period);
  if (shares.length === 0) return refused({ at: '', kind: 'nothing-to-true-up' });
  return accepted({
    ...{ kind: 'true-up', number: null, party: null, project: null, datedOn: through, dueOn: null },
    gross: sum(shares.map(({ amount }) => amount)),
    memo: `${number}, ${method === 'spread' ? 'to the hours' : 'to variance'}`,
    body: { payrollId: id, method },
    entries: truedUp({ from, through, method, shares, text: `True-up of ${number}` }, books),
    effects: [{ kind: 'true-up', payroll: id, shares }],
  });
}
