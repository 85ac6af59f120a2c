import { EXPRESSION, FORM, MAX_COLUMN, referenceKinds, REFERENCE } from '../facts/fileFacts.ts';
import { placeElements, type PlacedElements } from './elements.ts';
import { createEvaluator, type Evaluator } from './evaluator.ts';
import type { FileTree, ImportTarget } from '../contracts/fileTree.ts';
import type { LanguageNamed } from '../contracts/language.ts';
import { collectGaps } from './gaps.ts';
import { createHanded, type Handed } from './handed.ts';
import { implicitConstructions } from './implicitConstructions.ts';
import { implicitImplementations } from './implicitInterfaces.ts';
import { resolveImports } from './imports.ts';
import {
  CERTAINTY,
  dependencyKinds,
  firstRow,
  innermostAt,
  type DependencyTable,
  type FactsOfFile,
  type LinkedCodebase,
} from '../contracts/linked.ts';
import { familyRules, type FamilyRules } from './families.ts';
import type { Place } from '../contracts/nameRules.ts';
import type { Declared, Value } from '../contracts/values.ts';
import { createThroughMacros, type ThroughMacro } from './throughMacros.ts';
import { settingsOf, unchangedFiles, type Settings } from './unchanged.ts';
import { declaredTypes, impliedParents, isImplied, saysParent } from './impliedParents.ts';
import { namedPlaces, type Named } from './namedPlaces.ts';
import {
  declaredNames,
  joinedNames,
  lastName,
  notePlace,
  qualifierIn,
  type NamesOfFile,
} from './unresolvedNames.ts';
import { createTargets, RUNS_CONSTRUCTOR, type Targets } from './targets.ts';
import { createMethodsNamed, type MethodsNamed } from './uniqueNames.ts';

/** Told of each file that is linked, for progress. */
export type OnFile = (done: number, total: number) => void;

/** What linking is given beside the facts. */
export interface LinkOptions {
  languageNamed: LanguageNamed;
  onFile?: OnFile;
  /** Words of code that is not read. */
  mentioned?: ReadonlySet<string>;
  /** How the codebase was linked before: what cannot have changed since is taken from there. */
  before?: Linking;
}

/** What linking leaves behind for the next time. */
export interface Linking extends Settings {
  files: readonly FactsOfFile[];
  fileElement: Int32Array;
  dependencies: DependencyTable;
  /** Of each file the names that could not be resolved, and are declared somewhere. */
  unresolvedNames: readonly NamesOfFile[];
}

/**
 * Joins the facts of all files into elements, dependencies and gaps. `files` are sorted by `comparePaths`; throws when one is
 * of a language that `languageNamed` does not know.
 */
