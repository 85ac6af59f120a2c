import { faults, type Mutant } from './mutant.ts';

const native = ['core/languages/c'];
const python = ['core/languages/python'];
const script = ['core/languages/typescript'];

/** Faults in what names, values and types mean. */
export const mutantsOfMeaning: readonly Mutant[] = [
  ...faults('core/link/pointers.ts', native, [
    ["return value?.tag === 'instance' && value.type.tag === 'pointer' ? value.type : null;", 'return null;'],
    ['return type ? instanceOf(type.to, true) : contentOf(value);', 'return contentOf(value);'],
    [
      'return type ? instanceOf(type.to, true) : contentOf(value);',
      'return type && instanceOf(type.to, true);',
    ],
    ["return type && instanceOf({ tag: 'pointer', to: type }, true);", 'return value;'],
  ]),
  ...faults('core/link/operators.ts', native, [
    ['own && context.fitting(own, file, rest),', ''],
    ['for (const free of context.inNamespacesOf(file, name, types))', 'for (const free of [] as Declared[])'],
    ['return others.length === 0 ? first : { ...first, others };', 'return first;'],
  ]),
  ...faults('core/link/evaluator.ts', native, [
    ["value?.tag === 'declared' && !value.inferred", "value?.tag === 'declared'"],
    ['const held = isReference(named) ? null : heldBy(named);', 'const held = heldBy(named);'],
    ['if (pointerOf(list)) return pointeeOf(list);', ''],
  ]),
  ...faults('core/link/typeRelations.ts', native, [
    ["if (given.tag === 'pointer' || wanted.tag === 'pointer') return this.ofPointer(given, wanted);", ''],
    ["from.tag === 'literal' && from.name === 'nullConstant'", 'false'],
  ]),
  ...faults('core/link/targets.ts', native, [
    ['const isOpen = kind === REFERENCE.construct && hasVariants === true;', 'const isOpen = false;'],
    ['if (isHandedOn || copies.length === 0)', 'if (copies.length === 0)'],
    ['if (!isOf(copied, type)) return', 'if (true) return'],
    ['if (actual === REFERENCE.construct && isEnum &&', 'if (false &&'],
  ]),
  ...faults('core/link/targets.ts', python, [
    ['if (!rules.ofFile(at.file)?.fieldsAreCalled) return null;', 'return null;'],
    ['...targets(from, value, REFERENCE.read, 0, owner), ', ''],
    ['for (let steps = 0; steps < MOST_HELD; steps++)', 'for (let steps = 0; ; steps++)'],
  ]),
  ...faults('core/link/targets.ts', script, [
    ['kind !== REFERENCE.construct || facts.declarations.form[d] !== FORM.interface', 'true'],
  ]),
  ...faults('core/link/mixins.ts', python, [['open.push(own);', '']]),
  ...faults('core/link/meanings.ts', script, [
    ["return count > MOST ? { tag: 'outside' } : joinMeanings(types);", 'return joinMeanings(types);'],
    ["if (types.some((type) => type?.tag === 'outside')) return { tag: 'outside' };", ''],
  ]),
  ...faults('core/link/callbacks.ts', script, [
    [', ...made(each)', ''],
    ['callee.args ? { ...callee, through: callee } : callee', 'callee'],
  ]),
  ...faults('core/link/members.ts', script, [
    ["if (type?.tag === 'declared' && type.others) return memberOf({ ...object, type }, name, kinds);", ''],
  ]),
  ...faults(
    'core/link/uniqueNames.ts',
    ['core/link/link', ...native],
    [['isUnique: places.length === 1 && !hasFields', 'isUnique: near.length === 1']],
  ),
  ...faults('core/link/throughMacros.ts', native, [
    ['(kind !== REFERENCE.construct && kind !== RUNS_CONSTRUCTOR)', 'true'],
    ['if (!value && calls) byName(', 'if (false) byName('],
  ]),
  ...faults('core/languages/c/declare.ts', native, [
    ['if (isOfBody(reading, node) ||', 'if (isInCode(reading, at) ||'],
    ['if (isConstant(reading, declarator)) flags |= FLAG.constant;', ''],
    ['if (!isDirective && isInCode(reading, at))', 'if (false)'],
  ]),
  ...faults('core/languages/c/names.ts', native, [
    ['!isStatic(place) && !isTypeOfSource(place)', '!isStatic(place)'],
  ]),
  ...faults('core/languages/c/typesWithin.ts', native, [['places.sort((a, b) => a.depth - b.depth);', '']]),
  ...faults('core/languages/c/prepare/mask.ts', native, [
    ["if (this.scope === 'class') this.noteType();", ''],
  ]),
  ...faults(
    'server/views/graphQuery/evidenceView.ts',
    ['server/views'],
    [
      ['if (!isKept(row)) continue;', ''],
      ["(together === 'file' ? 0 : total(other) - total(one)) ||", ''],
      ['Number(isTest(one)) - Number(isTest(other)) ||', ''],
      ['holds(dependencies.from[row]) || holds(dependencies.to[row])', 'holds(dependencies.from[row])'],
    ],
  ),
  ...faults(
    'app/frame/dossier/useEvidence.ts',
    ['app/frame/dossier'],
    [['if (last?.label.key === group.label.key)', 'if (false)']],
  ),
];
