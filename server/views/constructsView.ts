import { KIND } from '../../core/facts/fileFacts.ts';
import { CONSTRUCT, lastSpanBefore, type Constructs, type Meaning } from '../../core/facts/constructs.ts';
import { lineStartsOf } from '../../core/languages/reading/reading.ts';
import { placedDeclarations } from '../../core/link/elements.ts';
import {
  certainties,
  dependencyKinds,
  isImportKind,
  type Certainty,
  type DependencyKind,
  firstRow,
} from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { labelOf, type ElementLabel } from './surveyAccess/elements.ts';

/** What stands in a file's text, stretch by stretch, and where each name leads. */
export interface SourceConstructs {
  /** Four numbers a stretch, in order: from, to, construct, and an index into `links` or -1. */
  spans: number[];
  links: SourceLink[];
}

/** Where a name leads: to elements, or to a place in the same text that binds it. */
export interface SourceLink {
  targets: { element: ElementLabel; kind: DependencyKind | null; certainty: Certainty }[];
  /** Offset of what binds a local name; null for none. */
  local: number | null;
}

interface Place {
  offset: number;
  to: number;
  kind: number;
  certainty: number;
}

/** Joins what the text alone tells with what the survey has resolved: O(spans + places of the file). */
export function sourceConstructs(
  survey: SurveyedCodebase,
  file: number,
  text: string,
  constructs: Constructs,
): SourceConstructs {
  const lineStarts = lineStartsOf(text);
  const { places, imports } = placesIn(survey, file, lineStarts);
  const spans = withNamelessPlaces(constructs.spans, places, text);
  const links: SourceLink[] = [];
  const linkOf = new Map<number, number>();
  const names = namesOf(spans);
  for (const place of places) {
    const { span, isNamed } = spanOf(survey, place, spans, names, text);
    if (span < 0 || (!isNamed && isBoundHere(constructs, spans[span + 3]))) continue;
    const target = {
      element: labelOf(survey, place.to),
      kind: dependencyKinds[place.kind],
      certainty: certainties[place.certainty],
    };
    const known = linkOf.get(span);
    if (known === undefined) linkOf.set(span, links.push({ targets: [target], local: null }) - 1);
    else if (!links[known].targets.some(({ element }) => element.key === target.element.key))
      links[known].targets.push(target);
  }
  const meant = meaningsOf(survey, file, constructs, imports);
  const linkOfMeaning = new Map<number, number>();
  for (let at = 0; at < spans.length; at += 4) {
    const meaning = spans[at + 3];
    const place = linkOf.get(at) ?? -1;
    const isLocal = meaning >= 0 && constructs.meanings[meaning].kind === 'local';
    spans[at + 3] = place >= 0 && isLocal && isThroughLocal(links[place]) ? -1 : place;
    if (spans[at + 3] >= 0 || meaning < 0) continue;
    let link = linkOfMeaning.get(meaning);
    if (link === undefined) {
      const found = meant(constructs.meanings[meaning]);
      link = found ? links.push(found) - 1 : -1;
      linkOfMeaning.set(meaning, link);
    }
    spans[at + 3] = link;
  }
  return { spans, links };
}

/** True when a name that binds something here was only followed on to a field: what it names is the binding. */
function isThroughLocal({ targets }: SourceLink): boolean {
  return targets.every(({ element }) => element.kind === 'field');
}

/** True for a name that means something in its own file: what a place says of it by position alone is not about it. */
function isBoundHere({ meanings }: Constructs, meaning: number): boolean {
  return meaning >= 0 && meanings[meaning].kind !== 'import';
}

/** The places at which a file refers to something, by their offset, and its imports by their line. */
function placesIn(
  { elements, dependencies }: SurveyedCodebase,
  file: number,
  lineStarts: Uint32Array,
): { places: Place[]; imports: Map<number, { to: number; kind: number; certainty: number }[]> } {
  const places: Place[] = [];
  const imports = new Map<number, { to: number; kind: number; certainty: number }[]>();
  const end = elements.subtreeEnd[file];
  for (let row = firstRow(dependencies.from, file); row < dependencies.count; row++) {
    if (dependencies.from[row] >= end) break;
    const to = dependencies.to[row];
    const kind = dependencies.kind[row];
    const certainty = dependencies.certainty[row];
    for (let at = dependencies.placeStart[row]; at < dependencies.placeStart[row + 1]; at++) {
      const line = dependencies.line[at];
      if (isImportKind[kind]) {
        const same = imports.get(line);
        if (same) same.push({ to, kind, certainty });
        else imports.set(line, [{ to, kind, certainty }]);
      } else if (dependencies.column[at] > 0 && line <= lineStarts.length) {
        places.push({ offset: lineStarts[line - 1] + dependencies.column[at] - 1, to, kind, certainty });
      }
    }
  }
  places.sort((a, b) => a.offset - b.offset);
  return { places, imports };
}

const isWord = /[\p{L}_$][\p{L}\p{N}_$]*/uy;

