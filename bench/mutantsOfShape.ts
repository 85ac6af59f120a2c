import { faults, type Mutant } from './mutant.ts';

const shape = ['core/shape'];
const plan = ['core/plan', 'server/store/modulePlans', 'server/views/planView'];

/** Faults in how modules are proposed, held against each other, and kept as plans. */
export const mutantsOfShape: readonly Mutant[] = [
  ...faults('core/shape/likeness.ts', shape, [
    ['return from.length - kept + (goals.length - largestMatching(goals));', 'return from.length - kept;'],
    ['for (const size of sizes) if (groups < size) groups++;', 'groups = sizes.length;'],
    ['const expected = all === 0 ? 0 : (inFirst * inSecond) / all;', 'const expected = 0;'],
  ]),
  ...faults('core/shape/pulls.ts', shape, [
    ['let sum = 2 * own[v];', 'let sum = own[v];'],
    ['if (own[v] > 0) take(v, v, own[v]);', ''],
  ]),
  ...faults('core/shape/multilevel.ts', shape, [
    ['if (gain < 0 && members[current] > 1) [best, gain] = [empty.at(-1)!, 0];', ''],
    ['inPart[current] -= degree[v];', ''],
    ['const share = (resolution * degree[v]) / total;', 'const share = degree[v] / total;'],
  ]),
  ...faults('core/shape/closeness.ts', shape, [
    ['number ** -POPULARITY', '1'],
    ['const share = shareOf(end - begin) * damp[target];', 'const share = 0;'],
  ]),
  ...faults('core/shape/agreement.ts', shape, [['weight * agreement[at]', 'weight * 0']]),
  ...faults('core/shape/keptTogether.ts', shape, [
    ["if (kind === PART) join(from, to, 'part');", "if (kind === PART) join(from, from, 'part');"],
    ['if (testedBy(stems[from]) === stems[to])', 'if (stems[from] === stems[to])'],
    ['stems[from] === stems[to] && isHeader(files[to].path)', 'isHeader(files[to].path)'],
  ]),
  ...faults('core/shape/proposal.ts', shape, [
    ['towards.delete(moduleOf[v]);', ''],
    ['counts.delete(moduleOf[bundle]);', ''],
    ['return moduleOf.map((part) => (isLarge(part) ? part : NOWHERE));', 'return moduleOf;'],
  ]),
  ...faults('core/shape/fromArrangement.ts', shape, [
    ['if (opened[at] === 0) found = at;', 'found = at;'],
    ['(apart > whole || group === 0)', '(apart < whole || group === 0)'],
  ]),
  ...faults('core/shape/fromAnchors.ts', shape, [
    ['if (module !== NOWHERE) return module;', ''],
    ['return near.length >= SHARED_BY ? shared : best;', 'return best;'],
  ]),
  ...faults('core/shape/fromLinks.ts', shape, [
    ['const moduleOf = count === null ? found : joinedTo(count, found, pulls);', 'const moduleOf = found;'],
  ]),
  ...faults('core/plan/byPlan.ts', plan, [
    [
      '.sort((a, b) => b.target.length - a.target.length',
      '.sort((a, b) => a.target.length - b.target.length',
    ],
    ['isGlob(target) && !paths.has(target)', 'isGlob(target)'],
    ['named.get(path) ?? ofPackages?.(element)', 'ofPackages?.(element) ?? named.get(path)'],
    ['&& !above.includes(parent)', ''],
  ]),
  ...faults('core/plan/edits.ts', plan, [
    ['placing.module === edit.module ? { ...placing, module: edit.into } : placing', 'placing'],
    ['isSettled: true }));', 'isSettled: false }));'],
    ['for (let n = 2; taken.has(id); n++)', 'for (let n = 2; n < 2; n++)'],
  ]),
  ...faults('server/store/modulePlans.ts', plan, [
    ['AND revision = ? RETURNING state', 'AND ? > 0 RETURNING state'],
    ['(state > ? OR state < ?)', '(state < ? AND state < ?)'],
  ]),
  ...faults('server/views/planProposal.ts', plan, [
    ['if (heirs[proposed] !== null || taken.has(module)) continue;', ''],
    ['if (!settled.has(path))', 'if (path)'],
  ]),
  ...faults('server/views/planView.ts', plan, [
    ['else if (b !== NOWHERE) rows[b].touching += references;', ''],
    ['Number(a.isSettled) - Number(b.isSettled) ||', ''],
  ]),
  ...faults('server/views/ground/scope.ts', plan, [
    ['forget(survey, isByPlan);', ''],
    ['if (known.state === state) return;', ''],
  ]),
];
