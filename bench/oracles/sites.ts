import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { certainties, dependencyKinds, type Certainty } from '../../core/contracts/linked.ts';
import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { isMeant, namesOf, type UseKind, type UseScore } from './uses.ts';

/** A use as a compiler has it, which tells lines but no columns. */
export interface Site {
  path: string;
  line: number;
  kind: UseKind;
  /** The name that stands in the text; {@link MADE} for constructions. */
  name: string;
  /** The elements that it may mean; none when it lies outside. */
  to: number[];
  /** True where the compiler may have put it there by itself: nobody is asked to find it. */
  isOptional?: boolean;
}

/** The name of what constructs. */
export const MADE = '(made)';

/** What of ours is held to a compiler's sites. */
export interface Scored {
  /** Elements whose uses a compiler does not keep, such as constants. */
  isLeftOut?: (element: number) => boolean;
  /** The lines (`path:line`) of which anything was compiled, where they are known. */
  lines?: ReadonlySet<string>;
  /** The kinds of dependencies. */
  kinds?: ReadonlySet<string>;
  /** The lines on which the compiler leaves something to run time: what it does not know there is not wrong. */
  open?: ReadonlySet<string>;
  /** True where the sites are what a run came by: of ours, only routines of a name that it called on the line can be told right or wrong. */
  ofRun?: true;
}

/**
 * Holds uses to the sites of a compiler. One of ours is right when a site of the same name on the same line, or else within the same
 * routine or field, leads to the same element; a construction may lead to the type or to its constructor. Scored are files that were
 * compiled.
 */
export function scoreSites(
  what: Pick<UseScore, 'code' | 'oracle'>,
  survey: SurveyedCodebase,
  sites: readonly Site[],
  { isLeftOut = () => false, lines, kinds = everyKind, open, ofRun }: Scored = {},
): UseScore {
  const score = emptyScore(what);
  const { elements } = survey;
  const elementAround = elementsAround(survey);
  const theirs = new Map<string, Site[]>();
  const put = (key: string, site: Site): void => {
    const list = theirs.get(key);
    if (list) list.push(site);
    else theirs.set(key, [site]);
  };
  const compiled = new Set<string>();
  for (const site of sites) {
    compiled.add(site.path);
    put(`${site.path}:${site.line}:${site.name}`, site);
    put(`${elementAround(site.path, site.line)}:${site.name}`, site);
  }
  const nameOf = (kind: UseKind, to: number): string =>
    kind === 'construct' || elements.kind[to] === KIND.type || elements.form[to] === FORM.constructor
      ? MADE
      : elements.name[to];
  const ours = new Map<string, Set<number>>();
  for (const { kind, stated, to, certainty, path, line } of usesOf(survey)) {
    if (!compiled.has(path) || !kinds.has(stated)) continue;
    const name = nameOf(kind, to);
    const keys = [`${path}:${line}:${name}`, `${elementAround(path, line)}:${name}`];
    for (const key of keys) {
      const known = ours.get(key);
      if (known) known.add(to);
      else ours.set(key, new Set([to]));
    }
    if (lines && !lines.has(`${path}:${line}`)) continue;
    if (certainty === 'ambiguous' || isLeftOut(to) || to >= elements.firstExternal) continue;
    const [onLine, around] = keys.map((key) => theirs.get(key) ?? []);
    if (ofRun && (onLine.length === 0 || elements.kind[to] !== KIND.routine)) continue;
    // What makes an instance over several lines may be said to stand on any of them.
    const meant = name === MADE ? [...onLine, ...around] : onLine.length > 0 ? onLine : around;
    const isRight = meant.some((site) => isMeant(elements, to, site.to));
    if (!isRight && open?.has(`${path}:${line}`)) continue;
    const share = score[certainty];
    share.of++;
    if (isRight) share.right++;
    else {
      const all = [...new Set(meant.flatMap((site) => site.to))];
      score.wrong.push(
        `${certainty} ${kind} ${path}:${line} ${name} → ${elements.key[to]}, not ${namesOf(survey, all)}`,
      );
    }
  }
  for (const { path, line, kind, name, to, isOptional } of sites) {
    if (to.length === 0 || isOptional || to.every(isLeftOut)) continue;
    const isCall = kind === 'call' || kind === 'construct';
    const share = isCall ? score.calls : score.accesses;
    share.of++;
    const found = [`${path}:${line}:${name}`, `${elementAround(path, line)}:${name}`].some((key) =>
      [...(ours.get(key) ?? [])].some((element) => isMeant(elements, element, to)),
    );
    if (found) share.right++;
    else score.missed.push(`${kind} ${path}:${line} ${name} → ${namesOf(survey, to)}`);
  }
  return score;
}

