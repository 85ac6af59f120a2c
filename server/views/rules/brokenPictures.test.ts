import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { brokenRows, type BrokenRows } from '../../../core/judge/brokenLinks.ts';
import { judged } from '../../../core/judge/judged.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { codeOf } from '../../../tests/codeOfUses.ts';
import { TODAY } from '../../../tests/judgedCode.ts';
import { graphQuery } from '../graph/graphQuery.ts';
import { graphView } from '../graph/graphView.ts';
import { scopeOf } from '../surveyAccess/scope.ts';
import { matrixView } from '../matrixView.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { readRules } from './readRules.ts';
import { judgedSurvey } from './rulesView.ts';

const rules = `yletope: 1
rules:
  - name: layers
    order: [web, tolls, store]
    certainty: all
    tests: in
  - name: driver
    only: store/**
    mayUse: npm:pg
`;

interface Broken {
  survey: SurveyedCodebase;
  broken: BrokenRows;
  /** References that break something, outside counted. */
  references: number;
  toFiles: number;
}

async function brokenIn(uses: readonly string[], text = rules): Promise<Broken> {
  const survey = await codeOf(uses);
  const { violations } = judged(judgedSurvey(survey), readRules({ name: 'yletope.yaml', text }), TODAY);
  const sum = (of: typeof violations): number => of.reduce((all, { lines }) => all + lines.length, 0);
  return {
    survey,
    broken: brokenRows(violations),
    references: sum(violations),
    toFiles: sum(violations.filter(({ to }) => !to.includes(':'))),
  };
}

const question = {
  by: 'folders' as const,
  grain: 'files' as const,
  filter: filterOf('any', 'all'),
  withTests: true,
};

function matrixOf({ survey, broken }: Pick<Broken, 'survey' | 'broken'>, own: object = {}) {
  const scope = scopeOf(survey, 'folders', '');
  return matrixView(survey, { ...question, scope, open: [], flat: true, order: 'level', broken, ...own });
}

function graphOf({ survey, broken }: Pick<Broken, 'survey' | 'broken'>, search: string) {
  const query = graphQuery(new URLSearchParams(search));
  return graphView(survey, { ...question, scope: scopeOf(survey, 'folders', ''), query, broken });
}

const uses = [
  'store/a > tolls/b',
  'tolls/b > web/c',
  'web/c > store/a',
  'tolls/d > npm:pg',
  'store/a > npm:pg',
];

describe('what breaks rules', () => {
  it('is marked in the cells of the matrix, with how many and which', async () => {
    const found = await brokenIn(uses);
    const { rows, broken } = matrixOf(found);
    expect(broken.map(({ row, column, ...link }) => [rows[row].key, rows[column].key, link]).sort()).toEqual([
      ['store/a.ts', 'tolls/b.ts', { references: 2, rules: ['layers'] }],
      ['tolls/b.ts', 'web/c.ts', { references: 2, rules: ['layers'] }],
    ]);
    const calls = matrixOf(found, { filter: filterOf('calls', 'all') }).broken;
    expect(calls.map(({ references }) => references)).toEqual([1, 1]);
    const closed = matrixOf(found, { flat: false });
    expect(
      closed.broken.map(({ row, column }) => [closed.rows[row].key, closed.rows[column].key]).sort(),
    ).toEqual([
      ['store', 'tolls'],
      ['tolls', 'web'],
    ]);
  });

  it('is marked on the links of the graph, those to externals too', async () => {
    const found = await brokenIn(uses);
    const { nodes, edges } = graphOf(found, 'externals=in&open=store&open=tolls&open=web');
    const marked = edges.flatMap(({ from, to, broken }) =>
      broken === null
        ? []
        : [`${nodes[from].key} → ${nodes[to].key}: ${broken.references} ${broken.rules.join()}`],
    );
    expect(marked.sort()).toEqual([
      'store/a.ts → tolls/b.ts: 2 layers',
      'tolls/b.ts → web/c.ts: 2 layers',
      'tolls/d.ts → npm:pg: 2 driver',
    ]);
  });

  it('says of one use that breaks two rules both', async () => {
    const twice = `${rules}  - name: never
    from: store/**
    mayNotUse: tolls/**\n`;
    const { broken } = matrixOf(await brokenIn(uses, twice));
    expect(broken.map(({ references, rules: names }) => [references, names.join()]).sort()).toEqual([
      [2, 'layers'],
      [2, 'layers,never'],
    ]);
  });

  it('is gone from them where it is accepted', async () => {
    const accepted = `${rules}exceptions:\n  - { rule: layers, from: store/**, reason: Since ever. }\n`;
    const { rows, broken } = matrixOf(await brokenIn(uses, accepted));
    expect(broken.map(({ row }) => rows[row].key)).toEqual(['tolls/b.ts']);
  });

  it('comes to as many references in matrix and graph as the rules tell', async () => {
    const file = fc.constantFrom('web/a', 'web/b', 'tolls/a', 'tolls/b', 'store/a', 'store/b');
    const use = fc.tuple(file, fc.oneof(file, fc.constant('npm:pg'))).filter(([from, to]) => from !== to);
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(use, { minLength: 1, maxLength: 12, selector: String }),
        async (some) => {
          const found = await brokenIn(some.map(([from, to]) => `${from} > ${to}`));
          const sum = (of: readonly { references: number }[]): number =>
            of.reduce((all, { references }) => all + references, 0);
          expect(sum(matrixOf(found).broken)).toBe(found.toFiles);
          const { edges } = graphOf(found, 'externals=in&open=web&open=tolls&open=store');
          expect(sum(edges.flatMap(({ broken }) => broken ?? []))).toBe(found.references);
        },
      ),
      { numRuns: 25 },
    );
  });
});
