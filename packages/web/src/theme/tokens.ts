/** Every color by its meaning, on light paper. */
const LIGHT = {
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
  field: '#ffffff',
  line: '#d5ddd8',
  lineStrong: '#8b9b9c',
  rule: '#13262c',
  primary: '#13262c',
  primaryRaised: '#1d353d',
  textOnPrimary: '#f4f7f2',
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
  earnedOnInk: '#7fd0ae',
  earnedAreaOnInk: '#2f8f6c',
  billedOnInk: '#f6a37d',
  lockedOnInk: '#35505a',
  veil: 'rgb(19 38 44 / 42%)',
  shadow: 'rgb(19 38 44 / 20%)',
} as const;
type ColorName = keyof typeof LIGHT;

/** Those that differ on dark paper. */
const DARK: { readonly [N in ColorName]?: string } = {
  ink: '#0b1418',
  inkRaised: '#16242a',
  text: '#e6ecea',
  textQuiet: '#a9b8b8',
  paper: '#142025',
  paperDim: '#1b2a30',
  paperDeep: '#263940',
  field: '#0f191d',
  line: '#2f434a',
  lineStrong: '#74898e',
  rule: '#c9d4d2',
  primary: '#dfe9e6',
  primaryRaised: '#c9d8d4',
  textOnPrimary: '#13262c',
  focus: '#6db3f2',
  earned: '#63c79e',
  earnedSoft: '#1d3b31',
  billed: '#f39a6b',
  billedBright: '#f0743a',
  cost: '#a8b8c9',
  costSoft: '#35464f',
  gap: '#c29fe3',
  gapSoft: '#382b47',
  trouble: '#f5928a',
  troubleSoft: '#46252a',
  unbudgeted: '#e3bb66',
  unbudgetedSoft: '#3d3320',
  veil: 'rgb(0 0 0 / 60%)',
  shadow: 'rgb(0 0 0 / 60%)',
};

function named<T extends string>(names: readonly T[], of: (name: T) => string): { readonly [N in T]: string } {
  return Object.fromEntries(names.map((name) => [name, of(name)])) as { readonly [N in T]: string };
}

/** Components take their colors from here: they follow the scheme of the system. */
export const color = named(Object.keys(LIGHT) as ColorName[], (name) => `var(--${name})`);

function declared(colors: Readonly<Partial<Record<ColorName, string>>>): string {
  return Object.entries(colors)
    .map(([name, value]) => `--${name}: ${value};`)
    .join(' ');
}

/** What the names stand for; paper is white. */
export const SCHEMES = `
  :root { color-scheme: light; ${declared(LIGHT)} }
  @media screen and (prefers-color-scheme: dark) { :root { color-scheme: dark; ${declared(DARK)} } }
`;

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
  small: '0.71875rem',
  base: '0.8125rem',
  figure: '1.0625rem',
  title: '1.3125rem',
  /** Width of letters in tables. */
  narrow: '87%',
} as const;

export const size = { row: '29px', radius: '5px', sections: '76px', status: '26px' } as const;

/** A phone held upright. */
export const narrow = '@media (max-width: 640px)';
