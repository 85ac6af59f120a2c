import { faults, type Mutant } from './mutant.ts';
import { mutantsOfGraph } from './mutantsOfGraph.ts';
import { mutantsOfMeaning } from './mutantsOfMeaning.ts';
import { mutantsOfReading } from './mutantsOfReading.ts';
import { mutantsOfPages } from './mutantsOfPages.ts';
import { mutantsOfShape } from './mutantsOfShape.ts';

const graph = ['core/graph'];
const arrangement = ['core/arrangement'];
const views = ['server/views'];

/** Faults that were found to go unnoticed once, or would be easy to make; none may go unnoticed again. */
export const mutants: readonly Mutant[] = [
  ...faults('core/graph/minimumFeedbackOrder.ts', graph, [
    ['a.level - b.level || a.first - b.first', 'b.level - a.level || a.first - b.first'],
    ['a.level - b.level || a.first - b.first', 'a.level - b.level || b.first - a.first'],
    ['units.length <= EXACT_MEMBERS ? exactOrder', 'units.length <= 3 ? exactOrder'],
    ['cost += weight[unit][last];', 'cost += weight[last][unit];'],
    ['if (cost >= least[set]) continue;', 'if (cost <= least[set]) continue;'],
    ['usedBy[unit] - uses[unit]);', 'uses[unit] - usedBy[unit]);'],
    ['if (2 * weightAgainst(graph, order) > all)', 'if (2 * weightAgainst(graph, order) < all)'],
    ['if (place[graph.to[edge]] > place[unit]) sum', 'if (place[graph.to[edge]] < place[unit]) sum'],
  ]),
  ...faults('core/graph/rollUp.ts', graph, [
    ['      sum[target] += weights[at];', '      sum[target] = weights[at];'],
    ['if (to >= 0 && to !== from) take', 'if (to >= 0) take'],
    ['      sum[target] = 0;\n    });', '    });'],
    ['if (from < 0 || to < 0 || from === to ||', 'if (from < 0 || to < 0 ||'],
    ['(filter.certainties & (1 << dependencies.certainty[row])) !== 0', 'true'],
  ]),
  ...faults('core/graph/reach.ts', graph, [
    ['if (target < first) continue;', 'if (target <= first) continue;'],
    ['total[component] += size[', 'total[component] += 1 || size['],
    ['/ graph.count ** 2', '/ graph.count'],
  ]),
  ...faults('core/graph/components.ts', graph, [
    ['members.filter(({ length }) => length > 1)', 'members.filter(({ length }) => length > 0)'],
    ['b.length - a.length || a[0] - b[0]', 'a.length - b.length || a[0] - b[0]'],
    ['levelOf[target] + 1', 'levelOf[target]'],
  ]),
  ...faults(
    'core/graph/cycleWalk.ts',
    [...graph, ...views],
    [
      ['a.weight - b.weight || a.from', 'b.weight - a.weight || a.from'],
      ['if (!members.has(target) || before.has(target)) continue;', 'if (before.has(target)) continue;'],
      ['const reached = new Set([to]);', 'const reached = new Set([to, 0]);'],
    ],
  ),
  ...faults('core/arrangement/arrangement.ts', arrangement, [
    ['Number(names[a] === REST) - Number(names[b] === REST) ||', ''],
    ['if (belongs[e] < 0 && elements.file[e] >= 0) belongs[e] = rest;', ''],
    ['if (groupOf[e] < 0 && parent[e] >= 0) groupOf[e] = groupOf[parent[e]];', ''],
    ['group >= outer && group < subtreeEnd[outer]', 'group > outer && group < subtreeEnd[outer]'],
  ]),
  ...faults('core/arrangement/packages.ts', arrangement, [
    ['.sort(([, a], [, b]) => b - a)', '.sort(([, a], [, b]) => a - b)'],
    ['const own = said ?? largest?.[0];', 'const own = said;'],
    ["around === '' ? elements.name[e] : `${around}.${elements.name[e]}`", 'elements.name[e]'],
  ]),
  ...faults('core/arrangement/units.ts', arrangement, [
    ['if (unitAt[above] >= 0) units.isWhole[unitAt[above]] = 0;', ''],
    ['if (counts[e] === 1 && elements.file[e] >= 0) isPresent', 'if (elements.file[e] >= 0) isPresent'],
    ["(grain === 'routines' && kind[e] === KIND.type && form[e] !== FORM.namespace)", 'false'],
  ]),
  ...faults('core/arrangement/order.ts', arrangement, [
    ['return place[from] < place[to];', 'return place[from] > place[to];'],
    ['b = other;', 'a = other;'],
    ['for (let i = below.length - 1; i >= 0; i--) open', 'for (let i = 0; i < below.length; i++) open'],
  ]),
  ...faults('core/arrangement/cycles.ts', arrangement, [
    ['.filter(({ members }) => !known.has(String(members))),', ','],
    ['b.members.length - a.members.length || a.group', 'a.members.length - b.members.length || a.group'],
    ['units.isOfGrain[unit] === 1', 'units.isOfGrain[unit] >= 0'],
  ]),
  ...faults('core/arrangement/ends.ts', arrangement, [
    ["(units.isWhole[unit] ? '' : OWN)", "''"],
    ["(children[group].length === 1 ? '' : OWN)", "''"],
    ['end.endsWith(OWN) ? group + 1 : arrangement', 'arrangement'],
    ['if (passes(dependencies, row, filter)) yield row;', 'yield row;'],
    ['end.endsWith(EXACT) ? element + 1 :', ''],
  ]),
  ...faults('core/arrangement/rows.ts', arrangement, [
    ['if (below.length !== 1 || below[0] >= arrangement.count) return chain;', 'return chain;'],
    ['rows + order.children[group].length <= most', 'true'],
    [
      'closed.sort((a, b) => below[b] - below[a] || a - b);',
      'closed.sort((a, b) => below[a] - below[b] || a - b);',
    ],
    ['if (flat) {\n        layOut(child, depth);\n        continue;\n      }', ''],
  ]),
  ...faults(
    'core/buildModules/buildModule.ts',
    ['core/buildModules'],
    [
      ['languages.includes(language)', 'true'],
      ['other ??= here[0] ?? null;', ''],
    ],
  ),
  ...faults(
    'core/buildModules/readBuildModules.ts',
    ['core/buildModules'],
    [
      ['nearestOnes.length === 1 ? [nearestOnes[0].key] : []', '[nearestOnes[0].key]'],
      ['Math.min(...near.map(({ key }) => foldersAbove(key).length))', '0'],
      ['key !== from', 'true'],
    ],
  ),
  ...faults(
    'core/buildModules/maven.ts',
    ['core/buildModules'],
    [
      ["textOrNull(project.groupId) ?? parent ?? ''", "textOrNull(project.groupId) ?? ''"],
      ['isOwn ? group : named', 'named'],
    ],
  ),
  ...faults(
    'core/buildModules/gradle.ts',
    ['core/buildModules'],
    [
      ['moved.get(project) ?? project', 'project'],
      ['withoutComments(text)]', 'text]'],
    ],
  ),
  ...faults(
    'core/buildModules/cmake.ts',
    ['core/buildModules'],
    [
      ['found.get(target)?.names.push(alias);', ''],
      ["|| rest.includes('IMPORTED')", ''],
      ['(library ?? first)?.sources.push(script.folder);', ''],
      ["replace(/#[^\\n]*/g, '')", "replace(/@[^\\n]*/g, '')"],
    ],
  ),
  ...faults(
    'core/buildModules/python.ts',
    ['core/buildModules'],
    [["replace(/[-_.]+/g, '-')", "replace(/[-_]+/g, '-')"]],
  ),
  ...faults(
    'core/search/glob.ts',
    ['core/search'],
    [
      ['!== token.isNot', '=== token.isNot'],
      ['at = ++from;', 'at = from + 2; from++;'],
      ['while (item < count && isRun(item)) item++;', ''],
      ['ignoreCase ? text.toLowerCase() : text', 'text'],
      [
        "if (part === 'folders' || !part.every((token) => typeof token === 'string')) break;",
        "if (part === 'folders') break;",
      ],
    ],
  ),
  ...faults(
    'core/search/namePattern.ts',
    ['core/search'],
    [
      ['return part >= parts.length - 1;', 'return true;'],
      ['(/\\d/.test(here) && !/\\d/.test(before))', 'false'],
      ['RANK.initials;', 'RANK.letters;'],
      ['if (own.endsWith(lower)) return RANK.start;', ''],
      ['ofPath ? lowerKey : lowerName', 'lowerName'],
      ['lower.length >= LEAST_LETTERS && holdsInOrder', 'holdsInOrder'],
    ],
  ),
  ...faults('core/testCode.ts', views, [
    ['isTest[from[row]] === 0 && isTest[to[row]] === 0', 'isTest[from[row]] === 0'],
    ['files: survey.files.filter((file) => !file.isTest),', ''],
    ['if (!isTest[child]) isTest[e] = 0;', ''],
    ['chosen.column[at] = table.column[place];', ''],
  ]),
  ...faults(
    'core/measures/coupling.ts',
    ['core/measures'],
    [
      ['if (usersUpTo[b] !== element) users[b]++;', 'users[b]++;'],
      ['if (dependentsUpTo[a] !== element) dependents[a]++;', 'dependents[a]++;'],
      ['out / (users[place] + out)', 'users[place] / (users[place] + out)'],
      ['!declares[from] || !isImportKind[dependencies.kind[row]]', 'true'],
      ['form[e] !== FORM.alias && form[e] !== FORM.namespace', 'form[e] !== FORM.namespace'],
      [
        'if (dependencies.to[row] >= elements.firstExternal) continue;\n    if (!passes(dependencies, row, EVERYTHING_RESOLVED)) continue;\n    const places',
        'if (!passes(dependencies, row, EVERYTHING_RESOLVED)) continue;\n    const places',
      ],
      ['Math.abs(abstract[e] + i - 1)', 'Math.abs(abstract[e] - i)'],
    ],
  ),
  ...faults(
    'core/measures/types.ts',
    ['core/measures'],
    [
      ["if (direction !== 'usedBy') note(from, to);", 'note(from, to);'],
      ['typeOf[to] === type ||', ''],
      ['members(survey, e, KIND.routine).length + (called', '(called'],
      ['1 + depthOf(element)', 'depthOf(element)'],
      ['kinds: CALL_KINDS', 'kinds: 0xffff'],
      ['(form[type] === FORM.interface) === ofInterfaces', 'true'],
      ['cyclomatic[definedBy.get(m) ?? m]', 'cyclomatic[m]'],
      ['FLAG.private | FLAG.protected', 'FLAG.private'],
    ],
  ),
  ...faults(
    'core/measures/measure.ts',
    ['core/measures'],
    [
      ['sums[parent[group]] += sums[group];', ''],
      ['fold(own.slice(group, subtreeEnd[group]).flat())', 'fold(own[group])'],
    ],
  ),
  ...faults(
    'core/link/typeArguments.ts',
    ['core/link'],
    [
      ['if (!args) return found;', ''],
      ['(args[own.index] ?? null) : undefined', 'null : undefined'],
      ['found === undefined ? value : found', 'found ?? null'],
    ],
  ),
  ...faults(
    'core/link/typeRelations.ts',
    ['core/link', 'core/languages/java'],
    [
      ["up > at ? 'below' : 'apart'", "up !== at ? 'below' : 'apart'"],
      ["if (this.isRoot(given)) return this.by.root === undefined ? 'unknown' : 'apart';", ''],
      ["relation === 'below' && this.isPrimitive(from) ? 'apart' : relation", 'relation'],
    ],
  ),
  ...faults(
    'core/link/throughMacros.ts',
    ['core/languages/c'],
    [
      ['sofar = CERTAINTY.ambiguous;', 'sofar = certainty;'],
      ['mayBeOut(file, placeOf(macro)) ? CERTAINTY.ambiguous : CERTAINTY.inferred', 'CERTAINTY.inferred'],
      ['open.length < DEEPEST', 'open.length < 1'],
    ],
  ),
  ...faults(
    'core/completeness/folderPairs.ts',
    ['core/completeness'],
    [
      ['files >= LEAST_SHARE * smaller', 'true'],
      ['alike >= LEAST_SHARE * files', 'true'],
      ['if (same === Math.min(left.length, right.length)) same--;', ''],
      ['(xa !== null && xa === yb) ||', ''],
    ],
  ),
  ...faults(
    'server/views/aroundView.ts',
    ['server/views'],
    [
      ['distance: distance + 1', 'distance: 1'],
      ['|| subject.isNear(next)', ''],
      ['sorts.indexOf(a.sort) - sorts.indexOf(b.sort) ||', ''],
    ],
  ),
  ...faults(
    'app/frame/names/namesApart.ts',
    ['app/frame/names'],
    [
      ['texts[i] = joined(steps[i], ++taken[i]);', 'texts[i] = joined(steps[i], taken[i]++);'],
      ['if (known.has(short)) return;', ''],
    ],
  ),
  ...faults(
    'server/intake/builtFolders.ts',
    ['server/intake'],
    [
      ['made.length >= LEAST_SHARE * files.length', 'true'],
      ['source !== undefined && isMade', 'source !== undefined'],
    ],
  ),
  ...faults(
    'core/buildModules/vision.ts',
    ['core/link'],
    [
      ['steps.set(needed, step + 1)', 'steps.set(needed, step)'],
      ['if (beside.length > 0)', 'if (beside.length > 9)'],
      ['const near = leastBy(seen, (place) => -sharedFolders(path(place), from));', 'const near = seen;'],
      ['if (shipped.length === 1)', 'if (shipped.length === 9)'],
      ['others: close.slice(1)', 'others: []'],
    ],
  ),
  ...faults(
    'core/link/meanings.ts',
    ['core/link'],
    [
      ['joinMeanings(meaningsOf(value).map(of))', 'of(meaningsOf(value)[0])'],
      ['types.length === 0', 'true'],
    ],
  ),
  ...faults(
    'core/languages/reading/narrowing.ts',
    ['core/languages/reading'],
    [
      ['if (junction > 0 !== holds) return found;', ''],
      ['holds = !holds', 'holds = true'],
      [' && this.isSame(text, test, node)', ''],
      ['if (holds) found.push(...this.restOfBlock(up));', ''],
    ],
  ),
  ...faults(
    'core/languages/c/alternatives.ts',
    ['core/languages/c'],
    [
      ['sure.length === 1 && macros.length === 1', 'false'],
      ['others: rest.map((place) => declared([place]))', ''],
    ],
  ),
  ...faults(
    'core/measures/definitions.ts',
    ['core/measures'],
    [
      ['&& !definitions(survey).has(element)', ''],
      ['elements.form[element] !== FORM.namespace', 'true'],
    ],
  ),
  ...faults(
    'core/link/overloads.ts',
    ['core/link', 'core/languages/java'],
    [
      ['given >= least && (most', '(most'],
      ['given <= most', 'true'],
      ['!language.conversions?.joinsInherited', 'true'],
      ['if (!one.isKnown[i]) return false;', ''],
      ['one.phase < other.phase', 'one.phase > other.phase'],
      ['isSame ? one.group < other.group : isAsSpecial', 'isAsSpecial'],
      ['...oneByOne, phase: 3, isSame: false', '...oneByOne, phase: 1, isSame: false'],
      ['...oneByOne, phase: 3, isSame: false', '...oneByOne, phase: 3'],
    ],
  ),
  ...faults(
    'core/link/gaps.ts',
    ['core/link', 'core/completeness'],
    [
      ["if (facts.parse !== 'clean') return;", ''],
      ['if (accepted.has(name)) return;', ''],
    ],
  ),
  ...faults('server/views/matrixView.ts', views, [
    ['if (column > row) {', 'if (column < row) {'],
    ['shown.length < 2 ||', 'shown.length < 1 ||'],
    ['flat || (isSideBySide && shown.length === members.length)', 'true'],
    ["order === 'name' ? [] : bracketsOf", 'bracketsOf'],
    ['while (end < rows.length && rows[end].depth > rows[row].depth) end++;', ''],
    ['marks[e] === 1 ? elements.subtreeEnd[e] : e + 1', 'e + 1'],
    ['while (within < elements.subtreeEnd[e] && picture.units.unitOf[within] < 0) within++;', ''],
  ]),
  ...faults('server/views/cyclesView.ts', views, [
    [
      '[...against, ...inside.filter((step) => !isAgainst(step))]',
      '[...inside.filter((step) => !isAgainst(step)), ...against]',
    ],
    ['members.some(isInside)', 'members.every(isInside)'],
    ['unknown: named || query.cycle === null ? null : query.cycle', 'unknown: null'],
    [
      'shortestCycleWith(graph, steps[0].from, steps[0].to, inside)',
      'shortestCycleThrough(graph, 0, inside)',
    ],
  ]),
  ...faults('server/views/measuresView.ts', views, [
    ['Number.isNaN(values[i]) ? Infinity', 'Number.isNaN(values[i]) ? -Infinity'],
    ['(withTests || isTest[e] === 0) &&', ''],
    ['elements.form[e] !== FORM.namespace &&', ''],
    ['files[group] > 0 &&', ''],
  ]),
  ...faults('server/export/csv.ts', views, [["text.replaceAll('\"', '\"\"')", 'text']]),
  ...faults('server/views/graphQuery/evidenceView.ts', views, [
    ['withTests: withTests || isTest(from) || isTest(to)', 'withTests'],
    ['places.slice(page * PAGE_PLACES, (page + 1) * PAGE_PLACES)', 'places.slice(0, PAGE_PLACES)'],
    ['kinds: kindChoices[via].kinds, certainties', 'kinds: 0xffff, certainties'],
    ['dependencies.line[a.place] - dependencies.line[b.place] ||', ''],
  ]),
  ...faults('server/views/graphQuery/neighbours.ts', views, [
    [
      'isFar: (e) => !isHeld(e) && counts[e] === 1,\n    counterpart: (far)',
      'isFar: (e) => !isHeld(e),\n    counterpart: (far)',
    ],
    ['withTests: withTests || isTest', 'withTests'],
    ['entry.count += dependencies', 'entry.count = dependencies'],
    ['n - m || a - b', 'm - n || a - b'],
    ['isFile ? label.key : endOfElement(elements, far)', 'label.key'],
  ]),
  ...faults('server/views/graphQuery/arranged.ts', views, [
    ['isTest?.[e] === 1 || (only !== undefined && only[e] !== 1)', 'isTest?.[e] === 1'],
    ["`${by} ${grain} ${withTests} ${only?.name ?? ''}`", '`${by} ${grain} ${withTests}`'],
  ]),
  ...faults('server/views/surveyAccess/scope.ts', views, [
    ['below.length + (files > 0 ? 1 : 0) >= FEW', 'below.length >= 99'],
    ['named.id === id ? neededGroup', 'true ? neededGroup'],
  ]),
  ...faults('server/views/completenessView.ts', views, [['surveyed.has(path) ? ', 'true ? ']]),
  ...faults(
    'server/store/surveys.ts',
    ['server/store'],
    [
      ['ORDER BY id DESC LIMIT ${KEPT}', 'ORDER BY id LIMIT ${KEPT}'],
      ['AND pinned = 0 AND', 'AND'],
    ],
  ),
  ...faults(
    'server/store/dropUnused.ts',
    ['server/store/storedSurvey'],
    [
      ["store.exec('DELETE FROM kept_text WHERE hash NOT IN (SELECT hash FROM survey_file)');", ''],
      ['if (unfinished === 0) ', ''],
      [
        "if (unfinished === 0) store.exec('DELETE FROM fact WHERE hash NOT IN (SELECT hash FROM survey_file)');",
        '',
      ],
    ],
  ),
  ...faults(
    'server/store/storedSurvey.ts',
    ['server/store/storedSurvey'],
    [
      ['if (value === kept) return value;', ''],
      ['if (number < 0) throw outdated();', ''],
    ],
  ),
  ...faults(
    'server/store/notes.ts',
    ['server/store/gathered'],
    [
      ['AND id = ? AND revision = ?`', 'AND id = ? AND revision >= ?`'],
      ['revision = revision + 1', 'revision = revision'],
    ],
  ),
  ...faults(
    'server/source/folder/commit.ts',
    ['server/source/folder'],
    [
      ["ref.startsWith('refs/') &&", ''],
      ["part !== '' && !part.startsWith('.')", "part !== ''"],
      ['return /^[0-9a-f]{40,64}$/.test(text) ? text : undefined;', 'return text;'],
      ['[git, commonFolder(git)]', '[git]'],
    ],
  ),
  ...faults(
    'server/source/readRegularFile.ts',
    ['server/source/readRegularFile'],
    [
      ['| constants.O_NOFOLLOW', ''],
      ['if (!stat.isFile()) throw', 'if (stat.isDirectory()) throw'],
      ['if (size > most)', 'if (size > MOST_BYTES)'],
    ],
  ),
  ...faults(
    'server/ask/ask.ts',
    ['server/ask'],
    [
      ['Atomics.store(asked.task.question.stop, 0, 1);', ''],
      ['if (--asked.waiting > 0 ||', 'if (--asked.waiting > 99 ||'],
      ['byKey.get(key) ?? begin', 'begin'],
      ['if (asked.triedAgain) {', 'if (false) {'],
    ],
  ),
  ...faults(
    'server/hosts.ts',
    ['app/routes/requests'],
    [
      ['loopback.has(name) ||', 'host!.includes([...loopback][0]) || loopback.has(name) ||'],
      ["if (name === undefined || name === '') return false;", ''],
    ],
  ),
  ...mutantsOfReading,
  ...mutantsOfMeaning,
  ...mutantsOfPages,
  ...mutantsOfShape,
  ...mutantsOfGraph,
];
