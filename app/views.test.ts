import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { dependencyKinds } from '../core/contracts/linked.ts';
import { installationRoot } from '../server/installation.ts';
import { leftOutReasons } from '../server/intake/reasons.ts';
import type { ElementLabel } from '../server/views/surveyAccess/elements.ts';
import { groupAround } from './frame/elementLinks.ts';
import { groupText, kindWord } from '../server/views/graphQuery/groupText.ts';
import { railGroups, railViews, tabsAround } from './frame/viewDescriptor.ts';
import { dependencyWords, gapWords, leftOutWords, placeOf, whyLeftOut } from './state/words.ts';
import { allViews } from './views.ts';

const element = (key: string, kind: ElementLabel['kind'], name = key): ElementLabel => ({ key, kind, name });
const lock = element('src/lock.ts#Lock', 'type', 'Lock');
const file = element('src/lock.ts', 'file', 'lock.ts');
const folder = element('src', 'folder');
const group = element('packages:canal.locks', 'group', 'locks');
const outside = element('npm:quaylight', 'external', 'quaylight');

describe('the table of views', () => {
  it('names each view once, with a path that has a route and a folder', () => {
    const routes = readdirSync(join(installationRoot, 'app', 'routes'));
    expect(new Set(allViews.map(({ path }) => path)).size).toBe(allViews.length);
    expect(new Set(allViews.map(({ name }) => name)).size).toBe(allViews.length);
    for (const { path } of allViews) expect(routes).toContain(`${path}.tsx`);
  });

  it('stands in the rail in working order, those without a place in it left out', () => {
    const groups = railViews(allViews).map((view) => view.group!);
    const places = groups.map((name) => railGroups.indexOf(name));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    const hidden = allViews.filter(({ group: place }) => place === null).map(({ path }) => path);
    expect(hidden.sort()).toEqual(['document', 'source', 'survey']);
    const tabs = allViews.filter(({ tabOf }) => tabOf !== undefined).map(({ path }) => path);
    expect(tabs).toEqual(['build', 'strays', 'compare']);
    expect(railViews(allViews)).toHaveLength(allViews.length - hidden.length - tabs.length);
    expect(railViews(allViews).length).toBeLessThanOrEqual(20);
  });

  it('shows a view with tabs on each of them, and none elsewhere', () => {
    const tabs = (path: string): string[] => tabsAround(allViews, path).map((view) => view.path);
    for (const path of ['modules', 'strays', 'compare'])
      expect(tabs(path)).toEqual(['modules', 'strays', 'compare']);
    expect(tabs('matrix')).toEqual([]);
  });

  it('shows an element where it can be shown, and says nothing where it cannot', () => {
    const patchOf = (path: string, of: ElementLabel) =>
      allViews.find((view) => view.path === path)?.shows?.patch(of);
    expect(patchOf('source', lock)).toEqual({ file: 'src/lock.ts', focus: 'src/lock.ts#Lock' });
    expect(patchOf('source', folder)).toBeNull();
    expect(patchOf('source', outside)).toBeNull();
    expect(patchOf('types', lock)).toEqual({ focus: 'src/lock.ts#Lock' });
    expect(patchOf('types', file)).toBeNull();
    expect(patchOf('matrix', lock)).toEqual({ by: null, in: 'src', focus: 'src/lock.ts#Lock' });
    expect(patchOf('cycles', lock)).toBeUndefined();
  });

  it('answers what a change reaches and the like, of what has an answer', () => {
    const { answers = [] } = allViews.find(({ path }) => path === 'graph')!;
    const asked = (of: ElementLabel): string[] =>
      answers.flatMap(({ verb, patch }) => {
        const said = patch(of);
        return said === null ? [] : [`${verb}: ${String(said.up)} up, ${String(said.down)} down`];
      });
    expect(asked(folder)).toEqual([
      'What a change reaches: 9 up, 0 down',
      'What it uses, directly or not: 0 up, 9 down',
    ]);
    expect(asked(outside)).toEqual(['What a change reaches: 9 up, 0 down']);
    expect(asked(file).slice(2)).toEqual(['Calls from it: 0 up, 3 down']);
    expect(asked(lock).slice(3)).toEqual(['Inheritance around it: 9 up, 9 down']);
  });
});

describe('an element is looked at', () => {
  it('in the group that it is, or in the folder of its file', () => {
    expect(groupAround(folder)).toEqual({ by: null, in: 'src', focus: 'src' });
    expect(groupAround(group)).toEqual({
      by: 'packages',
      in: 'packages:canal.locks',
      focus: 'packages:canal.locks',
    });
    expect(groupAround(element('top.ts', 'file'))).toEqual({ by: null, in: '', focus: 'top.ts' });
    expect(groupAround(outside)).toBeNull();
  });

  it('by the name that it has where it stands alone', () => {
    expect(groupText(folder)).toBe('src');
    expect(groupText(element('', 'folder', ''))).toBe('the whole codebase');
    expect(groupText(group)).toBe('canal.locks');
    expect(groupText(element('packages:(none)', 'group', 'no package'))).toBe('no package');
    expect(groupText(element('modules:planner/pom.xml', 'group', 'berth-planner'))).toBe('berth-planner');
    expect(kindWord(group)).toBe('package');
    expect(kindWord(element('modules:planner/pom.xml', 'group'))).toBe('build module');
    expect(kindWord(lock)).toBe('type');
  });
});

describe('words', () => {
  it('are there for every kind of dependency, and for every reason to leave out', () => {
    expect(Object.keys(dependencyWords).sort()).toEqual([...dependencyKinds].sort());
    expect(Object.keys(leftOutWords).sort()).toEqual([...leftOutReasons].sort());
    expect(Object.keys(whyLeftOut).sort()).toEqual([...leftOutReasons].sort());
    for (const word of [...Object.values(dependencyWords), ...Object.values(gapWords)])
      expect(word).not.toBe('');
  });

  it('tell where a codebase comes from: of an archive its name alone', () => {
    expect(placeOf({ kind: 'archive', address: '/data/uploads/7/hollowmere.zip' })).toBe('hollowmere.zip');
    expect(placeOf({ kind: 'folder', address: '/srv/hollowmere' })).toBe('/srv/hollowmere');
  });
});
