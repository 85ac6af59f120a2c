import { FORM } from '../facts/fileFacts.ts';
import type { Conversions, LanguageDefinition } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { FUNCTION, isSameDeclared, type Declared, type Value } from '../contracts/values.ts';
import { unboxed } from './arithmetic.ts';
import type { Evaluator } from './evaluator.ts';
import type { BoundOf } from './typeArguments.ts';

/** How a type stands to another: the same, one that fits where the other is asked for, one that does not, or who knows. */
export type Relation = 'same' | 'below' | 'apart' | 'unknown';

export interface TypeContext extends Pick<Evaluator, 'parentsOf' | 'expandAlias'> {
  boundOf: BoundOf;
  files: readonly FactsOfFile[];
  languageOf(file: number): LanguageDefinition;
}

const noConversions: Conversions = { widening: [] };

/** Relations of types by the rules of one language. */
export class TypeRelations {
  private readonly by: Conversions;
  private readonly isStructural: boolean;

  constructor(
    private readonly context: TypeContext,
    language: LanguageDefinition,
  ) {
    this.by = language.conversions ?? noConversions;
    this.isStructural = language.implicitInterfaces === true;
  }

  /** How a value fits a parameter of a type: 1 as it is, 2 put into an object or taken out of one, 0 unknown, -1 not at all. */
  fit(value: Value | null, type: Value | null): number {
    const own = typeOfArgument(value);
    if (!own || !type) return 0;
    const relation = this.relation(own, type);
    if (relation === 'same' || relation === 'below') return 1;
    if (relation === 'unknown') return 0;
    return this.isBoxed(own, type) ? 2 : -1;
  }

  /** True for a value of a parameter's very type. */
  isSame(value: Value | null, type: Value | null): boolean {
    const own = typeOfArgument(value);
    return own !== null && type !== null && type.tag !== 'parameter' && this.relation(own, type) === 'same';
  }

  relation(from: Value, to: Value): Relation {
    const wanted = this.erased(to);
    const given = this.erased(from);
    // What may be one of several says nothing.
    if (isOpen(given) || isOpen(wanted)) return 'unknown';
    if (given.tag === 'literal' && given.name === FUNCTION) return this.ofFunction(wanted);
    if (given.tag === 'literal' && given.name === 'null' && wanted.tag === 'pointer') return 'below';
    if (given.tag === 'literal' && given.name === 'null')
      return this.isPrimitive(wanted) ? 'apart' : wanted === ROOT ? 'below' : 'unknown';
    if (given.tag === 'pointer' || wanted.tag === 'pointer') return this.ofPointer(given, wanted);
    if (this.isPrimitive(given)) return this.ofPrimitive(this.nameOf(given), wanted);
    if (this.isPrimitive(wanted))
      return given.tag === 'declared' || this.by.root !== undefined ? 'apart' : 'unknown';
    if (this.isRoot(wanted)) return this.isRoot(given) ? 'same' : 'below';
    // Without a type that all are of, what nothing bounds may be anything.
    if (this.isRoot(given)) return this.by.root === undefined ? 'unknown' : 'apart';
    if (given.tag === 'declared') return this.ofDeclared(given, wanted);
    if (given.tag === 'container' && wanted.tag === 'container' && given.name === wanted.name)
      return given.name === 'Array' ? this.ofElements(given.args[0] ?? null, wanted.args[0] ?? null) : 'same';
    return this.ofOutside(given, wanted);
  }

  private erased(type: Value): Value {
    const bound = type.tag === 'parameter' ? (this.context.boundOf(type) ?? ROOT) : type;
    return this.context.expandAlias(bound);
  }

  private nameOf(type: Value): string {
    switch (type.tag) {
      case 'literal':
      case 'global':
      case 'container':
        return this.by.aliases?.[type.name] ?? type.name;
      case 'external':
        return type.name === undefined ? '' : (this.by.aliases?.[type.name] ?? type.name);
      case 'declared': {
        const { declarations, names } = this.context.files[type.file].facts;
        return names[declarations.name[type.declarations[0]]];
      }
      default:
        return '';
    }
  }

  private isPrimitive(type: Value): boolean {
    if (type.tag !== 'literal' && type.tag !== 'global') return false;
    const name = this.nameOf(type);
    return this.by.widening.includes(name) || name === 'boolean' || name === 'bool';
  }

  private isRoot(type: Value): boolean {
    return type === ROOT || (this.by.root !== undefined && this.nameOf(type) === this.by.root);
  }

  private ofPrimitive(from: string, to: Value): Relation {
    if (!this.isPrimitive(to))
      return this.by.root === undefined && to.tag !== 'declared' ? 'unknown' : 'apart';
    const wanted = this.nameOf(to);
    if (from === wanted) return 'same';
    const { widening } = this.by;
    const [at, up] = [widening.indexOf(from), widening.indexOf(wanted)];
    return at >= 0 && up > at ? 'below' : 'apart';
  }

