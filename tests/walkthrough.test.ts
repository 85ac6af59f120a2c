import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../core/survey.ts';
import { installationRoot } from '../server/installation.ts';
import { filterOf } from '../server/views/graphQuery/filters.ts';
import { findElements } from '../server/views/finderView.ts';
import { hierarchyView } from '../server/views/hierarchy/hierarchyView.ts';
import { neighbours } from '../server/views/graphQuery/neighbours.ts';
import { elementOf } from '../server/views/surveyAccess/elements.ts';
import { completed } from '../server/views/shortlistView.ts';
import { surveyPath } from './surveyPath.ts';

const text = readFileSync(join(installationRoot, 'docs', 'walkthrough.md'), 'utf8');
const filter = filterOf('any', 'resolved');
let survey: SurveyedCodebase;

beforeAll(async () => {
  ({ survey } = await surveyPath(join(installationRoot, 'demo', 'hollowmere')));
});

const uses = (key: string, direction: 'uses' | 'usedBy'): string[] =>
  neighbours(survey, key, { direction, filter, withTests: true, limit: 50 }).listed.map((other) => other.key);

describe('the walkthrough', () => {
  it('names only what the demo has', () => {
    const named = [...text.matchAll(/`((?:src|water|tides|planner)\/[^`\s]+)`/g)].map(([, key]) => key);
    expect(named.length).toBeGreaterThan(10);
    for (const key of named) expect(elementOf(survey, key), key).toBeDefined();
  });

  it('gives answers that are so', () => {
    expect(findElements(survey, '*Passage, routines, in src/tolls').listed.map(({ key }) => key)).toEqual([
      'src/tolls/assessment.ts#assessPassage',
    ]);
    expect(uses('src/tolls/assessment.ts#assessPassage', 'usedBy')).toEqual([
      'src/tolls/invoice.ts#invoiceFor',
      'tests/assessment.test.ts#crownVesselsPayNothing',
    ]);
    const broken = completed(survey, ['src/tolls/tariff.ts#Tariff.quote'], {
      direction: 'usedBy',
      steps: 10,
      filter,
    });
    expect(broken).toHaveLength(9);
    expect(broken).toContain('src/web/main.ts');
    expect(uses('src/tolls/tariff.ts', 'uses')).toContain('src/tolls/rebates.ts');
    expect(uses('src/tolls/season.ts', 'uses')).toContain('src/tolls/tariff.ts');
    expect(hierarchyView(survey, 'src/desk/screen.ts#Screen', { page: 0, size: 100 }).nodes).toHaveLength(7);
    expect(uses('src/kernel', 'uses')).toEqual(['src/desk']);
    expect(findElements(survey, 'Station, in water').listed[0].key).toBe(
      'water/include/water/station.hpp#hollowmere.water.Station',
    );
    expect(findElements(survey, 'Screen, classes').listed[0].key).toBe('src/desk/screen.ts#Screen');
  });
});
