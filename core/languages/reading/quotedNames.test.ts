import { describe, expect, it } from 'vitest';
import { qualifiedNames } from './namedPlaces.ts';
import { quotedNames } from './quotedNames.ts';

const isCode = (): boolean => true;

describe('names in strings', () => {
  it('are those that a string is, the last part of a qualified one, and what is turned into a string', () => {
    const text = `load("canal.locks.Gate"); call('open'); call(\`close\`); of(nameof(Proxy<int>.TryOpen)); say("no name"); say("to"); open("x");`;
    expect(quotedNames(text, isCode).quoted).toEqual(['Gate', 'open', 'close', 'TryOpen']);
  });

  it('are each told once, and no more than a few thousand', () => {
    expect(quotedNames('"gate" "gate"', isCode).quoted).toEqual(['gate']);
    const many = Array.from({ length: 9_000 }, (_, i) => `"name${i}"`).join();
    expect(quotedNames(many, isCode).quoted).toHaveLength(2_000);
  });

  it('have a place where they are qualified and stand in code', () => {
    const text = `open("gate");\n  load("canal.Gate", 'canal/Lock'); // "canal.Pump"`;
    const comment = text.indexOf('//');
    expect(quotedNames(text, (offset) => offset < comment).named).toEqual([
      ['canal.Gate', 2, 9],
      ['canal/Lock', 2, 23],
    ]);
  });
});

describe('qualified names of configuration', () => {
  it('are read with their places, but for those in comments', () => {
    const text = [
      '<!-- canal.Old -->',
      '<bean class="canal.locks.Gate$Leaf"/><!--',
      'canal.Older --><x ref="canal.cli:main"/>',
      '  # canal.Oldest',
      'canal::Weir',
      'word.',
    ].join('\n');
    expect(qualifiedNames(text)).toEqual([
      ['canal.locks.Gate$Leaf', 2, 14],
      ['canal.cli:main', 3, 24],
      ['canal::Weir', 5, 1],
    ]);
  });

  it.each([
    ['letters', 'a'.repeat(900_000)],
    ['parts', 'a.'.repeat(450_000)],
    ['comments that are opened', '<!--'.repeat(225_000)],
    ['blanks', ' \t'.repeat(450_000)],
    ['empty lines', '\n'.repeat(900_000)],
    ['separators', ':'.repeat(900_000)],
  ])('take a megabyte of %s in their stride', (_, text) => {
    const before = process.cpuUsage();
    qualifiedNames(text);
    const { user } = process.cpuUsage(before);
    expect(user / 1e6).toBeLessThan(5);
  });
});
