import { describe, expect, it } from 'vitest';
import { builtFiles, builtFolders, squeezedFolders } from './builtFolders.ts';
import type { Walked } from './walk.ts';

/** A package of these files; what matters of a walk. */
function walked(paths: readonly string[], manifest: Record<string, unknown> = {}, home = ''): Walked {
  const folders = new Set(
    paths.flatMap((path) => path.split('/').map((_, i, all) => all.slice(0, i).join('/'))),
  );
  return {
    manifests: new Map([[`${home}package.json`, JSON.stringify(manifest)]]),
    candidates: paths.map((path) => ({ path })),
    folders,
  } as unknown as Walked;
}

const pathsOf = (found: { path: string }[]): string[] => found.map(({ path }) => path).sort();

describe('folders of build output', () => {
  const files = ['src/a.ts', 'dist/a.js', 'lib/hand.js'];

  it('are those that the manifest points into, named as such, beside a source', () => {
    expect(builtFolders(walked(files, { main: './dist/a.js' }))).toEqual([
      { path: 'dist', why: 'package.json names it as the build output of src/' },
    ]);
    expect(builtFolders(walked(files, { exports: { '.': { import: './lib/hand.js' } } }))).toMatchObject([
      { path: 'lib' },
    ]);
    expect(builtFolders(walked(files, { main: './code/a.js' }))).toEqual([]);
    expect(builtFolders(walked(['dist/a.js'], { main: './dist/a.js' }))).toEqual([]);
  });

  it('belong to the package whose manifest it is', () => {
    const inner = walked(['kit/src/a.ts', 'kit/esm/a.js', 'esm/a.js'], { module: 'esm/a.js' }, 'kit/');
    expect(pathsOf(builtFolders(inner))).toEqual(['kit/esm']);
  });

  it('are full of squeezed code, more of it than not', () => {
    expect(squeezedFolders(['build/a.js'], ['build/x.js', 'build/deep/y.js'])).toEqual(['build']);
    expect(squeezedFolders(['build/a.js', 'build/b.js'], ['build/x.js', 'build/y.js'])).toEqual([]);
    expect(squeezedFolders(['code/a.js'], ['code/x.js', 'code/y.js'])).toEqual([]);
  });
});

describe('files that were built', () => {
  const source = ['a', 'b', 'c', 'd'].map((name) => `src/${name}.ts`);
  const built = (count: number, others: number): string[] => [
    ...source.slice(0, count).map((path) => path.replace('src/', 'out/').replace('.ts', '.js')),
    ...Array.from({ length: others }, (_, i) => `out/hand${i}.js`),
  ];

  it('bear the stems of sources, where three in five of a folder do', () => {
    expect(pathsOf(builtFiles(walked([...source, ...built(3, 2)])))).toEqual([
      'out/a.js',
      'out/b.js',
      'out/c.js',
    ]);
    expect(builtFiles(walked([...source, ...built(3, 3)]))).toEqual([]);
    expect(builtFiles(walked([...source, ...built(2, 0)]))).toEqual([]);
  });

  it('say what they were made from', () => {
    expect(builtFiles(walked([...source, ...built(4, 0)]))[0]).toEqual({
      path: 'out/a.js',
      why: 'built from src/a.ts, which is read',
    });
  });

  it('may be the package itself, and lie deep', () => {
    const deep = ['x/a', 'x/b', 'c'].flatMap((stem) => [`src/${stem}.ts`, `${stem}.js`, `${stem}.d.ts`]);
    expect(pathsOf(builtFiles(walked(deep)))).toEqual([
      'c.d.ts',
      'c.js',
      'x/a.d.ts',
      'x/a.js',
      'x/b.d.ts',
      'x/b.js',
    ]);
  });

  it('lie beside their source only where something says that they were made', () => {
    expect(pathsOf(builtFiles(walked(['lib/a.ts', 'lib/a.js', 'lib/a.js.map'])))).toEqual(['lib/a.js']);
    expect(pathsOf(builtFiles(walked(['lib/a.ts', 'lib/a.js'])))).toEqual([]);
    expect(pathsOf(builtFiles(walked(['lib/a.js', 'lib/a.d.ts'])))).toEqual([]);
  });

  it('are those of the nearest package with sources, whatever manifests lie among them', () => {
    const deep = ['v4/a', 'v4/b', 'v4/c'].flatMap((stem) => [`src/${stem}.ts`, `${stem}.js`]);
    const code = walked(deep);
    const manifests = new Map([...code.manifests, ['v4/package.json', '{"main":"./a.js"}']]);
    expect(pathsOf(builtFiles({ ...code, manifests }))).toEqual(['v4/a.js', 'v4/b.js', 'v4/c.js']);
    const own = walked([...deep, 'v4/src/x.ts']);
    expect(pathsOf(builtFiles({ ...own, manifests }))).toEqual([]);
  });

  it('are none where no manifest says that there is a package', () => {
    const none = { ...walked([...source, ...built(4, 0)]), manifests: new Map<string, string>() };
    expect(builtFiles(none)).toEqual([]);
  });
});
