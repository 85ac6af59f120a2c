import { visionOf, nearestMeant, type Meant } from '../../buildModules/vision.ts';
import { folderOf, type Resolution, type FileTree } from '../../contracts/fileTree.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { NameContext, NameRules } from '../../contracts/nameRules.ts';
import { fileOfMeant, indexPackages, type Choose, type PackageIndex } from '../../link/packages.ts';
import type { Value } from '../../contracts/values.ts';
import { moduleOf, parseSpecifier, type JavaImport } from './imports.ts';

const FAMILY = 'java';

/** Packages of the platform itself. */
const platform = /^(java|javax|jdk|sun|com\.sun|org\.w3c\.dom|org\.xml\.sax|org\.ietf\.jgss)(\.|$)/;

const indexes = new WeakMap<readonly FactsOfFile[], PackageIndex>();

/** The packages of a codebase, indexed once for resolving imports and names alike. */
function packagesOf(tree: FileTree, files: readonly FactsOfFile[]): PackageIndex {
  let index = indexes.get(files);
  if (!index) {
    const own = [...files.keys()].filter((file) => files[file].language === FAMILY);
    const choose = chooseByBuild(tree, files);
    indexes.set(files, (index = indexPackages(files, own, FAMILY, { choose })));
  }
  return index;
}

/** Of several files that declare a type, the one that the build of a file has, or that lies in the same root of sources. */
function chooseByBuild(tree: FileTree, files: readonly FactsOfFile[]): Choose {
  const roots = new Map(files.map(({ path, facts }) => [path, sourceRoot(path, facts.packageName)]));
  return (places, from): Meant<number> => {
    const declaring = [...new Set(places.map(({ file }) => file))];
    if (declaring.length === 1 || from < 0) return { first: declaring[0], others: [], isInferred: false };
    if (declaring.includes(from)) return { first: from, others: [], isInferred: false };
    const home = files[from].path;
    return nearestMeant(declaring, home, {
      path: (file) => files[file].path,
      steps: (file) => visionOf(tree).steps(home, files[file].path, FAMILY),
      rootOf: (path) => roots.get(path) ?? null,
      usual: /(^|\/)src\/main\/java\//,
    });
  };
}

/** The folder in which a file's package begins; null for one that does not lie where its package says. */
function sourceRoot(path: string, packageName: string): string | null {
  const folder = folderOf(path);
  const below = packageName.replaceAll('.', '/');
  if (below === '') return folder;
  if (folder === below) return '';
  return folder.endsWith(`/${below}`) ? folder.slice(0, -below.length - 1) : null;
}

/** The longest part of a dotted name that is a type of the codebase, and what follows it. */
function typeIn(index: PackageIndex, name: string): { type: string; package: string; rest: string[] } | null {
  const words = name.split('.');
  for (let end = words.length; end > 0; end--) {
    const packageName = words.slice(0, end - 1).join('.');
    if (index.places(packageName, words[end - 1]).length > 0)
      return { type: words[end - 1], package: packageName, rest: words.slice(end) };
  }
  return null;
}

/** Resolves imports: to the file of the type, to a package, to a package outside. */
export function createResolver(tree: FileTree, files: readonly FactsOfFile[]) {
  const index = packagesOf(tree, files);
  const fileOf = new Map(files.map(({ path }, file) => [path, file]));
  const modules = new Map(files.map(({ path, facts }) => [moduleOf(facts.packageName), path]));
  // Code may add to the platform's packages, or stand in for some of them, without being the platform.
  const isPlatform = typeIn(index, 'java.lang.Object') !== null;
  const isOwn = (name: string): boolean => index.holdsCode(name) && (isPlatform || !platform.test(name));
  return (fromFile: string, specifier: string): Resolution => {
    const { name, isStatic, onDemand, isModule } = parseSpecifier(specifier);
    if (isModule) {
      const path = modules.get(name);
      if (path !== undefined) return { kind: 'file', path };
      return { kind: 'external', name, ecosystem: platform.test(name) ? 'jdk' : 'java' };
    }
    if (onDemand && !isStatic && index.holdsCode(name)) return { kind: 'package', name };
    const found = typeIn(index, name);
    if (found) {
      const value = index.member(found.package, found.type, fileOf.get(fromFile) ?? -1);
      if (value?.tag === 'declared') return fileOfMeant(files, value);
    }
    const packageName = onDemand && !isStatic ? name : packagePart(name, isStatic && !onDemand ? 2 : 1);
    if (isOwn(packageName)) return { kind: 'gap', reason: 'noSuchFile' };
    return { kind: 'external', name: packageName, ecosystem: platform.test(packageName) ? 'jdk' : 'java' };
  };
}

/** The package of a type's name: what stands before the first capital, or else all but the last words. */
function packagePart(name: string, typeWords: number): string {
  const words = name.split('.');
  const type = words.findIndex((word) => /^[A-Z]/.test(word));
  return words.slice(0, type > 0 ? type : Math.max(1, words.length - typeWords)).join('.');
}

