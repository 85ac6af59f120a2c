import { describe, expect, it } from 'vitest';
import { describeDependencies, fileTree } from '../../tests/surveyText.ts';
import { PARSED_BY_ITSELF, type LanguageDefinition } from '../contracts/language.ts';
import { EXPRESSION, FORM, KIND, REFERENCE, type FileFacts } from '../facts/fileFacts.ts';
import { link } from '../link/link.ts';
import { assembleFacts } from './reading/assemble.ts';
import { countLines } from './reading/lineFigures.ts';
import { declare, newReading } from './reading/reading.ts';
import { TableBuilder } from './reading/tableBuilder.ts';
import { defineVocabulary } from './reading/vocabulary.ts';
import { walkDeclarations, walkReferences } from './reading/walk.ts';
import { constructsOf, factsOf } from './readText.ts';
import { claims, languages } from './registry.ts';

/*
 * A language made up for these tests, which no grammar parses. Each line says one thing:
 *   needs NAME*       an interface that asks for methods
 *   has NAME*         a type with these methods
 *   take NAME TYPE    a routine of that name that takes a value of a primitive type
 *   give NAME TYPE    a call of it with such a value
 *   ask NAME          a call of a method of nobody knows what
 * Names of types are the lines they stand on: `needs1`, `has2`.
 */
const vocabulary = defineVocabulary(['sheet needs has take give ask word ERROR'], [], ['name type']);
const { K, F } = vocabulary;
const none = vocabulary.kindSet();

function parse(text: string): TableBuilder {
  const nodes = new TableBuilder();
  nodes.open(K.sheet, 0);
  let at = 0;
  for (const line of text.split('\n')) {
    const words = [...line.matchAll(/\S+/g)];
    if (words.length > 0) {
      if (words[0][0] === 'broken') throw new Error('a broken line');
      nodes.open(K[words[0][0] as 'needs'], at);
      words
        .slice(1)
        .forEach(({ 0: word, index }, i) =>
          nodes.leaf(K.word, at + index, at + index + word.length, i === 0 ? F.name : F.type),
        );
      nodes.close(at + line.length);
    }
    at += line.length + 1;
  }
  nodes.close(text.length);
  return nodes;
}

function facts(text: string): FileFacts {
  const table = parse(text).table();
  const reading = newReading(text, table);
  const { expressions } = reading;
  const wordsOf = (node: number): string[] => {
    const words: string[] = [];
    for (let child = node + 1; child < table.next[node]; child = table.next[child])
      words.push(text.slice(table.start[child], table.end[child]));
    return words;
  };
  walkDeclarations(reading, {
    opensScope: none,
    holdsVar: none,
    declare(_, node, kind, at) {
      if (kind === K.needs || kind === K.has) {
        const form = kind === K.needs ? FORM.interface : FORM.class;
        const name = `${kind === K.needs ? 'needs' : 'has'}${text.slice(0, table.start[node]).split('\n').length}`;
        return declare(reading, node, { kind: KIND.type, form, flags: 0, name, parent: at.owner });
      }
      const parent = table.parent[node];
      const isMethod = kind === K.word && (table.kind[parent] === K.needs || table.kind[parent] === K.has);
      if (!isMethod && kind !== K.take) return -1;
      const name = isMethod ? text.slice(table.start[node], table.end[node]) : wordsOf(node)[0];
      const form = isMethod ? FORM.method : FORM.function;
      const routine = declare(reading, node, { kind: KIND.routine, form, flags: 0, name, parent: at.owner });
      if (!isMethod)
        reading.declarations[routine].parameters = expressions.parameters(1, 1, [
          expressions.literal(wordsOf(node)[1]),
        ]);
      return routine;
    },
  });
  const routines = new Map<string, number[]>();
  reading.declarations.forEach(({ kind, parent, name }, d) => {
    if (kind === KIND.routine && parent < 0) routines.set(name, [...(routines.get(name) ?? []), d]);
  });
  const references = walkReferences(reading, {
    state: () => {},
    refers: vocabulary.kindSet(K.give, K.ask),
    refer(_, node, owner, into) {
      const [name, type] = wordsOf(node);
      if (table.kind[node] === K.ask)
        return into.add(
          REFERENCE.call,
          owner,
          node,
          expressions.add(EXPRESSION.member, 0, expressions.name(name)),
        );
      const symbol = reading.symbols.push(routines.get(name) ?? []) - 1;
      into.add(
        REFERENCE.call,
        owner,
        node,
        expressions.add(EXPRESSION.symbol, symbol),
        expressions.arguments([expressions.literal(type)]),
      );
    },
  });
  const counts = countLines(reading, { comment: none, wholeCode: none, blankText: none });
  return assembleFacts(reading, { parseErrors: [], counts, references });
}

const sheets: LanguageDefinition = {
  id: 'sheets',
  name: 'Sheets',
  endings: { '.sheet': PARSED_BY_ITSELF },
  fileNames: { Sheetfile: PARSED_BY_ITSELF, 'old-*.txt': PARSED_BY_ITSELF },
  interpreters: /^sheet$/,
  reader: {
    by: 'itself',
    facts,
    constructs: () => ({ spans: [], meanings: [], parents: [] }),
  },
  resolver: () => () => ({ kind: 'gap', reason: 'noSuchFile' }),
  commonNames: new Set(['print']),
  conversions: { widening: ['tiny', 'middling', 'huge'] },
  implicitInterfaces: true,
};

