import { EXPRESSION, FLAG, FORM, KIND, REFERENCE } from '../facts/fileFacts.ts';
import { CERTAINTY, type FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import type { PlacedElements } from './elements.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { RUNS_CONSTRUCTOR, type Target, type Targets } from './targets.ts';
import type { MethodsNamed } from './uniqueNames.ts';

/**
 * What is used by using the macro that an element is, from a file: what its body calls there, and so on through other macros.
 * `args` is the `arguments` expression of the file that it is given, or 0.
 */
export type ThroughMacro = (file: number, macro: number, args: number) => readonly Target[];

/** Macros that put more than this in place, or deeper, are given up. */
const MOST_TARGETS = 40;
const DEEPEST = 12;

/**
 * Follows the bodies of macros. A word in a body means what it means where the body is put, or else what it means where it stands;
 * so nothing that is found is more than inferred.
 */
export function createThroughMacros({
  files,
  placed,
  evaluator,
  meant,
  rules,
  methodsNamed,
}: {
  files: readonly FactsOfFile[];
  placed: PlacedElements;
  evaluator: Evaluator;
  meant: Targets;
  rules: FamilyRules;
  methodsNamed: MethodsNamed;
}): ThroughMacro {
  const fileOf = new Map(Array.from(placed.fileElement, (element, file) => [element, file]));
  const macrosIn = files.map((): Map<number, Place> | null => null);
  const isMacro = (element: number): boolean => placed.table.form[element] === FORM.macro;

  /** Where the macro that an element is stands. */
  const placeOf = (element: number): Place => {
    const file = fileOf.get(placed.table.file[element])!;
    let macros = macrosIn[file];
    if (!macros) {
      macrosIn[file] = macros = new Map();
      const { declarations } = files[file].facts;
      for (let d = 0; d < declarations.count; d++)
        if (declarations.form[d] === FORM.macro)
          macros.set(placed.declarationElement[file][d], { file, declaration: d });
    }
    return macros.get(element)!;
  };

  const bodies = files.map((): Map<number, number[]> | null => null);
  const known = new Map<string, readonly Target[]>();
  /** Types that some body makes instances of. */
  const made = new Set<number>();

  /** What a member of something unknown can only be by its name. */
  const byName = (
    file: number,
    at: number,
    expression: number,
    certainty: number,
    found: Map<number, number>,
  ): void => {
    const { expressions, names } = files[at].facts;
    if (expressions.operation[expression] !== EXPRESSION.member) return;
    const { candidates, isUnique } = methodsNamed(file, names[expressions.b[expression]]);
    for (const candidate of candidates) {
      const { file: other, declaration } = rules.definitionOrItself(candidate);
      const sure = isUnique ? CERTAINTY.inferred : CERTAINTY.ambiguous;
      note(found, placed.declarationElement[other][declaration], Math.max(certainty, sure));
    }
  };

  /** The references in the body of a macro. */
  const bodyOf = ({ file, declaration }: Place): readonly number[] => {
    let ofFile = bodies[file];
    if (!ofFile) {
      bodies[file] = ofFile = new Map();
      const { references, declarations } = files[file].facts;
      for (let r = 0; r < references.kind.length; r++) {
        const from = references.from[r];
        if (from < 0 || declarations.form[from] !== FORM.macro) continue;
        const list = ofFile.get(from);
        if (list) list.push(r);
        else ofFile.set(from, [r]);
      }
    }
    return ofFile.get(declaration) ?? [];
  };

  /** The names that a macro is given; '' for what is no name. */
  const namesGiven = (file: number, args: number): string[] => {
    const { expressions, names } = files[file].facts;
    const { operation, a, b } = expressions;
    const given: string[] = [];
    for (let cell = b[args]; cell > 0 && operation[cell] === EXPRESSION.list; cell = b[cell]) {
      const isName = operation[a[cell]] === EXPRESSION.name || operation[a[cell]] === EXPRESSION.global;
      given.push(isName ? names[a[a[cell]]] : '');
    }
    return given;
  };

  const pasting = new Map<number, boolean>();
  /** True for a macro in whose body names are pasted together with what it is given. */
  const isPasting = (macro: number): boolean => {
    let is = pasting.get(macro);
    if (is === undefined) {
      const place = placeOf(macro);
      const { references, expressions } = files[place.file].facts;
      is = bodyOf(place).some((r) => expressions.operation[references.expression[r]] === EXPRESSION.pasted);
      pasting.set(macro, is);
    }
    return is;
  };

  const follow = (
    file: number,
    macro: number,
    certainty: number,
    found: Map<number, number>,
    open: number[],
    given: readonly string[] = [],
  ): void => {
    const place = placeOf(macro);
    const { references, expressions, names } = files[place.file].facts;
    // What stands among the arguments of a macro that may not be there may not be there either.
    let sofar = certainty;
    for (const r of bodyOf(place)) {
      if (found.size >= MOST_TARGETS) return;
      const expression = references.expression[r];
      const isPlain = expressions.operation[expression] === EXPRESSION.name;
      const isPasted = expressions.operation[expression] === EXPRESSION.pasted;
      const rest = isPasted ? given[expressions.b[expression]] : '';
      const value =
        (isPlain || (isPasted && rest)
          ? evaluator.named(file, names[expressions.a[expression]] + rest)
          : null) ?? evaluator.evaluate(place.file, expression);
      const calls = references.kind[r] === REFERENCE.call;
      if (!value && calls) byName(file, place.file, expression, certainty, found);
      if (value?.tag !== 'declared') continue;
      // What tells overloads apart is known where the macro is used only.
      const each = value.declarations.map((d) => ({ ...value, declarations: [d] }));
      const targets = each
        .flatMap((one) => meant(file, one, REFERENCE.call, 0, -1))
        .filter(({ kind }) => calls || (kind !== REFERENCE.construct && kind !== RUNS_CONSTRUCTOR));
      const meantOnes = targets.filter(({ kind }) => kind !== RUNS_CONSTRUCTOR);
      const isOpen = new Set(meantOnes.map(({ element }) => element)).size > 1;
      for (const target of targets) {
        if (isMacro(target.element) && isConditional(file, target)) sofar = CERTAINTY.ambiguous;
        const sure = isOpen ? CERTAINTY.ambiguous : Math.max(sofar, target.certainty, CERTAINTY.inferred);
        if (target.kind === REFERENCE.construct) made.add(target.element);
        if (!isMacro(target.element)) note(found, target.element, sure);
        else if (!open.includes(target.element) && open.length < DEEPEST)
          follow(file, target.element, sure, found, [...open, target.element]);
      }
    }
  };

  const mayBeOut = (from: number, { file, declaration }: Place): boolean =>
    (files[file].facts.declarations.flags[declaration] & FLAG.conditional) !== 0 ||
    rules.ofFile(file)?.mayBeLeftOut?.(file, from) === true;
  const isConditional = (from: number, { element, certainty }: Target): boolean =>
    certainty === CERTAINTY.ambiguous || mayBeOut(from, placeOf(element));

  return (file, macro, args) => {
    if (!isMacro(macro)) return none;
    const given = args > 0 && isPasting(macro) ? namesGiven(file, args) : [];
    const key = `${file}:${macro}:${given.join()}`;
    let targets = known.get(key);
    if (!targets) {
      const found = new Map<number, number>();
      // Where the macro is not there, its name means something that is not seen here.
      const certainty = mayBeOut(file, placeOf(macro)) ? CERTAINTY.ambiguous : CERTAINTY.inferred;
      follow(file, macro, certainty, found, [macro], given);
      targets = [...found]
        .filter(([element]) => placed.table.kind[element] === KIND.routine || made.has(element))
        .map(([element, certainty]) => ({ element, kind: REFERENCE.call, certainty }));
      known.set(key, targets);
    }
    return targets;
  };
}

const none: readonly Target[] = [];

/** Of several ways to one, the surest. */
function note(found: Map<number, number>, element: number, certainty: number): void {
  found.set(element, Math.min(found.get(element) ?? certainty, certainty));
}