/** Names by Java's rules: what is imported singly, the file's package, what is imported on demand. */
export function javaNames({ files, tree, targets, memberOf }: NameContext): NameRules {
  const index = packagesOf(tree, files);
  const imports = new Map<number, JavaImport[]>();
  const importsOf = (file: number): JavaImport[] => {
    let list = imports.get(file);
    if (!list)
      imports.set(
        file,
        (list = files[file].facts.imports.map(({ specifier }) => parseSpecifier(specifier ?? ''))),
      );
    return list;
  };

  /** The type or package that a dotted name leads to. */
  const named = (name: string, from: number): Value | null => {
    const found = typeIn(index, name);
    if (!found) return null;
    let value = index.member(found.package, found.type, from);
    for (const word of found.rest) value = value && memberOf(value, word);
    return value;
  };

  const single = (file: number, name: string): Value | null => {
    const list = importsOf(file);
    for (let i = 0; i < list.length; i++) {
      const { name: imported, onDemand, isModule } = list[i];
      if (onDemand || isModule || !imported.endsWith(name)) continue;
      if (imported !== name && imported.at(-name.length - 1) !== '.') continue;
      const target = targets[file][i];
      if (target.kind === 'external') return { tag: 'external', external: target.external, name };
      const value = named(imported, file);
      if (value) return value;
    }
    return null;
  };

  const onDemand = (file: number, name: string): Value | null => {
    const list = importsOf(file);
    let outside: Value | null = null;
    let outsiders = 0;
    for (let i = 0; i < list.length; i++) {
      if (!list[i].onDemand) continue;
      const target = targets[file][i];
      if (target.kind === 'package') {
        const found = index.member(target.name, name, file);
        if (found) return found;
      } else if (target.kind === 'file') {
        const type = named(list[i].name, file);
        const found = type && memberOf(type, name);
        if (found) return found;
      } else if (target.kind === 'external' && !list[i].isStatic) {
        outsiders++;
        outside = { tag: 'external', external: target.external, name };
      }
    }
    // A type that only one package outside can hold is that package's.
    return outsiders === 1 && /^[A-Z]/.test(name) && !ofLanguage.has(name) ? outside : null;
  };

  return {
    lookUp(file, name) {
      return (
        single(file, name) ??
        index.member(files[file].facts.packageName, name, file) ??
        onDemand(file, name) ??
        index.member('', name, file) ??
        (ofLanguage.has(name) ? { tag: 'global', name } : null)
      );
    },
    packageMember: (packageName, member, from) => index.member(packageName, member, from),
    sees(file, other) {
      const { packageName } = files[other].facts;
      return (
        files[file].facts.packageName === packageName ||
        targets[file].some(
          (target) =>
            (target.kind === 'file' && target.file === other) ||
            (target.kind === 'package' && target.name === packageName),
        )
      );
    },
    inheritsByAccess: true,
    routinesApart: true,
  };
}

/** Types of `java.lang`, which every file sees without an import. */
const ofLanguage = new Set(
  `Object String StringBuilder StringBuffer Integer Long Short Byte Character Boolean Double Float Number Math Void
  Class ClassLoader Enum Record Iterable Comparable CharSequence Cloneable Runnable AutoCloseable Thread ThreadLocal
  Throwable Exception RuntimeException Error System Runtime Process ProcessBuilder Package Override Deprecated
  SuppressWarnings FunctionalInterface SafeVarargs IllegalArgumentException IllegalStateException
  NullPointerException UnsupportedOperationException IndexOutOfBoundsException ClassCastException
  ArithmeticException NumberFormatException InterruptedException CloneNotSupportedException AssertionError
  StackOverflowError OutOfMemoryError ReflectiveOperationException ClassNotFoundException NoSuchMethodException
  NoSuchFieldException SecurityException ArrayIndexOutOfBoundsException StackTraceElement StrictMath Appendable
  Readable InheritableThreadLocal ModuleLayer Module LinkageError`.split(/\s+/),
);

/** Methods that the platform's own types have as well. */
export const commonNames = new Set(
  `equals hashCode toString getClass clone finalize notify notifyAll wait compareTo compare name ordinal valueOf values
  length charAt substring indexOf lastIndexOf contains startsWith endsWith isEmpty isBlank trim strip split replace
  replaceAll matches concat format toCharArray getBytes toLowerCase toUpperCase append insert reverse
  add addAll remove removeAll removeIf clear size get set put putAll putIfAbsent computeIfAbsent computeIfPresent
  compute merge getOrDefault containsKey containsValue keySet entrySet getKey getValue setValue iterator hasNext next
  hasPrevious previous forEach stream map filter flatMap collect reduce sorted distinct limit skip findFirst findAny
  anyMatch allMatch noneMatch count of copyOf toArray toList subList sort peek poll offer push pop first last
  getFirst getLast addFirst addLast removeFirst removeLast orElse orElseGet orElseThrow ifPresent isPresent
  run call apply accept test supply execute submit shutdown start stop close open read write flush print println printf
  getMessage getCause printStackTrace getName getType getId getPath getSize lock unlock await signal
  intValue longValue doubleValue floatValue booleanValue parse`.split(/\s+/),
);
