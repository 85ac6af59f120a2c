import type { FileTree, Resolution } from '../../contracts/fileTree.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { NameContext, NameRules } from '../../contracts/nameRules.ts';
import type { Value } from '../../contracts/values.ts';
import { folderOf, foldersAbove, joinPath } from '../../contracts/fileTree.ts';
import { createModuleFinder, relativeBase, type FoundModule, type ModuleFinder } from './modules.ts';
import { standardModules } from './standardModules.ts';

/** `..a.b:c` taken apart: the dots before it, the module, and the name taken from it (null: the module itself). */
function parse(specifier: string): { dots: number; module: string; name: string | null } {
  const [, dots, module, name] = /^(\.*)([^:]*)(?::(.*))?$/s.exec(specifier)!;
  return { dots: dots.length, module, name: name ?? null };
}

/** An import as it would be named from the root: of `.b:c` in `a/x.py`, `a.b.c`. */
export function importName(path: string, specifier: string): string {
  const { dots, module, name } = parse(specifier);
  const base = dots > 0 ? (relativeBase(path, dots) ?? '').replaceAll('/', '.') : '';
  return [base, module, name === '*' ? '' : (name ?? '')].filter((part) => part !== '').join('.');
}

/** Resolves imports as Python's import system does; the name of `from a import b` may be a module of its own. */
export function createResolver(tree: FileTree, files: readonly FactsOfFile[]) {
  const own = files.filter(({ language }) => language === 'python');
  const finder = createModuleFinder(
    tree,
    own.map(({ path }) => path),
  );
  const factsOf = new Map(own.map((file) => [file.path, file]));
  return (fromFile: string, specifier: string): Resolution => {
    const { dots, module, name } = parse(specifier);
    const base = dots > 0 ? relativeBase(fromFile, dots) : null;
    if (dots > 0 && base === null) return { kind: 'gap', reason: 'outsideRoot' };
    const find = (moduleName: string): FoundModule | null =>
      base === null ? finder.absolute(moduleName, fromFile) : finder.inFolder(base, moduleName);
    const found = find(module);
    if (name !== null && name !== '*' && found) {
      const submodule = find(module === '' ? name : `${module}.${name}`);
      const isDeclared = found.kind === 'file' && declares(factsOf.get(found.path), name);
      if (
        submodule?.kind === 'file' &&
        submodule.path !== (found.kind === 'file' ? found.path : '') &&
        !isDeclared
      )
        return resolved(submodule, true);
      if (found.kind === 'folder') {
        if (submodule) return { kind: 'package', name: importName(fromFile, specifier) };
        return { kind: 'gap', reason: 'noSuchFile' };
      }
    }
    if (found) {
      if (found.kind === 'file') return resolved(found, name === null);
      return { kind: 'package', name: importName(fromFile, specifier) };
    }
    return base === null ? outside(finder, module, fromFile) : { kind: 'gap', reason: 'noSuchFile' };
  };
}

function resolved(found: FoundModule & { kind: 'file' }, isModule: boolean): Resolution {
  return {
    kind: 'file',
    path: found.path,
    ...(found.inferred ? { inferred: true } : {}),
    ...(found.others ? { others: found.others } : {}),
    ...(isModule ? { isModule: true } : {}),
  };
}

/** True when a module itself declares a name, rather than importing it. */
function declares(file: FactsOfFile | undefined, name: string): boolean {
  if (!file) return false;
  const { declarations, names, symbols } = file.facts;
  return symbols.some(
    ([first]) => declarations.parent[first] < 0 && names[declarations.name[first]] === name,
  );
}

function outside(finder: ModuleFinder, module: string, fromFile: string): Resolution {
  const top = module.split('.')[0];
  const leftOut = finder.leftOut(module, fromFile);
  if (leftOut) return { kind: 'gap', reason: 'leftOut', leftOut };
  if (standardModules.has(top)) return { kind: 'external', name: top, ecosystem: 'python' };
  if (finder.hasTop(top, fromFile)) return { kind: 'gap', reason: 'noSuchFile' };
  return { kind: 'external', name: top, ecosystem: 'pypi' };
}

/** Names by Python's rules: what star imports bring, and modules within packages. */
export function pythonNames({ files, own, targets, exportOf }: NameContext): NameRules {
  const byPath = new Map(own.map((file) => [files[file].path, file]));
  const module = (path: string): Value | null => {
    for (const candidate of [`${path}.py`, `${path}/__init__.py`, `${path}.pyi`, `${path}/__init__.pyi`]) {
      const file = byPath.get(candidate);
      if (file !== undefined) return { tag: 'module', file };
    }
    return null;
  };
  const submodule = (file: number, name: string): Value | null => {
    const { path } = files[file];
    return isPackage(path) ? module(`${folderOf(path)}/${name}`.replace(/^\//, '')) : null;
  };
  /** The folder of a package as a file names it: where one of its own imports of it, or of what it holds, leads. */
  const packageMember = (packageName: string, member: string, from: number): Value | null => {
    const full = `${packageName}.${member}`;
    const imports = files[from].facts.imports;
    for (let i = 0; i < imports.length; i++) {
      const target = targets[from][i];
      const name = imports[i].specifier ?? '';
      if (target.kind !== 'file' || !(name === full || name.startsWith(`${full}.`))) continue;
      const path = files[target.file].path.replace(/(\/__init__)?\.pyi?$/, '');
      const words = path.split('/');
      words.length -= name.split('.').length - full.split('.').length;
      const found = module(words.join('/'));
      return found ?? { tag: 'package', family: 'python', name: full, from };
    }
    return null;
  };
  return {
    lookUp(file, name) {
      const { exports } = files[file].facts;
      for (const star of exports.stars) {
        const target = targets[file][star];
        if (target.kind !== 'file') continue;
        if (files[target.file].facts.exports.starNames?.includes(name) === false) continue;
        const found = exportOf(target.file, name) ?? submodule(target.file, name);
        if (found) return found;
      }
      return null;
    },
    packageMember,
    submodule,
    typeNamesInstanceMembers: true,
    callsMakeInstances: true,
    fieldsAreCalled: true,
    parentsMix: true,
    bringsIn: (file) => isPackage(files[file].path),
    suppliersOf: (file) =>
      foldersAbove(files[file].path).flatMap((folder) => byPath.get(joinPath(folder, 'conftest.py')!) ?? []),
    laterReplaces: true,
  };
}

/** True for the file that stands for its folder. */
function isPackage(path: string): boolean {
  return /(^|\/)__init__\.pyi?$/.test(path);
}

/** Methods that the language's own objects have as well. */
export const commonNames = new Set(
  `append extend insert remove pop clear index count sort reverse copy get items keys values setdefault update popitem
  add discard union difference intersection join split rsplit splitlines strip lstrip rstrip replace startswith endswith
  find rfind format encode decode lower upper title capitalize isdigit isalpha read readline readlines write writelines
  close open flush seek tell name send throw next group groups match search sub findall finditer compile start stop run
  wait put get_nowait put_nowait set is_set acquire release submit result cancel done exists mkdir unlink glob iterdir
  resolve parent joinpath read_text write_text stat debug info warning error exception critical log setLevel addHandler
  getLogger dumps loads dump load parse parse_args add_argument execute executemany fetchone fetchall commit rollback
  connect cursor request post delete patch head json text filter map connect bind listen accept recv total_seconds
  isoformat strftime timestamp date time now today main setup teardown setUp tearDown`.split(/\s+/),
);
