import type { Evaluator } from './evaluator.ts';
import type { ImportTarget } from './imports.ts';
import type { FactsOfFile, Gap } from './linked.ts';

/** What is referred to and not found: modules, and names that the module imported from does not export. */
export function collectGaps(
  files: FactsOfFile[],
  targets: ImportTarget[][],
  fileElement: Int32Array,
  evaluator: Evaluator,
): Gap[] {
  const gaps = new Map<string, Gap>();
  const report = (
    name: string,
    kind: Gap['kind'],
    reason: Gap['reason'],
    file: number,
    line: number,
  ): void => {
    const key = `${kind}\0${reason}\0${name}`;
    let gap = gaps.get(key);
    if (!gap) gaps.set(key, (gap = { name, kind, reason, places: [] }));
    gap.places.push({ file: fileElement[file], line });
  };
  files.forEach(({ path, facts }, file) => {
    facts.imports.forEach(({ specifier, line }, index) => {
      const target = targets[file][index];
      if (target.kind !== 'gap') return;
      report(gapName(path, specifier), 'module', target.reason, file, line);
    });
    if (facts.parse !== 'clean') return;
    facts.importBindings.forEach(({ import: index, name }) => {
      const target = targets[file][index];
      const { kind, line, specifier } = facts.imports[index];
      if (target.kind !== 'file' || name === '*' || kind === 'require' || kind === 'dynamicImport') return;
      if (name === 'default' && files[target.file].language === 'javascript') return;
      if (evaluator.exportOf(target.file, name) || hasExport(files[target.file], name)) return;
      if (evaluator.exportsOpenly(target.file)) return;
      report(`${name} from ${specifier}`, 'name', 'notExported', file, line);
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

/** A relative path means something else in each folder, so its gap is named from the root. */
function gapName(path: string, specifier: string | null): string {
  if (specifier === null) return '(computed at run time)';
  if (!specifier.startsWith('.')) return specifier;
  const parts = path.split('/').slice(0, -1);
  for (const part of specifier.split('/')) {
    if (part === '..' && parts.length > 0 && parts.at(-1) !== '..') parts.pop();
    else if (part !== '.') parts.push(part);
  }
  return parts.join('/');
}
