/**
 * One state of a codebase's files, wherever they come from: a folder, a commit of a git repository, an archive.
 * Paths are relative to the root, with `/`; the root itself is the empty path.
 */
export interface CodeSource {
  /** What stands in a folder, sorted by name. Throws when the folder cannot be read. */
  entries(folder: string): SourceEntry[];
  /** A file's bytes. Many may be asked for at once. Rejects when the file cannot be read, or has gone away. */
  read(path: string): Promise<Buffer>;
  /** Where a worker thread finds the file. */
  location(path: string): FileLocation;
  /** Commit that is read; undefined outside of a repository. */
  commit: string | undefined;
  /** True when a file may be another later on, or gone: in a folder of the disk. */
  mayChange: boolean;
  /** False for what git has recorded: a recorded file is never ignored. */
  hasIgnoredFiles: boolean;
  /** What the source itself leaves out, such as entries of an archive that lead out of it. */
  refused: { path: string; reason: 'unsafe' | 'link' | 'tooLarge' | 'unreadable'; detail: string }[];
  /** What else is worth knowing before a survey, in sentences. */
  notes: string[];
  close(): Promise<void>;
}

export interface SourceEntry {
  name: string;
  kind: 'file' | 'folder' | 'link' | 'submodule' | 'other';
  /** Bytes; 0 for what is no file. */
  size: number;
  /** Changes whenever the content does: size and time of change, or the object's hash. */
  stamp: string;
}

/** A file as it is named to a worker thread. */
export type FileLocation =
  { kind: 'disk'; absolute: string } | { kind: 'git'; repository: string; object: string };

/** A flat list of paths as folders with entries: what repositories and archives have. */
export function foldersOfPaths(files: Map<string, Omit<SourceEntry, 'name'>>): Map<string, SourceEntry[]> {
  const folders = new Map<string, SourceEntry[]>([['', []]]);
  const folder = (path: string): SourceEntry[] => {
    const known = folders.get(path);
    if (known) return known;
    const made: SourceEntry[] = [];
    folders.set(path, made);
    const slash = path.lastIndexOf('/');
    const entry: SourceEntry = { name: path.slice(slash + 1), kind: 'folder', size: 0, stamp: '' };
    folder(slash < 0 ? '' : path.slice(0, slash)).push(entry);
    return made;
  };
  for (const [path, entry] of files) {
    const slash = path.lastIndexOf('/');
    folder(slash < 0 ? '' : path.slice(0, slash)).push({ ...entry, name: path.slice(slash + 1) });
  }
  for (const entries of folders.values()) entries.sort((a, b) => (a.name < b.name ? -1 : 1));
  return folders;
}
