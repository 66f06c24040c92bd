import type { BuildUpRow } from '@lowtide/core/rates/build-up-row.ts';
import type { DemoEmployee } from './staff.ts';

const BLANK: BuildUpRow = {
  ...{ name: '', group: '', amount: '', per: '', heads: '', hours: '', ceiling: '', yearlyWage: '' },
};
/** Of the wage: payroll tax and unemployment insurance; per hour: the liability policy of a year. */
const OF_WAGE = { tax: 7.65, unemployment: 2.4 };
const POLICY = { perMonth: 1_140, heads: 12, hours: 160 };
const USUAL_BENEFITS = 3.8;

/** What somebody's rate is made up of: a wage to the cent with what follows it, the policy, and benefits for the rest. */
export function buildUpOf({ rates }: Pick<DemoEmployee, 'rates'>, year: 0 | 1): readonly BuildUpRow[] {
  const loaded = Number(rates[year]);
  const policy = POLICY.perMonth / POLICY.heads / POLICY.hours;
  const follows = 1 + (OF_WAGE.tax + OF_WAGE.unemployment) / 100;
  const wage = Math.round(((loaded - policy - USUAL_BENEFITS) / follows) * 100) / 100;
  const benefits = (loaded - policy - wage * follows) * POLICY.hours;
  return [
    { ...BLANK, group: 'wage', name: 'Wage', amount: wage.toFixed(2), per: 'hour' },
    { ...BLANK, group: 'taxes', name: 'Payroll tax', amount: String(OF_WAGE.tax), per: '% of wage' },
    { ...BLANK, group: 'taxes', name: 'Unemployment', amount: String(OF_WAGE.unemployment), per: '% of wage' },
    {
      ...{ ...BLANK, group: 'insurance', name: 'Marine liability', amount: POLICY.perMonth.toFixed(2), per: 'month' },
      ...{ heads: String(POLICY.heads), hours: String(POLICY.hours) },
    },
    {
      ...{ ...BLANK, group: 'benefits', name: 'Health and pension', amount: benefits.toFixed(2), per: 'month' },
      hours: String(POLICY.hours),
    },
  ];
}