export function emptyScore(what: Pick<UseScore, 'code' | 'oracle'>): UseScore {
  const none = () => ({ right: 0, of: 0 });
  return { ...what, exact: none(), inferred: none(), calls: none(), accesses: none(), wrong: [], missed: [] };
}

const everyKind: ReadonlySet<string> = new Set([
  'call',
  'construct',
  'initialize',
  'throughMacro',
  'read',
  'write',
]);

export interface OurUse {
  from: number;
  kind: UseKind;
  /** The kind of dependency. */
  stated: string;
  to: number;
  certainty: Certainty;
  path: string;
  line: number;
}

export function* usesOf({ elements, dependencies }: SurveyedCodebase): Generator<OurUse> {
  for (let row = 0; row < dependencies.count; row++) {
    const stated = dependencyKinds[dependencies.kind[row]];
    const kind = stated === 'initialize' ? 'construct' : stated === 'throughMacro' ? 'call' : stated;
    if (kind !== 'call' && kind !== 'construct' && kind !== 'read' && kind !== 'write') continue;
    const path = elements.key[elements.file[dependencies.from[row]]];
    for (let at = dependencies.placeStart[row]; at < dependencies.placeStart[row + 1]; at++) {
      const line = dependencies.line[at];
      yield {
        from: dependencies.from[row],
        kind,
        stated,
        to: dependencies.to[row],
        certainty: certainties[dependencies.certainty[row]],
        path,
        line,
      };
    }
  }
}

/** The innermost routine or field around a line of a file, or the file; -1 where there is no such file. */
function elementsAround(survey: SurveyedCodebase): (path: string, line: number) => number {
  const { elements } = survey;
  const files = filesByPath(survey);
  const covering = createCovering(survey);
  const holds = (e: number): boolean => elements.kind[e] === KIND.routine || elements.kind[e] === KIND.field;
  const known = new Map<string, number>();
  return (path, line) => {
    const key = `${path}:${line}`;
    let found = known.get(key);
    if (found === undefined) {
      const inner = covering(path, line, holds);
      known.set(key, (found = inner >= 0 ? inner : (files.get(path) ?? -1)));
    }
    return found;
  };
}

export function filesByPath({ elements }: SurveyedCodebase): Map<string, number> {
  const files = new Map<string, number>();
  for (let e = 0; e < elements.firstExternal; e++)
    if (elements.kind[e] === KIND.file) files.set(elements.key[e], e);
  return files;
}

/** Reads the lines of files of a folder, each file once. */
export function linesIn(root: string): (path: string) => readonly string[] {
  const known = new Map<string, readonly string[]>();
  return (path) => {
    const lines = known.get(path) ?? readFileSync(join(root, path), 'utf8').split('\n');
    known.set(path, lines);
    return lines;
  };
}

/** The innermost of some elements of a file that covers a line; -1 where there is none. */
export type Covering = (path: string, line: number, is: (element: number) => boolean) => number;

export function createCovering(survey: SurveyedCodebase): Covering {
  const { elements } = survey;
  const files = filesByPath(survey);
  return (path, line, is) => {
    const file = files.get(path) ?? -1;
    let found = -1;
    for (let e = file + 1; file >= 0 && e < elements.subtreeEnd[file]; e++)
      if (elements.startLine[e] <= line && line <= elements.endLine[e] && is(e)) found = e;
    return found;
  };
}
