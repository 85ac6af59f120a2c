import { faults, type Mutant } from './mutant.ts';

const shape = ['core/shape'];
const plan = ['core/plan', 'server/store/modulePlans', 'server/views/plan', 'server/plans'];

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
    ['return moduleOf.map((part) => (isLarge(part) ? part : NOWHERE));', 'return moduleOf;'],
  ]),
  ...faults('core/shape/placedFigures.ts', plan, [
    ['if (module === moduleOf[v]) sums.own[v] = weight;', 'if (module < 0) sums.own[v] = weight;'],
    ['if (moduleOf[other] !== own) continue;', ''],
    ['if (moduleOf[other] === next) there++;', 'there++;'],
  ]),
  ...faults('core/shape/hubs.ts', shape, [['users[bundle] === 0 && number >= least', 'number >= least']]),
  ...faults('core/shape/strays.ts', shape, [
    ['pull < LEAST_SHARE * all ||', ''],
    ['(degree[bundle] * others) / total', '0'],
    ['pull <= (towards.get(own) ?? 0)', 'false'],
    ['b.margin - a.margin ||', ''],
  ]),
  ...faults('core/shape/moduleNames.ts', shape, [
    ['score: (2 * both) / (sizes[module] + bundlesWith[word])', 'score: both / sizes[module]'],
    ['!taken.has(each)', 'each !== null'],
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
  ...faults('core/plan/decidingPlacings.ts', plan, [
    ['b.target.length - a.target.length', 'a.target.length - b.target.length'],
    ['if (paths.has(target) || !isGlob(target)) continue;', 'if (!isGlob(target)) continue;'],
    ['named.get(path) ?? ofPackages?.(element)', 'ofPackages?.(element) ?? named.get(path)'],
    ['longerFirst(folder, glob) < 0 ? folder : glob', 'folder'],
    ['module === null || ids.has(module)', 'true'],
  ]),
  ...faults('core/plan/byPlan.ts', plan, [['&& !above.includes(parent)', '']]),
  ...faults('core/plan/compacted.ts', plan, [
    ['count >= MOST_OF_A_FOLDER * at.count && count > 1', 'count > 0'],
    ["path === '' ? null : globBelow(path)", 'globBelow(path)'],
    ['const cost = 1 + costBelow(at, text);', 'const cost = costBelow(at, text);'],
    ['isSame(now[file], deciding[file])) return [];', 'true) return [];'],
    ['keeps.has(deciding[file]) ? [] :', ''],
  ]),
  ...faults('core/plan/planFigures.ts', plan, [
    ['if (a === b) figures.inside += graph.weight[edge];', 'figures.inside += graph.weight[edge];'],
    ['!isModule(arrangement, a) && !isModule(arrangement, b)', '!isModule(arrangement, a)'],
    ['!isHeld && goesAgainst(order, from, to)', 'goesAgainst(order, from, to)'],
    ['if (isAgainst) figures.against', 'figures.against'],
  ]),
  ...faults('core/plan/moduleInterface.ts', plan, [
    ['elements.kind[element] !== KIND.file ||', 'true ||'],
    ['counts[from] !== 1 ||', ''],
    ['isTouched[e] === 0', 'isTouched[e] === 1'],
    ['FLAG.private | FLAG.protected | FLAG.internal', 'FLAG.private'],
  ]),
  ...faults('core/plan/renames.ts', plan, [
    ['next.get(now)?.module === placing.module', 'false'],
    ['if (taken.has(now)) continue;', ''],
  ]),
  ...faults('core/plan/edits.ts', plan, [
    ['placing.module === edit.module ? { ...placing, module: edit.into } : placing', 'placing'],
    ['isSettled: module !== null', 'isSettled: true'],
    ['for (let n = 2; taken.has(id); n++)', 'for (let n = 2; n < 2; n++)'],
    ['isIn ? changed(modules, edit.into, { parent: above }) : modules', 'modules'],
    ['if (parent !== null && standsIn(modules, parent, module)) return plan;', ''],
    ['|| placing.isSettled === isSettled', ''],
  ]),
  ...faults('server/store/modulePlans.ts', plan, [
    ['AND revision = ? RETURNING state', 'AND ? > 0 RETURNING state'],
    ['(state > ? OR state < ?)', '(state < ? AND state < ?)'],
  ]),
  ...faults('server/views/plan/planProposal.ts', plan, [
    ['if (heirs[proposed] !== null || taken.has(module)) continue;', ''],
    ['if (!settled[file]) placings.push', 'placings.push'],
    ['if (anchors.length < 2)', 'if (anchors.length < 1)'],
  ]),
  ...faults('server/views/plan/planView.ts', plan, [
    ['if (!one.includes(row)) row.touching += references;', ''],
    ['if (other.includes(row)) row.inside += references;', ''],
    ['.reverse()', ''],
    ['Number(a.isSettled) - Number(b.isSettled) ||', ''],
  ]),
  ...faults('server/views/plan/comparedView.ts', plan, [
    ['first.groupOf[file] !== NOWHERE && second.groupOf[file] !== NOWHERE', 'true'],
  ]),
  ...faults('server/views/plan/sides.ts', plan, [
    ['farness(side) < farness(best)', 'farness(side) > farness(best)'],
  ]),
  ...faults('server/views/plan/straysView.ts', plan, [
    ['groupOf[used] === found[one].towards', 'true'],
    ['groupOf[user] === found[other].towards', 'true'],
  ]),
  ...faults('server/plans/readLists.ts', plan, [
    ['rules.findLast(', 'rules.find('],
    ["target.endsWith('/') ? `${target}**` : target", 'target'],
    ['known && known.module !== module', 'false'],
  ]),
  ...faults('server/views/surveyAccess/scope.ts', plan, [
    ['forget(survey, isByPlan);', ''],
    ['if (known.state === state) return;', ''],
  ]),
];
