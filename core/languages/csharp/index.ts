import type { LanguageDefinition } from '../../contracts/language.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { conversions } from './conversions.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { commonNames, createResolver, csharpNames } from './names.ts';
import { prepare } from './prepare.ts';
import { programs } from './projects.ts';
import { impliedTypes } from './impliedTypes.ts';
import { vocabulary } from './vocabulary.ts';

export const csharp: LanguageDefinition = {
  id: 'csharp',
  name: 'C#',
  endings: { '.cs': 'tree-sitter-c-sharp/tree-sitter-c_sharp.wasm' },
  interpreters: /^(dotnet-script|csharp)$/,
  reader: grammarReader({ vocabulary, prepare, extractFacts, readDeclarations }),
  entryPoints: programs,
  impliedTypes,
  runUnnamed:
    /^(ToString|Equals|GetHashCode|Finalize|Dispose|DisposeAsync|GetEnumerator|CompareTo|Deconstruct|~.*|operator.*|static .*|.*\..*)$/,
  standsAlone: (path) => /(^|\/)(AssemblyInfo|GlobalUsings)\.cs$|\.Designer\.cs$/.test(path),
  packages: 'declared',
  resolver: createResolver,
  names: csharpNames,
  commonNames,
  conversions,
};
