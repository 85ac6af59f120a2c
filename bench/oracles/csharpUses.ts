import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { blankInactive, compile, constantIn, linesOfTypes, plainName, typeNames } from './csharp.ts';
import { emptyScore, linesIn, MADE, usesOf } from './sites.ts';
import { parentTypes, withAncestors } from './typeEdges.ts';
import { type UseKind, type UseScore } from './uses.ts';

/** What of an assembly uses what, without lines: from which type, and which members it may be by name and number of parameters. */
interface Use {
  from: string;
  kind: UseKind;
  name: string;
  to: number[];
  /** A call of a parent's constructor, which may stand nowhere. */
  isOptional: boolean;
}

/**
 * Calls, constructions, reads and writes of C# against the instructions of the assembly that `mcs` builds, as `monodis` lists them:
 * type by type and name by name, for the listing tells no lines; overloads are told apart by the number of their parameters. A routine
 * that is overridden is named by its first declaration, so that any of those that override it is right. What the compiler makes up (fields
 * behind properties, classes behind lambdas and iterators, calls of a parent's constructor) is asked of nobody.
 */
export async function compareCSharpUses(
  packageName: string,
  sources: string,
  { symbols = [], libraries = [], only }: { symbols?: string[]; libraries?: string[]; only?: string[] } = {},
): Promise<UseScore> {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-mcs-'));
  try {
    const root = join(folder, 'src');
    const from = join(fetchDebianSource(packageName), sources);
    for (const part of only ?? ['.']) cpSync(join(from, part), join(root, part), { recursive: true });
    blankInactive(root, new Set(symbols));
    const { survey } = await surveyPath(root);
    const names = typeNames(survey, root);
    const listing = compile(root, folder, symbols, libraries);
    const uses = readUses(listing, membersByType(survey, names), initializedFields(survey, root));
    return score({ code: packageName, oracle: 'instructions of mcs 6.8' }, survey, names, uses);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function score(
  what: Pick<UseScore, 'code' | 'oracle'>,
  survey: SurveyedCodebase,
  names: readonly string[],
  { uses, constants }: { uses: Use[]; constants: ReadonlySet<string> },
): UseScore {
  const result = emptyScore(what);
  const { elements } = survey;
  const theirs = new Map<string, Set<number>>();
  const types = new Set(uses.map(({ from }) => from));
  for (const { from, name, to } of uses) {
    const key = `${from}|${name}`;
    const known = theirs.get(key) ?? new Set<number>();
    theirs.set(key, known);
    for (const e of to) known.add(e);
  }
  const isConstant = (e: number): boolean =>
    elements.form[e] === FORM.member || constants.has(`${names[e]}.${elements.name[e]}`);
  const ours = new Map<string, Set<number>>();
  for (const { kind, stated, to, certainty, path, line, from } of usesOf(survey)) {
    if (to >= elements.firstExternal || !types.has(names[from])) continue;
    const isMade = kind === 'construct' || elements.form[to] === FORM.constructor;
    const key = `${names[from]}|${isMade ? MADE : commonName(elements.name[to])}`;
    const known = ours.get(key) ?? new Set<number>();
    ours.set(key, known.add(to));
    if (isMade) known.add(elements.kind[to] === KIND.type ? to : elements.parent[to]);
    if (certainty === 'ambiguous' || isConstant(to) || elements.kind[to] === KIND.type) continue;
    const share = result[certainty];
    share.of++;
    if (theirs.get(key)?.has(to)) share.right++;
    else
      result.wrong.push(
        `${certainty} ${stated} ${path}:${line} → ${elements.key[to]}, not ${[...(theirs.get(key) ?? [])].map((e) => elements.key[e]).join(' or ')}`,
      );
  }
  for (const { from, kind, name, to, isOptional } of uses) {
    if (isOptional || to.length === 0 || to.every(isConstant)) continue;
    const share = kind === 'call' || kind === 'construct' ? result.calls : result.accesses;
    share.of++;
    const found = ours.get(`${from}|${name}`);
    if (to.some((e) => found?.has(e) || (kind === 'construct' && found?.has(elements.parent[e]))))
      share.right++;
    else result.missed.push(`${kind} ${from} ${name} → ${to.map((e) => elements.key[e]).join(' or ')}`);
  }
  return result;
}

type MembersOf = (type: string, name: string, parameters: number) => number[];

/** The members of a name of a type and of those that go on from it. */
function membersByType(survey: SurveyedCodebase, names: string[]): MembersOf {
  const { elements, figures } = survey;
  const byName = new Map<string, number[]>();
  const put = (key: string, e: number): void => {
    byName.set(key, [...(byName.get(key) ?? []), e]);
  };
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.kind[e] !== KIND.routine && elements.kind[e] !== KIND.field) continue;
    const name = elements.form[e] === FORM.constructor ? MADE : commonName(elements.name[e]);
    put(`${names[elements.parent[e]]}|${name}`, e);
  }
  const parents = parentTypes(survey, names);
  const children = new Map<string, string[]>();
  for (const type of new Set(names))
    for (const parent of type === '' ? [] : withAncestors(type, parents))
      if (parent !== type) children.set(parent, [...(children.get(parent) ?? []), type]);
  return (type, name, parameters) => {
    const of = name === MADE ? [type] : [type, ...(children.get(type) ?? [])];
    const found = of.flatMap((each) => byName.get(`${each}|${name}`) ?? []);
    const fitting = found.filter(
      (e) => elements.kind[e] === KIND.field || parameters < 0 || figures.parameters[e] === parameters,
    );
    return fitting.length > 0 ? fitting : found;
  };
}

