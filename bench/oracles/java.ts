import { join } from 'node:path';
import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { compare, rowOf, type Row } from './comparison.ts';
import { listClasses } from './javaClasses.ts';
import { edgesBetween, typeEdges } from './typeEdges.ts';

/**
 * Type-to-type dependencies against the classes that `javac` builds, as `javap -v` lists them: what a class's constant
 * pool refers to, but for what stands there for nesting's sake only, and the types in the descriptors and signatures
 * of its own members and variables. Anonymous and local classes count as the type they stand in. Pairs of which one
 * encloses the other are left out, for a class file names those whether they are used or not.
 */
export async function compareJava(packageName: string, sources: string): Promise<Row> {
  const root = join(fetchDebianSource(packageName), sources);
  const { survey } = await surveyPath(root);
  const { edges, constants } = compile(root);
  const names = typeNames(survey);
  const theirs = edgesBetween(names, edges);
  const comparison = compare(typeEdges(survey, names, theirs, constants), theirs);
  const what = {
    code: packageName,
    oracle: 'classes of javac 17',
    files: survey.files.length,
    required: 0.97,
  };
  return rowOf(what, comparison);
}

/** `a/b/C.java#C.D` → `a.b.C.D`, for the innermost type that is a member of types only. */
function typeNames(survey: SurveyedCodebase): string[] {
  const { elements } = survey;
  const names: string[] = [];
  for (let e = 0; e < elements.firstExternal; e++) {
    const parent = elements.parent[e];
    if (elements.kind[e] === KIND.folder || elements.kind[e] === KIND.file) names.push('');
    else if (elements.kind[e] !== KIND.type) names.push(names[parent]);
    else if (elements.kind[parent] === KIND.file) {
      const folder = elements.key[parent].split('/').slice(0, -1);
      names.push([...folder, elements.name[e]].join('.'));
    } else if (
      elements.kind[parent] === KIND.type &&
      elements.form[parent] !== FORM.namespace &&
      !elements.name[e].startsWith('(')
    )
      names.push(isNamedMember(elements.key[e]) ? `${names[parent]}.${elements.name[e]}` : names[parent]);
    else names.push(names[parent]);
  }
  return names;
}

/** Members of anonymous types are part of the type around. */
function isNamedMember(key: string): boolean {
  return !key.includes('(');
}

function compile(root: string): Compiled {
  const compiled: Compiled = { edges: new Set(), constants: new Set() };
  for (const listing of listClasses(root)) readClass(listing, compiled);
  return compiled;
}

/** `a/b/C$D$1Local` → `a.b.C.D`. */
function plainName(name: string): string {
  return name
    .replace(/\$\d.*$/, '')
    .replaceAll('/', '.')
    .replaceAll('$', '.');
}

/** What one run of the oracle knows. */
interface Compiled {
  edges: Set<string>;
  /** Fields whose value the compiler puts in the place of their name: `a.b.C.FIELD`. */
  constants: Set<string>;
}

/** Reads one class of the listing; members that the compiler adds as bridges are passed over. */
function readClass(listing: string, { edges, constants }: Compiled): void {
  const self = /^\s*this_class: #\d+\s+\/\/ (\S+)/m.exec(listing)?.[1];
  if (self === undefined) return;
  const from = plainName(self.replaceAll('"', ''));
  const note = (name: string): void => {
    if (name !== '' && !name.startsWith('[')) edges.add(`${from} → ${plainName(name)}`);
  };
  const descriptor = (text: string): void => {
    for (const [, name] of text.matchAll(/L([\w/$]+)[;<]/g)) note(name);
  };
  const dotted = (text: string): void => {
    for (const [name] of text.matchAll(/[\w$]+(?:\.[\w$]+)+/g)) note(name);
  };
  // Interfaces and declared exceptions are listed by name alone.
  dotted(/^.*\b(?:class|interface) \S+(.*)$/m.exec(listing)?.[1] ?? '');
  const used = new Set<string>();
  const classes = new Map<string, string>();
  const leadsTo = new Map<string, string[]>();
  for (const block of listing.split('\n\n')) {
    if (/ACC_BRIDGE/.test(block) && !/this_class/.test(block)) continue;
    if (/^ {4}ConstantValue:/m.test(block)) {
      const field = /^ {2}.*?(\w+)(?: =.*)?;$/m.exec(block);
      if (field) constants.add(`${from}.${field[1]}`);
    }
    let section = '';
    for (const line of block.split('\n')) {
      const constant = /^\s*(#\d+) = (\w+)\s+(.*)$/.exec(line);
      if (constant) {
        const [, index, kind, rest] = constant;
        if (kind === 'Class') classes.set(index, rest.replace(/^#\d+\s+\/\/\s+/, '').replaceAll('"', ''));
        else if (/^(Methodref|Fieldref|InterfaceMethodref|MethodHandle)$/.test(kind))
          leadsTo.set(index, rest.replace(/\s*\/\/.*$/, '').match(/#\d+/g) ?? []);
        continue;
      }
      if (/^(InnerClasses|NestMembers|NestHost|EnclosingMethod):/.test(line)) section = 'nesting';
      else if (/^\S/.test(line)) section = '';
      if (section === 'nesting' || /^\s*this_class:/.test(line)) continue;
      const own = /^\s*(?:descriptor|Signature):\s+(?:#\d+\s+\/\/\s+)?(.*)$/.exec(line);
      if (own) descriptor(own[1]);
      else if (/^\s+\d+\s+\d+\s+\d+\s+\S+\s+[[L<T]/.test(line)) descriptor(line);
      for (const [index] of line.matchAll(/#\d+/g)) used.add(index);
      const caught = /^\s+\d+\s+\d+\s+\d+\s+Class (\S+)/.exec(line);
      if (caught) note(caught[1]);
      if (/^\s+throws /.test(line)) dotted(line);
      const annotation = /^\s+([\w.]+)(?:\(|$)/.exec(line);
      if (annotation && annotation[1].includes('.')) note(annotation[1]);
    }
  }
  for (const index of used) for (const next of leadsTo.get(index) ?? []) used.add(next);
  for (const [index, name] of classes) {
    if (!used.has(index)) continue;
    if (name.startsWith('[')) descriptor(name);
    else note(name);
  }
}
