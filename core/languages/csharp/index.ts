import type { LanguageDefinition } from '../language.ts';
import { unreadFacts } from '../reading/assemble.ts';
import { newReading } from '../reading/reading.ts';
import { readSyntax } from '../reading/syntaxTable.ts';
import { declareAll } from './declare.ts';
import { extractFacts } from './extract.ts';
import { createResolver, csharpNames } from './names.ts';
import { prepare } from './prepare.ts';
import { programs } from './projects.ts';
import { vocabulary } from './vocabulary.ts';

export const csharp: LanguageDefinition = {
  id: 'csharp',
  name: 'C#',
  endings: { '.cs': 'tree-sitter-c-sharp/tree-sitter-c_sharp.wasm' },
  interpreters: /^(dotnet-script|csharp)$/,
  textToParse: (text) => prepare(text).text,
  unread: unreadFacts,
  read: (text, { tree, calls, language }) =>
    extractFacts(text, readSyntax(tree, calls, vocabulary.of(language)), prepare(text)),
  scopes(text, { tree, calls, language }) {
    const reading = newReading(text, readSyntax(tree, calls, vocabulary.of(language)));
    declareAll(reading);
    return reading;
  },
  entryPoints: programs,
  standsAlone: (path) => /(^|\/)(AssemblyInfo|GlobalUsings)\.cs$|\.Designer\.cs$/.test(path),
  packages: 'declared',
  resolver: createResolver,
  names: csharpNames,
};
