import { z } from 'zod';
import { normalPath, type FileTree } from '../../contracts/fileTree.ts';

const schema = z.array(
  z.object({
    directory: z.string(),
    file: z.string(),
    command: z.string().optional(),
    arguments: z.array(z.string()).optional(),
  }),
);

/** The include paths that builds of the codebase used, from its `compile_commands.json` files. */
export interface CompileCommands {
  /** Folders in the order of search; of a header, all folders that any source searched. */
  includePaths(file: string): readonly string[];
  isListed(file: string): boolean;
  /** The folders that any source searched. */
  folders: readonly string[];
}

export function compileCommands(tree: FileTree): CompileCommands {
  const byFile = new Map<string, string[]>();
  const all = new Set<string>();
  for (const manifest of tree.manifests()) {
    if (!/(^|\/)compile_commands\.json$/.test(manifest)) continue;
    const parsed = parse(tree.manifest(manifest) ?? '');
    const prefix = rootPrefix(parsed, tree);
    if (prefix === null) continue;
    for (const entry of parsed) {
      const file = inside(prefix, absolute(entry.directory, entry.file));
      const folders = pathsOf(entry)
        .map((path) => inside(prefix, absolute(entry.directory, path)))
        .filter((path) => path !== null);
      if (file !== null) byFile.set(file, folders);
      for (const folder of folders) all.add(folder);
    }
  }
  const everywhere = [...all];
  return {
    includePaths: (file) => byFile.get(file) ?? everywhere,
    isListed: (file) => byFile.has(file),
    folders: everywhere,
  };
}

function parse(text: string): z.infer<typeof schema> {
  try {
    const parsed = schema.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : [];
  } catch {
    return [];
  }
}

function absolute(directory: string, path: string): string {
  return path.startsWith('/') ? path : `${directory}/${path}`;
}

/** A path below the root as the build saw it, relative; null for one outside. */
function inside(prefix: string, path: string): string | null {
  const plain = `/${normalPath(path) ?? ''}`;
  if (plain === prefix) return '';
  return plain.startsWith(`${prefix}/`) ? plain.slice(prefix.length + 1) : null;
}

/** Where the codebase lay when it was built: what stands before the path of a file that is here. */
function rootPrefix(entries: z.infer<typeof schema>, tree: FileTree): string | null {
  for (const { directory, file } of entries) {
    const path = `/${normalPath(absolute(directory, file)) ?? ''}`;
    const words = path.split('/');
    for (let i = 1; i < words.length; i++)
      if (tree.has(words.slice(i).join('/'))) return words.slice(0, i).join('/');
  }
  return null;
}

/** The folders that `-I`, `-iquote` and `-isystem` name. */
function pathsOf({ command, arguments: given }: z.infer<typeof schema>[number]): string[] {
  const words =
    given ??
    command?.match(/"(?:[^"\\]|\\.)*"|'[^']*'|\S+/g)?.map((word) => word.replace(/^["']|["']$/g, '')) ??
    [];
  const found: string[] = [];
  for (let i = 0; i < words.length; i++) {
    const match = /^(-I|-iquote|-isystem|\/I)(.*)$/.exec(words[i]);
    if (!match) continue;
    if (match[2] !== '') found.push(match[2]);
    else if (i + 1 < words.length) found.push(words[++i]);
  }
  return found;
}