const operators: Record<string, string> = {
  Addition: '+',
  Subtraction: '-',
  Multiply: '*',
  Division: '/',
  Modulus: '%',
  Equality: '==',
  Inequality: '!=',
  LessThan: '<',
  GreaterThan: '>',
  LessThanOrEqual: '<=',
  GreaterThanOrEqual: '>=',
  UnaryNegation: '-',
  LogicalNot: '!',
  BitwiseAnd: '&',
  BitwiseOr: '|',
  ExclusiveOr: '^',
  LeftShift: '<<',
  RightShift: '>>',
};

const CONVERSION = 'a conversion';

/** Conversions bear the type that they give in the source, and one name in the assembly. */
function commonName(name: string): string {
  return /^operator \w/.test(name) ? CONVERSION : name;
}

/** The name in the source of a member of the assembly; null for what has none there. */
function sourceName(name: string, isCalled: boolean): string | null {
  const plain = name.replaceAll("'", '').replace(/<.*$/, '');
  if (plain === '.ctor') return MADE;
  if (plain === '' || plain === '.cctor' || plain.includes('$')) return null;
  if (plain === 'op_Implicit' || plain === 'op_Explicit') return CONVERSION;
  if (plain.startsWith('op_')) return `operator ${operators[plain.slice(3)] ?? plain.slice(3)}`;
  const last = plain.split('.').at(-1)!;
  // A field may bear a name that looks like an accessor's.
  if (!isCalled) return last;
  return /^[gs]et_Item$/.test(last) ? 'this[]' : last.replace(/^(get|set|add|remove)_/, '');
}

const kindOf: Record<string, UseKind> = {
  newobj: 'construct',
  ldftn: 'read',
  ldvirtftn: 'read',
  ldfld: 'read',
  ldflda: 'read',
  ldsfld: 'read',
  ldsflda: 'read',
  stfld: 'write',
  stsfld: 'write',
};

const instruction =
  /^\s*IL_\w+:\s+(call|callvirt|newobj|ldftn|ldvirtftn|ldfld|ldflda|stfld|ldsfld|ldsflda|stsfld)\s+(.*)$/;

/** The member that an operand names: `type class A.B`1<!0>::name<T>(int32)`. */
function memberIn(operand: string): { type: string; name: string; parameters: number } | null {
  const colons = operand.lastIndexOf('::');
  if (colons < 0) return null;
  const [, name, list] =
    /^('[^']*'|[\w.]+)(?:\s*<[^(]*>)?\s*(\(.*\))?\s*$/.exec(operand.slice(colons + 2)) ?? [];
  if (name === undefined) return null;
  let end = colons;
  for (let depth = 0; end > 0; end--) {
    if (operand[end - 1] === '>') depth++;
    else if (operand[end - 1] === '<' && --depth === 0) break;
    if (depth === 0) break;
  }
  const head = operand.slice(0, end < colons ? end - 1 : colons);
  return { type: head.slice(head.lastIndexOf(' ') + 1), name, parameters: parameterCount(list) };
}

/** Fields that are given their value where they are declared, which the assembly does in a constructor. */
function initializedFields({ elements }: SurveyedCodebase, root: string): ReadonlySet<number> {
  const found = new Set<number>();
  const linesOf = linesIn(root);
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.kind[e] !== KIND.field) continue;
    const declared = linesOf(elements.key[elements.file[e]])
      .slice(elements.startLine[e] - 1, elements.endLine[e])
      .join('\n');
    if (new RegExp(`\\b${elements.name[e]}\\s*=[^=>]`).test(declared)) found.add(e);
  }
  return found;
}

function readUses(
  listing: string,
  membersOf: MembersOf,
  initialized: ReadonlySet<number>,
): { uses: Use[]; constants: Set<string> } {
  const uses: Use[] = [];
  const constants = new Set<string>();
  /** The constructor that an instruction stands in: an instance's, or the type's own. */
  let constructor: string | null = null;
  for (const { line, type: from } of linesOfTypes(listing)) {
    const constant = constantIn(line);
    if (constant !== undefined) constants.add(`${from}.${constant}`);
    if (/^\s+(instance )?default .*\('?/.test(line)) constructor = /'(\.c?ctor)'/.exec(line)?.[1] ?? null;
    const [, operation, operand] = instruction.exec(line) ?? [];
    const target = operand === undefined ? null : memberIn(operand);
    const name = target && sourceName(target.name, !/fld/.test(operation));
    if (!target || name === null || target.type.includes("'<")) continue;
    const isAccessor = /^'?(get|set|add|remove)_/.test(target.name.split('.').at(-1)!);
    const to = membersOf(plainName(target.type), name, isAccessor ? -1 : target.parameters);
    const isOwn = from === plainName(target.type);
    const isInitial =
      constructor !== null && isOwn && kindOf[operation] === 'write' && to.every((e) => initialized.has(e));
    uses.push({
      from,
      kind: isAccessor ? 'read' : (kindOf[operation] ?? 'call'),
      name,
      to,
      // Nothing in the text says that a parent's constructor is run, or that a value is converted without a cast; what a field is declared
      // with is no use of it.
      isOptional:
        isInitial ||
        (operation === 'call' && name === MADE && constructor === '.ctor') ||
        target.name.includes('op_Implicit'),
    });
  }
  return { uses, constants };
}

/** How many types stand in brackets; -1 for no brackets. */
function parameterCount(list: string | undefined): number {
  if (list === undefined) return -1;
  let depth = 0;
  let count = list.trim() === '()' ? 0 : 1;
  for (const character of list.slice(1, -1)) {
    if ('<(['.includes(character)) depth++;
    else if ('>)]'.includes(character)) depth--;
    else if (character === ',' && depth === 0) count++;
  }
  return count;
}
