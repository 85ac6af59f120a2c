import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Compiles all Java below a folder and lists its classes by `javap -v -p`, one text a class. */
export function listClasses(root: string): string[] {
  const out = mkdtempSync(join(tmpdir(), 'yletope-javac-'));
  try {
    const sources = readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.java') && !/(^|\/)(module|package)-info\.java$/.test(name))
      .map((name) => join(root, name));
    writeFileSync(join(out, 'sources'), sources.join('\n'));
    const javac = ['-g', '-nowarn', '-proc:none', '-encoding', 'UTF-8', '-d', join(out, 'classes')];
    execFileSync('javac', [...javac, `@${join(out, 'sources')}`], { stdio: ['ignore', 'ignore', 'pipe'] });
    const classes = readdirSync(join(out, 'classes'), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.class'))
      .map((name) => join(out, 'classes', name));
    const listed: string[] = [];
    for (let at = 0; at < classes.length; at += 200) {
      const listing = execFileSync('javap', ['-v', '-p', ...classes.slice(at, at + 200)], {
        encoding: 'utf8',
        maxBuffer: 1 << 30,
      });
      listed.push(...listing.split(/^Classfile /m).slice(1));
    }
    return listed;
  } finally {
    rmSync(out, { recursive: true, force: true });
  }
}

/** A method or field of a class file. */
export interface ClassMember {
  name: string;
  descriptor: string;
  isSynthetic: boolean;
  /** Fields whose value the compiler puts in the place of their name. */
  isConstant: boolean;
  /** The first line of its code; 0 for none. Fields are given what they begin with before anything else, after that line. */
  line: number;
  /** All lines that have code. */
  lines: number[];
  uses: MemberUse[];
}

/** An instruction that uses a member. */
export interface MemberUse {
  line: number;
  kind: 'call' | 'construct' | 'read' | 'write';
  /** The class by which the member is named, as `a/b/C$D`. */
  owner: string;
  name: string;
  descriptor: string;
  /** A call of a constructor of the class itself or its parent. */
  isDelegation: boolean;
}

export interface ClassFile {
  /** `a/b/C$D`. */
  name: string;
  /** The parent first, then the interfaces. */
  parents: string[];
  /** The name of its source file, without folders. */
  source: string;
  fields: ClassMember[];
  methods: ClassMember[];
}

/** Reads the listing of one class. */
export function readClassFile(listing: string): ClassFile {
  const name = unquoted(/^\s*this_class: #\d+\s+\/\/ (\S+)/m.exec(listing)![1]);
  const parent = /^\s*super_class: #\d+\s+\/\/ (\S+)/m.exec(listing)?.[1];
  const heading = /^.*\b(?:class|interface) \S.*$/m
    .exec(listing)![0]
    .replace(/<[^<>]*(?:<[^<>]*(?:<[^<>]*>[^<>]*)*>[^<>]*)*>/g, '');
  const listed =
    / implements ([\w.$, ]+)/.exec(heading)?.[1] ??
    / interface .* extends ([\w.$, ]+)/.exec(` ${heading}`)?.[1];
  const interfaces = (listed ?? '')
    .split(/,\s*/)
    .map((each) => each.trim().replaceAll('.', '/'))
    .filter(Boolean);
  const file: ClassFile = {
    name,
    parents: [...(parent ? [unquoted(parent)] : []), ...interfaces],
    source: /^SourceFile: "(.*)"$/m.exec(listing)?.[1] ?? '',
    fields: [],
    methods: [],
  };
  const handles = handlesOf(listing);
  const body = listing.slice(listing.indexOf('\n{\n') + 3);
  for (const block of body.split('\n\n')) {
    const descriptor = /^ {4}descriptor: (\S+)/m.exec(block)?.[1];
    if (descriptor === undefined) continue;
    const isMethod = descriptor.startsWith('(');
    const head = /^ {2}(\S.*);$/m.exec(block.replace(/^ {4,}.*$/gm, ''))?.[1] ?? '';
    const written = /([\w$.]+)\s*\(/.exec(head)?.[1] ?? '';
    const isConstructor = isMethod && written === name.replaceAll('/', '.');
    const member: ClassMember = {
      name: isConstructor ? '<init>' : isMethod ? written || '<clinit>' : (/([\w$]+)$/.exec(head)?.[1] ?? ''),
      descriptor,
      isSynthetic: /ACC_SYNTHETIC|ACC_BRIDGE|ACC_MANDATED/.test(/^ {4}flags:.*$/m.exec(block)?.[0] ?? ''),
      isConstant: /^ {4}ConstantValue:/m.test(block),
      line: 0,
      lines: [],
      uses: [],
    };
    if (isMethod) readCode(block, name, handles, member);
    (isMethod ? file.methods : file.fields).push(member);
  }
  return file;
}

function unquoted(text: string): string {
  return text.replaceAll('"', '');
}

interface Handle {
  owner: string;
  name: string;
  descriptor: string;
}

/** The methods that each dynamic call is handed, by its number. */
function handlesOf(listing: string): Handle[][] {
  const text = /^BootstrapMethods:\n([^]*?)(?=^\S|$(?![^]))/m.exec(listing)?.[1] ?? '';
  return text
    .split(/^ {2}\d+: /m)
    .slice(1)
    .map((entry) =>
      [...entry.matchAll(/^ {6}#\d+ REF_\w+ (\S+?)\.("?[\w$<>]+"?):(\S+)$/gm)].map(
        ([, owner, name, descriptor]) => ({
          owner: unquoted(owner),
          name: unquoted(name),
          descriptor,
        }),
      ),
    );
}

const instruction =
  /^\s+(\d+): (invoke\w+|getfield|putfield|getstatic|putstatic|new)\s+#\d+(?:,\s+\d+)?\s+\/\/ (\w+) (\S+)/;

function readCode(block: string, own: string, handles: Handle[][], member: ClassMember): void {
  const lines: { line: number; at: number }[] = [];
  for (const [, line, at] of block.matchAll(/^ {8}line (\d+): (\d+)$/gm))
    lines.push({ line: Number(line), at: Number(at) });
  lines.sort((a, b) => a.at - b.at);
  if (lines.length === 0) return;
  member.line = lines[0].line;
  member.lines = lines.map(({ line }) => line);
  const lineAt = (at: number): number => lines.findLast((entry) => entry.at <= at)?.line ?? 0;
  const made: string[] = [];
  for (const text of block.split('\n')) {
    const match = instruction.exec(text);
    if (!match) continue;
    const [, at, operation, , what] = match;
    const line = lineAt(Number(at));
    if (operation === 'new') made.push(unquoted(what));
    else if (operation === 'invokedynamic') {
      for (const handle of handles[Number(/^#(\d+)/.exec(what)![1])] ?? [])
        member.uses.push({
          ...handle,
          line,
          kind: handle.name === '<init>' ? 'construct' : 'read',
          isDelegation: false,
        });
    } else {
      const [, owner, name, descriptor] = /^(?:(\S+?)\.)?("?[\w$<>]+"?):(\S+)$/.exec(what) ?? [];
      if (name === undefined) continue;
      const use = {
        line,
        owner: unquoted(owner ?? own),
        name: unquoted(name),
        descriptor,
        isDelegation: false,
      };
      if (use.name === '<init>') {
        const isMade = made.lastIndexOf(use.owner);
        if (isMade >= 0) made.splice(isMade, 1);
        member.uses.push({ ...use, kind: isMade >= 0 ? 'construct' : 'call', isDelegation: isMade < 0 });
      } else {
        const kind = operation.startsWith('invoke') ? 'call' : operation.startsWith('get') ? 'read' : 'write';
        member.uses.push({ ...use, kind });
      }
    }
  }
}
