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

/** A path of more parts is left out: nobody keeps code so deep, and everything that follows it would have to bear it. */
const MOST_PARTS = 200;

/** True for a path of more parts than are followed. O(parts), and no more than are followed. */
export function isTooDeep(path: string): boolean {
  let parts = 1;
  for (let at = path.indexOf('/'); at >= 0; at = path.indexOf('/', at + 1))
    if (++parts > MOST_PARTS) return true;
  return false;
}

/** Why such a path is left out. */
export const tooDeep = {
  reason: 'unreadable',
  detail: `its path has more than ${MOST_PARTS} parts`,
} as const;

export interface Listed {
  folders: Map<string, SourceEntry[]>;
  /** What is not listed, with the reason. */
  refused: CodeSource['refused'];
}

/** A flat list of paths as folders with entries: what repositories and archives have. */
export function foldersOfPaths(files: Map<string, Omit<SourceEntry, 'name'>>): Listed {
  const folders = new Map<string, SourceEntry[]>([['', []]]);
  const refused: CodeSource['refused'] = [];
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
    if (isTooDeep(path)) {
      refused.push({ path: shortened(path), ...tooDeep });
      continue;
    }
    const slash = path.lastIndexOf('/');
    folder(slash < 0 ? '' : path.slice(0, slash)).push({ ...entry, name: path.slice(slash + 1) });
  }
  for (const entries of folders.values()) entries.sort((a, b) => (a.name < b.name ? -1 : 1));
  return { folders, refused };
}

const MOST_SHOWN = 200;

function shortened(path: string): string {
  return path.length > MOST_SHOWN ? `${path.slice(0, MOST_SHOWN)}…` : path;
}
