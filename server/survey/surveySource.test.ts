import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { noRules } from '../intake/rules.ts';
import { describeDependencies } from '../../tests/surveyText.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import type { Look } from '../intake/look.ts';
import type { SurveyOptions } from './surveySource.ts';

const good = 'import { b } from "./b";\nexport function a() { return b(); }\n';

describe('a survey', () => {
  it('looks for includes where builds do, and reads past macros that builds define', async () => {
    const commands = [
      { directory: '/home/keeper/canal', file: 'src/lock.c', command: 'cc -Iinclude/deep -c src/lock.c' },
    ];
    const folder = temporaryFolder({
      'compile_commands.json': JSON.stringify(commands),
      'src/lock.c': '#include "gate.h"\n',
      'src/weir.c': 'BEGIN_WEIR(flow)\n  return 1;\n}\nint a(void) { return 2; }\n',
      'include/deep/gate.h': 'void open(int gate);\n',
      'include/gate.h': 'void shut(int gate);\n',
    });
    const rules = { ...noRules, defines: ['BEGIN_WEIR(name)=int name(void) {'] };
    const { survey } = await surveyPath(folder, { rules });
    expect(describeDependencies(survey)).toContain('include src/lock.c → include/deep/gate.h exact @1');
    expect(survey.files.find(({ path }) => path === 'src/weir.c')?.parse).toBe('clean');
    const { survey: without } = await surveyPath(folder);
    expect(without.files.find(({ path }) => path === 'src/weir.c')?.parse).toBe('partial');
  });

  it('says in one sentence that a folder is empty, or holds nothing it can read', async () => {
    await expect(surveyPath(temporaryFolder())).rejects.toThrow(/is empty\.$/);
    await expect(surveyPath(temporaryFolder({ 'a.rb': '', 'b.txt': '' }))).rejects.toThrow(
      /contains no TypeScript, JavaScript, Java, C#, Python, C or C\+\+ that could be read; 2 files and folders were left out\.$/,
    );
  });

  it('a file with broken syntax counts as partly read, and the rest works', async () => {
    const { survey } = await surveyPath(
      temporaryFolder({ 'a.ts': good, 'b.ts': 'export function b() {}\nfunction ( {{{ ;;; = \n' }),
    );
    expect(survey.files.map(({ path, parse }) => [path, parse])).toEqual([
      ['a.ts', 'clean'],
      ['b.ts', 'partial'],
    ]);
    expect(survey.elements.key).toContain('b.ts#b');
    expect(survey.files[1].parseErrors[0][0]).toBe(2);
  });

  it('binary bytes under a code ending are left out, with the reason', async () => {
    const { survey, leftOut } = await surveyPath(
      temporaryFolder({ 'a.ts': good, 'video.ts': Uint8Array.from([0x47, 0, 1, 2, 0xff, 0]) }),
    );
    expect(survey.files.map(({ path }) => path)).toEqual(['a.ts']);
    expect(leftOut).toMatchObject([{ path: 'video.ts', reason: 'binary' }]);
  });

  it('text in UTF-16 and with byte order marks is read', async () => {
    const utf16 = Buffer.concat([
      Buffer.from([0xff, 0xfe]),
      Buffer.from('export const deep = 1;', 'utf16le'),
    ]);
    const { survey } = await surveyPath(
      temporaryFolder({ 'a.ts': utf16, 'b.ts': '\uFEFFexport const b = 1;' }),
    );
    expect(survey.elements.key).toContain('a.ts#deep');
    expect(survey.files.every(({ parse }) => parse === 'clean')).toBe(true);
  });

  it('a bundle of one endless line is left out, with the reason', async () => {
    const { leftOut } = await surveyPath(
      temporaryFolder({
        'a.ts': good,
        'big.js': `x(${'1,'.repeat(5_000_000)}1)`,
        'dense.js': 'y();'.repeat(9_000),
      }),
    );
    expect(leftOut).toMatchObject([
      { path: 'big.js', reason: 'tooLarge', detail: '9.5 MB; the limit is 4 MB' },
      { path: 'dense.js', reason: 'minified' },
    ]);
  });

  it('20,000 levels of nesting do not bring it down', async () => {
    // Broken into lines, or the files would be left out as minified.
    const many = (text: string): string => `${text.repeat(10)}\n`.repeat(2_000);
    const deep = (open: string, close: string): string => many(open) + many(close);
    const { survey } = await surveyPath(
      temporaryFolder({
        'a.ts': good,
        'brackets.ts': `export const x = ${deep('[', ']')};\n`,
        'blocks.js': `function f() ${deep('{', '}')}\n`,
        'calls.js': `${many('f(')}1${many(')')};\n`,
        'chain.js': `a${many('.b()')};\n`,
        'types.ts': `type T = ${many('A<')}B${many('>')};\n`,
      }),
    );
    expect(survey.files).toHaveLength(6);
    expect(survey.elements.key).toContain('a.ts#a');
  });

  it('broken project files leave the rest standing', async () => {
    const { survey } = await surveyPath(
      temporaryFolder({
        'package.json': '{ "name": ',
        'tsconfig.json': '[1, 2',
        'sub/package.json': 'null',
        'sub/tsconfig.json': '{ "extends": ["./none", 3], "compilerOptions": { "paths": 7 } }',
        'sub/a.ts': good,
        'sub/b.ts': 'export function b() {}\n',
      }),
    );
    expect(survey.dependencies.count).toBeGreaterThan(1);
    expect(survey.gaps).toEqual([]);
  });

  it('odd names are elements like any other, and lead back to their files', async () => {
    const { survey } = await surveyPath(
      temporaryFolder({
        'it\'s "so" \n.ts': 'export const x = 1;',
        'Шлюз/ü.ts': "import { x } from '../it';",
      }),
    );
    expect(survey.elements.key).toContain('it\'s "so" \n.ts#x');
    expect(survey.elements.key).toContain('Шлюз/ü.ts');
  });

  it('extracts only what has changed when facts are kept', async () => {
    const folder = temporaryFolder({ 'a.ts': good, 'b.ts': 'export function b() {}\n' });
    const kept = new Map<string, Uint8Array>();
    const looks = new Map<string, Look>();
    const looked: string[] = [];
    const cache: SurveyOptions['cache'] = {
      facts: {
        facts: (hash) => kept.get(hash),
        keep: (hash, _, packed) => kept.set(hash, packed),
        keepText: () => {},
      },
      looks: {
        get: (path, stamp) => looks.get(`${path} ${stamp}`),
        keep: (path, stamp, look) => {
          looked.push(path);
          looks.set(`${path} ${stamp}`, look);
        },
      },
    };
    await surveyPath(folder, { cache });
    writeFileSync(join(folder, 'b.ts'), 'export function b() { return 1; }\n');
    const { survey, hashes } = await surveyPath(folder, { cache });
    expect(looked.sort()).toEqual(['a.ts', 'b.ts', 'b.ts']);
    expect(kept.size).toBe(3);
    expect(survey.elements.key).toContain('b.ts#b');
    expect(hashes.get('a.ts')).toBe(createHash('sha256').update(good).digest('hex'));
  });

  it('reads files of C again only where they have the name of a macro that does something else', async () => {
    const folder = temporaryFolder({
      'lock.h': '#define FOR_EACH(x) for (;;)\n',
      'pump.c': '#include "lock.h"\nvoid pump(void) { FOR_EACH(x) { int y; } }\n',
      'clerk.c': 'int clerk(void) { return 2; }\n',
    });
    const kept = new Map<string, Uint8Array>();
    const looks = new Map<string, Look>();
    let read: string[] = [];
    const cache: SurveyOptions['cache'] = {
      facts: {
        facts: (hash, grammar) => kept.get(`${hash} ${grammar}`),
        keep: (hash, grammar, packed) => {
          read.push(hash);
          kept.set(`${hash} ${grammar}`, packed);
        },
        keepText: () => {},
      },
      looks: {
        get: (path, stamp) => looks.get(`${path} ${stamp}`),
        keep: (path, stamp, look) => looks.set(`${path} ${stamp}`, look),
      },
    };
    const readAgain = async (header: string): Promise<string[]> => {
      writeFileSync(join(folder, 'lock.h'), header);
      read = [];
      const { hashes } = await surveyPath(folder, { cache });
      return [...hashes]
        .filter(([, hash]) => read.includes(hash))
        .map(([path]) => path)
        .sort();
    };
    expect(await readAgain('#define FOR_EACH(x) for (;;)\n')).toEqual(['clerk.c', 'lock.h', 'pump.c']);
    expect(await readAgain('#define FOR_EACH(x) for (;;)\n#define DEPTH 3\n')).toEqual(['lock.h']);
    expect(await readAgain('#define FOR_EACH(x) g(x)\n#define DEPTH 4\n')).toEqual(['lock.h', 'pump.c']);
  });

  it('stops when asked to', async () => {
    const files = Object.fromEntries(Array.from({ length: 200 }, (_, i) => [`f${i}.ts`, good.repeat(200)]));
    const controller = new AbortController();
    const survey = surveyPath(temporaryFolder(files), {
      signal: controller.signal,
      onProgress: ({ phase, done }) => {
        if (phase === 'extract' && done > 0) controller.abort();
      },
    });
    await expect(survey).rejects.toThrow('The survey was stopped.');
  });
});