const noParser = { parse: () => Promise.reject(new Error('there is no grammar')) };

async function dependencies(text: string, changed: Partial<LanguageDefinition> = {}): Promise<string[]> {
  const language = { ...sheets, ...changed };
  const files = [
    {
      path: 'a.sheet',
      language: 'sheets',
      isTest: false,
      facts: await factsOf({ text, language, grammar: PARSED_BY_ITSELF }, noParser),
    },
  ];
  const named = (id: string): LanguageDefinition | undefined => (id === 'sheets' ? language : undefined);
  const { linked } = link(files, fileTree({ 'a.sheet': text }), { languageNamed: named });
  return describeDependencies(linked);
}

describe('a language that parses by itself', () => {
  it('needs no grammar for facts and constructs', async () => {
    const found = await factsOf(
      { text: 'has load\n', language: sheets, grammar: PARSED_BY_ITSELF },
      noParser,
    );
    expect(found.names).toEqual(['has1', 'load']);
    expect(found.lines).toMatchObject({ lines: 1, code: 1, blank: 0 });
    const constructs = await constructsOf(
      { text: '', language: sheets, grammar: PARSED_BY_ITSELF },
      noParser,
    );
    expect(constructs).toEqual({ spans: [], meanings: [], parents: [] });
  });

  it('gives up a text by throwing', async () => {
    const text = 'broken\n';
    await expect(factsOf({ text, language: sheets, grammar: PARSED_BY_ITSELF }, noParser)).rejects.toThrow(
      'a broken line',
    );
  });

  it('claims files by their whole names before any ending', () => {
    const claim = claims([...languages, sheets]);
    expect(claim('harbour/Sheetfile')?.language.id).toBe('sheets');
    expect(claim('harbour/old-tolls.txt')?.language.id).toBe('sheets');
    expect(claim('harbour/tolls.txt')).toBeNull();
    expect(claim('harbour/A.SHEET')?.language.id).toBe('sheets');
    expect(claim('Sheetfile/tolls')).toBeNull();
    expect(claim('harbour/tolls.ts')?.language.id).toBe('typescript');
  });

  it('says which of its primitive types fit where a wider one is asked for', async () => {
    const text = 'take weigh huge\ntake weigh tiny\ngive weigh middling\n';
    expect(await dependencies(text)).toEqual(['call a.sheet → a.sheet#weigh exact @3']);
    expect(await dependencies(text, { conversions: { widening: [] } })).toEqual([
      'call a.sheet → a.sheet#weigh ambiguous @3',
      'call a.sheet → a.sheet#weigh~2 ambiguous @3',
    ]);
  });

  it('says which names of methods tell nothing of the receiver', async () => {
    const call = 'call a.sheet → a.sheet#has1.print inferred @2';
    expect(await dependencies('has print\nask print\n')).toEqual([]);
    expect(await dependencies('has print\nask print\n', { commonNames: new Set() })).toEqual([call]);
  });

  it('may have types that are of an interface without saying so', async () => {
    const text = 'needs load moor\nhas load moor sail\nhas load\nneeds\nhas moor\n';
    const implement = 'implement a.sheet#has2 → a.sheet#needs1 inferred @2';
    expect(await dependencies(text)).toEqual([implement]);
    expect(await dependencies(text, { implicitInterfaces: undefined })).toEqual([]);
  });

  it('is refused by linking when the table does not hold it', async () => {
    const found = await factsOf({ text: '', language: sheets, grammar: PARSED_BY_ITSELF }, noParser);
    const files = [{ path: 'a.sheet', language: 'sheets', isTest: false, facts: found }];
    expect(() => link(files, fileTree({}), { languageNamed: () => undefined })).toThrow('No language sheets');
  });
});

describe('the builder of syntax tables', () => {
  it('numbers nodes in preorder, with the node after each', () => {
    const nodes = new TableBuilder();
    nodes.open(1, 0);
    nodes.leaf(2, 0, 3, 7);
    nodes.open(3, 4);
    nodes.leaf(4, 4, 5);
    nodes.close(6);
    nodes.close(8);
    const table = nodes.table();
    expect([...table.kind]).toEqual([1, 2, 3, 4]);
    expect([...table.field]).toEqual([0, 7, 0, 0]);
    expect([...table.start]).toEqual([0, 0, 4, 4]);
    expect([...table.end]).toEqual([8, 3, 6, 5]);
    expect([...table.parent]).toEqual([-1, 0, 0, 2]);
    expect([...table.next]).toEqual([4, 2, 4, 4]);
  });

  it('refuses a table of which nodes are open, and a close too many', () => {
    const nodes = new TableBuilder();
    nodes.open(1, 0);
    expect(() => nodes.table()).toThrow('1 nodes are still open');
    nodes.close(1);
    expect(() => nodes.close(1)).toThrow('No node is open');
  });
});
