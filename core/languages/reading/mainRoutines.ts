import { FLAG, KIND } from '../../facts/fileFacts.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { EntryPoint } from '../../contracts/language.ts';

/** Files of some languages in which a routine `main`, or as `called`, begins a program: on its own, or static in a type. */
export function mainRoutines(
  files: readonly FactsOfFile[],
  languages: readonly string[],
  called = 'main',
): EntryPoint[] {
  return files.flatMap(({ path, language, facts: { declarations, names } }) => {
    // What is included in others begins none of them by itself.
    if (!languages.includes(language) || /\.(h|hh|hpp|hxx|h\+\+|inl|ipp|tcc)$/i.test(path)) return [];
    for (let d = 0; d < declarations.count; d++) {
      if (declarations.kind[d] !== KIND.routine || names[declarations.name[d]] !== called) continue;
      const parent = declarations.parent[d];
      const isProgram =
        parent < 0 ? !(declarations.flags[d] & FLAG.bodiless) : declarations.flags[d] & FLAG.static;
      const name = parent < 0 ? path.slice(path.lastIndexOf('/') + 1) : names[declarations.name[parent]];
      if (isProgram) return [{ path, role: 'program' as const, name }];
    }
    return [];
  });
}
