import { cents, ZERO, type Cents } from '../../money/cents.ts';

export interface FadeStep {
  readonly name: string;
  readonly value: Cents;
  readonly before: Cents;
  readonly after: Cents;
  /** It is a whole profit, not what moved it. */
  readonly isWhole: boolean;
}

interface Moved {
  readonly before: Cents;
  readonly byPrice: Cents;
  readonly byApproved: Cents;
  readonly byForecast: Cents;
  readonly after: Cents;
}

/** The causes of a fade one after the other, from profit as it was expected to profit as it is expected now. */
export function fadeSteps({ before, byPrice, byApproved, byForecast, after }: Moved): readonly FadeStep[] {
  let last = before;
  const step = (name: string, value: Cents): FadeStep => {
    const from = last;
    last = cents(last + value);
    return { name, value, before: from, after: last, isWhole: false };
  };
  const whole = (name: string, value: Cents): FadeStep => ({ name, value, before: ZERO, after: value, isWhole: true });
  return [
    whole('Profit expected earlier', before),
    step('Price', byPrice),
    step('Agreed cost', byApproved),
    step('Forecasts', byForecast),
    whole('Profit expected now', after),
  ];
}
