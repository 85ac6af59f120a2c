import { faults, type Mutant } from './mutant.ts';

/** Faults in how files are read and linked, how views are asked for, and what rests on those. */
export const mutantsOfReading: readonly Mutant[] = [
  ...faults(
    'core/link/unfolding.ts',
    ['core/link/unfolding'],
    [
      ['if (entry.isOpen) return this.workOut(', 'if (false) return this.workOut('],
      ['this.met = Math.min(this.met, entry.restsOn);', ''],
      ['provisional[i].entry.restsOn = Math.min(provisional[i].entry.restsOn, this.met);', ''],
      ['if (circle) whole.merge(circle);', ''],
      ['entry.of);\n      this.restOn(entry.over);', 'entry.of);'],
    ],
  ),
  ...faults(
    'core/link/interfaceOf.ts',
    ['core/link/unchanged'],
    [
      ['declarations.flags[d],', '0,'],
      ['expressions.state(declarations.value[d]),', '0,'],
      ['references.kind[r] === REFERENCE.inherit ||', 'false &&'],
      ['names[declarations.name[d]],', 'declarations.name[d],'],
    ],
  ),
  ...faults(
    'core/link/unchanged.ts',
    ['core/link/unchanged'],
    [
      ['!isSame(before.manifests, settings.manifests)', 'false'],
      ['old.isTest !== file.isTest', 'false'],
      ['if (!isSame(before.targets[index], settings.targets[index])) return null;', ''],
    ],
  ),
  ...faults(
    'core/link/implicitInterfaces.ts',
    ['core/languages/parsedByItself'],
    [
      ['[...asked.methods].every(', '[...asked.methods].some('],
      ['if (type.isInterface) interfaces.push(type);', ''],
    ],
  ),
  ...faults(
    'server/ask/threads.ts',
    ['server/ask'],
    [
      ['left > 0 ? undefined : nextFree()', 'nextFree()'],
      ['thread.knows.add(message.loaded.surveyId);', ''],
      ['codebaseId === question.codebaseId && ', ''],
      ['threads.length < most ? start()', 'true ? start()'],
      ['if (at >= 0) waiting.splice(at, 1);', ''],
    ],
  ),
  ...faults(
    'core/graph/cancellation.ts',
    ['core/graph/cancellation'],
    [
      ['Atomics.load(stop, 0) !== 0', 'false'],
      ['    stop = null;\n', ''],
    ],
  ),
  ...faults(
    'core/facts/words.ts',
    ['core/facts'],
    [
      ['for (const word of found) seen[word] = 0;', ''],
      ['    hash = NO_LETTERS;\n    isInWord', '    isInWord'],
      ['code === 36', 'false'],
    ],
  ),
  ...faults(
    'server/extract/macroTables.ts',
    ['server/extract/macroTables'],
    [
      ['if (!on || words === undefined) return id;', "if (!on || words === undefined) return '';"],
      ['learnDefined?.(defines) ?? []', '[]'],
    ],
  ),
  ...faults(
    'core/languages/c/prepare/packedTable.ts',
    ['server/extract/macroTables'],
    [['+ effect[macro] + 1;', '+ 1;']],
  ),
  ...faults(
    'app/state/address.ts',
    ['app/state/address'],
    [
      ['besidePicture.has(name) || ', ''],
      ['params.get(KEPT) === kept.id', 'true'],
    ],
  ),
  ...faults(
    'server/views/graphQuery/address.ts',
    ['server/store/keptAddresses', 'app/state/address'],
    [['if (!params.has(name)) whole', 'whole']],
  ),
  ...faults(
    'core/measures/cohesion.ts',
    ['core/measures/cohesion'],
    [
      ['elements.form[routine] !== FORM.constructor);\n  if (own', 'true);\n  if (own'],
      ['if (groupOf.has(other)) join(routine, other);', ''],
      ['for (const next of joined.get(at) ?? []) passed.add(next);', ''],
      ['const body = definedBy.get(member) ?? member;', 'const body = member;'],
      ['!(elements.flags[routine] & FLAG.private)', 'true'],
    ],
  ),
  ...faults(
    'core/arrangement/units.ts',
    ['core/arrangement'],
    [['if (unitAt[above] >= 0) units', 'if (units.unitOf[above] >= 0) units']],
  ),
  ...faults(
    'core/languages/typescript/accesses.ts',
    ['core/languages'],
    [
      ['if (kind === K.update_expression) return REFERENCE.write;', ''],
      ['=== T.instanceof ? NONE', '=== T.instanceof ? REFERENCE.read'],
      ['if (importsByPattern(reading, node)) return NONE;', ''],
    ],
  ),
  ...faults(
    'core/languages/c/macroBodies.ts',
    ['core/languages'],
    [
      ['if (/^\\s*##/.test', 'if (/^\\s*@@/.test'],
      ['!(parameters ?? []).includes(name)', 'true'],
    ],
  ),
  ...faults(
    'core/languages/python/modules.ts',
    ['core/languages/python'],
    [
      ['if (folder || isStandard(name)) return folder;', 'if (folder) return folder;'],
      ['isScriptsOwn && isStandard(name) ? roots', 'false ? roots'],
      ['(root) => isPackage(inside(root, top))', '() => true'],
    ],
  ),
  ...faults(
    'core/link/callbacks.ts',
    ['core/languages/typescript'],
    [
      [
        'const type = cellOf(context, callee.file, expressions.b[declarations.parameters[d]], argument);',
        'const type = cellOf(context, callee.file, expressions.b[declarations.parameters[d]], 0);',
      ],
    ],
  ),
];
