import { KIND } from '../facts/fileFacts.ts';
import { certainties, dependencyKinds, type Certainty } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { typePartsOf } from '../typeParts.ts';

/** One step of inheritance. */
export interface InheritanceLink {
  /** The type, or external, at the other end. */
  element: number;
  kind: 'inherit' | 'implement';
  certainty: Certainty;
}

/** Who inherits from whom: the steps up and down from each type that has any. */
export interface TypeHierarchy {
  parents: Map<number, InheritanceLink[]>;
  children: Map<number, InheritanceLink[]>;
}

const inherit = dependencyKinds.indexOf('inherit');
const implement = dependencyKinds.indexOf('implement');

/** O(dependencies). Parts of one type count as that type. */
export function typeHierarchy(survey: SurveyedCodebase): TypeHierarchy {
  const { dependencies, elements } = survey;
  const { wholeOf } = typePartsOf(survey);
  const parents: TypeHierarchy['parents'] = new Map();
  const children: TypeHierarchy['children'] = new Map();
  const add = (map: TypeHierarchy['parents'], at: number, link: InheritanceLink): void => {
    const known = map.get(at);
    if (!known) map.set(at, [link]);
    else if (!known.some(({ element }) => element === link.element)) known.push(link);
  };
  for (let row = 0; row < dependencies.count; row++) {
    const kind = dependencies.kind[row];
    if (kind !== inherit && kind !== implement) continue;
    if (elements.kind[dependencies.from[row]] !== KIND.type) continue;
    const from = wholeOf.get(dependencies.from[row]) ?? dependencies.from[row];
    const to = wholeOf.get(dependencies.to[row]) ?? dependencies.to[row];
    if (from === to) continue;
    const rest = {
      kind: kind === inherit ? 'inherit' : 'implement',
      certainty: certainties[dependencies.certainty[row]],
    } as const;
    add(parents, from, { element: to, ...rest });
    add(children, to, { element: from, ...rest });
  }
  return { parents, children };
}

/**
 * All that can be reached in one direction, nearest first, each with its least number of steps; the start has 0. Types
 * that inherit from each other in a circle are met once.
 */
export function relatives(links: TypeHierarchy['parents'], start: number): Map<number, number> {
  const steps = new Map([[start, 0]]);
  for (const [at, step] of steps)
    for (const { element } of links.get(at) ?? []) if (!steps.has(element)) steps.set(element, step + 1);
  return steps;
}

/** Routines and fields that a type holds in all its parts, in source order. */
export function membersOf(survey: SurveyedCodebase, type: number): number[] {
  const { elements } = survey;
  const found: number[] = [];
  for (const part of [type, ...(typePartsOf(survey).others.get(type) ?? [])])
    for (let e = part + 1; e < elements.subtreeEnd[part]; e = elements.subtreeEnd[e])
      if (elements.kind[e] === KIND.routine || elements.kind[e] === KIND.field) found.push(e);
  return found;
}
