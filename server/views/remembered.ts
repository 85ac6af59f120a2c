import { elementKinds, type ElementKind } from '../../core/facts/fileFacts.ts';
import { measureNamed } from '../../core/measures/catalogue.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';

const memory = new WeakMap<SurveyedCodebase, Map<string, unknown>>();

/** Works something out once for a survey and keeps it as long as the survey is in memory. */
export function remembered<T>(survey: SurveyedCodebase, name: string, compute: () => T): T {
  let known = memory.get(survey);
  if (!known) memory.set(survey, (known = new Map<string, unknown>()));
  if (!known.has(name)) known.set(name, compute());
  return known.get(name) as T;
}

/** A measure's values, one an element. */
export function measureValues(survey: SurveyedCodebase, id: string): Float64Array {
  const measure = measureNamed(id);
  if (!measure) throw new Problem('badRequest', `There is no measure “${id}”.`);
  return remembered(survey, `measure ${id}`, () => measure.compute(survey));
}

/** The element with a key; undefined when this survey has none. */
export function elementOf(survey: SurveyedCodebase, key: string): number | undefined {
  const byKey = remembered(
    survey,
    'elements by key',
    () => new Map(survey.elements.key.map((elementKey, element) => [elementKey, element])),
  );
  return byKey.get(key);
}

export function kindOf({ elements }: SurveyedCodebase, element: number): ElementKind {
  return elementKinds[elements.kind[element]];
}

/** Elements that stand in test files (or, for a folder, hold nothing else), marked with 1. */
export function testElements(survey: SurveyedCodebase): Uint8Array {
  return remembered(survey, 'tests', () => {
    const { elements, files } = survey;
    const isTest = new Uint8Array(elements.count);
    for (const file of files) {
      if (file.isTest) isTest.fill(1, file.element, elements.subtreeEnd[file.element]);
    }
    for (let e = elements.firstExternal - 1; e >= 0; e--) {
      if (kindOf(survey, e) !== 'folder') continue;
      isTest[e] = 1;
      for (let child = e + 1; child < elements.subtreeEnd[e]; child = elements.subtreeEnd[child]) {
        if (!isTest[child]) isTest[e] = 0;
      }
    }
    return isTest;
  });
}

/** Beside a folder with this share of the code, fewer than so many others make no picture. */
const MAIN_SHARE = 0.9;
const FEW = 4;

/** Where pictures begin: from the root down, as long as a folder holds little else than one other. */
export function mainScope(survey: SurveyedCodebase): number {
  return remembered(survey, 'main scope', () => {
    const { elements, files } = survey;
    const own = files.filter(({ isTest }) => !isTest);
    const codeIn = (element: number): number =>
      own.reduce(
        (sum, file) =>
          file.element >= element && file.element < elements.subtreeEnd[element]
            ? sum + file.lines.code
            : sum,
        0,
      );
    const all = codeIn(0);
    for (let scope = 0; ;) {
      let main = -1;
      let children = 0;
      for (let e = scope + 1; e < elements.subtreeEnd[scope]; e = elements.subtreeEnd[e]) {
        const code = codeIn(e);
        if (code > 0) children++;
        if (kindOf(survey, e) === 'folder' && code >= MAIN_SHARE * all) main = e;
      }
      if (main < 0 || all === 0 || children >= FEW) return scope;
      scope = main;
    }
  });
}

/** A folder named in a URL; the main scope when none is named. */
export function scopeElement(survey: SurveyedCodebase, key: string | null): number {
  if (key === null) return mainScope(survey);
  const element = elementOf(survey, key);
  if (element === undefined) throw new Problem('notFound', `This survey has no ${key}.`);
  return element;
}

/** How an element is shown wherever it appears. */
export interface ElementLabel {
  key: string;
  name: string;
  kind: ElementKind;
}

export function labelOf(survey: SurveyedCodebase, element: number): ElementLabel {
  const { elements } = survey;
  return {
    key: elements.key[element],
    name: elements.name[element] || '(root)',
    kind: kindOf(survey, element),
  };
}
