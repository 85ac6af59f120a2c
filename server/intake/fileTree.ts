import type { FileTree } from '../../core/link/fileTree.ts';
import type { Intake, LeftOut } from './intake.ts';

/** The codebase's files as linking sees them, once it is known which were read. */
export function fileTreeOf(intake: Intake, readPaths: ReadonlySet<string>, leftOut: LeftOut[]): FileTree {
  const reasons = new Map(leftOut.map(({ path, reason }) => [path, reason]));
  const leftOutFolders = leftOut.filter(({ path }) => path.endsWith('/'));
  return {
    has: (path) => readPaths.has(path),
    leftOut: (path) =>
      // A project file was read, but holds no code: to an import it is like any other file of data.
      (intake.manifests.has(path) ? 'unknownLanguage' : reasons.get(path)) ??
      leftOutFolders.find((folder) => path.startsWith(folder.path) && folder.reason !== 'vendored')?.reason,
    isFolder: (path) => intake.folders.has(path),
    manifests: () => intake.manifests.keys(),
    manifest: (path) => intake.manifests.get(path),
  };
}
