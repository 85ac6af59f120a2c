import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { typePartsOf } from '../typeParts.ts';

/** One name under which several files declare something in one scope. */
export interface DoubleDeclaration {
  name: string;
  /** Package, or else the folder of one, in which the name should be one thing; null for a name that every file sees. */
  scope: string | null;
  kind: 'type' | 'routine';
  /** Elements that bear the name, each in a file of its own. */
  elements: number[];
}

/**
 * Names that two or more files of one package export, or that two scripts declare for all: a reader who meets the
 * name cannot know which is meant. Where files say which package or namespace they belong to, that counts. Tests,
 * declarations beside their implementation (`a.js` with `a.d.ts`), overloads in one file, namespaces and the parts of one
 * type are not counted. O(elements + dependencies).
 */
export function declaredTwice(
  survey: SurveyedCodebase,
  packageOf: (path: string) => string,
): DoubleDeclaration[] {
  const { elements } = survey;
  const { wholeOf } = typePartsOf(survey);
  const found = new Map<string, DoubleDeclaration>();
  for (const { element: file, path, isTest, isScript, packageName } of survey.files) {
    if (isTest) continue;
    const seen = new Set<string>();
    for (let e = file + 1; e < elements.subtreeEnd[file]; e = elements.subtreeEnd[e]) {
      if (elements.form[e] === FORM.namespace || wholeOf.has(e)) continue;
      const kind =
        elements.kind[e] === KIND.type ? 'type' : elements.kind[e] === KIND.routine ? 'routine' : null;
      if (kind === null || (!isScript && (elements.flags[e] & FLAG.exported) === 0)) continue;
      const name = elements.name[e];
      if (name === 'default' || seen.has(name)) continue;
      seen.add(name);
      const scope = isScript ? null : packageName || packageOf(path);
      const key = `${scope ?? ''}\0${isScript ? 1 : 0}\0${name}`;
      const known = found.get(key);
      if (!known) found.set(key, { name, scope, kind, elements: [e] });
      else if (!known.elements.some((other) => stem(survey, other) === stem(survey, e)))
        known.elements.push(e);
    }
  }
  const rank = ({ scope, kind }: DoubleDeclaration): number => (scope === null ? 0 : kind === 'type' ? 1 : 2);
  return [...found.values()]
    .filter(({ elements: places }) => places.length > 1)
    .sort((a, b) => rank(a) - rank(b) || b.elements.length - a.elements.length || (a.name < b.name ? -1 : 1));
}

/** A file's path without its endings. */
function stem({ elements }: SurveyedCodebase, element: number): string {
  const path = elements.key[elements.file[element]];
  const slash = path.lastIndexOf('/');
  const dot = path.indexOf('.', slash + 2);
  return dot < 0 ? path : path.slice(0, dot);
}
