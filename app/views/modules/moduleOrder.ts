import type { SentEdit } from '../../../server/plans/planForm.ts';
import type { ModuleRow } from '../../../server/views/plan/planView.ts';

type Row = Pick<ModuleRow, 'id' | 'name' | 'parent' | 'isOrdered'>;

/** An edit, and what it is called among the steps that can be taken back. */
export interface NamedEdit {
  what: string;
  edit: SentEdit;
}

/** The modules that stand beside one, itself among them, from the top. */
export function siblingsOf<R extends Row>(modules: readonly R[], { parent }: Row): R[] {
  return modules.filter((other) => other.parent === parent);
}

/** Moves a module to a place among those beside it, 0 on top; null where that changes nothing. */
export function movedTo(modules: readonly Row[], row: Row, place: number): NamedEdit | null {
  const siblings = siblingsOf(modules, row);
  const at = siblings.findIndex(({ id }) => id === row.id);
  if (at < 0 || place === at || place < 0 || place >= siblings.length) return null;
  const moved = siblings.map(({ id }) => id).toSpliced(at, 1);
  moved.splice(place, 0, row.id);
  const what = `${row.name} ${place < at ? 'above' : 'below'} ${siblings[place].name}`;
  return { what, edit: { edit: 'order', modules: moved, isByHand: true } };
}

/** The same by so many places, down the page where that is above 0. */
export function movedBy(modules: readonly Row[], row: Row, by: number): NamedEdit | null {
  const at = siblingsOf(modules, row).findIndex(({ id }) => id === row.id);
  return movedTo(modules, row, at + by);
}

/** Lets links say again where a module and those beside it stand; null where nothing else does. */
export function orderedByLinks(modules: readonly Row[], row: Row): NamedEdit | null {
  const siblings = siblingsOf(modules, row);
  if (!siblings.some(({ isOrdered }) => isOrdered)) return null;
  const ids = siblings.map(({ id }) => id);
  return { what: 'modules ordered by links', edit: { edit: 'order', modules: ids, isByHand: false } };
}
