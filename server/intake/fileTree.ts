import type { FileTree } from '../../core/contracts/fileTree.ts';
import type { Intake } from './intake.ts';
import type { LeftOut } from './reasons.ts';
import type { IntakeRules } from './rules.ts';

/** The codebase's files as linking sees them, once it is known which were read. */
export function fileTreeOf(
  intake: Intake,
  readPaths: ReadonlySet<string>,
  leftOut: LeftOut[],
  rules: IntakeRules,
): FileTree {
  const documents = new Set(intake.documents);
  const reasons = new Map(leftOut.map(({ path, reason }) => [path, reason]));
  const leftOutFolders = leftOut.filter(
    ({ path }) => path.endsWith('/') && !/(^|\/)(node|bower|jspm)_/.test(path),
  );
  return {
    has: (path) => readPaths.has(path),
    leftOut: (path) => {
      // Project files and texts hold no code: to an import they are like any other file of data.
      if (intake.manifests.has(path) || documents.has(path)) return { path, reason: 'unknownLanguage' };
      const reason = reasons.get(path);
      if (reason !== undefined) return { path, reason };
      return leftOutFolders.find((folder) => path.startsWith(folder.path));
    },
    isFolder: (path) => intake.folders.has(path),
    manifests: () => intake.manifests.keys(),
    manifest: (path) => intake.manifests.get(path),
    sourceRoots: rules.sourceRoots,
    acceptedExternals: new Set(rules.externals),
  };
}
