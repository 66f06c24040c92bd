import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import type { OrderPolicy } from '@lowtide/core/orders/tolerance.ts';
import { Choice } from '../ui/Choice.tsx';
import { Field } from '../ui/Field.tsx';

/** What the company holds bills against orders to, as typed. */
export interface TypedOrderPolicy {
  readonly accrual: string;
  readonly quantityWarn: string;
  readonly quantityRefuse: string;
  readonly priceWarn: string;
  readonly priceRefuse: string;
}

const ACCRUALS = [
  { value: 'at bill', text: 'when they are billed' },
  { value: 'at receipt', text: 'when they are received' },
];

/** A percent as typed, in millionths; null where nothing is typed. What is no number is told at its field. */
function millionths(typed: string): number | null {
  if (typed.trim() === '') return null;
  const read = typedNumber(typed, 4);
  return read.kind === 'number' ? read.scaled : Number.NaN;
}

function percentText(limit: number | null | undefined): string {
  return limit === null || limit === undefined ? '' : tenThousandths(limit);
}

export function typedOrderPolicy(policy: OrderPolicy | undefined): TypedOrderPolicy {
  return {
    accrual: policy?.accruesOnReceipt === true ? 'at receipt' : 'at bill',
    quantityWarn: percentText(policy?.quantity.warnMillionths),
    quantityRefuse: percentText(policy?.quantity.refuseMillionths),
    priceWarn: percentText(policy?.price.warnMillionths),
    priceRefuse: percentText(policy?.price.refuseMillionths),
  };
}

/** The same as an order says it. */
export function orderPolicyOf(typed: TypedOrderPolicy) {
  const tolerance = (warn: string, refuse: string) => ({
    warnMillionths: millionths(warn),
    refuseMillionths: millionths(refuse),
  });
  return {
    accruesOnReceipt: typed.accrual === 'at receipt',
    quantityTolerance: tolerance(typed.quantityWarn, typed.quantityRefuse),
    priceTolerance: tolerance(typed.priceWarn, typed.priceRefuse),
  };
}

const LIMITS = [
  { name: 'quantityWarn', at: 'quantityTolerance/warnMillionths', label: 'More than ordered: warn above, %' },
  { name: 'quantityRefuse', at: 'quantityTolerance/refuseMillionths', label: 'More than ordered: refuse above, %' },
  { name: 'priceWarn', at: 'priceTolerance/warnMillionths', label: 'Dearer than agreed: warn above, %' },
  { name: 'priceRefuse', at: 'priceTolerance/refuseMillionths', label: 'Dearer than agreed: refuse above, %' },
] as const;

export interface OrderPolicyFieldsProps {
  readonly field: (
    name: keyof TypedOrderPolicy,
    at?: string,
  ) => { readonly value: string; readonly onChange: (value: string) => void; readonly problem: string | undefined };
}

/** When goods are cost, and how far bills may go beyond their orders. */
export function OrderPolicyFields({ field }: OrderPolicyFieldsProps) {
  return (
    <>
      <Choice label="Goods are cost of their project" options={ACCRUALS} {...field('accrual', 'accruesOnReceipt')} />
      {LIMITS.map(({ name, at, label }) => (
        <Field key={name} label={label} figures hint="Empty: no limit." {...field(name, at)} />
      ))}
    </>
  );
}
