import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { ElementLabel } from '../../server/views/remembered.ts';
import { carriedOver, patched } from '../state/pictureState.ts';

export interface ElementLinks {
  /** The source of an element; null for folders and externals. */
  source(element: ElementLabel): string | null;
  place(file: string, line: number): string;
  /** What a double click leads to: the source, or the matrix of a folder. */
  goIn(element: ElementLabel): string | null;
  /** The hierarchy of a type, or of the one that a member stands in; null for folders. */
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
      if (kind === 'folder' || kind === 'external') return null;
      const [file] = key.split('#');
      return address('source', { file, focus: key });
    };
    const folderOf = ({ key, kind }: ElementLabel): string | null => {
      if (kind === 'external') return null;
      if (kind === 'folder') return key;
      const file = key.split('#')[0];
      return file.includes('/') ? file.slice(0, file.lastIndexOf('/')) : '';
    };
    const inFolder = (view: string, element: ElementLabel): string | null => {
      const folder = folderOf(element);
      return folder === null ? null : address(view, { in: folder, focus: element.key });
    };
    return {
      source,
      place: (file, line) => address('source', { file, line: String(line) }),
      goIn: (element) => (element.kind === 'folder' ? inFolder('matrix', element) : source(element)),
      types: ({ key, kind }) =>
        kind === 'folder' || kind === 'file' ? null : address('types', { focus: key }),
      matrix: (element) => inFolder('matrix', element),
      measures: (element) => inFolder('measures', element),
    };
  }, [codebaseId, params]);
}
