import { useMemo } from 'react';
import { parseGroupKey } from '../../core/arrangement/arrangement.ts';
import type { ElementLabel } from '../../server/views/surveyAccess/elements.ts';
import { useAddress } from '../state/address.ts';
import { carriedOver, patched, type Patch } from '../state/pictureState.ts';
import { useViews } from './viewDescriptor.ts';

export interface ElementLinks {
  /** An element as a view shows it; null where the view cannot. */
  in(view: string, element: ElementLabel): string | null;
  /** A view of whatever an address is to say of it, with the rest of the picture. */
  to(view: string, patch: Patch): string;
  /** The source of an element; null for groups and externals. */
  source(element: ElementLabel): string | null;
  place(file: string, line: number): string;
  /** What a double click leads to: the source, or the matrix of a group. */
  goIn(element: ElementLabel): string | null;
}

/** The addresses that belong to an element, with the rest of the picture carried over. */
export function useElementLinks(codebaseId: string): ElementLinks {
  const params = useAddress();
  const views = useViews();
  return useMemo(() => {
    const carried = new URLSearchParams(carriedOver(params));
    const address = (view: string, patch: Patch): string =>
      `/codebases/${codebaseId}/${view}?${patched(carried, patch)}`;
    const inView = (path: string, element: ElementLabel): string | null => {
      const patch = views.find((view) => view.path === path)?.shows?.patch(element) ?? null;
      return patch && address(path, patch);
    };
    return {
      in: inView,
      to: address,
      source: (element) => inView('source', element),
      place: (file, line) => address('source', { file, line: String(line) }),
      goIn: (element) =>
        inView(element.kind === 'folder' || element.kind === 'group' ? 'matrix' : 'source', element),
    };
  }, [codebaseId, params, views]);
}

/** Looks at an element in the group that it is, or of a file and what is in it, in the folder. */
export function groupAround({ key, kind }: ElementLabel): Patch | null {
  if (kind === 'external') return null;
  const isGroup = kind === 'folder' || kind === 'group';
  const file = key.split('#')[0];
  const group = isGroup ? key : file.slice(0, Math.max(0, file.lastIndexOf('/')));
  return { by: parseGroupKey(group)?.id ?? null, in: group, focus: key };
}
