import { parseGroupKey, type ArrangementId } from '../../../core/arrangement/arrangement.ts';
import { packageInModule } from '../../../core/arrangement/packageInModule.ts';
import { folderOf } from '../../../core/contracts/fileTree.ts';
import { arrangementWords } from './arrangementWords.ts';
import type { ElementLabel } from '../surveyAccess/elements.ts';

/** A group as it is called where it stands alone: a folder's path, a package's whole name, a build module's own. */
export function groupText({ key, name }: Pick<ElementLabel, 'key' | 'name'>): string {
  const named = parseGroupKey(key);
  if ((named?.name ?? key) === '') return 'the whole codebase';
  if (!named) return key;
  if (named.id === 'packages' && !named.name.startsWith('(')) return named.name;
  const inModule = named.id === 'modulePackages' ? packageInModule(named.name) : null;
  if (inModule === null) return name;
  const folder = folderOf(inModule.module);
  return folder === '' ? inModule.packageName : `${folder}: ${inModule.packageName}`;
}

/** The same where the groups in it stand beside it: what it holds itself, by the end that evidence is asked for by. */
export function ownGroupText(group: Pick<ElementLabel, 'key' | 'name'> & { end: string }): string {
  if (!group.end.endsWith('/.')) return groupText(group);
  return group.key === '' ? 'files at the top' : `${groupText(group)} (direct members)`;
}

/** The kind of an element or a group in a word: `file`, `package`. */
export function kindWord({ key, kind }: Pick<ElementLabel, 'key' | 'kind'>): string {
  const named = kind === 'group' ? parseGroupKey(key) : null;
  return named ? groupWord(named.id, named.name) : kind;
}

/** What a group of an arrangement is called: of build modules with packages in them it may be either. */
export function groupWord(by: ArrangementId, name: string): string {
  if (by !== 'modulePackages') return arrangementWords[by].one;
  return packageInModule(name) === null ? arrangementWords.modules.one : arrangementWords.packages.one;
}
