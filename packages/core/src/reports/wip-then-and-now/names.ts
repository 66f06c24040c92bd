/** Amounts that are shown of both ends, and add up over contracts. */
export const COMPARED = [
  'contract',
  'estimate',
  'profit',
  'cost',
  'earned',
  'billed',
  'overbilled',
  'backlog',
] as const;
