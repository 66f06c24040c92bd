import type { IsoDate } from '../calendar/iso-date.ts';
import type { Cents } from '../money/cents.ts';

/** What a client answers, whatever it is. */
interface Answered {
  readonly number: string;
  readonly issuedOn: IsoDate;
  /** Who sends it, and to whom. */
  readonly client: string;
  readonly company: string;
  readonly text: string;
}

/** What a client says of an application or an invoice: `ApplicationResponse` of UBL 2.1. */
export interface ClientResponse extends Answered {
  readonly kind: 'response';
  /** UNCL 4343: AP, CA, UQ. */
  readonly response: 'accepted' | 'accepted in part' | 'disputed';
  readonly document: string;
  readonly lines: readonly RespondedLine[];
}

export interface RespondedLine {
  readonly line: string;
  /** What is certified of it, with its currency; null where only words are said of it. */
  readonly certified: { readonly amount: Cents; readonly currency: string } | null;
  readonly reason: string;
}

/** What a client says that it pays: `RemittanceAdvice` of UBL 2.1. */
export interface PaymentAdvice extends Answered {
  readonly kind: 'payment';
  readonly currency: string;
  readonly paidOn: IsoDate;
  readonly amount: Cents;
  readonly paid: readonly { readonly document: string; readonly amount: Cents }[];
}

export type ClientAnswer = ClientResponse | PaymentAdvice;

/** The codes of a response, UNCL 4343. */
export const RESPONSE_CODES: { readonly [R in ClientResponse['response']]: string } = {
  accepted: 'AP',
  'accepted in part': 'CA',
  disputed: 'UQ',
};

/** How the format names what is certified of a line. */
export const CERTIFIED = 'certified';
