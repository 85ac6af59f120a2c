import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** The files of C and C++, in which one thing may be written down several times. */
export function nativeFiles({ files }: SurveyedCodebase): SurveyedCodebase['files'] {
  return files.filter(({ language }) => language === 'c' || language === 'cpp');
}

/** More of one name are no variants that a build chooses from. */
const MOST_VARIANTS = 50;

/**
 * What comes with a declaration of C or C++ that is reached: the definitions of a routine that is only declared there, by its qualified
 * name and its number of parameters (all of the name where none takes as many), those of a variable, and the other variants of what a
 * condition may take out of the text or of what a template is for some arguments: which of them is meant is not worked out. O(declarations).
 */
export function bodiesByDeclaration(survey: SurveyedCodebase): ReadonlyMap<number, readonly number[]> {
  const { elements, figures } = survey;
  const { declared, byName } = declarationsByName(survey);
  const bodies = new Map<number, number[]>();
  const ofVariants = new Set(declared.filter(([e]) => isOfVariant(elements, e)).map(([, name]) => name));
  for (const [name, group] of byName)
    if (
      group.length > 1 &&
      group.length <= MOST_VARIANTS &&
      (ofVariants.has(name) ||
        group.some((e) => elements.flags[e] & FLAG.conditional || isOfVariant(elements, e)))
    )
      for (const e of group) bodies.set(e, group);
  for (const [e, name] of declared) {
    const isSeen = (body: number): boolean =>
      !(elements.flags[body] & FLAG.static) ||
      elements.file[body] === elements.file[e] ||
      elements.kind[elements.parent[e]] === KIND.type;
    // A macro may hide the `extern` of a variable: of one name there is one, wherever it is written down.
    const isBody = (body: number): boolean =>
      elements.kind[body] === KIND.routine ||
      (elements.kind[e] === KIND.field && elements.kind[body] === KIND.field && body !== e);
    const seen = (byName.get(name) ?? []).filter((body) => isBody(body) && isSeen(body));
    const same = seen.filter((body) => figures.parameters[body] === figures.parameters[e]);
    const meant = same.length > 0 ? same : seen;
    if (meant.length > 0) bodies.set(e, [...(bodies.get(e) ?? []), ...meant]);
  }
  return bodies;
}

/** What of C and C++ may declare a routine, each with its name; and all that is more than a declaration, by its name. */
function declarationsByName(survey: SurveyedCodebase): {
  declared: [element: number, name: string][];
  byName: Map<string, number[]>;
} {
  const { elements } = survey;
  const byName = new Map<string, number[]>();
  const declared: [number, string][] = [];
  for (const { element } of nativeFiles(survey)) {
    for (let e = element + 1; e < elements.subtreeEnd[element]; e++) {
      const key = elements.key[e];
      // What tells several of one name apart is no part of it.
      const name = key.slice(key.indexOf('#') + 1).replace(/~\d+/g, '');
      // By the name of a type of functions a routine is declared as a variable is: `Opener openGate, openWeir;`.
      if (elements.kind[e] === KIND.field && isAtTop(elements, e)) declared.push([e, name]);
      if (elements.kind[e] === KIND.routine && elements.flags[e] & FLAG.bodiless) declared.push([e, name]);
      else if (byName.has(name)) byName.get(name)!.push(e);
      else byName.set(name, [e]);
    }
  }
  return { declared, byName };
}

/** True for what stands in a type that is written down more than once: a template, and what it is for some arguments. */
function isOfVariant({ kind, form, key, parent }: SurveyedCodebase['elements'], e: number): boolean {
  const type = parent[e];
  return kind[type] === KIND.type && form[type] !== FORM.namespace && /~\d+$/.test(key[type]);
}

function isAtTop({ kind, form, parent }: SurveyedCodebase['elements'], e: number): boolean {
  return kind[parent[e]] === KIND.file || form[parent[e]] === FORM.namespace;
}
