import { beforeEach, describe, expect, it } from 'vitest';
import { edited } from '../../core/plan/edits.ts';
import { emptyPlan, type ModulePlan } from '../../core/plan/modulePlan.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { originOf } from '../source/address.ts';
import { openCodebase, removeCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import {
  changePlan,
  addedFiles,
  followSurvey,
  forgetState,
  knowAddedFiles,
  makePlan,
  modulePlan,
  modulePlans,
  namedState,
  namedStates,
  nameState,
  planRecord,
  removePlan,
  renamePlan,
  stepPlan,
} from './modulePlans.ts';

let store: Store;
let codebase: number;
let id: number;
beforeEach(() => {
  store = openStore(temporaryFolder());
  codebase = openCodebase(store, originOf(temporaryFolder({ 'a.ts': '' }))).id;
  id = makePlan(store, codebase, 'From links', emptyPlan).id;
});

const names = (): string[] => modulePlan(store, codebase, id).modules.map(({ name }) => name);
const added =
  (name: string) =>
  (plan: ModulePlan): ModulePlan =>
    edited(plan, { edit: 'add', id: name, name });
const add = (name: string, revision = planRecord(store, codebase, id).revision): number =>
  changePlan(store, codebase, { id, revision, what: `${name} added` }, added(name));
const step = (by: -1 | 1): number =>
  stepPlan(store, codebase, id, planRecord(store, codebase, id).revision, by);

describe('a plan of modules', () => {
  it('is taken back and done again, edit by edit, and says what would be', () => {
    expect(planRecord(store, codebase, id)).toMatchObject({ undo: null, redo: null, revision: 1 });
    add('tolls');
    add('locks');
    expect(planRecord(store, codebase, id)).toMatchObject({ undo: 'locks added', redo: null, revision: 3 });
    step(-1);
    expect(names()).toEqual(['tolls']);
    expect(planRecord(store, codebase, id)).toMatchObject({ undo: 'tolls added', redo: 'locks added' });
    step(-1);
    step(-1);
    expect(names()).toEqual([]);
    step(1);
    step(1);
    step(1);
    expect(names()).toEqual(['tolls', 'locks']);
  });

  it('forgets what was taken back as soon as something else is done', () => {
    add('tolls');
    add('gauges');
    step(-1);
    step(-1);
    add('locks');
    expect(names()).toEqual(['locks']);
    expect(planRecord(store, codebase, id).redo).toBeNull();
  });

  it('is not changed by a hand that has not seen it as it is', () => {
    expect(add('tolls')).toBe(2);
    expect(() => add('locks', 1)).toThrow('changed in another window');
    expect(() => stepPlan(store, codebase, id, 1, -1)).toThrow('changed in another window');
    expect(names()).toEqual(['tolls']);
    expect(planRecord(store, codebase, id).revision).toBe(2);
  });

  it('is left as it was when an edit fails', () => {
    const failing = (): number =>
      changePlan(store, codebase, { id, revision: 1, what: 'nothing' }, () => {
        throw new Error('no');
      });
    expect(failing).toThrow('no');
    expect(planRecord(store, codebase, id)).toMatchObject({ revision: 1, undo: null });
  });

  it('keeps a hundred edits', () => {
    for (let n = 0; n < 105; n++) add(`m${n}`);
    for (let n = 0; n < 200; n++) step(-1);
    expect(names()).toHaveLength(5);
  });

  it('follows renamed files, as an edit that can be taken back', () => {
    const place = { edit: 'place', targets: ['a.ts', 'b.ts'], module: 'm' } as const;
    changePlan(store, codebase, { id, revision: 1, what: 'placed' }, (plan) => edited(plan, place));
    const untouched = makePlan(store, codebase, 'Empty', emptyPlan).id;
    const surveys = {
      before: new Map([
        ['a.ts', '1'],
        ['b.ts', '2'],
      ]),
      after: new Map([
        ['new/a.ts', '1'],
        ['b.ts', '2'],
      ]),
    };
    const targets = (): string[] => modulePlan(store, codebase, id).placings.map(({ target }) => target);
    expect(followSurvey(store, codebase, surveys)).toBe(1);
    expect(targets()).toEqual(['b.ts', 'new/a.ts']);
    expect(planRecord(store, codebase, untouched).revision).toBe(1);
    expect(followSurvey(store, codebase, { before: surveys.after, after: surveys.after })).toBe(0);
    step(-1);
    expect(targets()).toEqual(['a.ts', 'b.ts']);
  });

  it('says which files surveys brought, until somebody says that all are known', () => {
    const of = (...paths: string[]) => new Map(paths.map((path) => [path, path]));
    followSurvey(store, codebase, { before: of('a.ts'), after: of('a.ts', 'b.ts', 'c.ts') });
    expect(addedFiles(store, codebase, id)).toEqual(['b.ts', 'c.ts']);
    const renamed = new Map([...of('a.ts', 'd.ts'), ['x/b.ts', 'b.ts']]);
    followSurvey(store, codebase, { before: of('a.ts', 'b.ts', 'c.ts'), after: renamed });
    // One of them was renamed, one is gone again, and one more came.
    expect(addedFiles(store, codebase, id)).toEqual(['x/b.ts', 'd.ts']);
    knowAddedFiles(store, codebase, id);
    expect(addedFiles(store, codebase, id)).toEqual([]);
    expect(planRecord(store, codebase, id).revision).toBe(1);
  });

  it('keeps states under names, whatever is taken back after', () => {
    add('tolls');
    nameState(store, codebase, id, 'as agreed');
    add('locks');
    for (let n = 0; n < 105; n++) add(`m${n}`);
    const [state] = namedStates(store, codebase, id);
    expect(state.name).toBe('as agreed');
    expect(namedState(store, codebase, id, state.id).modules.map(({ name }) => name)).toEqual(['tolls']);
    const other = makePlan(store, codebase, 'Other', emptyPlan).id;
    expect(() => namedState(store, codebase, other, state.id)).toThrow(
      'This version of the plan no longer exists.',
    );
    forgetState(store, codebase, id, state.id);
    expect(namedStates(store, codebase, id)).toEqual([]);
  });

  it('stands beside others of its codebase, the newest first, and goes with it', () => {
    const second = makePlan(store, codebase, 'From folders', emptyPlan);
    const other = openCodebase(store, originOf(temporaryFolder({ 'b.ts': '' }))).id;
    expect(modulePlans(store, codebase).map(({ name }) => name)).toEqual(['From folders', 'From links']);
    expect(() => modulePlan(store, other, id)).toThrow('This plan was deleted.');
    renamePlan(store, codebase, second.id, 'Ours');
    removePlan(store, codebase, id);
    expect(modulePlans(store, codebase).map(({ name }) => name)).toEqual(['Ours']);
    removeCodebase(store, codebase);
    expect(store.prepare('SELECT count(*) AS n FROM module_plan_state').get()).toEqual({ n: 0 });
  });
});
