import type { IsoDate } from '../calendar/iso-date.ts';

/** Letters and digits of a proposed code. */
const LONGEST = 8;

/** A code for something that was only named: its first word in capitals, with a number where that is taken. */
export function proposedCode(name: string, taken: readonly string[]): string {
  const [word = ''] =
    name
      .normalize('NFKD')
      .toUpperCase()
      .replace(/\p{M}/gu, '')
      .match(/[A-Z0-9]+/g) ?? [];
  const begun = word.slice(0, LONGEST);
  if (begun === '') return '';
  const known = new Set(taken.map((code) => code.toUpperCase()));
  const numbered = Array.from({ length: known.size + 1 }, (_, index) =>
    index === 0 ? begun : `${begun}-${index + 1}`,
  );
  return numbered.find((code) => !known.has(code)) ?? begun;
}

export interface ProjectAround {
  readonly projects: readonly { readonly code: string }[];
  readonly clients: readonly { readonly code: string }[];
  /** The first day of the month worked in. */
  readonly startOn: IsoDate;
}

/**
 * What a project that was only named begins as: active from this month on, for the only client there is, earning as billed, which needs
 * neither price nor budget. Where there are no clients it is internal. What it costs is expensed as incurred.
 */
export function proposedProject(
  name: string,
  { projects, clients, startOn }: ProjectAround,
): Readonly<Record<string, string>> {
  const code = proposedCode(
    name,
    projects.map((each) => each.code),
  );
  const begun = { code, name, startOn, status: 'active' };
  const [only, ...others] = clients;
  return only === undefined
    ? { ...begun, kind: 'internal', method: 'none', costTreatment: 'expense' }
    : {
        ...begun,
        ...{
          kind: 'client',
          client: others.length === 0 ? only.code : '',
          method: 'as-billed',
          costTreatment: 'expense',
        },
      };
}
