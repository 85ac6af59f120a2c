import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutMiddle, headAndTail } from './cut.ts';
import { nameAlone, namesApart, shortNames, type Named } from './namesApart.ts';

const file = (key: string): Named => ({ key, name: key.split('/').at(-1)!, kind: 'file' });
const routine = (key: string, takes?: string): Named => {
  const name = key.split(/[#.]/).at(-1)!.replace(/~\d+$/, '');
  return { key, name, kind: 'routine', ...(takes === undefined ? {} : { takes }) };
};

describe('names in a list', () => {
  it('are the name alone where that tells, and as much of the path as it takes where it does not', () => {
    const all = ['src/tolls/index.ts', 'src/crew/index.ts', 'src/crew/rota.ts'].map(file);
    expect(namesApart(all)).toEqual(['tolls/index.ts', 'crew/index.ts', 'rota.ts']);
    expect(namesApart(['a/x/__init__.py', 'b/x/__init__.py', '__init__.py'].map(file))).toEqual([
      'a/x/__init__.py',
      'b/x/__init__.py',
      '__init__.py',
    ]);
  });

  it('of trees beside each other leave out the middle that does not tell', () => {
    const all = ['android/core/src/cache/Cache.java', 'core/core/src/cache/Cache.java'].map(file);
    expect(namesApart(all)).toEqual(['android/…/Cache.java', 'core/…/Cache.java']);
  });

  it('keep the middle where it is what tells', () => {
    const all = ['a/x/b/c/d.ts', 'a/y/b/c/d.ts', 'z/x/b/c/d.ts'].map(file);
    expect(new Set(namesApart(all)).size).toBe(3);
    const twice = ['x/b/c/d.ts', 'y/b/c/d.ts', 'x/p/q/d.ts', 'z/p/q/d.ts'].map(file);
    expect(namesApart(twice)).toEqual(['x/…/d.ts', 'y/…/d.ts', 'x/p/q/d.ts', 'z/…/d.ts']);
  });

  it('of members have what holds them, but not in its own list, and overloads what they take', () => {
    const all = [
      routine('a.ts#Tariff.quote', 'int'),
      routine('a.ts#Tariff.quote~2', 'String'),
      routine('a.ts#Tariff.quote~3', ''),
    ];
    expect(namesApart(all)).toEqual(['Tariff.quote(int)', 'Tariff.quote(String)', 'Tariff.quote()~3']);
    expect(namesApart(all, { within: 'a.ts#Tariff' })).toEqual(['quote(int)', 'quote(String)', 'quote()~3']);
    expect(nameAlone(routine('src/a.ts#main'))).toBe('main');
  });

  it('of one of several bear no number where the others are not listed', () => {
    const later = routine('a.h#Ascii.isSpace~2');
    expect(namesApart([later, routine('a.h#Ascii.isDigit')])).toEqual(['Ascii.isSpace', 'Ascii.isDigit']);
    expect(namesApart([later, routine('a.h#Ascii.isSpace')])).toEqual(['Ascii.isSpace~2', 'Ascii.isSpace']);
    expect(namesApart([later, later])).toEqual(['Ascii.isSpace', 'Ascii.isSpace']);
  });

  it('of members of one name go on to their files', () => {
    const all = [routine('src/a/rate.ts#Rate.of'), routine('src/b/rate.ts#Rate.of')];
    expect(namesApart(all)).toEqual(['a/rate.ts#Rate.of', 'b/rate.ts#Rate.of']);
  });

  it('of packages, externals, the root and what is left of a thing', () => {
    const all: Named[] = [
      { key: 'packages:canal.tolls', name: 'tolls', kind: 'group' },
      { key: 'packages:crew.tolls', name: 'tolls', kind: 'group' },
      { key: 'npm:react', name: 'react', kind: 'external' },
      { key: '', name: '', kind: 'folder' },
      { ...file('src/a.ts'), isRest: true },
    ];
    expect(namesApart(all)).toEqual([
      'canal.tolls',
      'crew.tolls',
      'react',
      'the whole codebase',
      'a.ts, the rest',
    ]);
  });

  it('differ wherever keys do, and end as the path ends', () => {
    const path = fc
      .array(fc.constantFrom('a', 'b', 'c', 'index.ts', 'x.ts'), { minLength: 1, maxLength: 6 })
      .map((parts) => parts.join('/'));
    fc.assert(
      fc.property(fc.uniqueArray(path, { maxLength: 30 }), (paths) => {
        const texts = namesApart(paths.map(file));
        expect(new Set(texts).size).toBe(paths.length);
        texts.forEach((text, i) => expect(paths[i].split('/').at(-1)).toBe(text.split('/').at(-1)));
      }),
    );
  });
});

describe('names in little room', () => {
  const overload = (key: string, takes: string): Named => ({ key, name: 'moor', kind: 'routine', takes });
  const names = (all: Named[]): string[] => shortNames(all, ({ key }) => key.slice(0, key.lastIndexOf('.')));

  it('say how many things an overload takes, where that tells', () => {
    const all = [
      overload('a.ts#Boat.moor', ''),
      overload('a.ts#Boat.moor~2', 'int'),
      overload('a.ts#Boat.moor~3', 'Map<int, Quay>, fn(int, int)'),
    ];
    expect(names(all)).toEqual(['moor()', 'moor(1)', 'moor(2)']);
  });

  it('keep the types of those that take as many, and do not count those of another type', () => {
    const all = [
      overload('a.ts#Boat.moor', 'int'),
      overload('a.ts#Boat.moor~2', 'Quay'),
      overload('a.ts#Boat.moor~3', 'int, int'),
      overload('a.ts#Tug.moor', 'int, int'),
    ];
    expect(names(all)).toEqual(['moor(int)', 'moor(Quay)', 'moor(2)', 'moor(2)']);
  });
});

describe('a name that is too long', () => {
  it('is cut in its middle', () => {
    expect(cutMiddle('src/tolls/rates.ts', 40)).toBe('src/tolls/rates.ts');
    expect(cutMiddle('src/tolls/deep/down/rates.ts', 20)).toBe('src/…/down/rates.ts');
    expect(cutMiddle('src/tolls/deep/down/rates.ts', 16)).toBe('src/…/rates.ts');
    expect(cutMiddle('aVeryLongNameIndeed.java', 16)).toBe('aVery…ndeed.java');
    expect(cutMiddle('abcdef', 1)).toBe('…');
  });

  it('never loses its end, and is never longer than asked for', () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 60 }),
        fc.integer({ min: 4, max: 60 }),
        (name, letters) => {
          const cut = cutMiddle(name, letters);
          expect(cut.length).toBeLessThanOrEqual(letters);
          expect(cut.at(-1)).toBe(name.at(-1));
          expect(headAndTail(name).join('')).toBe(name);
        },
      ),
    );
  });

  it('have a part that may be cut as soon as their end tells without it', () => {
    expect(headAndTail('index.ts')).toEqual(['', 'index.ts']);
    expect(headAndTail('PassageFacts')).toEqual(['Passag', 'eFacts']);
    expect(headAndTail('assessPassageOfBarges')).toEqual(['assessPassa', 'geOfBarges']);
    expect(headAndTail('src/tolls.ts')).toEqual(['src', '/tolls.ts']);
  });
});
