import type { Intake, Submodule } from './intake.ts';

/** The submodules that were met, and those that .gitmodules names, with their addresses. */
export function readModules(
  { manifests, folders, files }: Intake,
  met: { path: string; isHere: boolean }[],
): Submodule[] {
  const urls = new Map<string, string | null>();
  let path = '';
  for (const line of (manifests.get('.gitmodules') ?? '').split('\n')) {
    const setting = /^\s*(path|url)\s*=\s*(.*?)\s*$/.exec(line);
    if (/^\s*\[/.test(line)) path = '';
    if (setting?.[1] === 'path') urls.set((path = setting[2].replace(/^"|"$/g, '')), null);
    else if (setting && path !== '') urls.set(path, setting[2]);
  }
  const found = new Map(met.map((submodule) => [submodule.path, submodule.isHere]));
  for (const named of urls.keys()) {
    const isFilled = folders.has(named) && files.some((file) => file.path.startsWith(`${named}/`));
    if (!found.has(named)) found.set(named, isFilled);
  }
  return [...found]
    .map(([at, isHere]) => ({ path: at, url: urls.get(at) ?? null, isHere }))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
}
