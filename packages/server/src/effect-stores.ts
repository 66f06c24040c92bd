import type { EffectStores } from './effects/effect-store.ts';
import { BILLED_WORK } from './billable-work/billed-work-queries.ts';
import { APPLIED, BILLED_VALUES, CERTIFIED } from './schedules/billed-value-queries.ts';
import { DEPOSIT_MOVES } from './schedules/deposit-queries.ts';
import { PROJECT_FINISHED } from './schedules/finished-project-queries.ts';
import { EQUIPMENT_USED } from './labor/equipment-use-queries.ts';
import { HOURS_WORKED } from './labor/worked-hours-queries.ts';
import { PAID } from './labor/payroll-queries.ts';
import { TRUED_UP } from './labor/clearing-queries.ts';
import { RECODED_LINES } from './ledger/recoded-line-queries.ts';
import { REVERSAL } from './ledger/reversal-queries.ts';
import { SETTLEMENTS } from './ledger/settlement-queries.ts';
import { BILLED, ORDER_VERSION, RECEIVED, RETAINED } from './orders/order-effect-queries.ts';
import { OVERHEAD_LEFT } from './overhead/overhead-queries.ts';

/** How each kind of effect is written, taken back and tied, in the order in which they are asked. */
export const EFFECT_STORES: EffectStores = {
  payroll: PAID,
  'true-up': TRUED_UP,
  'worked-hours': HOURS_WORKED,
  'equipment-use': EQUIPMENT_USED,
  overhead: OVERHEAD_LEFT,
  'order-version': ORDER_VERSION,
  received: RECEIVED,
  billed: BILLED,
  retained: RETAINED,
  'billed-values': BILLED_VALUES,
  'billed-work': BILLED_WORK,
  'deposit-moves': DEPOSIT_MOVES,
  'project-finished': PROJECT_FINISHED,
  application: APPLIED,
  certificate: CERTIFIED,
  'recoded-lines': RECODED_LINES,
  settlements: SETTLEMENTS,
  reversal: REVERSAL,
};
