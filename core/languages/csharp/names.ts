import { FORM, KIND } from '../../facts/fileFacts.ts';
import type { Resolution, FileTree } from '../../contracts/fileTree.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { NameContext, NameRules } from '../../contracts/nameRules.ts';
import { fileOfMeant, indexPackages, type PackageIndex } from '../../link/packages.ts';
import type { Value } from '../../contracts/values.ts';
import { findExtensions } from './extensions.ts';
import { parseUsing, type Using } from './imports.ts';
import { filesMeant, findParts } from './parts.ts';
import { projectsOf, type Projects } from './projects.ts';

const FAMILY = 'csharp';

/** Namespaces of the platform itself. */
const platform = /^(System|Microsoft\.(CSharp|VisualBasic|Win32)|Windows|Mono|Interop)(\.|$)/;

interface Codebase {
  index: PackageIndex;
  projects: Projects;
}

const codebases = new WeakMap<readonly FactsOfFile[], Codebase>();

/** The namespaces and projects of a codebase, indexed once for resolving imports and names alike. */
function codebaseOf(tree: FileTree, files: readonly FactsOfFile[]): Codebase {
  let found = codebases.get(files);
  if (!found) {
    const own = [...files.keys()].filter((file) => files[file].language === FAMILY);
    const projects = projectsOf(tree);
    const index = indexPackages(files, own, FAMILY, {
      packagesNest: true,
      choose: (places, from) => filesMeant(files, projects, places, from),
    });
    codebases.set(files, (found = { index, projects }));
  }
  return found;
}

/** The longest beginning of a dotted name that is a type of the codebase, and what follows it. */
function typeIn(index: PackageIndex, name: string, from: number): { type: Value; rest: string[] } | null {
  const words = name.split('.');
  for (let end = words.length; end > 0; end--) {
    const namespace = words.slice(0, end - 1).join('.');
    if (index.places(namespace, words[end - 1]).length === 0) continue;
    const type = index.member(namespace, words[end - 1], from);
    if (type?.tag === 'declared') return { type, rest: words.slice(end) };
  }
  return null;
}

/** Resolves what is used: to a namespace of the codebase, to the file of a type, to a package outside. */
export function createResolver(tree: FileTree, files: readonly FactsOfFile[]) {
  const { index, projects } = codebaseOf(tree, files);
  const fileOf = new Map(files.map(({ path }, file) => [path, file]));
  return (fromFile: string, specifier: string): Resolution => {
    const { name, isStatic, alias } = parseUsing(specifier);
    if (!isStatic && index.isPackage(name)) return { kind: 'package', name };
    const found = typeIn(index, name, fileOf.get(fromFile) ?? -1);
    if (found?.type.tag === 'declared') return fileOfMeant(files, found.type);
    const namespace = isStatic || alias !== null ? name.split('.').slice(0, -1).join('.') || name : name;
    if (index.isPackage(namespace)) return { kind: 'gap', reason: 'noSuchFile' };
    if (platform.test(namespace)) return { kind: 'external', name: namespace, ecosystem: 'dotnet' };
    const packageName = projects.packageOf(fromFile, namespace) ?? namespace;
    return { kind: 'external', name: packageName, ecosystem: 'nuget' };
  };
}

/** A `using`, and where it leads. */
interface ResolvedUsing extends Using {
  external: number | null;
}

