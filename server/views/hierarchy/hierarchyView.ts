import { FLAG, FORM, KIND } from '../../../core/facts/fileFacts.ts';
import { classRelations, type ClassRelation } from '../../../core/hierarchy/classRelations.ts';
import { inheritedMembers } from '../../../core/hierarchy/overrides.ts';
import { membersOf, relatives } from '../../../core/hierarchy/typeHierarchy.ts';
import type { Certainty } from '../../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { formName } from '../dossierView.ts';
import { elementOf, labelOf, neededElement, type ElementLabel } from '../surveyAccess/elements.ts';
import { measureValues } from '../surveyAccess/measures.ts';
import { hierarchyOf } from './links.ts';

export type Visibility = 'public' | 'internal' | 'protected' | 'private';

/** A routine or field of a type, as a row. */
export interface MemberRow extends ElementLabel {
  form: string;
  isRoutine: boolean;
  visibility: Visibility;
  isStatic: boolean;
  isAbstract: boolean;
  parameters: number;
  cyclomatic: number | null;
  /** The ancestor's member that it takes the place of. */
  overrides: ElementLabel | null;
}

/** A type in a hierarchy or a diagram; externals have no members. */
export interface TypeNode extends ElementLabel {
  form: string;
  isAbstract: boolean;
  /** Steps up (negative) or down from the type in focus; 0 for itself, and in diagrams of other sets. */
  step: number;
  members: MemberRow[];
}

export interface TypeEdge {
  from: string;
  to: string;
  link: ClassRelation['kind'];
  certainty: Certainty;
}

export interface HierarchyPage {
  focus: (ElementLabel & { form: string }) | null;
  nodes: TypeNode[];
  edges: TypeEdge[];
  /** Members that the focus has from its ancestors, with the type each stands in. */
  inherited: (MemberRow & { of: ElementLabel })[];
  /** All types, of which those of one page are shown, the most used first. */
  total: number;
  page: number;
  pages: number;
}

/** Which of many types are shown. */
export interface TypesPart {
  page: number;
  /** How many a page has. */
  size: number;
}

/** So many types can be read in one drawing, and in one list. */
export const TYPES_DRAWN = 12;
export const TYPES_LISTED = 200;

/** Ancestors to the roots, descendants, and the members at each step. */
export function hierarchyView(survey: SurveyedCodebase, key: string, part: TypesPart): HierarchyPage {
  const focus = neededElement(survey, key);
  const hierarchy = hierarchyOf(survey);
  const up = [...relatives(hierarchy.parents, focus)].map(([type, step]) => [type, -step] as const);
  const down = [...relatives(hierarchy.children, focus)].filter(([, step]) => step > 0);
  const stepOf = new Map([...up, ...down]);
  const distance = (type: number): number => Math.abs(stepOf.get(type)!);
  const { shown, ...place } = partOf(survey, [...stepOf.keys()], part, distance);
  const isType = survey.elements.kind[focus] === KIND.type;
  const inherited = isType ? inheritedMembers(survey, hierarchy, focus).inherited : [];
  return {
    focus: { ...labelOf(survey, focus), form: formName(survey, focus) },
    nodes: shown.map((type) => ({ ...typeNode(survey, type), step: stepOf.get(type)! })),
    edges: edgesAmong(survey, shown, true),
    inherited: inherited.map((member) => ({
      ...memberRow(survey, member, null),
      of: labelOf(survey, survey.elements.parent[member]),
    })),
    ...place,
  };
}

