import { APPLICATION } from './application/kind.ts';
import { CLIENT_CREDIT } from './client-credit/kind.ts';
import { CLIENT_DEPOSIT } from './client-deposit/kind.ts';
import { CLIENT_RETENTION } from './client-retention/kind.ts';
import { CLIENT_REFUND } from './client-refund/kind.ts';
import { CLOSING } from './closing/kind.ts';
import { CREDIT_NOTE } from './credit-note/kind.ts';
import { GOODS_RECEIPT } from './goods-receipt/kind.ts';
import { HOURS } from './hours/kind.ts';
import { INVOICE } from './invoice/kind.ts';
import { JOURNAL } from './journal/kind.ts';
import type { DocumentAction, KindOfDocument } from './kind.ts';
import {
  OPENING,
  OPENING_BILL,
  OPENING_CLIENT_DEPOSIT,
  OPENING_DEPOSIT,
  OPENING_HELD,
  OPENING_INVOICE,
  OPENING_RETENTION,
} from './opening/kind.ts';
import { OFFSET } from './offset/kind.ts';
import { ORDER_CHANGE, PURCHASE_ORDER, SUBCONTRACT } from './order/kind.ts';
import { OVERHEAD_DIFFERENCE } from './overhead-difference/kind.ts';
import { OVERHEAD } from './overhead/kind.ts';
import { PAYMENT } from './payment/kind.ts';
import { PAYROLL } from './payroll/kind.ts';
import { TRUE_UP } from './true-up/kind.ts';
import { RECODE } from './recode/kind.ts';
import { RETENTION_RELEASE } from './retention-release/kind.ts';
import { SUPPLIER_DEPOSIT } from './supplier-deposit/kind.ts';
import { RECEIPT } from './receipt/kind.ts';
import { RECOGNITION } from './recognition/kind.ts';
import { REVERSAL } from './reversal/kind.ts';
import { WRITE_OFF } from './write-off/kind.ts';
import { SPEND, SUPPLIER_BILL } from './supplier-bill/kind.ts';

/** Every kind of document, by the name it has in addresses and in the books. */
export const DOCUMENT_KINDS = {
  order: PURCHASE_ORDER,
  subcontract: SUBCONTRACT,
  'order-change': ORDER_CHANGE,
  'goods-receipt': GOODS_RECEIPT,
  bill: SUPPLIER_BILL,
  spend: SPEND,
  'supplier-deposit': SUPPLIER_DEPOSIT,
  'retention-release': RETENTION_RELEASE,
  hours: HOURS,
  recognition: RECOGNITION,
  application: APPLICATION,
  invoice: INVOICE,
  'credit-note': CREDIT_NOTE,
  'client-deposit': CLIENT_DEPOSIT,
  'client-retention': CLIENT_RETENTION,
  receipt: RECEIPT,
  'client-credit': CLIENT_CREDIT,
  'client-refund': CLIENT_REFUND,
  'write-off': WRITE_OFF,
  payment: PAYMENT,
  offset: OFFSET,
  payroll: PAYROLL,
  'true-up': TRUE_UP,
  overhead: OVERHEAD,
  'overhead-difference': OVERHEAD_DIFFERENCE,
  recode: RECODE,
  journal: JOURNAL,
  opening: OPENING,
  'opening-bill': OPENING_BILL,
  'opening-invoice': OPENING_INVOICE,
  'opening-deposit': OPENING_DEPOSIT,
  'opening-retention': OPENING_RETENTION,
  'opening-held': OPENING_HELD,
  'opening-client-deposit': OPENING_CLIENT_DEPOSIT,
  closing: CLOSING,
  reversal: REVERSAL,
} as const satisfies Record<string, KindOfDocument>;

export type DocumentKind = keyof typeof DOCUMENT_KINDS;

/** The facts of a kind. */
export function kindOf(kind: DocumentKind): KindOfDocument {
  return DOCUMENT_KINDS[kind];
}

export const DOCUMENT_KIND_NAMES = Object.keys(DOCUMENT_KINDS) as [DocumentKind, ...DocumentKind[]];

/** Kinds that are open on an account until they are settled. */
export function settledKinds(on: NonNullable<KindOfDocument['openOn']>): readonly DocumentKind[] {
  return DOCUMENT_KIND_NAMES.filter((kind) => kindOf(kind).openOn === on);
}

/** Whether something can be done with documents of a kind. */
export function allows(kind: DocumentKind, action: DocumentAction): boolean {
  return kindOf(kind).actions?.includes(action) ?? false;
}
