import { joinEdges } from '../../../graph/rollUp.ts';
import { eachCounted } from '../../eachCounted.ts';
import type { Judged } from '../../judgedSurvey.ts';
import { marked, rowsBreaking } from '../../rowsBreaking.ts';
import type { RuleWords } from '../../ruleWords.ts';
import type { Violation } from '../../violation.ts';
import { form, patterns, type Broken, type RuleKind } from '../kind.ts';

/** Elements that do not use others, neither directly nor through others. Patterns of keys. */
export interface ReachRule extends RuleWords {
  sort: 'reaches';
  from: readonly string[];
  to: readonly string[];
}

/**
 * The uses by which something leaves what is meant for what leads on to what may not be reached: each with where it leads. What may not
 * be reached is told where it is used itself as well. On the way files count as wholes; at both ends what is meant may be a part of
 * one. O(elements + references).
 */
function reaching(rule: ReachRule, on: Judged): Broken {
  const { elements, dependencies } = on.survey;
  const to = marked(rule.to, on);
  const from = withinTheirFiles(marked(rule.from, on), to, rule, on);
  const nodeOf = nodesOf(to, on);
  const users = joinEdges(elements.count, (join) =>
    eachCounted(rule, on, (_, user, used) => {
      if (nodeOf(user) !== nodeOf(used)) join(nodeOf(used), nodeOf(user), 1);
    }),
  );
  /** For each file or external from which one is led to what may not be reached, what is next on the way there. */
  const next = new Map<number, number>();
  for (let e = 0; e < elements.count; e++) if (to[e] === 1 && nodeOf(e) === e) next.set(e, e);
  for (const [node] of next)
    for (let edge = users.start[node]; edge < users.start[node + 1]; edge++) {
      const user = users.to[edge];
      if (!next.has(user) && from[user] === 0) next.set(user, node);
    }
  const violations = rowsBreaking(
    rule,
    on,
    (a, b) => from[a] === 1 && from[b] === 0 && to[a] === 0 && next.has(nodeOf(b)),
  );
  const told = violations.map((violation): Violation => {
    const way: string[] = [];
    for (
      let node = nodeOf(dependencies.to[violation.rows[0]]);
      next.get(node) !== node;
      node = next.get(node)!
    )
      way.push(elements.key[next.get(node)!]);
    return { ...violation, detail: way.join(' → ') };
  });
  return { violations: told, isIdle: !from.includes(1) || !to.includes(1) };
}

/** What stands for an element on the way: its file, an external itself, or the part of a file that may not be reached. */
function nodesOf(to: Uint8Array, { survey: { elements } }: Judged): (element: number) => number {
  return (element) => {
    const file = elements.file[element];
    if (file < 0) return element;
    if (to[element] === 0 || to[file] === 1) return file;
    let part = element;
    while (to[elements.parent[part]] === 1) part = elements.parent[part];
    return part;
  };
}

/** What is meant, with what it uses in its own files: a part of a file leads on through the parts beside it that it uses. */
function withinTheirFiles(from: Uint8Array, to: Uint8Array, rule: ReachRule, on: Judged): Uint8Array {
  const { elements } = on.survey;
  const isPart = (e: number): boolean =>
    from[e] === 1 && elements.file[e] >= 0 && from[elements.file[e]] === 0;
  if (!from.some((_, e) => isPart(e))) return from;
  const inside = joinEdges(elements.count, (join) =>
    eachCounted(rule, on, (_, user, used) => {
      const file = elements.file[user];
      // The file as a whole is more than what is used of it.
      if (file >= 0 && file === elements.file[used] && used !== file && to[used] === 0) join(user, used, 1);
    }),
  );
  const within = from.slice();
  const waiting = [...within.keys()].filter(isPart);
  while (waiting.length > 0) {
    const user = waiting.pop()!;
    for (let edge = inside.start[user]; edge < inside.start[user + 1]; edge++)
      for (let e = inside.to[edge]; e < elements.subtreeEnd[inside.to[edge]]; e++)
        if (within[e] === 0 && to[e] === 0) {
          within[e] = 1;
          waiting.push(e);
        }
  }
  return within;
}

/** What may not be reached from somewhere, through others either. */
export const reaches: RuleKind<ReachRule> = {
  forms: {
    mayNotReach: form(
      { from: patterns, mayNotReach: patterns },
      ({ from, mayNotReach }, words): ReachRule => ({ ...words, sort: 'reaches', from, to: mayNotReach }),
    ),
  },
  sentence: ({ from, to }) => `${from.join(', ')} may not reach ${to.join(', ')}, through others either`,
  patterns: ({ from, to }) => [...from, ...to],
  judge: reaching,
};