export function link(
  files: FactsOfFile[],
  tree: FileTree,
  { languageNamed, onFile = () => {}, mentioned = new Set(), before }: LinkOptions,
): { linked: LinkedCodebase; linking: Linking } {
  const unknown = files.find(({ language }) => !languageNamed(language));
  if (unknown) throw new Error(`No language ${unknown.language}`);
  const declared = declaredNames(files);
  const types = declaredTypes(files);
  const implied = impliedParents(files, types, languageNamed);
  const { targets, externals } = resolveImports(files, tree, languageNamed, [...implied.values()]);
  const placed = placeElements(files, externals);
  const externalNamed = new Map(externals.map(({ name }, i) => [name, placed.table.firstExternal + i]));
  const { rules, evaluator } = evaluatorFor({ files, tree, targets, languageNamed });
  const impliedElement = new Map(
    [...implied].map(([language, { ecosystem, name }]) => [
      language,
      placed.table.firstExternal + externals.findIndex(({ key }) => key === `${ecosystem}:${name}`),
    ]),
  );
  const rows = new DependencyRows(placed.table.count);
  const meant = createTargets({ files, placed, evaluator, rules });
  const methodsNamed = createMethodsNamed(files, targets, rules);
  const context: Context = {
    files,
    targets,
    placed,
    evaluator,
    meant,
    throughMacro: createThroughMacros({ files, placed, evaluator, meant, rules, methodsNamed }),
    rules,
    methodsNamed,
    declared,
    impliedParent: (file, expression, name) => {
      const { language, facts } = files[file];
      const qualifier = qualifierIn(facts, expression);
      const named = qualifier === null ? undefined : externalNamed.get(qualifier);
      if (named !== undefined) return named;
      const platform = implied.get(language);
      return platform && isImplied(platform, types.get(language), name) ? impliedElement.get(language)! : -1;
    },
  };
  const joined = joinsByFile(context);
  const named = namedPlaces(files, languageNamed);
  const settings = settingsOf(tree, targets, externals);
  const kept = before ? unchangedFiles(before, files, settings) : null;
  const unresolvedNames: NamesOfFile[] = [];
  files.forEach((_, file) => {
    if (kept?.[file]) {
      rows.copy(before!.dependencies, ...elementsOf(placed, file));
      unresolvedNames.push(before!.unresolvedNames[file]);
    } else {
      for (const { declaration, with: other, kind, certainty } of joined.get(file) ?? [])
        rows.add(
          placed.declarationElement[file][declaration],
          placed.declarationElement[other.file][other.declaration],
          kind,
          certainty,
          files[file].facts.declarations.startLine[declaration],
          0,
        );
      importDependencies(context, file, rows);
      namedDependencies(context, file, named, rows);
      unresolvedNames.push(referenceDependencies(context, file, rows));
      rows.closeFile();
    }
    onFile(file + 1, files.length);
  });
  const dependencies = rows.table();
  const linked = {
    elements: placed.table,
    dependencies,
    externals: externals.map(({ name, ecosystem }, index) => ({
      element: placed.table.firstExternal + index,
      name,
      ecosystem,
    })),
    gaps: collectGaps(files, targets, placed.fileElement, evaluator, languageNamed, tree.acceptedExternals),
    unresolvedNames: joinedNames(files, unresolvedNames, placed.fileElement),
    mentionedNames: [...mentioned].filter((name) => declared.has(name)).sort(),
  };
  return {
    linked,
    linking: { ...settings, files, fileElement: placed.fileElement, dependencies, unresolvedNames },
  };
}

/**
 * The rules of names and what follows from them. Where parameters do not say what they are, it is worked out twice: first without
 * them, and then with what calls hand over as far as the first time tells. A third time tells next to nothing more.
 */
function evaluatorFor({
  files,
  tree,
  targets,
  languageNamed,
}: {
  files: readonly FactsOfFile[];
  tree: FileTree;
  targets: readonly ImportTarget[][];
  languageNamed: LanguageNamed;
}): { rules: FamilyRules; evaluator: Evaluator } {
  const make = (handed?: Handed): { rules: FamilyRules; evaluator: Evaluator } => {
    const rules = familyRules(files, tree, targets, () => evaluator, languageNamed);
    const evaluator: Evaluator = createEvaluator(files, targets, rules, handed);
    return { rules, evaluator };
  };
  const first = make();
  const isHanded = files.some(({ facts }) => facts.callSites);
  return isHanded ? make(createHanded(files, targets, first.rules, first.evaluator)) : first;
}

/** The elements of a file, itself among them: the first one, and the first after them. */
function elementsOf({ fileElement, table }: PlacedElements, file: number): [first: number, end: number] {
  return [fileElement[file], table.subtreeEnd[fileElement[file]]];
}

interface Context {
  files: FactsOfFile[];
  targets: ImportTarget[][];
  placed: PlacedElements;
  evaluator: Evaluator;
  meant: Targets;
  throughMacro: ThroughMacro;
  rules: FamilyRules;
  methodsNamed: MethodsNamed;
  declared: ReadonlySet<string>;
  /** The external that a parent is of which no file declares or imports: the platform, or one that is named with its package; -1 for none. */
  impliedParent: (file: number, expression: number, name: string) => number;
}

