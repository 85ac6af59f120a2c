import { folderOf, foldersAbove, joinPath } from '../contracts/fileTree.ts';
import type { BuildReader, DependencyScope, StatedModule } from './buildModule.ts';

/**
 * Gradle: the folders of build scripts, and those that `settings.gradle` includes. Scripts are programs; what they plainly
 * state is read: `include(":a:b")`, `project(":a:b").projectDir = file("x")`, `project(":a:b")` and `projects.a.b`.
 */
export const gradle: BuildReader = {
  pattern: /(^|\/)[\w.-]+\.gradle(\.kts)?$/,
  read(files) {
    const texts = new Map(files.map(({ path, text }) => [path, withoutComments(text)]));
    const roots = [...texts].flatMap(([path, text]) => (isSettings.test(path) ? [rootOf(path, text)] : []));
    const found = new Map<string, StatedModule>();
    for (const [path, text] of texts) {
      if (isSettings.test(path)) continue;
      const folder = folderOf(path);
      const isUsual = /(^|\/)build\.gradle(\.kts)?$/.test(path);
      // A project may name its script after its folder.
      const isOwn = path.slice(path.lastIndexOf('/') + 1).split('.gradle')[0] === folder.split('/').at(-1);
      if (!isUsual && !isOwn) continue;
      const root = roots.find(({ home }) => foldersAbove(path).includes(home));
      const projectPath = root?.pathOf.get(folder) ?? `:${relative(root?.home ?? '', folder)}`;
      found.set(folder, {
        key: path,
        name: nameOf(projectPath, root?.name, folder),
        names: [`${root?.home ?? ''}${projectPath}`],
        sources: [folder],
        needs: neededPaths(text).map(({ path: needed }) => `${root?.home ?? ''}${needed}`),
        scoped: scopesOf(neededPaths(text), root?.home ?? ''),
        languages: ['java'],
      });
    }
    for (const { home, pathOf, path: settings } of roots)
      for (const [folder, projectPath] of pathOf) {
        if (found.has(folder)) continue;
        const name = nameOf(projectPath, undefined, folder);
        found.set(folder, {
          key: `${settings}${projectPath}`,
          name,
          names: [`${home}${projectPath}`],
          sources: [folder],
          needs: [],
          languages: ['java'],
        });
      }
    return [...found.values()];
  },
};

const isSettings = /(^|\/)settings\.gradle(\.kts)?$/;

interface Root {
  path: string;
  home: string;
  name: string | undefined;
  /** Project path of each included folder. */
  pathOf: Map<string, string>;
}

function rootOf(path: string, text: string): Root {
  const home = folderOf(path);
  const pathOf = new Map<string, string>();
  const moved = new Map(
    [
      ...text.matchAll(
        /project\s*\(\s*["'](:[\w:.-]+)["']\s*\)\.projectDir\s*=\s*(?:new File\s*\([^"']*|file\s*\()["']([^"']+)["']/g,
      ),
    ].map(([, project, folder]) => [project, folder]),
  );
  for (const [, list] of text.matchAll(/\binclude\b\s*\(?((?:\s*["'][\w:./-]+["']\s*,?)+)/g))
    for (const [, stated] of list.matchAll(/["']([\w:./-]+)["']/g)) {
      const project = stated.startsWith(':') ? stated : `:${stated}`;
      const folder = joinPath(home, moved.get(project) ?? project.slice(1).replaceAll(':', '/'));
      if (folder !== null) pathOf.set(folder, project);
    }
  return { path, home, name: /rootProject\.name\s*=\s*["']([^"']+)/.exec(text)?.[1], pathOf };
}

function nameOf(projectPath: string, rootName: string | undefined, folder: string): string {
  if (projectPath === ':') return rootName ?? (folder.split('/').at(-1) || 'root project');
  return projectPath.slice(1).replaceAll(':', '/');
}

/** A project that a script names, and for what: the word before it says it, as in `testImplementation project(":a")`. */
interface NeededPath {
  path: string;
  scope: DependencyScope | null;
}

function neededPaths(text: string): NeededPath[] {
  const scopeOf = (word: string | undefined): NeededPath['scope'] =>
    word === undefined ? null : /^test/i.test(word) ? 'test' : word === 'runtimeOnly' ? 'runtime' : null;
  const before = String.raw`(?:\b(\w+)[\s(]*)?`;
  const byPath = [
    ...text.matchAll(
      new RegExp(before + String.raw`\bproject\s*\(\s*(?:path\s*[:=]\s*)?["'](:[\w:.-]+)["']`, 'g'),
    ),
  ];
  const byName = [...text.matchAll(new RegExp(before + String.raw`\bprojects\.([a-zA-Z][\w.]*)`, 'g'))];
  return [
    ...byPath.map(([, word, path]) => ({ path, scope: scopeOf(word) })),
    // Accessors write `a-b` as `aB`.
    ...byName.map(([, word, path]) => ({
      path: `:${path.replaceAll('.', ':')}`.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`),
      scope: scopeOf(word),
    })),
  ];
}

/** Of what is named several times, a use of any scope is one of all. */
function scopesOf(needed: readonly NeededPath[], home: string): ReadonlyMap<string, DependencyScope> {
  const unscoped = new Set(needed.filter(({ scope }) => scope === null).map(({ path }) => path));
  return new Map(
    needed.flatMap(({ path, scope }) => (scope === null || unscoped.has(path) ? [] : [[home + path, scope]])),
  );
}

function relative(home: string, folder: string): string {
  return (home === '' ? folder : folder.slice(home.length + 1)).replaceAll('/', ':');
}

function withoutComments(text: string): string {
  return text.replace(/\/\*[^]*?\*\//g, '').replace(/(^|\s)\/\/[^\n]*/g, '$1');
}
