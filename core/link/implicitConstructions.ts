import type { LanguageDefinition } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import type { Declared, Value } from '../contracts/values.ts';
import { EXPRESSION, FLAG, FORM, KIND, REFERENCE } from '../facts/fileFacts.ts';
import { constructorsIn } from './constructors.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { takes } from './parameters.ts';

/** A constructor that runs another without saying so. */
export interface ImplicitConstruction {
  by: Place;
  run: Place;
  isInferred: boolean;
}

interface LinkedParts {
  files: readonly FactsOfFile[];
  evaluator: Evaluator;
  rules: FamilyRules;
}

/** References of a file that make something, and those to parents, by the declaration in which they stand. */
interface Stated {
  makes: Map<number, number[]>;
  inherits: Map<number, number[]>;
}

interface Work extends LinkedParts {
  statedIn(file: number): Stated;
}

/**
 * In languages where an instance's parents and fields are made before its constructor's body begins: of each constructor with a
 * body, those without arguments of the parents and fields that its head does not name. What is made where it is declared says so
 * itself. O(declarations + references).
 */
export function implicitConstructions(link: LinkedParts): ImplicitConstruction[] {
  const { files, rules } = link;
  const known = new Map<number, Stated>();
  const statedIn = (file: number): Stated => {
    let stated = known.get(file);
    if (!stated) known.set(file, (stated = statedBy(files[file])));
    return stated;
  };
  const work: Work = { ...link, statedIn };
  const mayBeLeftOut = ({ file }: Place, from: Place): boolean =>
    rules.ofFile(file)?.mayBeLeftOut?.(file, from.file) === true;
  return files.flatMap(({ facts: { declarations } }, file) => {
    if (!makesPartsByItself(rules.languageOf(file))) return [];
    const found: ImplicitConstruction[] = [];
    const partsOf = new Map<number, Part[]>();
    for (let d = 0; d < declarations.count; d++) {
      // What is defined outside of its type stands in a namespace; the type announces it.
      if (declarations.form[d] !== FORM.constructor || declarations.owner[d] !== 0) continue;
      const type = declarations.parent[d];
      const by = rules.definitionOrItself({ file, declaration: d });
      const isWritten = (files[by.file].facts.declarations.flags[by.declaration] & FLAG.bodiless) === 0;
      if (type < 0 || !isWritten) continue;
      let parts = partsOf.get(type);
      if (!parts) partsOf.set(type, (parts = partsMade(work, file, type)));
      if (parts.length === 0) continue;
      const head = namedInHead(work, by);
      if (head.some((named) => isPlace(named, { file, declaration: type }))) continue; // Another one makes them.
      for (const part of parts)
        if (!head.some((named) => isPlace(named, part.named)))
          found.push({ by, run: part.run, isInferred: part.isInferred || mayBeLeftOut(part.run, by) });
    }
    return found;
  });
}

function statedBy({ facts: { references } }: FactsOfFile): Stated {
  const stated: Stated = { makes: new Map(), inherits: new Map() };
  references.kind.forEach((kind, r) => {
    const by =
      kind === REFERENCE.construct ? stated.makes : kind === REFERENCE.inherit ? stated.inherits : null;
    if (by === null) return;
    const list = by.get(references.from[r]);
    if (list) list.push(r);
    else by.set(references.from[r], [r]);
  });
  return stated;
}

function makesPartsByItself({ conversions }: LanguageDefinition): boolean {
  return conversions?.byConstructors === true;
}

const isPlace = (one: Place, other: Place): boolean =>
  one.file === other.file && one.declaration === other.declaration;

/** A parent or a field of a type that is made by a constructor without arguments. */
interface Part {
  /** What a head names to make it otherwise: the parent's type, or the field. */
  named: Place;
  run: Place;
  isInferred: boolean;
}

function partsMade(link: Work, file: number, type: number): Part[] {
  const { evaluator, files } = link;
  const { makes, inherits } = link.statedIn(file);
  const { declarations, references } = files[file].facts;
  const parts: Part[] = [];
  const enter = (made: Value | null, field: number | null): void => {
    if (made?.tag !== 'declared') return;
    const run = madeOfNothing(link, made);
    if (!run) return;
    const mayBeOut = (files[run.file].facts.declarations.flags[run.declaration] & FLAG.conditional) !== 0;
    parts.push({
      named: field === null ? typePlace(made) : { file, declaration: field },
      run,
      isInferred: made.inferred || made.others !== undefined || mayBeOut,
    });
  };
  for (const r of inherits.get(type) ?? [])
    enter(expanded(evaluator, evaluator.evaluate(file, references.expression[r])), null);
  const isHeld = (d: number): boolean =>
    declarations.parent[d] === type &&
    declarations.kind[d] === KIND.field &&
    (declarations.flags[d] & (FLAG.static | FLAG.reference)) === 0 &&
    // What is made where it is declared says so itself.
    !makes.has(d);
  for (
    let d = type + 1;
    d < declarations.count && declarations.startLine[d] <= declarations.endLine[type];
    d++
  ) {
    if (!isHeld(d)) continue;
    const value = evaluator.evaluate(file, declarations.value[d]);
    if (value?.tag === 'instance') enter(expanded(evaluator, value.type), d);
  }
  return parts;
}

const expanded = (evaluator: Evaluator, value: Value | null): Value | null =>
  value === null ? null : evaluator.expandAlias(value);

const typePlace = ({ file, declarations: [declaration] }: Declared): Place => ({ file, declaration });

/** The one constructor of a type that can do without arguments; null where there is none, or more than one may be meant. */
function madeOfNothing({ files, rules }: LinkedParts, type: Declared): Place | null {
  const { facts } = files[type.file];
  if (facts.declarations.kind[type.declarations[0]] !== KIND.type) return null;
  const able = constructorsIn(facts, type.declarations[0]).filter((d) => takes(files[type.file], d, 0));
  return able.length === 1 ? rules.definitionOrItself({ file: type.file, declaration: able[0] }) : null;
}

/** The parents and fields that a constructor's head makes; its own type, where it hands on to another constructor. */
function namedInHead({ files, evaluator, statedIn }: Work, { file, declaration }: Place): Place[] {
  const { references, expressions } = files[file].facts;
  const named: Place[] = [];
  for (const r of statedIn(file).makes.get(declaration) ?? []) {
    const expression = references.expression[r];
    const isField = expressions.operation[expression] === EXPRESSION.initialised;
    const value = evaluator.evaluate(file, isField ? expressions.a[expression] : expression);
    const made = isField ? value : expanded(evaluator, value);
    if (made?.tag === 'declared') named.push(typePlace(made));
  }
  return named;
}