/** A declaration that belongs together with one elsewhere, as a dependency of a kind. */
interface Join {
  declaration: number;
  with: Place;
  kind: number;
  certainty: number;
}

/**
 * For each file, its definitions with the declarations elsewhere that announce them (a prototype, a member of a class),
 * its parts of types with the types' main parts, its constructors with those that they run without saying so, and its types with
 * the interfaces that they are of.
 */
function joinsByFile({ files, evaluator, rules }: Context): Map<number, Join[]> {
  const joined = new Map<number, Join[]>();
  const join = (file: number, entry: Join): void => {
    const list = joined.get(file);
    if (list) list.push(entry);
    else joined.set(file, [entry]);
  };
  files.forEach(({ facts: { declarations } }, file) => {
    const { definitionOf, mainPart } = rules.ofFile(file) ?? {};
    if (!definitionOf && !mainPart) return;
    for (let declaration = 0; declaration < declarations.count; declaration++) {
      const definition = definitionOf?.(file, declaration);
      if (definition) {
        const announced = { file, declaration };
        join(definition.file, {
          declaration: definition.declaration,
          with: announced,
          kind: kindNumber.implement,
          certainty: CERTAINTY.exact,
        });
      }
      const main = mainPart?.(file, declaration);
      if (main) join(file, { declaration, with: main, kind: kindNumber.part, certainty: CERTAINTY.exact });
    }
  });
  for (const { by, run, isInferred } of implicitConstructions({ files, evaluator, rules }))
    join(by.file, {
      declaration: by.declaration,
      with: run,
      kind: kindNumber.initialize,
      certainty: isInferred ? CERTAINTY.inferred : CERTAINTY.exact,
    });
  for (const { type, interface: asked } of implicitImplementations(files, rules.languageOf))
    join(type.file, {
      declaration: type.declaration,
      with: asked,
      kind: kindNumber.implement,
      certainty: CERTAINTY.inferred,
    });
  return joined;
}

const kindNumber = Object.fromEntries(dependencyKinds.map((kind, i) => [kind, i]));
/** The dependency kind of each kind of reference. */
const referenceDependency = referenceKinds.map((kind) => kindNumber[kind]);

function importDependencies({ files, targets, placed }: Context, file: number, rows: DependencyRows): void {
  const from = placed.fileElement[file];
  files[file].facts.imports.forEach(({ kind, line }, index) => {
    const target = targets[file][index];
    if (target.kind === 'file' && target.file !== file) {
      const sure = target.inferred ? CERTAINTY.inferred : CERTAINTY.exact;
      const certainty = target.others ? CERTAINTY.ambiguous : sure;
      for (const meant of [target.file, ...(target.others ?? [])])
        rows.add(from, placed.fileElement[meant], kindNumber[kind], certainty, line, 0);
    } else if (target.kind === 'external') {
      const to = placed.table.firstExternal + target.external;
      rows.add(from, to, kindNumber[kind], CERTAINTY.exact, line, 0);
    }
  });
}

/** What is named as a string, from what the string stands in. */
function namedDependencies(
  { files, placed, rules }: Context,
  file: number,
  named: Named,
  rows: DependencyRows,
): void {
  const { table, fileElement, declarationElement } = placed;
  const elementMeant = ({ file: at, declaration }: Place): number => {
    if (declaration < 0) return fileElement[at];
    // Parts of one type are one.
    const main = rules.ofFile(at)?.mainPart?.(at, declaration) ?? { file: at, declaration };
    return declarationElement[main.file][main.declaration];
  };
  for (const [name, line, column] of files[file].facts.named ?? []) {
    const meant = new Set(named(name).map(elementMeant));
    if (meant.size === 0) continue;
    const from = innermostAt(table, fileElement[file], line, { withFields: true });
    const certainty = meant.size === 1 ? CERTAINTY.inferred : CERTAINTY.ambiguous;
    for (const to of meant) {
      // A type that says its own name, to a log for instance, leads nowhere.
      const isOfItself = from >= to && from < table.subtreeEnd[to];
      if (!isOfItself) rows.add(from, to, kindNumber.named, certainty, line, column);
    }
  }
}

