import { FLAG, KIND } from '../../facts/fileFacts.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { EntryPoint } from '../../contracts/language.ts';

/** Where programs lie that show, measure, test or serve a library. */
const beside =
  /(^|\/)(examples?|samples?|demos?|tutorials?|bench(mark)?s?|benchlog|perf|fuzz(ers?|ing)?|tools?|utils?|contrib|scripts?|tests?|testing|docs?)\/|[_-]?(bench(mark)?|fuzz(er)?|example|demo|test)s?\.\w+$/i;

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
      if (isProgram)
        return [{ path, role: 'program' as const, name, ...(beside.test(path) ? { isBeside: true } : {}) }];
    }
    return [];
  });
}
