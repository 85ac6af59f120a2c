import { beforeAll, describe, expect, it } from 'vitest';
import { isWithin } from '../core/arrangement/arrangement.ts';
import { byFolders } from '../core/arrangement/folders.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { installationRoot } from '../server/installation.ts';
import { surveyPath } from './surveyPath.ts';

/** Yletope's own rules, checked by itself: imports run downward only. Each folder may use those before it. */
const order = ['core', 'server', 'cli', 'app'];

let survey: SurveyedCodebase;

beforeAll(async () => {
  ({ survey } = await surveyPath(installationRoot));
});

describe('Yletope’s own code', () => {
  it('imports downward only', () => {
    const { elements, dependencies } = survey;
    const against: string[] = [];
    for (let row = 0; row < dependencies.count; row++) {
      const from = elements.key[dependencies.from[row]];
      const to = elements.key[dependencies.to[row]];
      const isTest = /\.test\.tsx?/.test(from);
      const low = order.indexOf(from.split('/')[0]);
      const high = order.indexOf(to.split('/')[0]);
      if (!isTest && low >= 0 && high > low) against.push(`${from} → ${to}`);
    }
    expect(against).toEqual([]);
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