/** Gives the declared names of which it is not known what they mean here. */
function referenceDependencies(context: Context, file: number, rows: DependencyRows): NamesOfFile {
  const { files, placed, evaluator } = context;
  const { references, declarations } = files[file].facts;
  const declared = placed.declarationElement[file];
  const unresolved = new Map<string, Set<number>>();
  const say = (name: string, from: number): void => {
    if (context.declared.has(name)) notePlace(unresolved, name, from - placed.fileElement[file]);
  };
  const leftOpen = (r: number, from: number): void => {
    const name = lastName(files[file].facts, references.expression[r]);
    if (name === null) return;
    say(name, from);
    const kind = references.kind[r];
    const parent = saysParent(kind) ? context.impliedParent(file, references.expression[r], name) : -1;
    if (parent >= 0)
      rows.add(
        from,
        parent,
        referenceDependency[kind],
        CERTAINTY.exact,
        references.line[r],
        references.column[r],
      );
  };
  for (let r = 0; r < references.kind.length; r++) {
    const owner = references.from[r];
    const from = owner < 0 ? placed.fileElement[file] : declared[owner];
    const isMacro = owner >= 0 && declarations.form[owner] === FORM.macro;
    const kind = references.kind[r];
    const line = references.line[r];
    const column = references.column[r];
    const expression = references.expression[r];
    const value = evaluator.evaluate(file, expression);
    if (value) {
      const targets = context.meant(file, value, kind, references.args[r], owner);
      if (targets.length === 0) leftOpen(r, from);
      for (const { element, kind: meant, certainty } of targets) {
        const dependency = meant === RUNS_CONSTRUCTOR ? kindNumber.initialize : referenceDependency[meant];
        // Of an element's uses of itself, only recursion, and a type that makes one of its own, say anything.
        if (element !== from || meant === REFERENCE.call || meant === REFERENCE.construct)
          rows.add(from, element, dependency, certainty, line, column);
        // A macro's own body says where it leads on to.
        for (const { element: used, certainty: sure } of isMacro
          ? []
          : context.throughMacro(file, element, references.args[r]))
          if (used !== from)
            rows.add(from, used, kindNumber.throughMacro, Math.max(certainty, sure), line, column);
      }
      for (const { file: at, declarations: made } of operandsMade(context, file, expression, value)) {
        const to = elementOf(context, { file: at, declaration: made[0] });
        if (to !== from) rows.add(from, to, kindNumber.initialize, CERTAINTY.inferred, line, column);
      }
      continue;
    }
    const { candidates, isUnique } = candidatesByName(context, file, expression, kind);
    const certainty = isUnique ? CERTAINTY.inferred : CERTAINTY.ambiguous;
    for (const candidate of candidates) {
      const to = elementOf(context, candidate);
      if (to !== from) rows.add(from, to, referenceDependency[kind], certainty, line, column);
    }
    if (candidates.length === 0) leftOpen(r, from);
  }
  // What stands in a string may be loaded or called by it.
  for (const name of files[file].facts.quoted ?? []) say(name, placed.fileElement[file]);
  return unresolved;
}

/** The element of a declaration, or of the definition that it stands for. */
function elementOf({ rules, placed }: Context, declared: Place): number {
  const { file, declaration } = rules.definitionOrItself(declared);
  return placed.declarationElement[file][declaration];
}

