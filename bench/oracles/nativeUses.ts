import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  realpathSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, extname, join, relative, resolve } from 'node:path';
import { promisify } from 'node:util';
import { dependencyKinds } from '../../core/contracts/linked.ts';
import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { installationRoot } from '../../server/installation.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { createCovering, MADE, scoreSites, type Site } from './sites.ts';
import type { UseScore } from './uses.ts';

const run = promisify(execFile);
const AT_ONCE = 2;
const callKinds: ReadonlySet<string> = new Set(['call', 'construct', 'initialize', 'throughMacro']);

/** How a project's own build compiles its code, as far as it matters for what calls what. */
export interface NativeBuild {
  /** The folder of the codebase within the package. */
  folder?: string;
  /** What is compiled, by path. */
  compiles: RegExp;
  includes?: string[];
  options?: string[];
}

/**
 * Calls and constructions of C and C++ against gcc's own graph of calls (`-fcallgraph-info`), which tells the place of each and where
 * what it calls is declared. Scored are files that compile by themselves; calls through pointers, and destructors, which nobody writes
 * down, are asked of nobody. A function is one wherever it is declared.
 */
export async function compareNativeUses(packageName: string, build: NativeBuild): Promise<UseScore> {
  const root = realpathSync(join(fetchDebianSource(packageName), build.folder ?? '.'));
  const { survey } = await surveyPath(root);
  const graphs = await callGraphs(
    packageName,
    root,
    survey.files.map(({ path }) => path).filter((path) => build.compiles.test(path)),
    build,
  );
  const { sites, lines, open } = sitesOf(survey, root, graphs);
  const { elements } = survey;
  const made = new Set<number>();
  for (let e = 0; e < elements.firstExternal; e++)
    if (elements.form[e] === FORM.constructor) made.add(elements.parent[e]);
  // What states no constructor is made without a call.
  const isLeftOut = (e: number): boolean =>
    (elements.kind[e] === KIND.type && !made.has(e)) ||
    elements.kind[e] === KIND.field ||
    elements.form[e] === FORM.macro ||
    elements.name[e].startsWith('~');
  const oracle = `calls of gcc 12 in ${graphs.length} files`;
  return scoreSites({ code: packageName, oracle }, survey, sites, {
    isLeftOut,
    lines,
    kinds: callKinds,
    open,
  });
}

/** The graph of each file that compiles, kept in the cache: published code and its compiler stay as they are. */
async function callGraphs(
  packageName: string,
  root: string,
  paths: string[],
  build: NativeBuild,
): Promise<string[]> {
  const { stdout: compiler } = await run('gcc', ['--version']);
  const asked = createHash('sha256').update(JSON.stringify([compiler, paths, build.includes, build.options]));
  const kept = join(installationRoot, '.cache', 'callGraphs', `${packageName}-${asked.digest('hex')}.json`);
  if (existsSync(kept)) return JSON.parse(readFileSync(kept, 'utf8')) as string[];
  const graphs = await compileGraphs(root, paths, build);
  mkdirSync(dirname(kept), { recursive: true });
  writeFileSync(kept, JSON.stringify(graphs));
  return graphs;
}

async function compileGraphs(root: string, paths: string[], build: NativeBuild): Promise<string[]> {
  const out = mkdtempSync(join(tmpdir(), 'yletope-gcc-'));
  const graphs: string[] = [];
  const waiting = [...paths.entries()];
  const work = async (): Promise<void> => {
    for (let next = waiting.pop(); next; next = waiting.pop()) {
      const [index, path] = next;
      const compiler = extname(path) === '.c' ? 'gcc' : 'g++';
      const includes = (build.includes ?? []).flatMap((folder) => ['-I', folder]);
      const object = join(out, `${index}.o`);
      const options = ['-c', '-O0', '-w', '-fcallgraph-info', ...(build.options ?? []), ...includes];
      // What does not compile alone is not scored.
      await run(compiler, [...options, path, '-o', object], { cwd: root }).catch(() => {});
      const graph = join(out, `${index}.ci`);
      if (existsSync(graph)) graphs.push(readFileSync(graph, 'utf8'));
    }
  };
  try {
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    return graphs;
  } finally {
    rmSync(out, { recursive: true, force: true });
  }
}

interface Place {
  path: string;
  line: number;
}

