import { billedOf, billedSoFar, contractOn, scheduleOn } from '../../billing/schedule.ts';
import { splitOverSchedule } from '../../billing/share-of-contract.ts';
import type { BilledNow } from '../../billing/withheld.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { ZERO } from '../../money/cents.ts';
import { mapped, type Decision } from '../../problems/decision.ts';
import type { BilledProject } from '../billed-project.ts';
import { contractShare, workWithoutPrice, type BillingShare } from './contract-share.ts';

/** What is billed of each line of the schedule. */
export function shareOverSchedule(
  { billing }: Pick<BilledProject, 'billing'>,
  day: IsoDate,
  share: BillingShare,
): Decision<readonly BilledNow[]> {
  const schedule = scheduleOn(billing, day);
  const [only] = schedule;
  if (!billing.isPriced) {
    return mapped(workWithoutPrice(share), (work) => (only === undefined ? [] : [{ line: only, work, stored: ZERO }]));
  }
  const billed = billedOf(billedSoFar(schedule));
  return mapped(contractShare(contractOn(billing, day), billed, share), (work) => splitOverSchedule(work, schedule));
}