/** The constructors by which what an operator is applied to becomes what the operator takes. */
function operandsMade(
  { files, evaluator }: Context,
  file: number,
  expression: number,
  operator: Value,
): readonly Declared[] {
  const { operation, b } = files[file].facts.expressions;
  if (operation[expression] !== EXPRESSION.operator || operator.tag !== 'declared') return [];
  return evaluator.conversionsRun(operator, file, b[expression], true);
}

/** Methods named like a call on a receiver of which nothing is known. */
function candidatesByName(
  { files, evaluator, rules, methodsNamed }: Context,
  file: number,
  expression: number,
  kind: number,
): ReturnType<MethodsNamed> {
  const none = { candidates: [], isUnique: false };
  const { facts } = files[file];
  const operation = facts.expressions.operation[expression];
  if (kind !== REFERENCE.call) return none;
  if (operation !== EXPRESSION.member && operation !== EXPRESSION.routineMember) return none;
  const object = facts.expressions.a[expression];
  const receiver = object === 0 ? null : evaluator.evaluate(file, object);
  const isUnknown =
    receiver === null ||
    (receiver.tag === 'global' &&
      facts.expressions.operation[object] === EXPRESSION.name &&
      rules.ofFile(file)?.namesMayBeMade === true);
  return isUnknown ? methodsNamed(file, facts.names[facts.expressions.b[expression]]) : none;
}

/** Gathers dependencies file by file, counting those of the same ends, kind and certainty together. */
class DependencyRows {
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  private readonly kind: number[] = [];
  private readonly certainty: number[] = [];
  private readonly placeStart: number[] = [0];
  private readonly line: number[] = [];
  private readonly column: number[] = [];
  /** Places of a row, each as its line and column in one number, which orders them. */
  private open = new Map<number, number[]>();

  constructor(private readonly elementCount: number) {}

  add(from: number, to: number, kind: number, certainty: number, line: number, column: number): void {
    const key = ((from * this.elementCount + to) * dependencyKinds.length + kind) * 3 + certainty;
    const place = line * (MAX_COLUMN + 1) + column;
    const places = this.open.get(key);
    if (places) places.push(place);
    else this.open.set(key, [place]);
  }

  /** Rows as an earlier table has them, of elements from the one up to the other. No others of theirs may be added. */
  copy(table: DependencyTable, first: number, end: number): void {
    for (let row = firstRow(table.from, first); row < table.count && table.from[row] < end; row++) {
      this.from.push(table.from[row]);
      this.to.push(table.to[row]);
      this.kind.push(table.kind[row]);
      this.certainty.push(table.certainty[row]);
      for (let place = table.placeStart[row]; place < table.placeStart[row + 1]; place++) {
        this.line.push(table.line[place]);
        this.column.push(table.column[place]);
      }
      this.placeStart.push(this.line.length);
    }
  }

  /** All that starts in a file is known: files come in element order, so their rows can be put in place. */
  closeFile(): void {
    for (const key of Float64Array.from(this.open.keys()).sort()) {
      let rest = Math.floor(key / 3);
      this.certainty.push(key % 3);
      this.kind.push(rest % dependencyKinds.length);
      rest = Math.floor(rest / dependencyKinds.length);
      this.to.push(rest % this.elementCount);
      this.from.push(Math.floor(rest / this.elementCount));
      const places = this.open.get(key)!;
      if (places.length > 1) places.sort((a, b) => a - b);
      for (const place of places) {
        this.line.push(Math.floor(place / (MAX_COLUMN + 1)));
        this.column.push(place % (MAX_COLUMN + 1));
      }
      this.placeStart.push(this.line.length);
    }
    this.open = new Map();
  }

  table(): DependencyTable {
    return {
      count: this.from.length,
      from: Int32Array.from(this.from),
      to: Int32Array.from(this.to),
      kind: Uint8Array.from(this.kind),
      certainty: Uint8Array.from(this.certainty),
      placeStart: Int32Array.from(this.placeStart),
      line: Int32Array.from(this.line),
      column: Uint16Array.from(this.column),
    };
  }
}
