import { FORM, type FileFacts } from '../facts/fileFacts.ts';

/** The constructors that a type states in its own file; O(declarations after it). */
export function constructorsIn({ declarations }: FileFacts, type: number): number[] {
  const found: number[] = [];
  for (let d = type + 1; d < declarations.count; d++)
    if (declarations.parent[d] === type && declarations.form[d] === FORM.constructor) found.push(d);
  return found;
}
