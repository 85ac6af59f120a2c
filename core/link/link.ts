import { FORM, KIND, REFERENCE, EXPRESSION, type FileFacts } from '../facts/fileFacts.ts';
import { placeElements, type PlacedElements } from './elements.ts';
import { createEvaluator, type Evaluator } from './evaluator.ts';
import type { FileTree } from './fileTree.ts';
import { collectGaps } from './gaps.ts';
import { resolveImports, type ImportTarget } from './imports.ts';
import {
  CERTAINTY,
  dependencyKinds,
  IMPORT_KINDS,
  type DependencyTable,
  type FactsOfFile,
  type LinkedCodebase,
} from './linked.ts';
import { MAX_CANDIDATES, methodsByName, type MethodPlace } from './uniqueNames.ts';
import type { Value } from './values.ts';

/** Told of each file that is linked, for progress. */
export type OnFile = (done: number, total: number) => void;

/** Joins the facts of all files into elements, dependencies and gaps. `files` are sorted by `comparePaths`. */
export function link(files: FactsOfFile[], tree: FileTree, onFile: OnFile = () => {}): LinkedCodebase {
  const { targets, externals } = resolveImports(files, tree);
  const placed = placeElements(files, externals);
  const evaluator = createEvaluator(files, targets);
  const rows = new DependencyRows(placed.table.count);
  const context: Context = { files, targets, placed, evaluator, methods: methodsByName(files) };
  files.forEach((_, file) => {
    importDependencies(context, file, rows);
    referenceDependencies(context, file, rows);
    rows.closeFile();
    onFile(file + 1, files.length);
  });
  return {
    elements: placed.table,
    dependencies: rows.table(),
    externals: externals.map(({ name, ecosystem }, index) => ({
      element: placed.table.firstExternal + index,
      name,
      ecosystem,
    })),
    gaps: collectGaps(files, targets, placed.fileElement, evaluator, tree.acceptedExternals),
  };
}

interface Context {
  files: FactsOfFile[];
  targets: ImportTarget[][];
  placed: PlacedElements;
  evaluator: Evaluator;
  methods: Map<string, MethodPlace[]>;
}

const importKind = Object.fromEntries(dependencyKinds.map((kind, i) => [kind, i]));

function importDependencies({ files, targets, placed }: Context, file: number, rows: DependencyRows): void {
  const from = placed.fileElement[file];
  files[file].facts.imports.forEach(({ kind, line }, index) => {
    const target = targets[file][index];
    if (target.kind === 'file' && target.file !== file) {
      const certainty = target.inferred ? CERTAINTY.inferred : CERTAINTY.exact;
      rows.add(from, placed.fileElement[target.file], importKind[kind], certainty, line);
    } else if (target.kind === 'external') {
      const to = placed.table.firstExternal + target.external;
      rows.add(from, to, importKind[kind], CERTAINTY.exact, line);
    }
  });
}

function referenceDependencies(context: Context, file: number, rows: DependencyRows): void {
  const { files, placed, evaluator } = context;
  const { references } = files[file].facts;
  const declared = placed.declarationElement[file];
  for (let r = 0; r < references.kind.length; r++) {
    const owner = references.from[r];
    const from = owner < 0 ? placed.fileElement[file] : declared[owner];
    const kind = references.kind[r];
    const line = references.line[r];
    const value = evaluator.evaluate(file, references.expression[r]);
    if (value) {
      const to = targetElement(context, value, kind);
      const certainty = 'inferred' in value && value.inferred ? CERTAINTY.inferred : CERTAINTY.exact;
      if (to >= 0 && to !== from) rows.add(from, to, IMPORT_KINDS + kind, certainty, line);
      continue;
    }
    const candidates = candidatesByName(context, file, references.expression[r], kind);
    const certainty = candidates.length === 1 ? CERTAINTY.inferred : CERTAINTY.ambiguous;
    for (const { file: at, declaration } of candidates) {
      const to = placed.declarationElement[at][declaration];
      if (to !== from) rows.add(from, to, IMPORT_KINDS + kind, certainty, line);
    }
  }
}

/** The element that a reference of a kind to a value means; -1 when it is none of the codebase's or its externals. */
function targetElement({ files, placed }: Context, value: Value, kind: number): number {
  if (value.tag === 'external') return placed.table.firstExternal + value.external;
  if (value.tag === 'typeOf') return -1;
  const isSuperCall = kind === REFERENCE.call && value.tag === 'instance' && !value.inferred;
  const declared = isSuperCall && value.tag === 'instance' ? value.type : value;
  if (declared.tag === 'external') return placed.table.firstExternal + declared.external;
  if (declared.tag !== 'declared') return -1;
  const { facts } = files[declared.file];
  const chosen = isSuperCall
    ? constructorOf(facts, declared.declarations[0])
    : chooseDeclaration(facts, declared.declarations, kind);
  return placed.declarationElement[declared.file][chosen];
}

function constructorOf({ declarations }: FileFacts, type: number): number {
  for (let d = type + 1; d < declarations.count; d++) {
    if (declarations.parent[d] === type && declarations.form[d] === FORM.constructor) return d;
  }
  return type;
}

/** Of the declarations of one name, the one a kind of reference means: a call the routine, a type use the type. */
function chooseDeclaration(facts: FileFacts, group: readonly number[], kind: number): number {
  const wanted =
    kind === REFERENCE.call ? [KIND.routine, KIND.field, KIND.type] : [KIND.type, KIND.routine, KIND.field];
  for (const elementKind of wanted) {
    const found = group.find((d) => facts.declarations.kind[d] === elementKind);
    if (found !== undefined) return found;
  }
  return group[0];
}

/** Methods named like the call, in this file or one that it imports, when nothing is known of the receiver. */
function candidatesByName(context: Context, file: number, expression: number, kind: number): MethodPlace[] {
  const { facts } = context.files[file];
  if (kind !== REFERENCE.call || facts.expressions.operation[expression] !== EXPRESSION.member) return [];
  const object = facts.expressions.a[expression];
  const receiver = object === 0 ? null : context.evaluator.evaluate(file, object);
  if (receiver) return [];
  const places = context.methods.get(facts.names[facts.expressions.b[expression]]);
  if (!places) return [];
  const near = places.filter(
    (place) =>
      place.file === file ||
      context.targets[file].some((target) => target.kind === 'file' && target.file === place.file),
  );
  return near.length > MAX_CANDIDATES ? [] : near;
}

/** Gathers dependencies file by file, counting those of the same ends, kind and certainty together. */
class DependencyRows {
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  private readonly kind: number[] = [];
  private readonly certainty: number[] = [];
  private readonly placeStart: number[] = [0];
  private readonly line: number[] = [];
  private open = new Map<number, number[]>();

  constructor(private readonly elementCount: number) {}

  add(from: number, to: number, kind: number, certainty: number, line: number): void {
    const key = ((from * this.elementCount + to) * dependencyKinds.length + kind) * 3 + certainty;
    const lines = this.open.get(key);
    if (lines) lines.push(line);
    else this.open.set(key, [line]);
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
      const lines = this.open.get(key)!;
      if (lines.length > 1) lines.sort((a, b) => a - b);
      for (const line of lines) this.line.push(line);
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
    };
  }
}