/** Names by C#'s rules: aliases, namespaces and types that are used, by the file or for the whole project. */
export function csharpNames({
  files,
  own,
  tree,
  targets,
  memberOf,
  parentsOf,
  evaluate,
}: NameContext): NameRules {
  const { index, projects } = codebaseOf(tree, files);
  const usingsIn = (file: number): ResolvedUsing[] =>
    files[file].facts.imports.map(({ specifier }, i) => {
      const target = targets[file][i];
      return {
        ...parseUsing(specifier ?? ''),
        external: target.kind === 'external' ? target.external : null,
      };
    });
  const globals = own
    .map((file) => ({ file, usings: usingsIn(file).filter(({ isGlobal }) => isGlobal) }))
    .filter(({ usings }) => usings.length > 0);
  const known = new Map<number, ResolvedUsing[]>();
  const usingsOf = (file: number): ResolvedUsing[] => {
    let list = known.get(file);
    if (list) return list;
    const { path } = files[file];
    const ofProject = projects.of(path).join('\n');
    const shared = globals.filter(
      (other) => other.file !== file && projects.of(files[other.file].path).join('\n') === ofProject,
    );
    list = [
      ...usingsIn(file),
      ...shared.flatMap(({ usings }) => usings),
      ...projects.usings(path).map((name) => ({ ...parseUsing(name), external: null })),
    ];
    known.set(file, list);
    return list;
  };

  /** What a full name leads to, from outside. */
  const named = (name: string, from: number): Value | null => {
    if (index.isPackage(name)) return { tag: 'package', family: FAMILY, name, from };
    const found = typeIn(index, name, from);
    if (!found) return null;
    return found.rest.reduce<Value | null>((value, word) => value && memberOf(value, word), found.type);
  };

  /** A member of a namespace; in brackets, an attribute by its name with or without its ending. */
  const packageMember = (namespace: string, member: string, from: number): Value | null => {
    if (!member.startsWith('[')) return index.member(namespace, member, from);
    const name = member.slice(1, -1);
    const [full, plain] = [`${name}Attribute`, name].map((word) => index.member(namespace, word, from));
    return full ?? (plain?.tag === 'declared' ? plain : null);
  };

  const byUsing = (file: number, name: string): Value | null => {
    let outside: Value | null = null;
    let outsiders = 0;
    for (const { name: used, alias, isStatic, external } of usingsOf(file)) {
      if (alias !== null) {
        if (alias === name)
          return external === null ? named(used, file) : { tag: 'external', external, name };
      } else if (external !== null) {
        outsiders++;
        outside = { tag: 'external', external, name };
      } else {
        const type = isStatic ? named(used, file) : null;
        const found = type ? memberOf(type, name) : packageMember(used, name, file);
        if (found && found.tag !== 'package') return found;
      }
    }
    // A type that only one namespace outside can hold is that one's.
    return outsiders === 1 && /^\[?[A-Z]/.test(name) ? outside : null;
  };

  const seen = new Map<number, ReadonlySet<string>>();
  /** The namespaces whose types a file sees without naming them. */
  const namespacesSeen = (file: number): ReadonlySet<string> => {
    let found = seen.get(file);
    if (!found) {
      const used = usingsOf(file).filter(({ alias, isStatic }) => alias === null && !isStatic);
      found = new Set([...index.namespacesAround(file, -1), ...used.map(({ name }) => name)]);
      seen.set(file, found);
    }
    return found;
  };

  const parts = findParts(files, own, projects, index);
  return {
    lookUp: byUsing,
    packageMember,
    namespacesAround: (file, declaration) => index.namespacesAround(file, declaration),
    otherParts: parts.otherParts,
    mainPart: parts.mainPart,
    extensionOf: findExtensions({ files, own, index, parentsOf, evaluate, namespacesSeen, commonNames }),
    sees: (file, other) => projects.sees(files[file].path, files[other].path) && usesNamespaceOf(file, other),
    inheritsByAccess: true,
  };

  function usesNamespaceOf(file: number, other: number): boolean {
    const namespaces = namespacesSeen(file);
    const { declarations, names, packageName } = files[other].facts;
    if (packageName !== '' || declarations.count === 0) return namespaces.has(packageName);
    for (let d = 0; d < declarations.count; d++)
      if (declarations.form[d] === FORM.namespace && namespaces.has(names[declarations.name[d]])) return true;
    return declarations.kind[0] === KIND.type && declarations.form[0] !== FORM.namespace;
  }
}

/** Members that the platform's own types have as well, and operators, which say nothing of what they are applied to. */
export const commonNames = new Set(
  `Equals GetHashCode ToString GetType Finalize MemberwiseClone CompareTo Compare Dispose DisposeAsync Clone Close
  Add AddRange Remove RemoveAt RemoveAll RemoveRange Clear Contains ContainsKey ContainsValue TryGetValue TryAdd Insert
  IndexOf LastIndexOf CopyTo ToArray ToList ToDictionary ToHashSet Count Any All First FirstOrDefault Last LastOrDefault
  Single SingleOrDefault Where Select SelectMany OrderBy OrderByDescending ThenBy GroupBy Join Zip Concat Union Except
  Intersect Distinct Skip Take TakeWhile SkipWhile Sum Min Max Average Aggregate Reverse Cast OfType AsEnumerable
  ForEach Find FindAll FindIndex Exists Sort BinarySearch Push Pop Peek Enqueue Dequeue GetEnumerator MoveNext Reset
  Substring Split Trim TrimStart TrimEnd StartsWith EndsWith Replace ToLower ToUpper PadLeft PadRight Format Append
  AppendLine AppendFormat Join Parse TryParse Invoke BeginInvoke EndInvoke GetAwaiter GetResult Wait WaitAll Run Start
  Stop Cancel ContinueWith ConfigureAwait Read ReadLine ReadToEnd ReadAsync Write WriteLine WriteAsync Flush Seek Open
  Create Delete Exists Load Save Copy Move Get Set GetValue SetValue GetProperty GetMethod GetField GetCustomAttributes
  Execute ExecuteAsync Send Receive Connect Log Debug Info Warn Error
  this[]`
    .split(/\s+/)
    .concat(
      ['+', '-', '*', '/', '%', '==', '!=', '<', '>', '<=', '>=', '&', '|', '^', '<<', '>>'].map(
        (sign) => `operator ${sign}`,
      ),
    ),
);
