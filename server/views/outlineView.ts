import { KIND } from '../../core/facts/fileFacts.ts';
import { dependencyKinds, firstRow, isImportKind, type DependencyKind } from '../../core/contracts/linked.ts';
import { inheritedMembers } from '../../core/hierarchy/overrides.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { hierarchyOf } from './hierarchy/links.ts';
import { memberRow, type MemberRow } from './hierarchy/hierarchyView.ts';
import { elementOf, labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { measureValues } from './surveyAccess/measures.ts';
import { incomingOf } from './graphQuery/neighbours.ts';

/** A declaration of a file, as a row of its outline. */
export interface OutlineRow extends MemberRow {
  depth: number;
  startLine: number;
  endLine: number;
  codeLines: number | null;
  /** The ancestor it comes from, for a member that the type above it only inherits. */
  from: ElementLabel | null;
}

/** What a file declares, what it imports and who imports it. */
export interface FileOutline {
  path: string;
  rows: OutlineRow[];
  imports: (ElementLabel & { line: number; dependency: DependencyKind })[];
  importedBy: (ElementLabel & { line: number })[];
}

/** The outline of a file; an empty one for what is no file of the survey. */
export function outlineView(survey: SurveyedCodebase, path: string): FileOutline {
  const file = elementOf(survey, path);
  if (file === undefined) return { path, rows: [], imports: [], importedBy: [] };
  return { path, rows: declarationsOf(survey, file), ...importsOf(survey, file) };
}

/** The nested declarations of a file in source order, each type followed by what it inherits; O(elements of the file). */
function declarationsOf(survey: SurveyedCodebase, file: number): OutlineRow[] {
  const { elements } = survey;
  const found: OutlineRow[] = [];
  const layOut = (parent: number, depth: number): void => {
    for (let e = parent + 1; e < elements.subtreeEnd[parent]; e = elements.subtreeEnd[e]) {
      found.push(outlineRow(survey, e, depth, null));
      layOut(e, depth + 1);
      if (elements.kind[e] !== KIND.type) continue;
      for (const member of inheritedMembers(survey, hierarchyOf(survey), e).inherited)
        found.push(outlineRow(survey, member, depth + 1, labelOf(survey, elements.parent[member])));
    }
  };
  layOut(file, 0);
  return found;
}

function outlineRow(
  survey: SurveyedCodebase,
  e: number,
  depth: number,
  from: ElementLabel | null,
): OutlineRow {
  const { elements } = survey;
  const codeLines = measureValues(survey, 'codeLines')[e];
  return {
    ...memberRow(survey, e, null),
    depth,
    startLine: elements.startLine[e],
    endLine: elements.endLine[e],
    codeLines: Number.isNaN(codeLines) ? null : codeLines,
    from,
  };
}

/** O(dependencies of the file). */
function importsOf(survey: SurveyedCodebase, file: number): Pick<FileOutline, 'imports' | 'importedBy'> {
  const { dependencies } = survey;
  const imports: FileOutline['imports'] = [];
  const importedBy: FileOutline['importedBy'] = [];
  const lineOf = (row: number): number => dependencies.line[dependencies.placeStart[row]];
  for (let row = firstRow(dependencies.from, file); dependencies.from[row] === file; row++) {
    const kind = dependencies.kind[row];
    if (!isImportKind[kind]) continue;
    const dependency = dependencyKinds[kind];
    imports.push({ ...labelOf(survey, dependencies.to[row]), line: lineOf(row), dependency });
  }
  const { start, rows } = incomingOf(survey);
  for (let at = start[file]; at < start[file + 1]; at++) {
    const row = rows[at];
    if (isImportKind[dependencies.kind[row]])
      importedBy.push({ ...labelOf(survey, dependencies.from[row]), line: lineOf(row) });
  }
  imports.sort((a, b) => a.line - b.line);
  return { imports, importedBy };
}
