import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { byFolders } from '../arrangement/folders.ts';
import { byPackages } from '../arrangement/packages.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { closeness } from './closeness.ts';
import { proposeFromAnchors, SHARED } from './fromAnchors.ts';
import { proposeFromArrangement } from './fromArrangement.ts';
import { proposeFromLinks, type LinksAsked } from './fromLinks.ts';
import { keptTogether } from './keptTogether.ts';
import type { BundleLinks } from './linkPulls.ts';
import type { Proposal } from './proposal.ts';
import { shapeInput, type ShapeInput } from './shapeInput.ts';
import { whyInWords } from './whyInWords.ts';
import { wordsOf } from './words.ts';

const alone: LinksAsked = { names: 0, nearness: 0, count: null, seed: 1 };

/** Two teams of files that use their own all, one link between them, in folders that say nothing. */
function teams(sizes: readonly number[]): Record<string, string> {
  const code: Record<string, string> = {};
  sizes.forEach((size, team) => {
    const word = ['Barge', 'Ledger', 'Gauge'][team];
    for (let i = 0; i < size; i++) {
      const others = Array.from({ length: size }, (_, j) => j).filter((j) => j < i);
      const imports = others.map((j) => `import { ${word}${j} } from './${word.toLowerCase()}${j}';`);
      if (team > 0 && i === 0) imports.push("import { Barge0 } from './barge0';", 'new Barge0();');
      code[`all/${word.toLowerCase()}${i}.ts`] =
        `${imports.join('\n')}\nexport class ${word}${i} { own = [${others.map((j) => `new ${word}${j}()`).join()}]; }\n`;
    }
  });
  return code;
}

const membersOf = ({ modules }: Proposal, { files }: ShapeInput): string[][] =>
  modules.map(({ members }) => members.map(({ file }) => files[file].path));

let survey: SurveyedCodebase;
let input: ShapeInput;
beforeAll(async () => {
  survey = await surveyText({ ...teams([6, 5]), 'all/lonely.ts': 'export const lonely = 1;\n' });
  input = shapeInput(survey);
});

describe('what is kept together', () => {
  it('is header and source, parts of a type, a test and its subject, and what is generated', async () => {
    const code = await surveyText({
      'include/barge.h': 'struct Barge { int tons; void moor(); };\n',
      'src/barge.cpp': '#include "../include/barge.h"\nvoid Barge::moor() {}\n',
      'src/other.cpp': '#include "../include/barge.h"\nint other() { return 1; }\n',
      'web/toll.ts': 'export const toll = 1;\n',
      'web/toll.test.ts': "import { toll } from './toll';\nexport const t = toll;\n",
      'web/rate.ts': "import { toll } from './toll';\nexport const rate = toll;\n",
      'net/Quay.cs': 'partial class Quay { int a; }\n',
      'net/QuayMore.cs': 'partial class Quay { int b; }\n',
      'net/Form.cs': 'class Form {}\n',
      'net/Form.Designer.cs': 'class FormLayout {}\n',
    });
    const marked = code.files.map((file) => ({ ...file, isTest: file.path.includes('.test.') }));
    const { files, why, bundleOf } = keptTogether({ ...code, files: marked });
    const paths = code.files.map(({ path }) => path);
    const sets = files.filter(({ length }) => length > 1).map((held) => held.map((file) => paths[file]));
    expect(sets).toEqual([
      ['include/barge.h', 'src/barge.cpp'],
      ['net/Form.Designer.cs', 'net/Form.cs'],
      ['net/Quay.cs', 'net/QuayMore.cs'],
      ['web/toll.test.ts', 'web/toll.ts'],
    ]);
    expect(why.filter((reason) => reason !== null).sort()).toEqual(['generated', 'header', 'part', 'test']);
    for (const held of files) for (const file of held) expect(files[bundleOf[file]]).toBe(held);
  });
});

describe('closeness', () => {
  it('is of users, of what is used together, and of what uses the same', () => {
    const links = (pairs: [number, number][], count: number): BundleLinks => ({
      count,
      start: Int32Array.from({ length: count + 1 }, (_, v) => pairs.filter(([from]) => from < v).length),
      to: Int32Array.from(pairs, ([, to]) => to),
      weight: new Float64Array(pairs.length).fill(1),
      references: new Int32Array(pairs.length).fill(1),
      hasCalls: new Uint8Array(pairs.length),
    });
    // 0 and 1 both use 2 and 3.
    const pulls = closeness(
      links(
        [
          [0, 2],
          [0, 3],
          [1, 2],
          [1, 3],
        ],
        4,
      ),
    );
    const between = (a: number, b: number): number => {
      for (let at = pulls.start[a]; at < pulls.start[a + 1]; at++)
        if (pulls.to[at] === b) return pulls.weight[at];
      return 0;
    };
    const damped = 2 ** -0.3;
    expect(between(0, 2)).toBeCloseTo(damped);
    // By two things that both use, and by two that use both.
    expect(between(0, 1)).toBeCloseTo(2 * damped);
    expect(between(2, 3)).toBeCloseTo(2 * damped);
    // What only one uses says more than what many do.
    const popular = closeness(
      links(
        [...Array(9).keys()].map((from): [number, number] => [from, 9]),
        10,
      ),
    );
    expect(popular.weight[popular.start[10] - 1]).toBeCloseTo(9 ** -0.3);
  });
});