/** A diagram of a chosen set of types, with all relations among them. */
export function classDiagramView(
  survey: SurveyedCodebase,
  keys: readonly string[],
  part: TypesPart,
): HierarchyPage {
  const { elements } = survey;
  const types = new Set<number>();
  for (const key of keys) {
    const element = elementOf(survey, key);
    if (element === undefined || element >= elements.firstExternal) continue;
    if (isDrawn(survey, element)) types.add(element);
    else if (elements.kind[element] !== KIND.type && elements.kind[element] >= KIND.routine)
      addOwner(survey, element, types);
    else
      for (let e = element + 1; e < elements.subtreeEnd[element]; e++)
        if (isDrawn(survey, e) && elements.form[e] !== FORM.alias) types.add(e);
  }
  const { shown, ...place } = partOf(survey, [...types], part);
  return {
    focus: null,
    nodes: shown.map((type) => ({ ...typeNode(survey, type), step: 0 })),
    edges: edgesAmong(survey, shown, false),
    inherited: [],
    ...place,
  };
}

/** The types of one page: by a distance where there is one, then the most used first, then as they stand in the code. */
function partOf(
  survey: SurveyedCodebase,
  types: readonly number[],
  { page: asked, size }: TypesPart,
  distance: (type: number) => number = () => 0,
): { shown: number[] } & Pick<HierarchyPage, 'total' | 'page' | 'pages'> {
  const usedBy = measureValues(survey, 'usedByTypes');
  const uses = (type: number): number => usedBy[type] || 0;
  const ranked = [...types].sort((a, b) => distance(a) - distance(b) || uses(b) - uses(a) || a - b);
  const pages = Math.max(1, Math.ceil(ranked.length / size));
  const page = Math.min(Math.max(0, asked), pages - 1);
  return { shown: ranked.slice(page * size, (page + 1) * size), total: ranked.length, page, pages };
}

function isDrawn({ elements }: SurveyedCodebase, e: number): boolean {
  return elements.kind[e] === KIND.type && elements.form[e] !== FORM.namespace;
}

function addOwner(survey: SurveyedCodebase, element: number, types: Set<number>): void {
  const parent = survey.elements.parent[element];
  if (parent >= 0 && isDrawn(survey, parent)) types.add(parent);
}

function edgesAmong(survey: SurveyedCodebase, types: number[], onlyInheritance: boolean): TypeEdge[] {
  const { elements } = survey;
  return classRelations(survey, hierarchyOf(survey), types)
    .filter(({ kind }) => !onlyInheritance || kind === 'inherit' || kind === 'implement')
    .map(({ from, to, kind, certainty }) => ({
      from: elements.key[from],
      to: elements.key[to],
      link: kind,
      certainty,
    }));
}

function typeNode(survey: SurveyedCodebase, type: number): Omit<TypeNode, 'step'> {
  const { elements } = survey;
  const isExternal = type >= elements.firstExternal;
  const overrides = isExternal ? null : inheritedMembers(survey, hierarchyOf(survey), type).overrides;
  return {
    ...labelOf(survey, type),
    form: formName(survey, type),
    isAbstract: (elements.flags[type] & FLAG.abstract) !== 0 || elements.form[type] === FORM.interface,
    members: isExternal
      ? []
      : membersOf(survey, type).map((member) => memberRow(survey, member, overrides?.get(member) ?? null)),
  };
}

export function memberRow(survey: SurveyedCodebase, member: number, overrides: number | null): MemberRow {
  const { elements, figures } = survey;
  const flags = elements.flags[member];
  const cyclomatic = measureValues(survey, 'cyclomatic')[member];
  return {
    ...labelOf(survey, member),
    form: formName(survey, member),
    isRoutine: elements.kind[member] === KIND.routine,
    visibility: visibilityOf(flags),
    isStatic: (flags & FLAG.static) !== 0,
    isAbstract: (flags & FLAG.abstract) !== 0,
    parameters: figures.parameters[member],
    cyclomatic: Number.isNaN(cyclomatic) ? null : cyclomatic,
    overrides: overrides === null ? null : labelOf(survey, elements.parent[overrides]),
  };
}

export function visibilityOf(flags: number): Visibility {
  if (flags & FLAG.private) return 'private';
  if (flags & FLAG.protected) return 'protected';
  return flags & FLAG.internal ? 'internal' : 'public';
}
