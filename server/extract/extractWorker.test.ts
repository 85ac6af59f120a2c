import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { decode } from '../source/decode.ts';
import extractBatch, { type ExtractTask } from './extractWorker.ts';
import { unpackFacts } from './packedFacts.ts';
import { createParserRuntime } from './parser.ts';

const bytes = (...values: number[]): Buffer => Buffer.from(values);

describe('the text of a file', () => {
  it.each([
    ['plain', Buffer.from('let a = "ü";'), 'let a = "ü";'],
    ['with a byte order mark', Buffer.from('\uFEFFlet a;'), 'let a;'],
    ['UTF-16, little-endian', Buffer.concat([bytes(0xff, 0xfe), Buffer.from('let a;', 'utf16le')]), 'let a;'],
    [
      'UTF-16, big-endian',
      Buffer.concat([bytes(0xfe, 0xff), Buffer.from('let a;', 'utf16le').swap16()]),
      'let a;',
    ],
    ['Latin-1', bytes(0x2f, 0x2f, 0xfc), '//ü'],
    ['empty', Buffer.alloc(0), ''],
  ])('%s', (_, content, expected) => {
    expect(decode(content)).toBe(expected);
  });

  it('is null for what is no text', () => {
    expect(decode(bytes(1, 0, 2))).toBeNull();
  });
});

it('a thread that gives up one parser has another', async () => {
  for (let i = 0; i < 2; i++) {
    const { parse } = await createParserRuntime();
    const parsed = await parse('tree-sitter-typescript/tree-sitter-typescript.wasm', 'const a = 1;');
    expect(parsed!.tree.rootNode.hasError).toBe(false);
  }
});

describe('a batch', () => {
  const taskOf = (folder: string, names: string[]): ExtractTask => ({
    files: names.map((path) => ({
      path,
      location: { kind: 'disk', absolute: `${folder}/${path}` },
      language: 'typescript',
      grammar: 'tree-sitter-typescript/tree-sitter-typescript.wasm',
    })),
    macroTables: {},
    keepsTexts: false,
  });

  it('one bad file does not spoil the others', async () => {
    const folder = temporaryFolder({
      'a.ts': 'export const a = 1;',
      'b.ts': Uint8Array.from([0, 1]),
      'd.ts': 'const d = {',
    });
    const results = await extractBatch(taskOf(folder, ['a.ts', 'b.ts', 'c.ts', 'd.ts']));
    expect(results.map(({ path, kind }) => [path, kind])).toEqual([
      ['a.ts', 'facts'],
      ['b.ts', 'leftOut'],
      ['c.ts', 'leftOut'],
      ['d.ts', 'facts'],
    ]);
    expect(results[2]).toMatchObject({ reason: 'unreadable', detail: 'it was removed during the survey' });
    const last = results[3];
    expect(last.kind === 'facts' && unpackFacts(last.packed).parse).toBe('partial');
  });

  it('an empty one does nothing but start the parser', async () => {
    expect(await extractBatch({ files: [], macroTables: {}, keepsTexts: false })).toEqual([]);
  });

  it('the same content has the same hash, wherever it lies', async () => {
    const folder = temporaryFolder({ 'a.ts': 'let x;', 'sub/b.ts': 'let x;' });
    const [a, b] = await extractBatch(taskOf(folder, ['a.ts', 'sub/b.ts']));
    expect(a.hash).toBe(b.hash);
  });
});
