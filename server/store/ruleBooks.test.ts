import { expect, it, onTestFinished } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase, removeCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import { changeRuleBook, ruleBook, stepRuleBook } from './ruleBooks.ts';

function freshStore(): { store: Store; codebase: number } {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  return { store, codebase: openCodebase(store, folderOrigin('/canal')).id };
}
const write = (store: Store, codebase: number, revision: number, text: string): number =>
  changeRuleBook(store, codebase, { revision, what: `wrote ${text}` }, () => text);

it('rules are nothing until they are written, and each edit can be taken back and done again', () => {
  const { store, codebase } = freshStore();
  expect(ruleBook(store, codebase)).toEqual({ text: '', revision: 0, undo: null, redo: null });
  let revision = write(store, codebase, 0, 'one');
  revision = changeRuleBook(store, codebase, { revision, what: 'added' }, (text) => `${text} two`);
  expect(ruleBook(store, codebase)).toEqual({ text: 'one two', revision, undo: 'added', redo: null });
  revision = stepRuleBook(store, codebase, revision, -1);
  expect(ruleBook(store, codebase)).toMatchObject({ text: 'one', undo: 'wrote one', redo: 'added' });
  revision = stepRuleBook(store, codebase, revision, -1);
  expect(ruleBook(store, codebase)).toMatchObject({ text: '', undo: null, redo: 'wrote one' });
  // There is nothing before that: it stays as it is, and so does its revision.
  expect(stepRuleBook(store, codebase, revision, -1)).toBe(revision);
  revision = stepRuleBook(store, codebase, revision, 1);
  // What was taken back cannot be done again after another edit.
  write(store, codebase, revision, 'other');
  expect(ruleBook(store, codebase)).toMatchObject({ text: 'other', undo: 'wrote other', redo: null });
});

it('of two hands the later one is told, and changes nothing', () => {
  const { store, codebase } = freshStore();
  const seen = write(store, codebase, 0, 'one');
  write(store, codebase, seen, 'theirs');
  expect(() => write(store, codebase, seen, 'mine')).toThrow('changed in another window');
  expect(() => stepRuleBook(store, codebase, seen, -1)).toThrow('changed in another window');
  expect(ruleBook(store, codebase).text).toBe('theirs');
});

it('an edit that fails leaves no trace, and rules go with their codebase', () => {
  const { store, codebase } = freshStore();
  const fail = (): string => {
    throw new Error('no');
  };
  expect(() => changeRuleBook(store, codebase, { revision: 0, what: 'x' }, fail)).toThrow('no');
  expect(ruleBook(store, codebase).revision).toBe(0);
  write(store, codebase, 0, 'one');
  removeCodebase(store, codebase);
  expect(store.prepare('SELECT count(*) FROM rule_book_state').pluck().get()).toBe(0);
});
