import { describe, expect, it, onTestFinished } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import { addMark, changeMark, removeMark, showMark } from './marks.ts';
import {
  changePlan,
  forgetState,
  knowAddedFiles,
  makePlan,
  modulePlan,
  nameState,
  removePlan,
  renamePlan,
  stepPlan,
} from './modulePlans.ts';
import { attachNote, changeNote, notes, removeNote, writeNote } from './notes.ts';
import {
  beginWith,
  changeSavedView,
  moveSavedView,
  saveView,
  savedViews,
  takeOutSavedView,
} from './savedViews.ts';
import { makeShortlist, removeShortlist, renameShortlist, setKeys, shortlist } from './shortlists.ts';

interface Place {
  store: Store;
  codebase: number;
  other: number;
}

function place(): Place {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  const codebase = openCodebase(store, folderOrigin('/canal')).id;
  return { store, codebase, other: openCodebase(store, folderOrigin('/lock')).id };
}

const note = { key: 'a.ts', line: null, anchor: null, body: 'words', author: 'a' };
const mark = { name: 'tolls', manner: 'line', colour: 'sea', pattern: 'src/**', shortlistId: null } as const;
const picture = { caption: '', view: 'matrix', search: '', surveyId: null, files: [] };
const plan = { modules: [{ id: 'm', name: 'M', purpose: '', parent: null }], placings: [] };

/** Each makes something and gives what can still be tried on it, by its number, once another hand has removed it. */
const things: Record<
  string,
  (at: Place) => { id: number; remove(): void; tries: Record<string, (codebase: number) => unknown> }
> = {
  'a note': ({ store, codebase }) => {
    const id = writeNote(store, codebase, note);
    return {
      id,
      remove: () => removeNote(store, codebase, id),
      tries: {
        changed: (of) => changeNote(store, of, { id, body: 'others', revision: 1 }),
        attached: (of) => attachNote(store, of, id, 'b.ts'),
      },
    };
  },
  'a shortlist': ({ store, codebase }) => {
    const { id } = makeShortlist(store, codebase, 'list', ['a.ts']);
    return {
      id,
      remove: () => removeShortlist(store, codebase, id),
      tries: {
        renamed: (of) => renameShortlist(store, of, id, 'x'),
        filled: (of) => setKeys(store, of, id, ['b.ts']),
      },
    };
  },
  'a mark': ({ store, codebase }) => {
    const id = addMark(store, codebase, mark);
    return {
      id,
      remove: () => removeMark(store, codebase, id),
      tries: {
        changed: (of) => changeMark(store, of, { id, revision: 1 }, mark),
        shown: (of) => showMark(store, of, id, false),
      },
    };
  },
  'a plan': ({ store, codebase }) => {
    const { id } = makePlan(store, codebase, 'plan', plan);
    return {
      id,
      remove: () => removePlan(store, codebase, id),
      tries: {
        changed: (of) => changePlan(store, of, { id, revision: 1, what: 'x' }, () => plan),
        'taken back': (of) => stepPlan(store, of, id, 1, -1),
        renamed: (of) => renamePlan(store, of, id, 'x'),
        'named in a state': (of) => nameState(store, of, id, 'x'),
        'rid of a state': (of) => forgetState(store, of, id, 1),
        known: (of) => knowAddedFiles(store, of, id),
      },
    };
  },
  'a saved view': ({ store, codebase }) => {
    const id = saveView(store, codebase, { name: 'v', sentence: '', ...picture });
    return {
      id,
      remove: () => takeOutSavedView(store, codebase, id),
      tries: {
        changed: (of) => changeSavedView(store, of, { id, revision: 1 }, { name: 'x', sentence: '' }),
        moved: (of) => moveSavedView(store, of, id, 1),
        'begun with': (of) => beginWith(store, of, id),
        'taken out': (of) => takeOutSavedView(store, of, id),
      },
    };
  },
};

describe('what another hand has removed', () => {
  it.each(Object.keys(things))('%s: no change to it is said to have been made', (name) => {
    const at = place();
    const { remove, tries } = things[name](at);
    // It is not that of another codebase either, whatever number is sent.
    for (const [what, attempt] of Object.entries(tries))
      expect(() => attempt(at.other), `${what}, from another codebase`).toThrow(
        /deleted|removed by|no longer|no plan|There is no/,
      );
    remove();
    for (const [what, attempt] of Object.entries(tries))
      expect(() => attempt(at.codebase), what).toThrow(/deleted|removed by|no longer|no plan|There is no/);
  });
});

describe('two who change the same', () => {
  it('the second is given what the first wrote, and nothing is overwritten', () => {
    const { store, codebase } = place();
    const id = writeNote(store, codebase, note);
    expect(changeNote(store, codebase, { id, body: 'first', revision: 1 })).toBeNull();
    expect(changeNote(store, codebase, { id, body: 'second', revision: 1 })).toMatchObject({
      body: 'first',
      revision: 2,
    });
    expect(notes(store, codebase).map(({ body }) => body)).toEqual(['first']);
    const { id: planId } = makePlan(store, codebase, 'plan', plan);
    const renamed = { ...plan, modules: [{ ...plan.modules[0], name: 'First' }] };
    changePlan(store, codebase, { id: planId, revision: 1, what: 'first' }, () => renamed);
    expect(() =>
      changePlan(store, codebase, { id: planId, revision: 1, what: 'second' }, () => plan),
    ).toThrow('in another window');
    expect(modulePlan(store, codebase, planId).modules[0].name).toBe('First');
  });

  it('taking out the view that it begins with leaves none to begin with', () => {
    const { store, codebase } = place();
    const id = saveView(store, codebase, { name: 'v', sentence: '', ...picture });
    beginWith(store, codebase, id);
    takeOutSavedView(store, codebase, id);
    expect(savedViews(store, codebase)).toEqual([]);
    beginWith(store, codebase, null);
  });
});

describe('a shortlist made of others', () => {
  it('has a name that is cut where it would be too long, and is told from another of the same', () => {
    const { store, codebase } = place();
    const long = 'x'.repeat(80);
    const made = [1, 2, 3].map(() => makeShortlist(store, codebase, `${long} and ${long}`, []));
    expect(made.every(({ name }) => name.length <= 80)).toBe(true);
    expect(new Set(made.map(({ name }) => name)).size).toBe(3);
    expect(shortlist(store, codebase, made[0].id).name).toBe(long);
  });
});
