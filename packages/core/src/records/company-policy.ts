/** What happens to what would take a budget line over its budget: somebody says so, or it is never posted. */
export const OVER_BUDGET = ['warn', 'block'] as const;
export type OverBudgetPolicy = (typeof OVER_BUDGET)[number];

/** Whether what was paid becomes the cost of projects, or they keep what their hours cost at the rates of then. */
export const LABOR_COSTS = ['trued up', 'standard'] as const;
export type LaborCost = (typeof LABOR_COSTS)[number];
