import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { proposeFromAnchors } from '../../core/shape/fromAnchors.ts';
import { proposeFromLinks, type LinksAsked } from '../../core/shape/fromLinks.ts';
import { likeness, type Likeness } from '../../core/shape/likeness.ts';
import type { BundleLinks } from '../../core/shape/linkPulls.ts';
import { numbered } from '../../core/shape/multilevel.ts';
import type { Proposal } from '../../core/shape/proposal.ts';
import { randomNumbers, shuffled } from '../../core/shape/random.ts';
import { shapeInput, type ShapeInput } from '../../core/shape/shapeInput.ts';
import { withoutTests } from '../../core/testCode.ts';
import { installationRoot } from '../../server/installation.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { baselines } from './baselines.ts';
import { LEAST_FILES, trueGroup, truths, type Truth } from './truths.ts';

/**
 * How well modules are recovered: `npm run recovery [NAME]`. From links alone, from links with names and folders, and from a
 * tenth of the files as anchors, each against the folders of code that is kept with care; and how much a proposal changes
 * when one link in a hundred is taken away. With a name it prints that codebase alone, else it writes docs/recovery.md.
 */
const LINKS_ALONE: LinksAsked = { names: 0, nearness: 0, count: null, seed: 1 };
const WITH_NAMES: LinksAsked = { ...LINKS_ALONE, names: 0.5, nearness: 0.5 };
const SEEDS = [1, 2, 3, 4, 5];
const ANCHOR_SHARE = 0.1;
const LINKS_TAKEN = 0.01;

interface Judged {
  truth: Truth;
  files: number;
  groups: number;
  /** By method. */
  scores: Map<string, Likeness & { modules: number }>;
  anchors: number[];
  anchorsWithNames: number[];
  stability: number[];
  took: number;
}

async function judge(truth: Truth): Promise<Judged> {
  const { survey } = await surveyPath(truth.root());
  const whole = withoutTests(survey);
  const files = whole.files.filter(({ path }) => trueGroup(path, truth) !== null);
  const input = shapeInput({ ...whole, files });
  const groupOf = files.map(({ path }) => trueGroup(path, truth)!);
  const sizes = new Map<string, number>();
  for (const group of groupOf) sizes.set(group, (sizes.get(group) ?? 0) + 1);
  const scored = files.flatMap((_, i) => (sizes.get(groupOf[i])! >= LEAST_FILES ? [i] : []));
  const names = [...new Set(scored.map((i) => groupOf[i]))];
  const goal = scored.map((i) => names.indexOf(groupOf[i]));
  const scoreOf = (moduleOfFile: ArrayLike<number>): Likeness & { modules: number } => {
    const own = scored.map((i) => moduleOfFile[i]);
    return { ...likeness(own, goal), modules: numbered(own).count };
  };
  const scores = new Map<string, Likeness & { modules: number }>();
  for (const [name, method] of Object.entries(baselines)) {
    const partOf = method(input);
    scores.set(name, scoreOf(Array.from(input.bundles.bundleOf, (bundle) => partOf[bundle])));
  }
  const started = performance.now();
  const fromLinks = proposeFromLinks(input, LINKS_ALONE);
  const took = performance.now() - started;
  scores.set('links', scoreOf(modulesOf(fromLinks, files.length)));
  scores.set('links, names, folders', scoreOf(modulesOf(proposeFromLinks(input, WITH_NAMES), files.length)));
  return {
    truth,
    files: scored.length,
    groups: names.length,
    scores,
    anchors: SEEDS.map((seed) => scoreOfAnchors(input, { scored, goal, names, seed }, LINKS_ALONE)),
    anchorsWithNames: SEEDS.map((seed) => scoreOfAnchors(input, { scored, goal, names, seed }, WITH_NAMES)),
    stability: SEEDS.map((seed) => {
      const fewer = proposeFromLinks({ ...input, links: someLinks(input.links, seed) }, LINKS_ALONE);
      const [before, after] = [fromLinks, fewer].map((each) => modulesOf(each, files.length));
      return Math.min(...likeness(before, after).moJoFm);
    }),
    took,
  };
}

/** The module of each file; what is not placed stands together. */
function modulesOf({ modules }: Proposal, files: number): Int32Array {
  const moduleOf = new Int32Array(files).fill(modules.length);
  modules.forEach(({ members }, module) => {
    for (const { file } of members) moduleOf[file] = module;
  });
  return moduleOf;
}

/** A random tenth of the files, at least one of each group, is given; the others are scored. */
function scoreOfAnchors(
  input: ShapeInput,
  { scored, goal, names, seed }: { scored: number[]; goal: number[]; names: string[]; seed: number },
  asked: LinksAsked,
): number {
  const order = shuffled(scored.length, randomNumbers(seed));
  const given = new Set(order.slice(0, Math.round(ANCHOR_SHARE * scored.length)));
  names.forEach((_, group) => {
    if (![...given].some((at) => goal[at] === group)) given.add(order.find((at) => goal[at] === group)!);
  });
  const anchors = names.map((name, group) => ({
    name,
    files: [...given].filter((at) => goal[at] === group).map((at) => scored[at]),
  }));
  const moduleOf = modulesOf(proposeFromAnchors(input, anchors, asked), input.files.length);
  const rest = scored.flatMap((_, at) => (given.has(at) ? [] : [at]));
  const own = rest.map((at) => moduleOf[scored[at]]);
  return Math.min(
    ...likeness(
      own,
      rest.map((at) => goal[at]),
    ).moJoFm,
  );
}

