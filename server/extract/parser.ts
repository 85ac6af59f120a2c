import { readFileSync } from 'node:fs';
import { Language, Parser } from 'web-tree-sitter';
import type { CursorCalls } from '../../core/contracts/language.ts';
import type { TextParser } from '../../core/languages/readText.ts';
import { packageFile } from '../installation.ts';

/** The WebAssembly runtime of one thread, and the grammars it has loaded. */
export interface ParserRuntime extends TextParser {
  calls: CursorCalls;
  language(grammar: string): Promise<Language>;
}

/** A file that takes longer is given up and reported as failed. */
const PARSE_LIMIT_MS = 20_000;

let started: Promise<CursorCalls> | undefined;

/** Starts the WebAssembly module, once a thread: it fills the object that it is given the first time, and no other. */
function startModule(): Promise<CursorCalls> {
  return (started ??= (async () => {
    const module = {} as Partial<CursorCalls>;
    await Parser.init(module);
    if (!module._ts_tree_cursor_goto_first_child_wasm)
      throw new Error('web-tree-sitter has other exports than expected');
    return module as CursorCalls;
  })());
}

/** A parser with nothing loaded yet; a thread may have another when one cannot be trusted any more. */
export async function createParserRuntime(): Promise<ParserRuntime> {
  const calls = await startModule();
  const parser = new Parser();
  const loaded = new Map<string, Language>();
  const loadedLanguage = async (grammar: string): Promise<Language> => {
    let language = loaded.get(grammar);
    if (!language) {
      language = await Language.load(readFileSync(packageFile(grammar)));
      loaded.set(grammar, language);
    }
    return language;
  };
  return {
    calls,
    language: loadedLanguage,
    async parse(grammar, text) {
      const language = await loadedLanguage(grammar);
      parser.setLanguage(language);
      const started = performance.now();
      const tree = parser.parse(text, null, {
        progressCallback: () => performance.now() - started > PARSE_LIMIT_MS,
      });
      if (!tree) parser.reset();
      return tree && { tree, calls, grammar, language };
    },
  };
}
