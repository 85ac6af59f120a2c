import { join } from 'node:path';
import { FLAG, FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import {
  listClasses,
  readClassFile,
  type ClassFile,
  type ClassMember,
  type MemberUse,
} from './javaClasses.ts';
import { createCovering, MADE, scoreSites, type Site } from './sites.ts';
import type { UseScore } from './uses.ts';

/**
 * Calls, constructions, reads and writes of Java against the instructions of the classes that `javac` builds, overloads told
 * apart by their descriptors. A member is looked for as the machine does: in the class by which it is named, then its parents.
 * What the compiler adds by itself (bridges, calls of a parent's constructor, values of constants, tables for `switch`) is asked of nobody.
 */
export async function compareJavaUses(packageName: string, sources: string): Promise<UseScore> {
  const root = join(fetchDebianSource(packageName), sources);
  const { survey } = await surveyPath(root);
  const members = placeMembers(survey, listClasses(root).map(readClassFile));
  return scoreSites({ code: packageName, oracle: 'instructions of javac 17' }, survey, members.sites(), {
    isLeftOut: members.isConstant,
    lines: members.lines,
  });
}

function placeMembers(survey: SurveyedCodebase, classes: ClassFile[]) {
  const { elements } = survey;
  const byName = new Map(classes.map((each) => [each.name, each]));
  const types = typesByName(survey);
  const covering = createCovering(survey);
  const pathOf = ({ name, source }: ClassFile): string => [...name.split('/').slice(0, -1), source].join('/');
  const elementOf = new Map<string, number[]>();
  const constants = new Set<number>();

  const ofType = (file: ClassFile): number => {
    const type = types.get(file.name);
    if (type !== undefined) return type;
    const line = Math.min(
      ...file.methods.filter((m) => m.name !== '<clinit>' && m.line > 0).map((m) => m.line),
    );
    return covering(pathOf(file), line, (e) => elements.kind[e] === KIND.type);
  };
  const place = (
    file: ClassFile,
    member: ClassMember,
    type: number,
    bodiless: Map<string, number>,
  ): number[] => {
    const isConstructor = member.name === '<init>';
    const matches = (e: number): boolean =>
      elements.kind[e] === KIND.routine &&
      (isConstructor
        ? elements.form[e] === FORM.constructor && elements.parent[e] === type
        : elements.name[e] === member.name && elements.form[e] !== FORM.constructor);
    if (member.line > 0) {
      const found = covering(pathOf(file), member.line, matches);
      if (found >= 0) return [found];
      return isConstructor && type >= 0 ? [type] : [];
    }
    if (type < 0) return [];
    const nth = bodiless.get(member.name) ?? 0;
    bodiless.set(member.name, nth + 1);
    const own: number[] = [];
    for (let e = type + 1; e < elements.subtreeEnd[type]; e++)
      if (elements.parent[e] === type && matches(e) && elements.flags[e] & FLAG.bodiless) own.push(e);
    return own.slice(nth, nth + 1);
  };
  for (const file of classes) {
    const type = ofType(file);
    const bodiless = new Map<string, number>();
    for (const member of file.methods) {
      if (member.isSynthetic) continue;
      elementOf.set(`${file.name}.${member.name}:${member.descriptor}`, place(file, member, type, bodiless));
    }
    for (const field of file.fields) {
      if (field.isSynthetic || type < 0) continue;
      for (let e = type + 1; e < elements.subtreeEnd[type]; e++) {
        if (elements.parent[e] !== type || elements.kind[e] !== KIND.field || elements.name[e] !== field.name)
          continue;
        elementOf.set(`${file.name}.${field.name}:${field.descriptor}`, [e]);
        if (field.isConstant) constants.add(e);
      }
    }
  }

  /** The member that the machine finds; none where it lies outside or is made by the compiler. */
  const resolved = ({ owner, name, descriptor }: MemberUse): number[] => {
    const own = elementOf.get(`${owner}.${name}:${descriptor}`);
    if (own || name === '<init>') return own ?? [];
    for (let at = byName.get(owner)?.parents[0]; at !== undefined; at = byName.get(at)?.parents[0]) {
      const found = elementOf.get(`${at}.${name}:${descriptor}`);
      if (found && found.length > 0) return found;
    }
    const having = above(owner).filter((at) => elementOf.get(`${at}.${name}:${descriptor}`)?.length);
    const [best] = having.filter((at) => !having.some((other) => other !== at && above(other).includes(at)));
    return best === undefined ? [] : elementOf.get(`${best}.${name}:${descriptor}`)!;
  };
  /** All that a class goes on from, directly or not. */
  const above = (name: string): string[] => {
    const found = new Set<string>();
    for (const parent of byName.get(name)?.parents ?? []) found.add(parent);
    for (const at of found) for (const parent of byName.get(at)?.parents ?? []) found.add(parent);
    return [...found];
  };
  /** What the compiler adds for the sake of access stands for what it does. */
  const accessors = new Map<string, MemberUse[]>();
  for (const file of classes)
    for (const member of file.methods)
      if (member.name.startsWith('access$'))
        accessors.set(`${file.name}.${member.name}:${member.descriptor}`, member.uses);

  /** A type without a name is made as the type that it goes on from. */
  const madeAs = (use: MemberUse): number[] => {
    const made = byName.get(use.owner);
    if (!made || !/\$\d+$/.test(use.owner)) return resolved(use);
    return made.parents.flatMap((parent) => {
      const type = types.get(parent);
      return type === undefined ? [] : [type];
    });
  };

  const lines = new Set<string>();
  for (const file of classes)
    for (const { lines: compiled } of file.methods)
      for (const line of compiled) lines.add(`${pathOf(file)}:${line}`);

  return {
    lines,
    isConstant: (element: number) => constants.has(element),
    sites(): Site[] {
      const sites: Site[] = [];
      for (const file of classes) {
        const path = pathOf(file);
        for (const member of file.methods) {
          if (member.isSynthetic && !member.name.startsWith('lambda$') && member.name !== '<clinit>')
            continue;
          const uses = member.uses.flatMap((use) => {
            const inner = accessors.get(`${use.owner}.${use.name}:${use.descriptor}`);
            return inner ? inner.map((each) => ({ ...each, line: use.line })) : [use];
          });
          for (const use of uses) {
            if (use.name.startsWith('lambda$') || use.name.includes('$')) continue;
            const isMade = use.kind === 'construct';
            const to = isMade ? madeAs(use) : resolved(use);
            const isSelf =
              use.kind === 'write' &&
              to.some((e) => elements.startLine[e] <= use.line && use.line <= elements.endLine[e]);
            sites.push({
              path,
              line: use.line,
              kind: use.kind,
              name: use.name === '<init>' ? MADE : use.name,
              to,
              // What is made of an interface is a type without a name, which says that it is of it.
              isOptional:
                use.isDelegation ||
                isSelf ||
                (isMade && to.every((e) => elements.form[e] === FORM.interface)),
            });
          }
        }
      }
      return sites;
    },
  };
}

/** `a/b/C$D` → element, for types that are members of types only. */
function typesByName({ elements }: SurveyedCodebase): Map<string, number> {
  const names: string[] = [];
  const types = new Map<string, number>();
  for (let e = 0; e < elements.firstExternal; e++) {
    names.push('');
    if (elements.kind[e] !== KIND.type || elements.name[e].startsWith('(')) continue;
    const parent = elements.parent[e];
    if (elements.kind[parent] === KIND.file)
      names[e] = [...elements.key[parent].split('/').slice(0, -1), elements.name[e]].join('/');
    else if (names[parent]) names[e] = `${names[parent]}$${elements.name[e]}`;
    if (names[e]) types.set(names[e], e);
  }
  return types;
}
