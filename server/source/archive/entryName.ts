/**
 * The path that an archive's entry has inside the root; null for a name that is absolute, leads out of the archive,
 * or is none. Backslashes are taken for slashes, as archives made on Windows have them.
 */
export function entryPath(name: string): string | null {
  const slashed = name.replaceAll('\\', '/');
  if (slashed.startsWith('/') || /^[a-z]:/i.test(slashed) || slashed.includes('\0')) return null;
  const parts = slashed.split('/').filter((part) => part !== '' && part !== '.');
  return parts.length === 0 || parts.includes('..') ? null : parts.join('/');
}

/** True when a link at `path` leads out of the archive. */
export function leadsOut(path: string, target: string): boolean {
  const slashed = target.replaceAll('\\', '/');
  if (slashed.startsWith('/') || /^[a-z]:/i.test(slashed)) return true;
  let depth = path.split('/').length - 1;
  for (const part of slashed.split('/')) {
    if (part === '..') depth--;
    else if (part !== '' && part !== '.') depth++;
    if (depth < 0) return true;
  }
  return false;
}
