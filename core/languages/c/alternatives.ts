import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { Place } from '../../contracts/nameRules.ts';
import type { Declared } from '../../contracts/values.ts';

/**
 * What a name means of several macros, functions and variables that a file sees, when more than its place decides: a macro hides
 * what else bears its name, unless a condition may take it out, and of what conditions choose from, nothing says which it is. Null
 * where none of this matters. `definitionOf` joins prototypes to definitions.
 */
export function chosenByConditions(
  files: readonly FactsOfFile[],
  visible: readonly Place[],
  from: number,
  definitionOf: (file: number, declaration: number) => Place | null,
): Declared | null {
  const of = ({ file, declaration }: Place) => {
    const { kind, form, flags } = files[file].facts.declarations;
    return { kind: kind[declaration], form: form[declaration], flags: flags[declaration] };
  };
  if (visible.some((place) => of(place).kind === KIND.type)) return null;
  const macros = visible.filter((place) => of(place).form === FORM.macro);
  const sure = macros.filter((place) => !(of(place).flags & FLAG.conditional));
  if (macros.length > 0 && sure.length === 1 && macros.length === 1) return declared(macros);
  const others = visible.filter((place) => of(place).form !== FORM.macro);
  // Elsewhere than in C, functions of one name are mostly told apart by what they take.
  const things =
    files[from].language === 'c' || macros.length > 0 ? distinct(others, from, of, definitionOf) : [];
  const candidates = [...(sure.length > 0 ? sure : macros), ...(sure.length > 0 ? [] : things)];
  if (candidates.length < 2)
    return macros.length > 0 && candidates.length === 1 ? declared(candidates) : null;
  const [first, ...rest] = candidates.slice(0, MOST);
  return { ...declared([first]), others: rest.map((place) => declared([place])) };
}

/** More candidates than this say nothing. */
const MOST = 8;

function declared(places: readonly Place[]): Declared {
  return {
    tag: 'declared',
    file: places[0].file,
    declarations: places.map(({ declaration }) => declaration),
    inferred: false,
  };
}

/** Functions and variables that differ: a file's own before what it includes, unless a condition may take that out. */
function distinct(
  places: readonly Place[],
  from: number,
  of: (place: Place) => { flags: number },
  definitionOf: (file: number, declaration: number) => Place | null,
): Place[] {
  const isWhole = (place: Place): boolean => (of(place).flags & FLAG.bodiless) === 0;
  const whole = places.filter(isWhole);
  const own = whole.filter(({ file }) => file === from);
  if (own.some((place) => !(of(place).flags & FLAG.conditional))) return own;
  if (whole.length > 0) return whole;
  // Prototypes of one name are of one function, wherever they stand.
  const [prototype] = places;
  if (!prototype) return [];
  return [definitionOf(prototype.file, prototype.declaration) ?? prototype];
}
