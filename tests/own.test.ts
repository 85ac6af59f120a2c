import { beforeAll, describe, expect, it } from 'vitest';
import { isWithin } from '../core/arrangement/arrangement.ts';
import { byFolders } from '../core/arrangement/folders.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { installationRoot } from '../server/installation.ts';
import { surveyPath } from './surveyPath.ts';

/**
 * Yletope's own rules, checked by itself: imports run downward only. Each folder may use those before it; an empty name
 * stands for the files that lie directly in the folder around.
 */
const orders: Record<string, readonly string[]> = {
  '': ['core', 'server', 'cli', 'app'],
  core: [
    'facts',
    'search',
    'contracts',
    'manifests',
    'buildModules',
    'link',
    'languages',
    '',
    'graph',
    'arrangement',
    'hierarchy',
    'measures',
    'completeness',
    'layout',
    'shape',
    'plan',
    'marks',
  ],
  server: [
    '',
    'source',
    'intake',
    'extract',
    'survey',
    'store',
    'search',
    'export',
    'plans',
    'views',
    'ask',
    'work',
  ],
  app: ['theme', 'state', 'frame', 'views', '', 'routes'],
};

/** The place of a path in the order inside `folder`; -1 for one outside of it, or of a folder that the order does not know. */
function placeIn(folder: string, path: string): number {
  const inside = folder === '' ? path : path.startsWith(`${folder}/`) ? path.slice(folder.length + 1) : null;
  if (inside === null) return -1;
  const slash = inside.indexOf('/');
  return orders[folder].indexOf(slash < 0 ? '' : inside.slice(0, slash));
}

let survey: SurveyedCodebase;

beforeAll(async () => {
  ({ survey } = await surveyPath(installationRoot));
});

describe('Yletope’s own code', () => {
  it.each(Object.keys(orders))('imports downward only among the folders of “%s”', (folder) => {
    const { elements, dependencies } = survey;
    const against: string[] = [];
    for (let row = 0; row < dependencies.count; row++) {
      const from = elements.key[dependencies.from[row]];
      const to = elements.key[dependencies.to[row]];
      const isTest = /\.test\.tsx?/.test(from);
      const low = placeIn(folder, from);
      if (!isTest && low >= 0 && placeIn(folder, to) > low) against.push(`${from} → ${to}`);
    }
    expect(against).toEqual([]);
  });

  it.each(['core', 'server', 'app'])('every folder of %s has its place in the order', (folder) => {
    const own = survey.files.map(({ path }) => path).filter((path) => path.startsWith(`${folder}/`));
    expect(own.length).toBeGreaterThan(20);
    expect(own.filter((path) => placeIn(folder, path) < 0)).toEqual([]);
  });

  it('core uses nothing of Node', () => {
    const { elements, dependencies } = survey;
    const uses: string[] = [];
    for (let row = 0; row < dependencies.count; row++) {
      const from = elements.key[dependencies.from[row]];
      const to = elements.key[dependencies.to[row]];
      if (from.startsWith('core/') && !from.includes('.test.ts') && to.startsWith('node:'))
        uses.push(`${from} → ${to}`);
    }
    expect(uses).toEqual([]);
  });

  it('the views do not use each other', () => {
    const { elements, dependencies } = survey;
    const folders = byFolders(elements);
    const views = folders.name.flatMap((name, group) => (/^app\/views\/[^/]+$/.test(name) ? [group] : []));
    const viewOf = (element: number): number =>
      views.find((view) => isWithin(folders, folders.groupOf[element], view)) ?? -1;
    const across: string[] = [];
    for (let row = 0; row < dependencies.count; row++) {
      const [from, to] = [viewOf(dependencies.from[row]), viewOf(dependencies.to[row])];
      if (from >= 0 && to >= 0 && from !== to)
        across.push(`${elements.key[dependencies.from[row]]} → ${elements.key[dependencies.to[row]]}`);
    }
    expect(views.length).toBeGreaterThan(5);
    expect(across).toEqual([]);
  });

  it('no file of code is too long to be read in one sitting', () => {
    const long = survey.files.filter(({ path, lines }) => lines.lines > 500 && !path.startsWith('demo/'));
    expect(long.map(({ path }) => path)).toEqual([]);
  });
});
