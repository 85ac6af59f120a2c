import type { Evaluator } from './evaluator.ts';
import type { ImportTarget, LeftOutPlace } from '../contracts/fileTree.ts';
import type { LanguageNamed } from '../contracts/language.ts';
import { gapName } from './gapName.ts';
import type { FactsOfFile, Gap } from '../contracts/linked.ts';

/** What is referred to and not found: modules, and names that the module imported from does not export. */
export function collectGaps(
  files: FactsOfFile[],
  targets: ImportTarget[][],
  fileElement: Int32Array,
  evaluator: Evaluator,
  languageNamed: LanguageNamed,
  accepted: ReadonlySet<string>,
): Gap[] {
  const gaps = new Map<string, Gap>();
  const report = (
    name: string,
    kind: Gap['kind'],
    reason: Gap['reason'],
    file: number,
    line: number,
    leftOut?: LeftOutPlace,
  ): void => {
    if (accepted.has(name)) return;
    const key = `${kind}\0${reason}\0${name}`;
    let gap = gaps.get(key);
    if (!gap) gaps.set(key, (gap = { name, kind, reason, places: [], ...(leftOut ? { leftOut } : {}) }));
    gap.places.push({ file: fileElement[file], line });
  };
  files.forEach(({ path, language, facts }, file) => {
    facts.imports.forEach(({ specifier, line }, index) => {
      const target = targets[file][index];
      if (target.kind !== 'gap') return;
      report(
        gapName(languageNamed(language), path, specifier),
        'module',
        target.reason,
        file,
        line,
        target.leftOut,
      );
    });
    if (facts.parse !== 'clean') return;
    facts.importBindings.forEach(({ import: index, name }) => {
      const target = targets[file][index];
      const { kind, line, specifier } = facts.imports[index];
      if (
        target.kind !== 'file' ||
        target.isModule ||
        name === '*' ||
        name.startsWith('package ') ||
        kind === 'require' ||
        kind === 'dynamicImport'
      )
        return;
      if (name === 'default' && languageNamed(files[target.file].language)?.importsWholeAsDefault) return;
      if (evaluator.exportOf(target.file, name) || hasExport(files[target.file], name)) return;
      if (evaluator.exportsOpenly(target.file)) return;
      const from = languageNamed(language)?.importName?.(path, specifier ?? '') ?? specifier;
      report(`${name} from ${from}`, 'name', 'notExported', file, line);
    });
  });
  return [...gaps.values()].sort(
    (a, b) => b.places.length - a.places.length || (a.name < b.name ? -1 : a.name > b.name ? 1 : 0),
  );
}

/** Exported by name, though what it stands for cannot be followed. */
function hasExport({ facts }: FactsOfFile, name: string): boolean {
  return facts.exports.named.some(([exported]) => exported === name);
}
