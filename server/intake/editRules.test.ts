import { describe, expect, it } from 'vitest';
import { editRules, ruleEdit } from './editRules.ts';
import { noRules, type IntakeRules } from './rules.ts';

const after = (...edits: Record<string, string>[]): IntakeRules =>
  edits.reduce((rules, edit) => editRules(rules, ruleEdit.parse(edit)), noRules);

describe('a decision', () => {
  it('about a path takes the place of an earlier one about it, and stands last', () => {
    const rules = after(
      { edit: 'choosePath', path: 'a/', take: 'leaveOut' },
      { edit: 'chooseGlob', glob: 'b/**', take: 'leaveOut' },
      { edit: 'choosePath', path: 'a/', take: 'read' },
    );
    expect(rules.choices).toEqual([
      { glob: 'b/**', take: 'leaveOut' },
      { glob: 'a/**', take: 'read' },
    ]);
  });

  it('about a reason can be taken back, and so can one about a glob', () => {
    expect(after({ edit: 'turn', reason: 'vendored', on: 'on' }).turned).toEqual(['vendored']);
    expect(
      after({ edit: 'turn', reason: 'vendored', on: 'on' }, { edit: 'turn', reason: 'vendored', on: 'off' }),
    ).toEqual(noRules);
    expect(
      after(
        { edit: 'language', glob: '*.inc', language: 'javascript' },
        { edit: 'markTest', glob: 'check/**', on: 'on' },
        { edit: 'takeBack', list: 'languages', glob: '*.inc' },
        { edit: 'takeBack', list: 'tests', glob: 'check/**' },
      ),
    ).toEqual(noRules);
  });

  it('about macros is read as compilers take them, without what is none', () => {
    const defines = '-DTIDAL\n EXPORTED= \nHALF(x)=((x) / 2)\n3rd=1\n-I include\n';
    expect(after({ edit: 'defines', defines }).defines).toEqual(['TIDAL', 'EXPORTED=', 'HALF(x)=((x) / 2)']);
  });

  it('about source roots is read line by line, without what means the same', () => {
    expect(after({ edit: 'roots', sourceRoots: './src/\n\n  generated \nlibs//' }).sourceRoots).toEqual([
      'src',
      'generated',
      'libs',
    ]);
    const twice = after({ edit: 'addRoot', root: 'src' }, { edit: 'addRoot', root: 'src' });
    expect(twice.sourceRoots).toEqual(['src']);
  });

  it('about a project file or a gap can be turned either way', () => {
    const off = { edit: 'projectFile', path: 'tsconfig.json', on: 'off' };
    expect(after(off).projectFilesOff).toEqual(['tsconfig.json']);
    expect(after(off, { ...off, on: 'on' })).toEqual(noRules);
    const accepted = { edit: 'external', name: 'gone', on: 'on' };
    expect(after(accepted).externals).toEqual(['gone']);
    expect(after(accepted, { ...accepted, on: 'off' })).toEqual(noRules);
  });

  it.each([
    { edit: 'turn', reason: 'binary', on: 'on' },
    { edit: 'chooseGlob', glob: '  ', take: 'read' },
    { edit: 'language', glob: '*', language: 'klingon' },
    { edit: 'no such edit' },
  ])('%j is none', (edit) => {
    expect(ruleEdit.safeParse(edit).success).toBe(false);
  });
});