/** Adds a stretch for each place of which the parser was not shown the name: a macro's use. */
function withNamelessPlaces(spans: readonly number[], places: readonly Place[], text: string): number[] {
  const starts = new Set<number>();
  for (let at = 0; at < spans.length; at += 4) if (spans[at + 2] >= CONSTRUCT.name) starts.add(spans[at]);
  const added: number[][] = [];
  for (const { offset } of places) {
    if (starts.has(offset)) continue;
    isWord.lastIndex = offset;
    const word = isWord.exec(text);
    if (!word || isCovered(spans, offset)) continue;
    starts.add(offset);
    added.push([offset, offset + word[0].length, CONSTRUCT.name, -1]);
  }
  if (added.length === 0) return [...spans];
  const all: number[][] = added;
  for (let at = 0; at < spans.length; at += 4) all.push(spans.slice(at, at + 4));
  return all.sort((a, b) => a[0] - b[0] || b[1] - a[1]).flat();
}

/** True where a stretch already begins at an offset or reaches over it. */
function isCovered(spans: readonly number[], offset: number): boolean {
  const at = lastSpanBefore(spans, offset);
  return at >= 0 && spans[at + 1] > offset && spans[at + 2] !== CONSTRUCT.literal;
}

/** Indexes of the stretches that are names, in order. */
function namesOf(spans: readonly number[]): number[] {
  const names: number[] = [];
  for (let at = 0; at < spans.length; at += 4) if (spans[at + 2] >= CONSTRUCT.name) names.push(at);
  return names;
}

const isJoint = /^\s*(\.|\?\.|::|->)\s*$/;

/**
 * The name that a place means: the last of the chain that begins there that reads as its target does (`Cause.Cause`), or
 * the first so on its line; an alias or a name of another kind stands at the place itself, and is not `isNamed`.
 */
function spanOf(
  { elements }: SurveyedCodebase,
  { offset, to }: Place,
  spans: readonly number[],
  names: readonly number[],
  text: string,
): { span: number; isNamed: boolean } {
  let low = 0;
  let high = names.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[names[middle]] < offset) low = middle + 1;
    else high = middle;
  }
  const lineEnd = text.indexOf('\n', offset);
  const own = plainName(elements.name[to]);
  const parent = elements.parent[to] >= 0 ? plainName(elements.name[elements.parent[to]]) : '';
  for (let at = low; at < names.length && (lineEnd < 0 || spans[names[at]] < lineEnd); at++) {
    const name = text.slice(spans[names[at]], spans[names[at] + 1]);
    if (name !== own && name !== parent) continue;
    const next = names[at + 1];
    const goesOn =
      next !== undefined &&
      text.slice(spans[next], spans[next + 1]) === own &&
      isJoint.test(text.slice(spans[names[at] + 1], spans[next]));
    return { span: goesOn ? next : names[at], isNamed: true };
  }
  return { span: low < names.length && spans[names[low]] === offset ? names[low] : -1, isNamed: false };
}

/** Names of types with parameters carry their number: `Lock<>`. */
function plainName(name: string): string {
  return name.replace(/<.*$/, '');
}

/** Resolves what the text alone told of a name, by the survey's elements and imports. */
function meaningsOf(
  survey: SurveyedCodebase,
  file: number,
  { parents }: Constructs,
  imports: Map<number, { to: number; kind: number; certainty: number }[]>,
): (meaning: Meaning) => SourceLink | null {
  const { elements } = survey;
  // A text that has changed since it was surveyed may declare other things than the survey knows.
  const isSame = parents.length === elements.subtreeEnd[file] - file - 1;
  const placed = isSame ? placedDeclarations({ count: parents.length, parent: parents }, file) : null;
  return (meaning) => {
    if (meaning.kind === 'local') return { targets: [], local: meaning.offset };
    if (meaning.kind === 'declaration') {
      if (!placed) return null;
      const element = labelOf(survey, placed[meaning.declaration]);
      return { targets: [{ element, kind: null, certainty: 'exact' }], local: null };
    }
    const targets = new Map<number, SourceLink['targets'][number]>();
    // A statement that brings in several names has a row for each.
    for (const { to, kind, certainty } of imports.get(meaning.line) ?? []) {
      const found = importedElement(survey, to, meaning.name);
      if (found < 0) continue;
      targets.set(found, {
        element: labelOf(survey, found),
        kind: dependencyKinds[kind],
        certainty: certainties[certainty],
      });
    }
    return targets.size === 0 ? null : { targets: [...targets.values()], local: null };
  };
}

/** What a name brings in from an import's target: what the target declares by it, or the target where it is the whole. */
function importedElement({ elements }: SurveyedCodebase, target: number, name: string): number {
  if (elements.kind[target] !== KIND.file) return target;
  if (name === '*' || name === 'default') return target;
  for (let e = target + 1; e < elements.subtreeEnd[target]; e = elements.subtreeEnd[e])
    if (plainName(elements.name[e]) === name) return e;
  // A namespace's members stand one step further in.
  for (let e = target + 1; e < elements.subtreeEnd[target]; e++)
    if (elements.kind[e] === KIND.type && plainName(elements.name[e]) === name) return e;
  const stem = elements.name[target].replace(/\.[^.]*$/, '');
  return stem === name ? target : -1;
}
