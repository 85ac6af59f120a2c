import type { Language, Tree } from 'web-tree-sitter';
import type { GrammarFile, GrammarReader } from '../../contracts/language.ts';
import type { FileFacts } from '../../facts/fileFacts.ts';
import { readConstructs } from './constructs.ts';
import { quotedNames, wordsOfLines, type DeclaredLines } from './quotedNames.ts';
import type { Reading } from './reading.ts';
import { readSyntax, type NodeVocabulary, type SyntaxTable } from './syntaxTable.ts';

/** Quotation marks and prefixes around what a literal says. */
const MOST_MARKS = 6;

/** True where a stretch is all that a literal says: no part of a comment, nor of a text that documents. */
function isLiteral({ rootNode }: Tree, from: number, to: number): boolean {
  const node = rootNode.descendantForIndex(from, to - 1);
  return (
    node !== null &&
    !node.type.includes('comment') &&
    node.endIndex - node.startIndex <= to - from + MOST_MARKS
  );
}

/** Worked out when it is first asked: most files quote no name. */
function declaredLines(facts: FileFacts): DeclaredLines {
  let lines: ReturnType<typeof linesByName> | undefined;
  return (name) => (lines ??= linesByName(facts)).get(name);
}

function linesByName({ declarations, names }: FileFacts): Map<string, [number, number][]> {
  const lines = new Map<string, [number, number][]>();
  for (let d = 0; d < declarations.count; d++) {
    const name = names[declarations.name[d]];
    const stretch: [number, number] = [declarations.startLine[d], declarations.endLine[d]];
    const known = lines.get(name);
    if (known) known.push(stretch);
    else lines.set(name, [stretch]);
  }
  return lines;
}

/** What a language does with a text that a grammar parses. */
interface Passes<Prepared extends { text: string }> {
  vocabulary: { of(language: Language): NodeVocabulary };
  /** Makes a text ready for the parser; without it, the text is parsed as it is. */
  prepare?(text: string, grammar: GrammarFile, macros?: Uint8Array): Prepared;
  extractFacts(text: string, table: SyntaxTable, prepared: Prepared): FileFacts;
  /** The declarations and scopes, without what they refer to. */
  readDeclarations(text: string, table: SyntaxTable, prepared: Prepared): Reading;
}

/** The reader of a language from its passes. A text is prepared once, for parsing it and reading it follow each other. */
export function grammarReader<Prepared extends { text: string } = { text: string }>({
  vocabulary,
  prepare,
  extractFacts,
  readDeclarations,
}: Passes<Prepared>): GrammarReader {
  let last: { text: string; grammar: GrammarFile; macros?: Uint8Array; prepared: Prepared } | null = null;
  const prepared = (text: string, grammar: GrammarFile, macros?: Uint8Array): Prepared => {
    if (!prepare) return { text } as Prepared;
    if (last?.text !== text || last.grammar !== grammar || last.macros !== macros)
      last = { text, grammar, macros, prepared: prepare(text, grammar, macros) };
    return last.prepared;
  };
  return {
    by: 'grammar',
    textToParse: (text, grammar, macros) => prepared(text, grammar, macros).text,
    facts(text, { tree, calls, grammar, language }, macros) {
      const table = readSyntax(tree, calls, vocabulary.of(language));
      const facts = extractFacts(text, table, prepared(text, grammar, macros));
      const { quoted, named } = quotedNames(
        text,
        (from, to) => isLiteral(tree, from, to),
        declaredLines(facts),
      );
      const unread = wordsOfLines(text, facts.parseErrors);
      return { ...facts, quoted: [...new Set([...(facts.quoted ?? []), ...quoted, ...unread])], named };
    },
    constructs(text, parsed) {
      const { tree, calls, grammar, language } = parsed;
      const table = readSyntax(tree, calls, vocabulary.of(language));
      return readConstructs(readDeclarations(text, table, prepared(text, grammar)), parsed);
    },
  };
}