function someLinks(links: BundleLinks, seed: number): BundleLinks {
  const random = randomNumbers(seed);
  const isKept = Array.from(links.to, () => random() >= LINKS_TAKEN);
  const kept = <T extends Int32Array | Float64Array | Uint8Array>(column: T): T =>
    column.filter((_, at) => isKept[at]) as T;
  const start = new Int32Array(links.count + 1);
  let filled = 0;
  for (let from = 0; from < links.count; from++) {
    start[from] = filled;
    for (let at = links.start[from]; at < links.start[from + 1]; at++) if (isKept[at]) filled++;
  }
  start[links.count] = filled;
  return {
    count: links.count,
    start,
    to: kept(links.to),
    weight: kept(links.weight),
    references: kept(links.references),
    hasCalls: kept(links.hasCalls),
  };
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
const smaller = ({ moJoFm }: Likeness): number => Math.min(...moJoFm);
const row = (cells: readonly (string | number)[]): string => `| ${cells.join(' | ')} |`;

function table(judged: readonly Judged[]): string {
  const methods = [...judged[0].scores.keys()];
  const lines = [
    row([
      'codebase',
      'language',
      'files',
      'folders',
      ...methods,
      'anchors',
      'anchors, names, folders',
      'stability',
      'took, s',
    ]),
    row(Array.from({ length: methods.length + 8 }, (_, at) => (at < 2 ? '---' : '---:'))),
    ...judged.map(({ truth, files, groups, scores, anchors, anchorsWithNames, stability, took }) =>
      row([
        truth.name,
        truth.language,
        files,
        groups,
        ...methods.map((method) => {
          const score = scores.get(method)!;
          return `**${smaller(score).toFixed(0)}** (${score.moJoFm.map((each) => each.toFixed(0)).join(' / ')}; ${score.modules})`;
        }),
        mean(anchors).toFixed(0),
        mean(anchorsWithNames).toFixed(0),
        mean(stability).toFixed(0),
        (took / 1000).toFixed(1),
      ]),
    ),
    row([
      '**mean**',
      '',
      '',
      '',
      ...methods.map(
        (method) => `**${mean(judged.map(({ scores }) => smaller(scores.get(method)!))).toFixed(1)}**`,
      ),
      `**${mean(judged.map(({ anchors }) => mean(anchors))).toFixed(1)}**`,
      `**${mean(judged.map(({ anchorsWithNames }) => mean(anchorsWithNames))).toFixed(1)}**`,
      `**${mean(judged.map(({ stability }) => mean(stability))).toFixed(1)}**`,
      '',
    ]),
  ];
  return lines.join('\n');
}

function page(judged: readonly Judged[]): string {
  const part = (isKeptBack: boolean): string =>
    table(judged.filter(({ truth }) => truth.isKeptBack === isKeptBack));
  return `# Recovering modules

Written by \`npm run recovery\`. Modules are proposed from the links of real code and held to the folders in which its authors
keep it. The codebases and the depths of their folders were written down (bench/recovery/truths.ts) before the first run; tests
and folders of fewer than ${LEAST_FILES} files are not scored, and how many modules there are is not given.

A figure is MoJoFM (Wen and Tzerpos 2004, 0 to 100), the smaller of both directions, with both and the number of modules after
it. **links**: from links alone. **links, names, folders**: names and nearness weigh half of what links do. Folders are what is
judged, so that this column says how far they are followed, not that they were found. **anchors**: a random
tenth of the files of each folder is given and not scored, and the others are grown from links alone, or with names and folders
as before; mean of five seeds. **stability**: how alike two proposals are, one of
them made with one link in a hundred taken away at random; mean of five seeds. What is placed nowhere counts as one module.
Baselines: everything in one module; label propagation (Raghavan, Albert and Kumara 2007); multilevel clustering of the damped
links (Blondel et al. 2008) at resolution 1.

## Code that the computations were written with

${part(false)}

## Code that was kept back

${part(true)}
`;
}

const only = process.argv[2];
const judged: Judged[] = [];
for (const truth of truths) {
  if (only !== undefined && truth.name !== only && only !== (truth.isKeptBack ? 'kept' : 'tried')) continue;
  judged.push(await judge(truth));
  process.stdout.write(`${table([judged.at(-1)!])}\n\n`);
}
if (only === undefined) {
  const file = join(installationRoot, 'docs', 'recovery.md');
  writeFileSync(file, await format(page(judged), { ...(await resolveConfig(file)), filepath: file }));
} else process.stdout.write(`${table(judged)}\n`);
