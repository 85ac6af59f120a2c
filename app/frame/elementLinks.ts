import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { parseGroupKey } from '../../core/arrangement/arrangement.ts';
import type { ElementLabel } from '../../server/views/ground/elements.ts';
import { carriedOver, patched } from '../state/pictureState.ts';

export interface ElementLinks {
  /** The source of an element; null for folders and externals. */
  source(element: ElementLabel): string | null;
  place(file: string, line: number): string;
  /** What a double click leads to: the source, or the matrix of a group. */
  goIn(element: ElementLabel): string | null;
  /** The hierarchy of a type, or of the one that a member stands in; null for files and groups. */
  types(element: ElementLabel): string | null;
  matrix(element: ElementLabel): string | null;
  measures(element: ElementLabel): string | null;
}

/** The addresses that belong to an element, with the rest of the picture carried over. */
export function useElementLinks(codebaseId: string): ElementLinks {
  const [params] = useSearchParams();
  return useMemo(() => {
    const base = `/codebases/${codebaseId}`;
    const carried = new URLSearchParams(carriedOver(params));
    const address = (view: string, patch: Record<string, string | null>): string =>
      `${base}/${view}?${patched(carried, patch)}`;
    const source: ElementLinks['source'] = ({ key, kind }) => {
      if (kind === 'folder' || kind === 'external' || kind === 'group') return null;
      const [file] = key.split('#');
      return address('source', { file, focus: key });
    };
    /** The group to look at an element in: itself, or of a file and what is in it, the folder. */
    const groupOf = ({ key, kind }: ElementLabel): string | null => {
      if (kind === 'external') return null;
      if (kind === 'folder' || kind === 'group') return key;
      const file = key.split('#')[0];
      return file.includes('/') ? file.slice(0, file.lastIndexOf('/')) : '';
    };
    const inGroup = (view: string, element: ElementLabel): string | null => {
      const group = groupOf(element);
      if (group === null) return null;
      return address(view, { by: parseGroupKey(group)?.id ?? null, in: group, focus: element.key });
    };
    return {
      source,
      place: (file, line) => address('source', { file, line: String(line) }),
      goIn: (element) =>
        element.kind === 'folder' || element.kind === 'group' ? inGroup('matrix', element) : source(element),
      types: ({ key, kind }) =>
        kind === 'folder' || kind === 'file' || kind === 'group' ? null : address('types', { focus: key }),
      matrix: (element) => inGroup('matrix', element),
      measures: (element) => inGroup('measures', element),
    };
  }, [codebaseId, params]);
}
