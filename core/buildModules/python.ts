import { folderOf } from '../contracts/fileTree.ts';
import { pyproject } from '../manifests/python.ts';
import type { BuildReader, StatedModule } from './buildModule.ts';

/**
 * Python: each folder with a `pyproject.toml`, `setup.cfg` or `setup.py` that names a distribution. A `setup.py` is a
 * program; the name and the requirements that stand in it as plain text are read.
 */
export const python: BuildReader = {
  pattern: /(^|\/)(pyproject\.toml|setup\.cfg|setup\.py)$/,
  read(files) {
    const found = new Map<string, StatedModule>();
    for (const { path, text } of files) {
      const stated = path.endsWith('.toml') ? fromToml(text, path) : fromSetup(text);
      const folder = folderOf(path);
      const known = found.get(folder);
      if (known) known.needs.push(...(stated?.needs ?? []));
      else if (stated)
        found.set(folder, {
          key: path,
          name: stated.name,
          names: [normalName(stated.name)],
          sources: [folder],
          needs: stated.needs,
          languages: ['python'],
        });
    }
    return [...found.values()];
  },
};

/** Names of distributions are compared without regard to case and to which of `-`, `_` and `.` is written (PEP 503). */
function normalName(name: string): string {
  return name.toLowerCase().replace(/[-_.]+/g, '-');
}

function fromToml(text: string, path: string): { name: string; needs: string[] } | null {
  try {
    const { name, declared } = pyproject.read(text, path);
    return name === null ? null : { name, needs: declared.map((each) => normalName(each.name)) };
  } catch {
    return null;
  }
}

function fromSetup(text: string): { name: string; needs: string[] } | null {
  const plain = text.replace(/(^|\s)#[^\n]*/g, '$1');
  const name = /(?:^|[\s(,])name\s*=\s*["']?([\w][\w.-]*)["']?\s*(?:,|\n|$)/.exec(plain)?.[1];
  if (name === undefined) return null;
  const lists = [...plain.matchAll(/install_requires\s*=\s*(\[[^\]]*\]|(?:\n[ \t]+[^\n]+)+)/g)];
  const needs = lists.flatMap(([, list]) =>
    [...list.matchAll(/(?:["']|\n[ \t]+|^[ \t]+)([A-Za-z0-9][\w.-]*)/g)].map(([, need]) => normalName(need)),
  );
  return { name, needs };
}
