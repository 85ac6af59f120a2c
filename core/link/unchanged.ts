import type { FileTree, ImportTarget } from '../contracts/fileTree.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { interfaceOf } from './interfaceOf.ts';

/** What decides, beside the facts of the files, where a reference leads. */
export interface Settings {
  targets: readonly ImportTarget[][];
  /** Keys of what lies outside, in order. */
  externals: readonly string[];
  /** Project files and their texts. */
  manifests: readonly (readonly [path: string, text: string])[];
}

export function settingsOf(
  tree: FileTree,
  targets: readonly ImportTarget[][],
  externals: readonly { key: string }[],
): Settings {
  return {
    targets,
    externals: externals.map(({ key }) => key),
    manifests: [...tree.manifests()].map((path) => [path, tree.manifest(path) ?? '']),
  };
}

/**
 * Marks the files with 1 in which every reference leads where it led before: their facts are the very same, and all others have
 * at least the interface that they had. Null when that cannot be said of any file: one is new or gone, or is another to those that
 * refer to it, or imports or project files are not what they were.
 */
export function unchangedFiles(
  before: Settings & { files: readonly FactsOfFile[] },
  files: readonly FactsOfFile[],
  settings: Settings,
): Uint8Array | null {
  if (before.files.length !== files.length) return null;
  if (!isSame(before.externals, settings.externals) || !isSame(before.manifests, settings.manifests))
    return null;
  const unchanged = new Uint8Array(files.length);
  for (const [index, file] of files.entries()) {
    const old = before.files[index];
    if (old.path !== file.path || old.language !== file.language || old.isTest !== file.isTest) return null;
    if (!isSame(before.targets[index], settings.targets[index])) return null;
    if (old.facts === file.facts) unchanged[index] = 1;
    else if (interfaceOf(old.facts) !== interfaceOf(file.facts)) return null;
  }
  return unchanged;
}

/** Plain data of the same shape and content. */
function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
