import { declarationForms, KIND } from '../../core/facts/fileFacts.ts';
import { dependencyKinds, isImportKind, NO_FORM, type DependencyKind } from '../../core/link/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import type { ReadText } from '../source/readText.ts';
import { elementOf, labelOf, measureValues, type ElementLabel } from './remembered.ts';

/** A file's text and what the survey knows of its lines. */
export interface SourcePage {
  path: string;
  language: string;
  /** Null when the file cannot be read any more. */
  text: string | null;
  /** True when the file has changed since it was surveyed, so that line numbers may be off. */
  changed: boolean;
  damage: [number, number][];
  outline: SourceDeclaration[];
  imports: (ElementLabel & { line: number; dependency: DependencyKind })[];
  importedBy: (ElementLabel & { line: number })[];
}

export interface SourceDeclaration extends ElementLabel {
  form: string;
  depth: number;
  startLine: number;
  endLine: number;
  cyclomatic: number | null;
}

export async function sourceView(
  survey: SurveyedCodebase,
  readText: ReadText,
  path: string,
  surveyedHash: string | null,
): Promise<SourcePage> {
  const record = survey.files.find((file) => file.path === path);
  const element = elementOf(survey, path);
  if (!record || element === undefined) throw new Problem('notFound', `This survey has no file ${path}.`);
  const source = await readText(path);
  return {
    path,
    language: record.language,
    text: source?.text ?? null,
    changed: source !== null && surveyedHash !== null && source.hash !== surveyedHash,
    damage: record.damage,
    outline: outline(survey, element),
    ...importsOf(survey, element),
  };
}

function outline(survey: SurveyedCodebase, file: number): SourceDeclaration[] {
  const { elements } = survey;
  const cyclomatic = measureValues(survey, 'cyclomatic');
  const found: SourceDeclaration[] = [];
  const depth = new Map([[file, -1]]);
  for (let e = file + 1; e < elements.subtreeEnd[file]; e++) {
    const own = depth.get(elements.parent[e])! + 1;
    depth.set(e, own);
    if (elements.kind[e] === KIND.field && own > 0) continue;
    found.push({
      ...labelOf(survey, e),
      form: elements.form[e] === NO_FORM ? '' : declarationForms[elements.form[e]],
      depth: own,
      startLine: elements.startLine[e],
      endLine: elements.endLine[e],
      cyclomatic: Number.isNaN(cyclomatic[e]) ? null : cyclomatic[e],
    });
  }
  return found;
}

function importsOf(survey: SurveyedCodebase, file: number): Pick<SourcePage, 'imports' | 'importedBy'> {
  const { dependencies } = survey;
  const imports: SourcePage['imports'] = [];
  const importedBy: SourcePage['importedBy'] = [];
  for (let row = 0; row < dependencies.count; row++) {
    const kind = dependencies.kind[row];
    if (!isImportKind[kind]) continue;
    const line = dependencies.line[dependencies.placeStart[row]];
    if (dependencies.from[row] === file) {
      imports.push({ ...labelOf(survey, dependencies.to[row]), line, dependency: dependencyKinds[kind] });
    } else if (dependencies.to[row] === file) {
      importedBy.push({ ...labelOf(survey, dependencies.from[row]), line });
    }
  }
  imports.sort((a, b) => a.line - b.line);
  return { imports, importedBy };
}
