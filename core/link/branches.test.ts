import { describe, expect, it } from 'vitest';
import { describeDependencies, surveyText } from '../../tests/surveyText.ts';

/** Calls of `go` of the two types, by the file of a language; each has the types `One` and `Two`, and `None` without `go`. */
async function calls(file: string, text: string): Promise<string[]> {
  const lines = describeDependencies(await surveyText({ [file]: text }));
  return lines
    .filter((line) => line.startsWith('call ') && /\.go /.test(line))
    .map((line) => /#(\S+ \S+)/.exec(line.slice(line.indexOf('→')))![1].replace(/^.*?(One|Two)/, '$1'));
}

const each = ['One.go inferred', 'Two.go inferred'];

const java = (body: string): string =>
  `class One { void go() {} } class Two { void go() {} } class Use { boolean on; void use() { ${body} } }`;
const csharp = (body: string): string =>
  `class One { public void go() {} } class Two { public void go() {} } class Use { bool on; int n; void use(object given) { ${body} } }`;
const cpp = (body: string): string =>
  `struct One { void go() {} };\nstruct Two { void go() {} };\nvoid use(bool on) { ${body} }`;
const script = (body: string): string =>
  `class One { go() {} }\nclass Two { go() {} }\nfunction use(on, given) { ${body} }`;
const python = (body: string): string =>
  `class One:\n    def go(self): pass\nclass Two:\n    def go(self): pass\ndef use(on, given):\n    ${body}`;

describe('what is one thing at some time and another at another leads to each', () => {
  it.each([
    ['a choice in Java', 'Use.java', java('(on ? new One() : new Two()).go();')],
    ['a choice in C#', 'Use.cs', csharp('(on ? new One() : new Two()).go();')],
    ['arms of a switch in C#', 'Use.cs', csharp('(n switch { 1 => new One(), _ => new Two() }).go();')],
    ['what stands in for null in C#', 'Use.cs', csharp('((given as One) ?? new Two()).go();')],
    ['a choice of pointers in C++', 'use.cpp', cpp('(on ? new One() : new Two())->go();')],
    ['a choice in C++', 'use.cpp', cpp('(on ? One() : Two()).go();')],
    ['a choice in JavaScript', 'use.js', script('(on ? new One() : new Two()).go();')],
    ['what stands in for nothing in JavaScript', 'use.js', script('((on && new One()) || new Two()).go();')],
    ['a choice in Python', 'use.py', python('(One() if on else Two()).go()')],
    ['what stands in for nothing in Python', 'use.py', python('(One() or Two()).go()')],
  ])('%s', async (_, file, text) => {
    expect(await calls(file, text)).toEqual(each);
  });

  it.each([
    ['nothing on one side in Java', 'Use.java', java('(on ? null : new One()).go();')],
    ['a null pointer in C++', 'use.cpp', cpp('(on ? nullptr : new One())->go();')],
    ['nothing on one side in Python', 'use.py', python('(One() if on else None).go()')],
    ['what is not known', 'use.js', script('(on ? given() : new One()).go();')],
  ])('%s leaves the other', async (_, file, text) => {
    expect(await calls(file, text)).toEqual(['One.go inferred']);
  });
});