  private ofFunction(to: Value): Relation {
    if (this.isPrimitive(to) || to.tag === 'literal' || (this.isRoot(to) && to !== ROOT)) return 'apart';
    if (to.tag === 'container' && to.name === 'Array') return 'apart';
    if (to.tag !== 'declared') return this.by.parents?.[this.nameOf(to)] ? 'apart' : 'unknown';
    const form = this.context.files[to.file].facts.declarations.form[to.declarations[0]];
    return this.by.root === undefined ||
      form === FORM.interface ||
      form === FORM.delegate ||
      form === FORM.alias
      ? 'unknown'
      : 'apart';
  }

  /** Where one of two is a pointer. A null constant may be one; nothing else turns into the other by itself. */
  private ofPointer(from: Value, to: Value): Relation {
    if (to.tag !== 'pointer') {
      if (this.isRoot(to)) return 'below';
      return to.tag === 'declared' || this.isPrimitive(to) ? 'apart' : 'unknown';
    }
    if (from.tag !== 'pointer') {
      const isNullConstant = from.tag === 'literal' && from.name === 'nullConstant';
      return !isNullConstant && (this.isPrimitive(from) || from.tag === 'declared') ? 'apart' : 'unknown';
    }
    if (to.to.tag === 'literal' && to.to.name === 'void') return 'below';
    const relation = this.relation(from.to, to.to);
    return relation === 'below' && this.isPrimitive(this.erased(from.to)) ? 'apart' : relation;
  }

  private ofElements(from: Value | null, to: Value | null): Relation {
    if (!from || !to) return 'unknown';
    const relation = this.relation(from, to);
    return relation === 'below' && this.isPrimitive(from) ? 'apart' : relation;
  }

  private ofDeclared(from: Declared, to: Value): Relation {
    if (to.tag === 'declared' && isSameDeclared(from, to)) return 'same';
    const wanted = this.nameOf(to);
    let hasOutside = false;
    const seen: Declared[] = [from];
    for (let steps = 0; steps < seen.length && steps < 500; steps++) {
      const { file, declarations } = seen[steps];
      for (const parent of this.context.parentsOf(file, declarations[0])) {
        if (parent.tag !== 'declared') {
          hasOutside = true;
          if (
            to.tag !== 'declared' &&
            wanted !== '' &&
            (this.nameOf(parent) === wanted || this.parentsOfName(parent).includes(wanted))
          )
            return 'below';
        } else if (to.tag === 'declared' && isSameDeclared(parent, to)) return 'below';
        else if (!seen.some((known) => isSameDeclared(known, parent))) seen.push(parent);
      }
    }
    if (this.isStructural) return 'unknown';
    return to.tag !== 'declared' && hasOutside ? 'unknown' : 'apart';
  }

  private parentsOfName(type: Value): readonly string[] {
    return this.by.parents?.[this.nameOf(type)] ?? [];
  }

  /** Of a type that the codebase does not declare. */
  private ofOutside(from: Value, to: Value): Relation {
    const [name, wanted] = [this.nameOf(from), this.nameOf(to)];
    if (name === '' || wanted === '') return 'unknown';
    if (name === wanted) return 'same';
    const above = this.by.parents?.[name];
    if (above?.includes(wanted)) return 'below';
    if (above || (from.tag === 'container' && from.name === 'Array')) return 'apart';
    if (to.tag === 'declared') return from.tag === 'external' ? 'apart' : 'unknown';
    return to.tag === 'container' && to.name === 'Array' && this.by.root !== undefined ? 'apart' : 'unknown';
  }

  /** A number where an object is asked for, or the other way round; a pointer where a truth value is. */
  private isBoxed(from: Value, to: Value): boolean {
    const { boxes } = this.by;
    const wanted = this.erased(to);
    if (this.erased(from).tag === 'pointer')
      return this.isPrimitive(wanted) && this.nameOf(wanted) === 'bool';
    if (this.isPrimitive(from)) {
      if (this.isRoot(wanted)) return true;
      const box = boxes?.[this.nameOf(from)];
      return (
        box !== undefined &&
        (this.nameOf(wanted) === box || (this.by.parents?.[box]?.includes(this.nameOf(wanted)) ?? false))
      );
    }
    if (!boxes || !this.isPrimitive(wanted)) return false;
    const plain = unboxed(boxes, this.nameOf(this.erased(from)));
    return plain !== undefined && this.ofPrimitive(plain, wanted) !== 'apart';
  }
}

/** What every object is, where nothing more is known of a type parameter. */
const ROOT: Value = { tag: 'global', name: '' };

function typeOfArgument(value: Value | null): Value | null {
  switch (value?.tag) {
    case 'instance':
      return value.type;
    case 'literal':
      return value;
    default:
      return null;
  }
}

function isOpen(type: Value): boolean {
  return type.tag === 'declared' && type.others !== undefined;
}
