import { z } from 'zod';
import type { DocumentKind } from './kinds.ts';
import { ApplicationSheet } from './application/form.ts';
import { APPLICATION_SHEET } from './application/sheet.ts';
import { CertificateSheet } from './certificate/form.ts';
import { CERTIFICATE_SHEET } from './certificate/sheet.ts';
import { DepositSheet } from './client-deposit/form.ts';
import { DEPOSIT_SHEET } from './client-deposit/sheet.ts';
import { RetentionSheet } from './client-retention/form.ts';
import { RETENTION_SHEET } from './client-retention/sheet.ts';
import { GoodsSheet } from './goods-receipt/form.ts';
import { GOODS_SHEET } from './goods-receipt/sheet.ts';
import { HoursSheet } from './hours/form.ts';
import { HOURS_SHEET } from './hours/sheet.ts';
import { JournalSheet } from './journal/form.ts';
import { JOURNAL_SHEET } from './journal/sheet.ts';
import type { KindOfSheet } from './kind-of-sheet.ts';
import { OpeningSheet } from './opening/form.ts';
import { OPENING_SHEET } from './opening/sheet.ts';
import { OrderSheet, SubcontractSheet } from './order/form.ts';
import { ORDER_SHEET, SUBCONTRACT_SHEET } from './order/sheet.ts';
import { PayrollSheet } from './payroll/form.ts';
import { PAYROLL_SHEET } from './payroll/sheet.ts';
import { ShareSheet } from './share-invoice/form.ts';
import { SHARE_SHEET } from './share-invoice/sheet.ts';
import { WorkSheet } from './work-invoice/form.ts';
import { WORK_SHEET } from './work-invoice/sheet.ts';
import { PlainSheet } from './plain-invoice/form.ts';
import { PLAIN_SHEET } from './plain-invoice/sheet.ts';
import { ReceiptSheet } from './receipt/form.ts';
import { RECEIPT_SHEET } from './receipt/sheet.ts';
import { BillSheet } from './supplier-bill/form.ts';
import { BILL_SHEET } from './supplier-bill/sheet.ts';

/** Every sheet that is typed, kept as a draft and posted, as typed. */
export const Sheet = z.discriminatedUnion('kind', [
  BillSheet,
  OrderSheet,
  SubcontractSheet,
  GoodsSheet,
  HoursSheet,
  PayrollSheet,
  JournalSheet,
  OpeningSheet,
  ShareSheet,
  ApplicationSheet,
  CertificateSheet,
  RetentionSheet,
  DepositSheet,
  PlainSheet,
  WorkSheet,
  ReceiptSheet,
]);
export type Sheet = z.output<typeof Sheet>;
export type SheetKind = Sheet['kind'];

/** Every kind of sheet, by the name it has in addresses and in the books; in the order they are offered. */
const SHEETS: { readonly [K in SheetKind]: KindOfSheet<Extract<Sheet, { kind: K }>> } = {
  bills: BILL_SHEET,
  orders: ORDER_SHEET,
  subcontracts: SUBCONTRACT_SHEET,
  goods: GOODS_SHEET,
  hours: HOURS_SHEET,
  payroll: PAYROLL_SHEET,
  journal: JOURNAL_SHEET,
  opening: OPENING_SHEET,
  invoices: SHARE_SHEET,
  applications: APPLICATION_SHEET,
  certificates: CERTIFICATE_SHEET,
  'retention-invoices': RETENTION_SHEET,
  'deposit-invoices': DEPOSIT_SHEET,
  'plain-invoices': PLAIN_SHEET,
  'work-invoices': WORK_SHEET,
  receipts: RECEIPT_SHEET,
};

export const SHEET_KINDS = Object.keys(SHEETS) as [SheetKind, ...SheetKind[]];

/** The kind of sheet that posts documents of a kind; undefined where they are not typed in a sheet. */
export function sheetOfDocument(document: DocumentKind): SheetKind | undefined {
  // Spend is typed among bills, and paid at once.
  if (document === 'spend') return 'bills';
  return SHEET_KINDS.find((kind) => SHEETS[kind].document === document);
}

/** The facts of a kind of sheet; they are asked of sheets of that kind only. */
export function sheetKind(kind: SheetKind): KindOfSheet<Sheet> {
  return SHEETS[kind];
}
