import type { LanguageNamed } from '../contracts/language.ts';

/**
 * The package of each file (by its index) as its language has it: null where the language knows packages and the file
 * names none; undefined where the language has nothing of the kind, so that namespaces declared in the file are none either.
 */
export function packagesOfFiles(
  files: readonly { path: string; language: string; packageName: string }[],
  languageNamed: LanguageNamed,
): (file: number) => string | null | undefined {
  const paths = new Set(files.map(({ path }) => path));
  const derived = new Map<string, (path: string) => string | null>();
  return (index) => {
    const { path, language, packageName } = files[index];
    const rule = languageNamed(language)?.packages;
    if (rule === undefined) return undefined;
    if (rule === 'declared') return packageName === '' ? null : packageName;
    let packageOf = derived.get(language);
    if (!packageOf) derived.set(language, (packageOf = rule(paths)));
    return packageOf(path);
  };
}
