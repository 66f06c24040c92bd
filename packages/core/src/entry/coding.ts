import { codingKey } from '../budget/budget-against-actual.ts';
import { typedCostType, COST_TYPES, type CostType } from '../ledger/cost-type.ts';
import type { Coding } from '../ledger/journal-entry.ts';
import { takesCost, type Phase, type Project } from '../ledger/project.ts';
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
  const read = readPlace(project, { row: typed, at: row }, catalog.costCodes, problems);
  if (!project || !read) return undefined;
  const { phase, costCode, place } = read;
  const costType = readCostType(typed.costType, `${row}/costType`, { catalog, place, costCode }, problems);
  if (costType === undefined) return undefined;
  const label = `${phase ? `${phase.code}/` : ''}${costCode.code} ${costType}`;
  return { project, coding: { ...place, costType }, label };
}

/** Where a row says it is: the row's address, and its cells for a code and a cost type. */
export interface CodedRow {
  readonly row: { readonly code: string; readonly costType: string };
  readonly at: string;
}

/**
 * The coding of a row of one project, for what is planned and not yet cost: the code may be missing still, and a cost type left
 * out is the cost code's usual one. Undefined when something typed cannot be read.
 */
export function readCodeOf(
  project: CodedProject,
  coded: CodedRow,
  costCodes: readonly CostCode[],
  problems: Problem[],
): { readonly coding: Coding | null; readonly costType: CostType | null } | undefined {
  const { row, at } = coded;
  const typed = row.costType.trim() === '' ? undefined : typedCostType(row.costType);
  if (row.costType.trim() !== '' && typed === undefined) {
    problems.push({ at: `${at}/costType`, kind: 'not-a-choice', typed: row.costType, choices: COST_TYPES });
    return undefined;
  }
  if (row.code.trim() === '') return { coding: null, costType: typed ?? null };
  const read = readPlace(project, coded, costCodes, problems);
  if (!read) return undefined;
  const costType = typed ?? read.costCode.costType;
  if (costType === null) {
    problems.push({ at: `${at}/costType`, kind: 'missing', field: 'the cost type' });
    return undefined;
  }
  return { coding: { ...read.place, costType }, costType };
}

/** A phase as far as codes name it. */
export type CodedPhase = Pick<Phase, 'id' | 'code' | 'name'>;
interface CodedProject extends Pick<Project, 'id'> {
  readonly phases: readonly CodedPhase[];
}

interface ReadPlace {
  readonly phase: CodedPhase | undefined;
  readonly costCode: CostCode;
  readonly place: Omit<Coding, 'costType'>;
}

/** Phase and cost code of a code cell. Without a project only the code is looked up, to say what is wrong with it. */
function readPlace(
  project: CodedProject | undefined,
  { row, at: rowAt }: CodedRow,
  costCodes: readonly CostCode[],
  problems: Problem[],
): ReadPlace | undefined {
  const [phasePart, codePart] = splitCode(row.code);
  const at = `${rowAt}/code`;
  const costCode = lookUp(costCodes, { typed: codePart, at, subject: 'cost code' }, problems);
  const phase =
    project && phasePart !== ''
      ? lookUp(project.phases, { typed: phasePart, at, subject: 'phase' }, problems)
      : undefined;
  if (!project || !costCode || (phasePart !== '' && !phase)) return undefined;
  return { phase, costCode, place: { project: project.id, phase: phase?.id ?? null, costCode: costCode.id } };
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