describe('modules from links', () => {
  it('are the teams, whatever the folders; what nothing links is not placed', () => {
    const proposal = proposeFromLinks(input, alone);
    const [first, second] = membersOf(proposal, input);
    expect(first.every((path) => path.startsWith('all/barge'))).toBe(true);
    expect(second.every((path) => path.startsWith('all/ledger'))).toBe(true);
    expect([first.length, second.length]).toEqual([6, 5]);
    expect(proposal.notPlaced.map((file) => input.files[file].path)).toEqual(['all/lonely.ts']);
    expect(proposal.modules.map(({ name }) => name)).toEqual(['barge', 'ledger']);
  });

  it('have reasons and doubts by what pulls at each file', () => {
    const proposal = proposeFromLinks(input, alone);
    const of = (path: string) =>
      proposal.modules.flatMap(({ members }) => members).find(({ file }) => input.files[file].path === path)!;
    expect(of('all/barge0.ts').why).toMatchObject({ linked: 6, inside: 5, next: { module: 1, linked: 1 } });
    expect(whyInWords(of('all/barge0.ts').why, proposal, input.files)).toBe(
      '5 of 6 links inside, 5 of them calls; 1 to ledger',
    );
    expect(of('all/ledger4.ts').why.next).toBeNull();
    expect(of('all/ledger0.ts').doubt).toBeGreaterThan(of('all/ledger4.ts').doubt);
    for (const { doubt } of proposal.modules.flatMap(({ members }) => members)) {
      expect(doubt).toBeGreaterThanOrEqual(0);
      expect(doubt).toBeLessThanOrEqual(1);
    }
  });

  it('are as many as are asked for, as far as there are links between them', async () => {
    const three = shapeInput(await surveyText(teams([6, 5, 5])));
    for (const count of [1, 2, 3])
      expect(proposeFromLinks(three, { ...alone, count }).modules).toHaveLength(count);
  });

  it('are joined where there are more that nothing links than are asked for', async () => {
    const code = teams([6, 5, 5]);
    for (const path of ['all/ledger0.ts', 'all/gauge0.ts'])
      code[path] = code[path].replace(/^.*barge0.*\n.*\n/, '');
    const unlinked = shapeInput(await surveyText(code));
    expect(proposeFromLinks(unlinked, alone).modules.length).toBeGreaterThan(2);
    const { modules, notPlaced } = proposeFromLinks(unlinked, { ...alone, count: 2 });
    expect(modules).toHaveLength(2);
    expect(notPlaced).toEqual([]);
  });

  it('are the same for the same seed, and hold every file once', () => {
    fc.assert(
      fc.property(fc.nat(50), fc.constantFrom(0, 0.5), fc.constantFrom(0, 0.5), (seed, names, nearness) => {
        const asked = { ...alone, seed, names, nearness };
        const proposal = proposeFromLinks(input, asked);
        expect(proposeFromLinks(input, asked)).toEqual(proposal);
        const placed = proposal.modules.flatMap(({ members }) => members.map(({ file }) => file));
        expect([...placed, ...proposal.notPlaced].sort((a, b) => a - b)).toEqual([...input.files.keys()]);
        expect(new Set(proposal.modules.map(({ name }) => name)).size).toBe(proposal.modules.length);
      }),
      { numRuns: 20 },
    );
  });

  it('of unlinked files are by their folders or names, when those are asked', async () => {
    const apart = (folder: string, word: string): [string, string][] =>
      Array.from({ length: 5 }, (_, i) => [`${folder}/${word}${i}.ts`, `export const ${word}${i} = 1;\n`]);
    const code = Object.fromEntries([...apart('a/one', 'tide'), ...apart('b/two', 'crane')]);
    const unlinked = shapeInput(await surveyText(code));
    expect(proposeFromLinks(unlinked, alone)).toMatchObject({ modules: [], notPlaced: { length: 10 } });
    for (const asked of [{ nearness: 1 }, { names: 1 }]) {
      const sets = membersOf(proposeFromLinks(unlinked, { ...alone, ...asked }), unlinked);
      expect(sets.map((paths) => new Set(paths.map((path) => path.split('/')[0])).size)).toEqual([1, 1]);
    }
  });

  it('of one file, of none, and of one that everything uses', async () => {
    const proposed = async (code: Record<string, string>) =>
      proposeFromLinks(shapeInput(await surveyText(code)), alone);
    expect(await proposed({})).toEqual({ modules: [], notPlaced: [] });
    expect(await proposed({ 'a.ts': 'export {};\n' })).toEqual({ modules: [], notPlaced: [0] });
    const hub = Object.fromEntries(
      Array.from({ length: 9 }, (_, i) => [`u${i}.ts`, "import { hub } from './hub';\nhub();\n"]),
    );
    const { modules } = await proposed({ 'hub.ts': 'export const hub = () => 1;\n', ...hub });
    expect(modules.map(({ members }) => members.length)).toEqual([10]);
  });
});

