import { readFileSync } from 'node:fs';
import { Language, Parser, type Tree } from 'web-tree-sitter';
import type { CursorCalls } from '../../core/languages/reading/syntaxTable.ts';
import { packageFile } from '../installation.ts';

/** The WebAssembly runtime of one thread, and the grammars it has loaded. */
export interface ParserRuntime {
  calls: CursorCalls;
  language(grammar: string): Promise<Language>;
  /** Null when the text takes longer than the limit to parse. */
  parse(language: Language, text: string): Tree | null;
}

/** A file that takes longer is given up and reported as failed. */
const PARSE_LIMIT_MS = 20_000;

export async function createParserRuntime(): Promise<ParserRuntime> {
  // The module fills the object it is given with its exports, the cursor functions among them.
  const module = {} as Partial<CursorCalls>;
  await Parser.init(module);
  if (!module._ts_tree_cursor_goto_first_child_wasm)
    throw new Error('web-tree-sitter has other exports than expected');
  const parser = new Parser();
  const loaded = new Map<string, Language>();
  return {
    calls: module as CursorCalls,
    async language(grammar) {
      let language = loaded.get(grammar);
      if (!language) {
        language = await Language.load(readFileSync(packageFile(grammar)));
        loaded.set(grammar, language);
      }
      return language;
    },
    parse(language, text) {
      parser.setLanguage(language);
      const started = performance.now();
      const tree = parser.parse(text, null, {
        progressCallback: () => performance.now() - started > PARSE_LIMIT_MS,
      });
      if (!tree) parser.reset();
      return tree;
    },
  };
}
