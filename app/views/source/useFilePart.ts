import { useEffect } from 'react';
import { useFetcher } from 'react-router';
import type { Answer, Part } from '../../../server/views/table.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';

/**
 * What is told of a file after its text, which does not wait for it: the outline, or its constructs; null until it has
 * come. A file's part is asked for in one place, and handed on.
 */
export function useFilePart<Name extends 'outline' | 'constructs'>(
  name: Name,
  codebaseId: string,
  path: string,
): Answer<Name> | null {
  const { params } = usePicture();
  const query = besideQuery(params, { file: path, focus: null });
  const { load, data } = useFetcher<Part<Name>>({ key: `${name} ${path}` });
  useEffect(() => void load(`/codebases/${codebaseId}/${name}?${query}`), [load, name, codebaseId, query]);
  const told = data && 'answer' in data ? data.answer : null;
  return told?.path === path ? told : null;
}
