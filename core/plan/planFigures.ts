import { isWithin, type Arrangement } from '../arrangement/arrangement.ts';
import { goesAgainst, orderOf, type Order } from '../arrangement/order.ts';
import { unitTree, type UnitTree } from '../arrangement/nodes.ts';
import { cycles as strongCycles } from '../graph/components.ts';
import { subgraph } from '../graph/minimumFeedbackOrder.ts';
import { rollUpUnits, type Graph } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** What a plan comes to: by this an edit is judged before it is made. References are those between files. */
export interface PlanFigures {
  /** References that begin or end in a module, and those of them that stay in one. */
  references: number;
  inside: number;
  /** References from a module to one that stands before it in the order. */
  against: number;
  /** Cycles of modules that stand side by side (what is placed nowhere stands there too), and how many modules take part. */
  cycles: number;
  modulesInCycles: number;
}

/** References from one module to another; each module by its group, the innermost around a file. */
export interface ModuleLink {
  from: number;
  to: number;
  references: number;
  isAgainst: boolean;
}

/** Files (as units) in modules (as groups), and the references between those files. */
export interface ModulesOfFiles {
  arrangement: Arrangement;
  groupOfUnit: Int32Array;
  graph: Graph;
}

export const isModule = ({ rest }: Arrangement, group: number): boolean => group > 0 && group !== rest;

/** O(references + cycles). `order` may be of any grain: among groups it is the same. */
export function planFigures(files: ModulesOfFiles, order: Order): PlanFigures {
  const { arrangement, groupOfUnit, graph } = files;
  const figures: PlanFigures = { references: 0, inside: 0, against: 0, cycles: 0, modulesInCycles: 0 };
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
      const [a, b] = [groupOfUnit[from], groupOfUnit[graph.to[edge]]];
      if (!isModule(arrangement, a) && !isModule(arrangement, b)) continue;
      figures.references += graph.weight[edge];
      if (a === b) figures.inside += graph.weight[edge];
    }
  for (const { references, isAgainst } of moduleLinks(files, order))
    if (isAgainst) figures.against += references;
  for (const cycle of cyclesOfModules(arrangement, order)) {
    figures.cycles++;
    figures.modulesInCycles += cycle.filter((group) => isModule(arrangement, group)).length;
  }
  return figures;
}

/** All that leads from one module to another, by the first and then the second. O(references). */
export function moduleLinks({ arrangement, groupOfUnit, graph }: ModulesOfFiles, order: Order): ModuleLink[] {
  const between = rollUpUnits(
    graph,
    groupOfUnit.map((group) => (isModule(arrangement, group) ? group : -1)),
    arrangement.count,
  );
  const links: ModuleLink[] = [];
  for (let from = 0; from < between.count; from++)
    for (let edge = between.start[from]; edge < between.start[from + 1]; edge++) {
      const to = between.to[edge];
      const isHeld = isWithin(arrangement, from, to) || isWithin(arrangement, to, from);
      const isAgainst = !isHeld && goesAgainst(order, from, to);
      links.push({ from, to, references: between.weight[edge], isAgainst });
    }
  return links;
}

/** The groups of each cycle. */
function cyclesOfModules(arrangement: Arrangement, { siblings }: Order): number[][] {
  return siblings.flatMap(({ nodes, graph }) => {
    const groups = [...nodes.keys()].filter((i) => nodes[i] < arrangement.count);
    return strongCycles(subgraph(graph, groups)).map((cycle) => cycle.map((i) => nodes[groups[i]]));
  });
}

/**
 * The order of the groups of an arrangement alone, without that of the files in each: what it takes to judge an edit.
 * `files` are the units of the survey's files, `graph` the references between those. O(elements + references).
 */
export function orderOfModules(
  { elements }: Pick<SurveyedCodebase, 'elements'>,
  { arrangement, groupOfUnit, graph }: ModulesOfFiles,
  counts: Uint8Array,
): Order {
  const tree: UnitTree = unitTree(elements, arrangement, 'groups', counts);
  const own = new Int32Array(arrangement.count).fill(-1);
  tree.units.group.forEach((group, unit) => (own[group] = unit));
  const between = rollUpUnits(
    graph,
    groupOfUnit.map((group) => (group < 0 ? -1 : own[group])),
    tree.units.count,
  );
  return orderOf(tree, between);
}