function sitesOf(
  survey: SurveyedCodebase,
  root: string,
  graphs: readonly string[],
): { sites: Site[]; lines: Set<string>; open: Set<string> } {
  const known = new Set(survey.files.map(({ path }) => path));
  const placeAt = (text: string): Place | null => {
    const match = /^(.*):(\d+):\d+$/.exec(text);
    const path = match && relative(root, resolve(root, match[1]));
    return path && known.has(path) ? { path, line: Number(match[2]) } : null;
  };
  const declared = declarationsAt(survey);
  const meant = new Map<string, { name: string; to: Set<number> }>();
  for (const graph of graphs) {
    for (const [, title, label] of graph.matchAll(
      /^node: \{ title: "(.*?)" label: "(.*?)"(?: shape.*)? \}$/gm,
    )) {
      const [signature, ...rest] = label.split('\\n');
      const entry = meant.get(oneOfTwins(title)) ?? { name: nameIn(signature), to: new Set<number>() };
      meant.set(oneOfTwins(title), entry);
      const place = placeAt(rest.at(-1) ?? '');
      for (const element of place ? declared(place, signature) : []) entry.to.add(element);
    }
  }
  const sites: Site[] = [];
  const lines = new Set<string>();
  const open = new Set<string>();
  const { elements } = survey;
  for (const graph of new Set(graphs)) {
    for (const [, target, label] of graph.matchAll(
      /^edge: \{ sourcename: ".*?" targetname: "(.*?)" label: "(.*?)" \}$/gm,
    )) {
      const place = placeAt(label);
      if (!place) continue;
      if (target === '__indirect_call') {
        open.add(`${place.path}:${place.line}`);
        continue;
      }
      lines.add(`${place.path}:${place.line}`);
      const { name, to } = meant.get(oneOfTwins(target)) ?? { name: target, to: new Set<number>() };
      const isMade = [...to].some(
        (e) => elements.kind[e] === KIND.type || elements.form[e] === FORM.constructor,
      );
      sites.push({
        ...place,
        kind: isMade ? 'construct' : 'call',
        name: isMade ? MADE : ([...to].map((e) => elements.name[e])[0] ?? name),
        to: [...to],
        isOptional: name.startsWith('~'),
      });
    }
  }
  return { sites: distinct(sites), lines, open };
}

/** A constructor is compiled twice, for whole instances and for parts of others, under names of which a graph explains one. */
function oneOfTwins(symbol: string): string {
  return symbol.replace(/(?<=[A-Za-z\d_])(CI?)1(?=[EI]|\d)/g, '$12').replace(/D[01](?=E)/g, 'D2');
}

/** A header is compiled once for each file that includes it; each of its calls is one. */
function distinct(sites: readonly Site[]): Site[] {
  const known = new Map<string, Site>();
  for (const site of sites) known.set(`${site.path}:${site.line}:${site.name}:${site.to.join()}`, site);
  return [...known.values()];
}

/** The last name of a signature, without what it takes. */
function nameIn(signature: string): string {
  const plain = signature.replace(/ \[with .*\]$/, '');
  return /(operator\s*[^\s\w(]+|operator\(\)|~?[A-Za-z_]\w*)\s*(?:\(|$)/.exec(plain)?.[1] ?? plain;
}

/** The routines, or made types, that a signature at a place may mean, with what they define or are defined by. */
function declarationsAt(survey: SurveyedCodebase): (place: Place, signature: string) => number[] {
  const { elements, dependencies } = survey;
  const covering = createCovering(survey);
  const joined = new Map<number, number[]>();
  const join = (one: number, other: number): void => {
    joined.set(one, [...(joined.get(one) ?? []), other]);
  };
  for (let row = 0; row < dependencies.count; row++) {
    const [from, to] = [dependencies.from[row], dependencies.to[row]];
    if (dependencyKinds[dependencies.kind[row]] !== 'implement' || elements.kind[from] === KIND.type)
      continue;
    join(from, to);
    join(to, from);
  }
  return ({ path, line }, signature) => {
    const found = covering(path, line, (e) => {
      const name = elements.name[e].replace(/<.*$/, '');
      // Of some templates gcc writes the end only.
      const isNamed =
        signature.startsWith(')') ||
        signature === name ||
        signature.includes(`${name}(`) ||
        signature.includes(`${name}<`);
      const isRoutine = elements.kind[e] === KIND.routine || elements.kind[e] === KIND.type;
      return isNamed && isRoutine && elements.form[e] !== FORM.namespace;
    });
    return found < 0 ? [] : [found, ...(joined.get(found) ?? [])];
  };
}
