import { parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import { arrangementWords } from './arrangementWords.ts';
import type { ElementLabel } from '../ground/elements.ts';

/** A group as it is called where it stands alone: a folder's path, a package's whole name, a build module's own. */
export function groupText({ key, name }: Pick<ElementLabel, 'key' | 'name'>): string {
  const named = parseGroupKey(key);
  if ((named?.name ?? key) === '') return 'the whole codebase';
  if (!named) return key;
  return named.id === 'packages' && !named.name.startsWith('(') ? named.name : name;
}

/** The same where the groups in it stand beside it: what it holds itself, by the end that evidence is asked for by. */
export function ownGroupText(group: Pick<ElementLabel, 'key' | 'name'> & { end: string }): string {
  if (!group.end.endsWith('/.')) return groupText(group);
  return group.key === '' ? 'files at the top' : `${groupText(group)}, itself`;
}

/** The kind of an element or a group in a word: `file`, `package`. */
export function kindWord({ key, kind }: Pick<ElementLabel, 'key' | 'kind'>): string {
  const named = kind === 'group' ? parseGroupKey(key) : null;
  return named ? arrangementWords[named.id].one : kind;
}
