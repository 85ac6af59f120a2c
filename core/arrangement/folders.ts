import { KIND } from '../facts/fileFacts.ts';
import type { ElementTable } from '../contracts/linked.ts';
import { arrange, type Arrangement } from './arrangement.ts';

const known = new WeakMap<ElementTable, Arrangement>();

/** The folders of a codebase as groups. A folder's element belongs to its own group. Worked out once for a survey. */
export function byFolders(elements: ElementTable): Arrangement {
  let folders = known.get(elements);
  if (!folders) known.set(elements, (folders = arrangeFolders(elements)));
  return folders;
}

function arrangeFolders(elements: ElementTable): Arrangement {
  return arrange('folders', elements, ({ group, assign }) => {
    assign(0, 0);
    for (let e = 1; e < elements.firstExternal; e++) {
      if (elements.kind[e] !== KIND.folder) continue;
      assign(e, group(elements.key[e], elements.name[e], elements.key[elements.parent[e]]));
    }
  });
}
