import type { DepositMove } from '../billing/deposits.ts';
import type { BilledWork } from '../billing/unbilled-work.ts';
import type { BilledValue } from '../billing/billed-values.ts';
import type { AskedLine } from '../billing/schedule.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import type { Month } from '../calendar/month.ts';
import type { TrueUpShare } from '../labor/true-up.ts';
import type { DocumentId, ProjectId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import type { Cents } from '../money/cents.ts';
import type { BilledLine, OrderedLine, OrderVersion, ReceivedLine, RetainedPart } from '../orders/order-effects.ts';
import type { UsedEquipment } from './hours/equipment-use.ts';
import type { WorkedHours } from './hours/post.ts';
import type { PaidPeriod } from './payroll/post.ts';

/** What is settled of a document that is open on an account; of the document that settles it, where that is itself. */
export interface Settled {
  readonly document: DocumentId | 'itself';
  /** Whose part of it; null for the company's own. */
  readonly project: ProjectId | null;
  readonly amount: Cents;
}

/** What an overhead document puts on a coding, or into the result where it names none. */
export interface OverheadAmount {
  readonly coding: Coding | null;
  readonly amount: Cents;
}

/**
 * What a document leaves beside its entries. Each kind has a store on the server, which says how it is written, why its document may
 * not be taken back yet, and what it must tie to.
 */
export type Effect =
  | { readonly kind: 'settlements'; readonly settled: readonly Settled[] }
  /** The document is taken back by itself on a later day. */
  | { readonly kind: 'reversal'; readonly on: IsoDate; readonly reason: string }
  | { readonly kind: 'order-version'; readonly version: OrderVersion; readonly ordered: readonly OrderedLine[] }
  | { readonly kind: 'received'; readonly lines: readonly ReceivedLine[] }
  | { readonly kind: 'billed'; readonly lines: readonly BilledLine[] }
  | { readonly kind: 'retained'; readonly amounts: readonly RetainedPart[] }
  | { readonly kind: 'worked-hours'; readonly hours: readonly WorkedHours[] }
  | { readonly kind: 'equipment-use'; readonly used: readonly UsedEquipment[] }
  | { readonly kind: 'payroll'; readonly paid: PaidPeriod }
  | { readonly kind: 'true-up'; readonly payroll: number; readonly shares: readonly TrueUpShare[] }
  | {
      readonly kind: 'overhead';
      readonly pool: number;
      readonly month: Month;
      readonly isDifference: boolean;
      readonly amounts: readonly OverheadAmount[];
    }
  /** What it bills of the lines of a schedule of values, or takes back of them. */
  | { readonly kind: 'billed-values'; readonly project: ProjectId; readonly values: readonly BilledValue[] }
  | {
      readonly kind: 'application';
      readonly project: ProjectId;
      readonly ordinal: number;
      readonly version: number;
      readonly through: IsoDate;
      readonly replaces: DocumentId | null;
      readonly lines: readonly AskedLine[];
    }
  /** What it bills as deposits of a project's client, draws down of them or pays back. */
  | { readonly kind: 'deposit-moves'; readonly project: ProjectId; readonly moves: readonly DepositMove[] }
  /** What it bills of hours and costs of a project, and what it writes down of them. */
  | {
      readonly kind: 'billed-work';
      readonly project: ProjectId;
      readonly on: IsoDate;
      readonly work: readonly BilledWork[];
    }
  /** The last invoice of a project finishes it on its day; the run that earns the rest closes it. */
  | { readonly kind: 'project-finished'; readonly project: ProjectId; readonly on: IsoDate }
  /** The application that an invoice answers. */
  | { readonly kind: 'certificate'; readonly application: DocumentId | 'the one before' }
  | { readonly kind: 'recoded-lines'; readonly lines: readonly number[] };

export type EffectKind = Effect['kind'];
export type EffectOf<K extends EffectKind> = Extract<Effect, { readonly kind: K }>;

/** The effects of one kind among those of a document. */
export function effectsOf<K extends EffectKind>(effects: readonly Effect[], kind: K): readonly EffectOf<K>[] {
  return effects.filter((effect): effect is EffectOf<K> => effect.kind === kind);
}
