import { FORM } from '../../facts/fileFacts.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { NameContext, Place } from '../../contracts/nameRules.ts';
import type { PackageIndex } from '../../link/packages.ts';
import { conversions } from './conversions.ts';
import type { Value } from '../../contracts/values.ts';

interface ExtensionContext extends Pick<NameContext, 'parentsOf' | 'evaluate'> {
  files: readonly FactsOfFile[];
  own: readonly number[];
  index: PackageIndex;
  /** Namespaces whose types a file sees without naming them. */
  namespacesSeen(file: number): ReadonlySet<string>;
  /** Names that types outside of the codebase are likely to have for members of their own, which come first. */
  commonNames: ReadonlySet<string>;
}

/** Finds the extension methods of a name that a file sees, for an object of the type that they extend. */
export function findExtensions({
  files,
  own,
  index,
  parentsOf,
  evaluate,
  namespacesSeen,
  commonNames,
}: ExtensionContext): (object: Value, name: string, from: number) => Value | null {
  const byName = new Map<string, Place[]>();
  for (const file of own) {
    const { declarations, names } = files[file].facts;
    for (let d = 0; d < declarations.count; d++) {
      if (declarations.form[d] !== FORM.extension) continue;
      const name = names[declarations.name[d]];
      const places = byName.get(name);
      if (places) places.push({ file, declaration: d });
      else byName.set(name, [{ file, declaration: d }]);
    }
  }
  /** Whether a value may be what a type asks for: by its type, or what that inherits from. */
  const fits = (type: Value, wanted: Value | null, steps = 0): boolean => {
    if (!wanted || steps > 20) return wanted === null;
    if (type.tag !== 'declared') {
      const name = nameOf(type);
      return name !== '' && [name, ...(conversions.parents?.[name] ?? [])].includes(nameOf(wanted));
    }
    if (wanted.tag !== 'declared') return wanted.tag === 'literal' && wanted.name === 'object';
    if (type.file === wanted.file && type.declarations[0] === wanted.declarations[0]) return true;
    return parentsOf(type.file, type.declarations[0]).some((parent) => fits(parent, wanted, steps + 1));
  };

  return (object, name, from) => {
    const places = byName.get(name);
    if (!places) return null;
    const type = object.tag === 'instance' ? object.type : object;
    if (type.tag !== 'declared' && commonNames.has(name)) return null;
    if (object.tag === 'declared' || object.tag === 'package' || object.tag === 'module') return null;
    const fitting = places.filter(({ file, declaration }) => {
      const [namespace] = index.namespacesAround(file, declaration);
      if (!namespacesSeen(from).has(namespace)) return false;
      return fits(type, evaluate(file, files[file].facts.declarations.owner[declaration]));
    });
    if (fitting.length === 0) return null;
    const { file } = fitting[0];
    const declarations = fitting.filter((place) => place.file === file).map(({ declaration }) => declaration);
    return { tag: 'declared', file, declarations, inferred: true };
  };
}

/** The plain name of a type that the codebase does not declare; `IEnumerable<Barge>` is any sequence. */
function nameOf(type: Value): string {
  switch (type.tag) {
    case 'container':
    case 'global':
    case 'literal':
      return aliases.get(type.name) ?? type.name.replace(/<.*$/, '');
    case 'external':
      return (type.name ?? '').replace(/<.*$/, '');
    default:
      return '';
  }
}

/** The platform's names of the primitive types. */
const aliases = new Map([
  ['string', 'String'],
  ['object', 'Object'],
  ['int', 'Int32'],
  ['long', 'Int64'],
  ['bool', 'Boolean'],
  ['double', 'Double'],
  ['decimal', 'Decimal'],
  ['char', 'Char'],
  ['byte', 'Byte'],
  ['float', 'Single'],
]);
