/** Every color by its meaning, every size: components take their looks from here. */
export const color = {
  ink: '#13262c',
  inkRaised: '#1d353d',
  inkLine: '#3d565e',
  text: '#16272c',
  textQuiet: '#4c6067',
  textOnInk: '#f4f7f2',
  textOnInkQuiet: '#b3c3c4',
  paper: '#fcfdfa',
  paperDim: '#eef1ec',
  paperDeep: '#e1e7e3',
  line: '#d5ddd8',
  lineStrong: '#8b9b9c',
  focus: '#1f6fb2',
  earned: '#1c7a57',
  earnedSoft: '#d3e8dd',
  billed: '#b9480f',
  billedBright: '#f0743a',
  cost: '#5a6b7d',
  costSoft: '#d9dfe3',
  gap: '#6a3e92',
  gapSoft: '#e9e0f1',
  trouble: '#ab1f1f',
  troubleSoft: '#fae6e3',
  unbudgeted: '#74520b',
  unbudgetedSoft: '#fbf1df',
} as const;

/** Steps of the 4 px grid. */
export const space = {
  half: '2px',
  one: '4px',
  two: '8px',
  three: '12px',
  four: '16px',
  five: '20px',
  six: '24px',
  eight: '32px',
} as const;

export const type = {
  family: "'Instrument Sans Variable', sans-serif",
  small: '11.5px',
  base: '13px',
  figure: '17px',
  title: '21px',
  /** Width of letters in tables. */
  narrow: '87%',
} as const;

export const size = { row: '29px', radius: '5px', sections: '76px', status: '26px' } as const;
