import type { FactsOfFile } from '../../contracts/linked.ts';
import type { EntryPoint, LanguageDefinition } from '../../contracts/language.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { packageByFolder } from './modules.ts';
import { commonNames, createResolver, importName, pythonNames } from './names.ts';
import { impliedTypes } from './impliedTypes.ts';
import { vocabulary } from './vocabulary.ts';

const GRAMMAR = 'tree-sitter-python/tree-sitter-python.wasm';

/** `python -m package` runs the `__main__` of it. */
function programs(files: readonly FactsOfFile[]): EntryPoint[] {
  return files.flatMap(({ path }) => {
    const match = /(?:^|\/)([^/]+)\/__main__\.py$/.exec(path);
    return match ? [{ path, role: 'program' as const, name: match[1] }] : [];
  });
}

export const python: LanguageDefinition = {
  id: 'python',
  name: 'Python',
  endings: { '.py': GRAMMAR, '.pyi': GRAMMAR, '.pyw': GRAMMAR },
  interpreters: /^(python|pypy)[\d.]*$/,
  reader: grammarReader({ vocabulary, extractFacts, readDeclarations }),
  importName,
  entryPoints: (_, files) => programs(files),
  standsAlone: (path) => /(^|\/)(__init__|conftest|setup)\.pyi?$/.test(path),
  packages: packageByFolder,
  resolver: createResolver,
  names: pythonNames,
  impliedTypes,
  runUnnamed: /^__\w+__$/,
  specialRoutines: { made: '__init__', allocated: '__new__', called: '__call__' },
  commonNames,
};
