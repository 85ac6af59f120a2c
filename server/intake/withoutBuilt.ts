import { builtFiles, builtFolders } from './builtFolders.ts';
import type { RuleMatcher } from './rules.ts';
import type { Walked } from './walk.ts';

/** Takes folders of build output out of what was walked: that they are such only the whole can tell. */
export function withoutBuilt(walked: Walked, matcher: RuleMatcher): Walked {
  if (matcher.isTurned('generated')) return walked;
  const folders = builtFolders(walked).filter(({ path }) => !matcher.mayReadInside(path));
  return withoutBuiltFiles(withoutFolders(walked, folders), matcher);
}

/** Without files that were built from sources that are read as well. */
function withoutBuiltFiles(walked: Walked, matcher: RuleMatcher): Walked {
  const built = new Map(
    builtFiles(walked)
      .filter(({ path }) => matcher.choice(path)?.take !== 'read')
      .map(({ path, why }) => [path, why]),
  );
  if (built.size === 0) return walked;
  const made = walked.candidates.filter(({ path }) => built.has(path));
  return {
    ...walked,
    candidates: walked.candidates.filter(({ path }) => !built.has(path)),
    leftOut: [
      ...walked.leftOut,
      ...made.map(({ path, entry }) => ({
        path,
        reason: 'generated' as const,
        detail: built.get(path),
        size: entry.size,
      })),
    ],
  };
}

function withoutFolders(walked: Walked, built: readonly { path: string; why: string }[]): Walked {
  if (built.length === 0) return walked;
  const isInside = (path: string): boolean => built.some((folder) => path.startsWith(`${folder.path}/`));
  return {
    ...walked,
    candidates: walked.candidates.filter(({ path }) => !isInside(path)),
    manifests: new Map([...walked.manifests].filter(([path]) => !isInside(path))),
    leftOut: [
      ...walked.leftOut.filter(({ path }) => !isInside(path)),
      ...built.map(({ path, why }) => ({ path: `${path}/`, reason: 'generated' as const, detail: why })),
    ],
  };
}
