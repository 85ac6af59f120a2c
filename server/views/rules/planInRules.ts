import { isMap, isScalar, isSeq, visit, type Document, type YAMLMap } from 'yaml';
import type { PlanFile } from '../../plans/planFile.ts';

/** Writes the plan, before the rules where there was none; what is not said of a module is left out. */
export function setPlan(document: Document, plan: PlanFile): void {
  const node = document.createNode(plan.notPlaced.length === 0 ? { modules: plan.modules } : plan);
  visit(node, {
    Pair: (_, { key, value }) =>
      isSeq(value) && value.items.length === 0 && isScalar(key) && key.value !== 'members'
        ? visit.REMOVE
        : undefined,
    Map: (_, map) => {
      // A member is a line.
      if (map.has('key')) map.flow = true;
    },
  });
  const { contents } = document;
  if (document.has('plan') || !isMap(contents)) {
    document.set('plan', node);
    return;
  }
  const at = contents.items.findIndex(({ key }) => isScalar(key) && key.value === 'rules');
  contents.items.splice(at < 0 ? contents.items.length : at, 0, document.createPair('plan', node));
}

/** The nodes of all modules of the plan, those within others too. */
function modulesIn(node: unknown): YAMLMap[] {
  if (!isSeq(node)) return [];
  return node.items
    .filter((each) => isMap(each))
    .flatMap((each) => [each, ...modulesIn(each.get('modules'))]);
}

/**
 * Puts one file into a module of the plan, by its id or its name, and out of the one that it is named in; false where the plan has no
 * such module.
 */
export function placedInPlan(document: Document, path: string, called: string): boolean {
  const modules = modulesIn(document.getIn(['plan', 'modules']));
  const module =
    modules.find((each) => each.get('id') === called) ?? modules.find((each) => each.get('name') === called);
  if (!module) return false;
  for (const each of modules) {
    const members = each.get('members');
    if (isSeq(members))
      members.items = members.items.filter((member) => !isMap(member) || member.get('key') !== path);
  }
  const member = document.createNode({ key: path }) as YAMLMap;
  member.flow = true;
  const members = module.get('members');
  if (isSeq(members)) members.add(member);
  else module.set('members', document.createNode([member]));
  return true;
}
