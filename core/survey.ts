import type { BuildModule } from './buildModules/buildModule.ts';
import { readBuildModules } from './buildModules/readBuildModules.ts';
import { overloadsIn } from './facts/typeWords.ts';
import { figureNames, KIND, type FigureName, type LineFigures, type ParseState } from './facts/fileFacts.ts';
import type { FileTree } from './contracts/fileTree.ts';
import { placedDeclarations } from './link/elements.ts';
import { languageNamed } from './languages/registry.ts';
import { link, type Linking, type LinkOptions } from './link/link.ts';
import type { FactsOfFile, LinkedCodebase } from './contracts/linked.ts';

/** What is recorded of one file beside its element. */
export interface FileRecord {
  element: number;
  path: string;
  language: string;
  isTest: boolean;
  /** True when its top-level names are visible to every file. */
  isScript: boolean;
  /** Package or namespace that the file says it belongs to; empty for none. */
  packageName: string;
  parse: ParseState;
  parseErrors: [number, number][];
  lines: LineFigures;
}

/** A whole survey in memory: elements, dependencies and gaps, with the figures that come from the text. */
export interface SurveyedCodebase extends LinkedCodebase {
  files: FileRecord[];
  /** What the build takes for units, by key. */
  buildModules: BuildModule[];
  /** Routines that share their name with another beside them, by element, and what types each takes. */
  overloads: [element: number, takes: string][];
  /** Figures of declarations, by element; 0 for other elements. */
  figures: Record<FigureName, Int32Array>;
}

/**
 * Facts in, survey out, with what linking leaves behind for the next one. `files` are sorted by `comparePaths`. Pure; heavy
 * for a large codebase, but for what `before` says already.
 */
export function assembleSurvey(
  files: FactsOfFile[],
  tree: FileTree,
  options: Omit<LinkOptions, 'languageNamed'> = {},
): { survey: SurveyedCodebase; linking: Linking } {
  const buildModules = readBuildModules(tree);
  const { linked, linking } = link(files, tree, { ...options, languageNamed });
  const { elements } = linked;
  const figures = Object.fromEntries(
    figureNames.map((name) => [name, new Int32Array(elements.count)]),
  ) as Record<FigureName, Int32Array>;
  const overloads: SurveyedCodebase['overloads'] = [];
  const fileElements: number[] = [];
  for (let e = 0; e < elements.count; e++) if (elements.kind[e] === KIND.file) fileElements.push(e);
  const records = files.map(({ path, language, isTest, facts }, index): FileRecord => {
    const element = fileElements[index];
    const placed = placedDeclarations(facts.declarations, element);
    placed.forEach((at, d) => {
      for (const name of figureNames) figures[name][at] = facts.declarations.figures[name][d];
    });
    for (const [d, takes] of overloadsIn(facts)) overloads.push([placed[d], takes]);
    const { parse, parseErrors, lines, isScript, packageName } = facts;
    return { element, path, language, isTest, isScript, packageName, parse, parseErrors, lines };
  });
  return { survey: { ...linked, files: records, buildModules, overloads, figures }, linking };
}
