import type { CodeSource } from '../codeSource.ts';

/** An unpacked archive: its files lie under numbers, so that no name in it ever names anything on the disk. */
export interface ArchiveIndex {
  /** The folder that holds all else, taken for the root; empty when there is none. */
  top: string;
  /** Path below `top`, number of the file (-1 when it was not kept), bytes, hash of the content. */
  files: [path: string, number: number, size: number, stamp: string][];
  refused: CodeSource['refused'];
  /** Sentences about entries that share a path. */
  notes: string[];
}

/** One entry as the formats give it. */
export interface ArchiveEntry {
  name: string;
  kind: 'file' | 'folder' | 'link' | 'other';
  size: number;
  /** What the archive says that the content adds up to (CRC-32), where it says so. */
  checksum?: number;
  /** Where a link leads. */
  target?: string;
}

interface KeptFile {
  number: number;
  size: number;
  stamp: string;
}

/** Gathers entries into an index, and says which of them are to be unpacked. */
export class IndexBuilder {
  private readonly files = new Map<string, KeptFile>();
  private readonly folders = new Set<string>();
  private readonly refused: CodeSource['refused'] = [];
  private readonly twice: string[] = [];
  private next = 0;

  /** The path under which an entry's content is to be kept; null when it is not. */
  place(
    entry: ArchiveEntry,
    pathOf: (name: string) => string | null,
    leadsOut: (path: string, target: string) => boolean,
  ): string | null {
    const path = pathOf(entry.name);
    if (path === null) {
      if (entry.kind !== 'folder')
        this.refused.push({
          path: printable(entry.name),
          reason: 'unsafe',
          detail: 'its name points outside the archive',
        });
      return null;
    }
    if (entry.kind === 'folder') return null;
    if (entry.kind === 'link') {
      const out = leadsOut(path, entry.target ?? '');
      this.refused.push({
        path,
        reason: 'link',
        detail: out ? 'it points outside the archive' : `it leads to ${printable(entry.target ?? '')}`,
      });
      return null;
    }
    return entry.kind === 'file' ? path : null;
  }

  nextNumber(): number {
    return this.next++;
  }

  keep(path: string, file: KeptFile): void {
    if (this.files.has(path)) this.twice.push(path);
    this.files.set(path, file);
    for (let slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
      const folder = path.slice(0, slash);
      if (this.folders.has(folder)) break;
      this.folders.add(folder);
    }
  }

  index(): ArchiveIndex {
    for (const path of [...this.files.keys()]) {
      if (!this.folders.has(path)) continue;
      this.files.delete(path);
      this.refused.push({
        path,
        reason: 'unsafe',
        detail: 'the archive contains a folder with the same path',
      });
    }
    const top = sharedTop([...this.files.keys()]);
    const below = (path: string): string =>
      top !== '' && path.startsWith(`${top}/`) ? path.slice(top.length + 1) : path;
    return {
      top,
      files: [...this.files].map(([path, { number, size, stamp }]) => [below(path), number, size, stamp]),
      refused: this.refused.map((entry) => ({ ...entry, path: below(entry.path) })),
      notes: [...this.notesOnDuplicates(below), ...this.notesOnCase(below)],
    };
  }

  private notesOnDuplicates(below: (path: string) => string): string[] {
    if (this.twice.length === 0) return [];
    return [
      `The archive contains more than one entry for ${named(this.twice.map(below))}; the last one is read.`,
    ];
  }

  private notesOnCase(below: (path: string) => string): string[] {
    const byFolded = new Map<string, string>();
    const colliding: string[] = [];
    for (const path of this.files.keys()) {
      const folded = path.toLowerCase();
      const other = byFolded.get(folded);
      if (other === undefined) byFolded.set(folded, path);
      else colliding.push(`${below(other)} and ${below(path)}`);
    }
    return colliding.length === 0
      ? []
      : [`Names that differ only in upper and lower case are read as separate files: ${named(colliding)}.`];
  }
}

/** The first folder of all paths, when they share it. */
function sharedTop(paths: string[]): string {
  const slash = paths[0]?.indexOf('/') ?? -1;
  if (slash < 0) return '';
  const top = paths[0].slice(0, slash);
  return paths.every((path) => path.startsWith(`${top}/`)) ? top : '';
}

function named(paths: string[]): string {
  return paths.slice(0, 5).join(', ') + (paths.length > 5 ? ` and ${paths.length - 5} more` : '');
}

function printable(name: string): string {
  // eslint-disable-next-line no-control-regex -- control characters are what is replaced
  return name.replace(/[\x00-\x1f\x7f]/g, '�').slice(0, 300);
}
