import { codingKey } from '../budget/budget-against-actual.ts';
import { typedCostType, COST_TYPES, type CostType } from '../ledger/cost-type.ts';
import type { Coding } from '../ledger/journal-entry.ts';
import { takesCost, type Project } from '../ledger/project.ts';
import type { Problem } from '../problems/problem.ts';
import { lookUp, type Catalog, type CostCode } from './catalog.ts';

/** A coding as typed: the code cell holds a cost code, or `phase/cost code`. */
export interface TypedCoding {
  readonly project: string;
  readonly code: string;
  readonly costType: string;
}

export interface ReadCoding {
  readonly project: Project;
  readonly coding: Coding;
  /** The code as people say it: `M2/31-200 SUB`. */
  readonly label: string;
}

/**
 * Reads where a cost belongs. A cost type left out is that of the project's only budget line with this phase and code, else
 * the cost code's usual one.
 */
export function readCoding(
  typed: TypedCoding,
  row: string,
  catalog: Catalog,
  problems: Problem[],
): ReadCoding | undefined {
  const projectCell = { typed: typed.project, at: `${row}/project`, subject: 'project' as const };
  const project = lookUp(catalog.projects, projectCell, problems);
  if (project && !takesCost(project)) {
    problems.push({ at: projectCell.at, kind: 'project-closed', project: project.code, status: project.status });
  }
  if (typed.code.trim() === '') {
    problems.push({ at: `${row}/code`, kind: 'missing', field: 'the cost code' });
    return undefined;
  }
  const [phasePart, codePart] = splitCode(typed.code);
  const at = `${row}/code`;
  const costCode = lookUp(catalog.costCodes, { typed: codePart, at, subject: 'cost code' }, problems);
  const phase =
    project && phasePart !== ''
      ? lookUp(project.phases, { typed: phasePart, at, subject: 'phase' }, problems)
      : undefined;
  if (!project || !costCode || (phasePart !== '' && !phase)) return undefined;
  const place = { project: project.id, phase: phase?.id ?? null, costCode: costCode.id };
  const costType = readCostType(typed.costType, `${row}/costType`, { catalog, place, costCode }, problems);
  if (costType === undefined) return undefined;
  const label = `${phase ? `${phase.code}/` : ''}${costCode.code} ${costType}`;
  return { project, coding: { ...place, costType }, label };
}

function splitCode(text: string): readonly [phase: string, code: string] {
  const slash = text.indexOf('/');
  return slash < 0 ? ['', text.trim()] : [text.slice(0, slash).trim(), text.slice(slash + 1).trim()];
}

interface CodedPlace {
  readonly catalog: Catalog;
  readonly place: Omit<Coding, 'costType'>;
  readonly costCode: CostCode;
}

function readCostType(
  typed: string,
  at: string,
  { catalog, place, costCode }: CodedPlace,
  problems: Problem[],
): CostType | undefined {
  if (typed.trim() !== '') {
    const type = typedCostType(typed);
    if (type === undefined) problems.push({ at, kind: 'not-a-choice', typed, choices: COST_TYPES });
    return type;
  }
  const budgeted = COST_TYPES.filter((costType) => catalog.budgets.has(codingKey({ ...place, costType })));
  const type = budgeted.length === 1 ? budgeted[0] : (costCode.costType ?? undefined);
  if (type === undefined) problems.push({ at, kind: 'missing', field: 'the cost type' });
  return type;
}

/** The projects a sheet names, so that only their budgets need reading. */
export function projectsNamed(
  rows: readonly { readonly project: string }[],
  projects: readonly Project[],
): readonly Project[] {
  const named = new Set(rows.map(({ project }) => project.trim()).filter((text) => text !== ''));
  return [...new Set([...named].flatMap((typed) => lookUp(projects, { typed, at: '', subject: 'project' }, []) ?? []))];
}
