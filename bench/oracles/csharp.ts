import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { compare, rowOf, type Row } from './comparison.ts';
import { edgesBetween, parentTypes, typeEdges, withAncestors } from './typeEdges.ts';

/**
 * Type-to-type dependencies against the assembly that `mcs` builds, as `monodis` lists it: every type of the codebase
 * that the text of a class names. Types that the compiler makes up count as the one they stand in. The assembly lists
 * the interfaces that others bring along, too, and names a routine that is overridden by its first declaration; what
 * follows from either alone is not asked for. The code is surveyed with the lines blanked that the symbols leave out.
 */
export async function compareCSharp(
  packageName: string,
  sources: string,
  { symbols = [], libraries = [] }: { symbols?: string[]; libraries?: string[] } = {},
): Promise<Row> {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-mcs-'));
  try {
    const root = join(folder, 'src');
    cpSync(join(fetchDebianSource(packageName), sources), root, { recursive: true });
    blankInactive(root, new Set(symbols));
    const { survey } = await surveyPath(root);
    const assembly = readAssembly(compile(root, folder, symbols, libraries));
    const names = typeNames(survey, root);
    const listed = edgesBetween(names, assembly.edges);
    const ours = typeEdges(survey, names, listed, assembly.constants);
    const parents = parentTypes(survey, names);
    const usedBy = new Map<string, string[]>();
    for (const edge of ours) {
      const [from, to] = edge.split(' → ');
      usedBy.set(from, [...(usedBy.get(from) ?? []), to]);
    }
    const isBrought = (edge: string): boolean => {
      const [from, to] = edge.split(' → ');
      return [...(parents.get(from) ?? [])].some(
        (parent) => parent !== to && withAncestors(parent, parents).has(to),
      );
    };
    const theirs = new Set(
      [...listed].filter((edge) => {
        if (ours.has(edge) || assembly.certain.has(edge)) return true;
        if (!assembly.owners.has(edge)) return assembly.brought.has(edge) && !isBrought(edge);
        const [from, to] = edge.split(' → ');
        return !(usedBy.get(from) ?? []).some((other) => withAncestors(other, parents).has(to));
      }),
    );
    const what = {
      code: packageName,
      oracle: 'classes of mcs 6.8',
      files: survey.files.length,
      required: 0.97,
    };
    return rowOf(what, compare(ours, theirs));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export function compile(root: string, folder: string, symbols: string[], libraries: string[]): string {
  const out = join(folder, 'out.dll');
  const options = [
    '-nologo',
    '-target:library',
    '-unsafe',
    '-warn:0',
    `-out:${out}`,
    `-recurse:${root}/*.cs`,
  ];
  if (symbols.length > 0) options.push(`-define:${symbols.join(';')}`);
  if (libraries.length > 0) options.push(`-r:${libraries.join(',')}`);
  execFileSync('mcs', options, { stdio: ['ignore', 'ignore', 'pipe'] });
  return execFileSync('monodis', [out], { encoding: 'utf8', maxBuffer: 1 << 30 });
}

/** Blanks what the compiler does not read, with the lines kept. */
export function blankInactive(root: string, symbols: ReadonlySet<string>): void {
  for (const name of readdirSync(root, { recursive: true, encoding: 'utf8' })) {
    if (!name.endsWith('.cs')) continue;
    const path = join(root, name);
    const text = readFileSync(path, 'utf8');
    if (!/^\s*#\s*if/m.test(text)) continue;
    const defined = new Set([
      ...symbols,
      ...[...text.matchAll(/^\s*#\s*define\s+(\w+)/gm)].map(([, word]) => word),
    ]);
    /** Per open conditional: whether what stands around is read, whether an arm was taken, whether this one is. */
    const open: { outer: boolean; taken: boolean; active: boolean }[] = [];
    const lines = text.split('\n').map((line) => {
      const [, word, condition] =
        /^\s*#\s*(if|elif|else|endif)\b(.*)$/.exec(line.replace(/\/\/.*/, '')) ?? [];
      const top = open.at(-1);
      if (word === 'if') {
        const outer = top?.active ?? true;
        const active = outer && holds(condition, defined);
        open.push({ outer, taken: active, active });
      } else if (top && (word === 'elif' || word === 'else')) {
        top.active = top.outer && !top.taken && (word === 'else' || holds(condition, defined));
        top.taken ||= top.active;
      } else if (word === 'endif') open.pop();
      else return (top?.active ?? true) ? line : '';
      return '';
    });
    writeFileSync(path, lines.join('\n'));
  }
}

/** Whether a condition of `#if` holds: `!`, `&&`, `||` and brackets over symbols. */
function holds(condition: string, defined: ReadonlySet<string>): boolean {
  const words = condition.match(/\w+|&&|\|\||[!()]/g) ?? [];
  let at = 0;
  const one = (): boolean => {
    const word = words[at++];
    if (word === '!') return !one();
    if (word !== '(') return word === 'true' || defined.has(word);
    const inner = either();
    at++;
    return inner;
  };
  const both = (): boolean => {
    let value = one();
    for (; words[at] === '&&'; value = one() && value) at++;
    return value;
  };
  const either = (): boolean => {
    let value = both();
    for (; words[at] === '||'; value = both() || value) at++;
    return value;
  };
  return either();
}

/** The full name of the type around each element: `A.B.Outer.Inner`, generic ones as the assembly has them, with their arity. */
export function typeNames(survey: SurveyedCodebase, root: string): string[] {
  const { elements } = survey;
  const namespaces = new Map<number, string>();
  const names: string[] = [];
  for (let e = 0; e < elements.firstExternal; e++) {
    const parent = elements.parent[e];
    if (elements.kind[e] === KIND.folder) names.push('');
    else if (elements.kind[e] === KIND.file) {
      const text = readFileSync(join(root, elements.key[e]), 'utf8');
      const found = [...text.matchAll(/^\s*namespace\s+([\w.]+)/gm)];
      namespaces.set(e, found.length === 1 ? found[0][1] : '');
      names.push('');
    } else if (elements.kind[e] !== KIND.type) names.push(names[parent]);
    else {
      const around =
        elements.kind[parent] === KIND.file
          ? (namespaces.get(parent) ?? '')
          : (namespaces.get(parent) ?? names[parent]);
      const name = elements.name[e].replace(/<(,*)>$/, (_, commas: string) => `\`${commas.length + 1}`);
      const full = around === '' ? name : `${around}.${name}`;
      if (elements.form[e] === FORM.namespace) {
        namespaces.set(e, full);
        names.push('');
      } else names.push(full);
    }
  }
  return names;
}

/** What one run of the oracle knows. */
interface Assembly {
  edges: Set<string>;
  /** Edges that the source must have asked for by naming the type. */
  certain: Set<string>;
  /** Edges to the owner of a member. */
  owners: Set<string>;
  /** Edges to interfaces that a class lists. */
  brought: Set<string>;
  /** Fields whose value the compiler puts in the place of their name. */
  constants: Set<string>;
}

/** Names as the listing writes them, without a bracket of another assembly before them. */
const typeName = /(?<![\w\]/`.'])[A-Za-z_][\w`]*(?:\.[\w`]+)*(?:\/(?:[\w`]+|'[^']*'))*/g;

/** `A.B/Inner/'<Run>c__Iterator0'` → `A.B.Inner`. */
export function plainName(name: string): string {
  return name.replace(/\/'[^]*$/, '').replaceAll('/', '.');
}

function readAssembly(listing: string): Assembly {
  const assembly: Assembly = {
    edges: new Set(),
    certain: new Set(),
    owners: new Set(),
    brought: new Set(),
    constants: new Set(),
  };
  for (const { line, type } of linesOfTypes(listing)) readLine(line, type, assembly);
  return assembly;
}

/** The lines of an assembly's listing without comments, each with the type that it stands in; of a type's head what follows its name. */
export function* linesOfTypes(listing: string): Generator<{ line: string; type: string }> {
  let namespace = '';
  /** Open types, and the depth of brackets at which each began. */
  const open: { type: string; depth: number }[] = [];
  let depth = 0;
  let announced: string | null = null;
  for (const written of listing.split('\n')) {
    const line = /\bldstr\b/.test(written) ? '' : written.replace(/\s\/\/.*$/, '');
    const start = /^\.namespace (\S+)/.exec(line);
    if (start) namespace = start[1].replaceAll("'", '');
    const head = /^\s*\.class\b.*?\s('[^']+'|[\w`]+)(\s*<.*>)?\s*$/.exec(line);
    if (head) announced = typeOf(head[1], open.at(-1)?.type, namespace);
    const type = announced ?? open.at(-1)?.type;
    if (type !== undefined) yield { line: head ? (head[2] ?? '') : line, type };
    if (/\{\s*$/.test(line)) {
      if (announced !== null) open.push({ type: announced, depth });
      announced = null;
      depth++;
    } else if (/^\s*\}/.test(line)) {
      depth--;
      if (open.at(-1)?.depth === depth) open.pop();
      if (depth === 0) namespace = '';
    }
  }
}

/** The field whose value the compiler puts in the place of its name, where a line declares one. */
export function constantIn(line: string): string | undefined {
  return /^\s*\.field\s.*\bliteral\b.*?\s('?[\w]+'?)\s+=/.exec(line)?.[1].replaceAll("'", '');
}

/** A type by the name in its head; one that the compiler made up is the one it stands in. */
function typeOf(name: string, outer: string | undefined, namespace: string): string {
  if (outer !== undefined && /^'[<$]/.test(name)) return outer;
  const plain = name.replaceAll("'", '');
  if (outer !== undefined) return `${outer}.${plain}`;
  return namespace === '' ? plain : `${namespace}.${plain}`;
}

/** Instructions that a type's name is written for; others name the types of values on their way. */
const certainInstruction = /^\s*IL_\w+:\s+(castclass|isinst|newarr|ldtoken|catch)\b/;

function readLine(line: string, from: string, assembly: Assembly): void {
  const constant = constantIn(line);
  if (constant !== undefined) assembly.constants.add(`${from}.${constant}`);
  const isList = /^\s*implements\b/.test(line);
  const isInstruction = /^\s*IL_\w+:/.test(line);
  const isLocal = /^\s*(class|valuetype)\s.*\sV_\d+[,)]/.test(line);
  const isMember = line.includes('::');
  // Lambdas become delegates, and values are converted, without a word in the source.
  const isImplied = /::(op_Implicit|'\.ctor'\(object, native int\))/.test(line);
  const isMade = line.includes("'<");
  for (const match of line.matchAll(typeName)) {
    const edge = `${from} → ${plainName(match[0])}`;
    assembly.edges.add(edge);
    const isOwner = /^(<[^:]*>)?::/.test(line.slice(match.index + match[0].length));
    if (isList) assembly.brought.add(edge);
    else if (isOwner && isImplied) continue;
    else if (isOwner) assembly.owners.add(edge);
    else if (!isLocal && !isMember && !isMade && (!isInstruction || certainInstruction.test(line)))
      assembly.certain.add(edge);
  }
}
