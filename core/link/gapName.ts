import type { LanguageDefinition } from '../contracts/language.ts';

/** A relative path means something else in each folder, so its gap is named from the root. */
export function gapName(
  language: LanguageDefinition | undefined,
  path: string,
  specifier: string | null,
): string {
  if (specifier === null) return '(computed at run time)';
  const own = language?.importName;
  if (own) return own(path, specifier);
  if (!specifier.startsWith('.')) return specifier;
  const parts = path.split('/').slice(0, -1);
  for (const part of specifier.split('/')) {
    if (part === '..' && parts.length > 0 && parts.at(-1) !== '..') parts.pop();
    else if (part !== '.') parts.push(part);
  }
  return parts.join('/');
}