describe('modules from groups', () => {
  it('stop at the depth where links stay inside best, which may differ', async () => {
    const placed = (team: number, folder: string): [string, string][] =>
      Object.entries(teams([5, 5, 5]))
        .filter(([path]) => path.startsWith(`all/${['barge', 'ledger', 'gauge'][team]}`))
        .map(([path, text]) => [
          path.replace('all', folder),
          text.replace("'./barge0'", `'${'../'.repeat(folder.split('/').length)}whole/sub/barge0'`),
        ]);
    // The team of barges is spread over a folder and one in it; the other two share a folder, each in its own.
    const barges = placed(0, 'whole/sub');
    const code = Object.fromEntries([...barges, ...placed(1, 'pair/ledgers'), ...placed(2, 'pair/gauges')]);
    const own = await surveyText(code);
    const proposal = proposeFromArrangement(shapeInput(own), byFolders(own.elements));
    expect(proposal.modules.map(({ name }) => name).sort()).toEqual(['gauges', 'ledgers', 'whole']);
  });

  it('place nowhere what belongs to no group', () => {
    const { modules, notPlaced } = proposeFromArrangement(input, byPackages(survey));
    expect(modules).toEqual([]);
    expect(notPlaced).toHaveLength(input.files.length);
  });
});

describe('modules from anchors', () => {
  const at = (path: string): number => input.files.findIndex((file) => file.path === path);

  it('grow along links, keep their anchors, and leave what no link reaches', () => {
    const proposal = proposeFromAnchors(
      input,
      [
        { name: 'fleet', files: [at('all/barge3.ts')] },
        { name: 'money', files: [at('all/ledger3.ts')] },
      ],
      alone,
    );
    expect(proposal.modules.map(({ name, members }) => [name, members.length])).toEqual([
      ['fleet', 6],
      ['money', 5],
    ]);
    expect(proposal.notPlaced).toEqual([at('all/lonely.ts')]);
  });

  it('keep an anchor, however much the others pull at it', async () => {
    const spokes = Array.from({ length: 9 }, (_, i): [string, string] => [
      `s${i}.ts`,
      "import { hub } from './hub';\nhub();\n",
    ]);
    const own = shapeInput(
      await surveyText({ 'hub.ts': 'export const hub = () => 1;\n', ...Object.fromEntries(spokes) }),
    );
    const hub = own.files.findIndex(({ path }) => path === 'hub.ts');
    const rest = [...own.files.keys()].filter((file) => file !== hub);
    const { modules } = proposeFromAnchors(
      own,
      [
        { name: 'heart', files: [hub] },
        { name: 'rim', files: rest },
      ],
      alone,
    );
    expect(modules.find(({ name }) => name === 'heart')!.members.map(({ file }) => file)).toEqual([hub]);
  });

  it('share what three of them pull at alike', async () => {
    const lone = (i: number): [string, string] => [`t${i}.ts`, "import { hub } from './hub';\nhub();\n"];
    const code = { 'hub.ts': 'export const hub = () => 1;\n', ...Object.fromEntries([0, 1, 2].map(lone)) };
    const own = shapeInput(await surveyText(code));
    const named = (path: string): number => own.files.findIndex((file) => file.path === path);
    const anchors = [0, 1, 2].map((i) => ({ name: `team ${i}`, files: [named(`t${i}.ts`)] }));
    const { modules } = proposeFromAnchors(own, anchors, alone);
    expect(modules.find(({ name }) => name === SHARED)?.members.map(({ file }) => file)).toEqual([
      named('hub.ts'),
    ]);
  });
});

it('words of names are parted by case, digits and signs', () => {
  expect(wordsOf('HTTPServer_old2Gate.tar')).toEqual(['http', 'server', 'old', 'gate', 'tar']);
  expect(wordsOf('get_the_main')).toEqual([]);
});
