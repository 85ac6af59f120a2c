import type { FactsOfFile } from '../../contracts/linked.ts';
import type { EntryPoint, LanguageDefinition } from '../../contracts/language.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { packageByFolder } from './modules.ts';
import { commonNames, createResolver, importName, pythonNames } from './names.ts';
import { impliedTypes } from './impliedTypes.ts';
import { vocabulary } from './vocabulary.ts';

const GRAMMAR = 'tree-sitter-python/tree-sitter-python.wasm';

/** How files are called that are there to be run. */
const isRun = /(^|\/)(main|app|manage|run|cli|server|wsgi|asgi)\.py$/;

/**
 * `python -m package` runs the `__main__` of it; a file that asks whether it is run (`__name__ == '__main__'`) may be. A module of a
 * library may do so as well: by its name alone it makes no program of what lies around it.
 */
function programs(files: readonly FactsOfFile[]): EntryPoint[] {
  return files.flatMap(({ path, language, facts: { names, quoted } }): EntryPoint[] => {
    if (language !== 'python') return [];
    const match = /(?:^|\/)([^/]+)\/__main__\.py$/.exec(path);
    if (match) return [{ path, role: 'program', name: match[1] }];
    if (!quoted?.includes('__main__') || !names.includes('__name__')) return [];
    const name = path.slice(path.lastIndexOf('/') + 1);
    return [{ path, role: 'program', name, ...(isRun.test(path) ? {} : { isBeside: true as const }) }];
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
