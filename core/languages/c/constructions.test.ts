import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

const types = `
struct Gate { Gate(); Gate(int n); Gate(const char* name, int n); int width; };
struct Wide : Gate { Wide(int n) : Gate(n) {} };
struct Sum { Sum operator+(const Sum& other) const; Sum& operator=(const Sum& other); int operator[](int i) const; bool operator!() const; Sum& operator++(); int operator()(int x); };
Sum operator-(const Sum& a, const Sum& b);
template <class T> struct Hold { T* operator->() const; T& operator*() const; T inner; };
`;

/** What the routine `use` uses of the types, as `kind target certainty`. */
async function uses(body: string, kinds: RegExp): Promise<string[]> {
  const lines = await dependenciesOf({ 'a.h': types, 'use.cpp': `#include "a.h"\n${body}` }, 'use.cpp#use →');
  return lines.map((line) => line.replace(' use.cpp#use → a.h#', ' ')).filter((line) => kinds.test(line));
}

describe('constructions of C++', () => {
  it('are made by variables with what they are given, and by names and makers of types', async () => {
    const made = /^(construct|initialize)/;
    expect(await uses('void use() { Gate a; }', made)).toEqual([
      'construct Gate exact',
      'initialize Gate.Gate exact',
    ]);
    expect(await uses('void use() { Gate a(3); Gate b{4}; }', made)).toEqual([
      'construct Gate exact',
      'initialize Gate.Gate~2 exact',
    ]);
    expect(await uses('void use(int n) { Gate a("x", n); }', made)).toEqual([
      'construct Gate exact',
      'initialize Gate.Gate~3 exact',
    ]);
    expect(await uses('void use() { auto p = std::make_unique<Gate>(3); }', made)).toEqual([
      'construct Gate exact',
      'initialize Gate.Gate~2 exact',
    ]);
    expect(await uses('using Door = Gate; void use() { Door d(3); }', made)).toEqual([
      'construct Gate exact',
      'initialize Gate.Gate~2 exact',
    ]);
  });

  it('are made by no pointer, no reference and no prototype', async () => {
    expect(
      await uses('void use(Gate& g) { Gate* p; Gate& r = g; extern Gate other; }', /^construct/),
    ).toEqual([]);
    expect(await uses('Gate use(int);', /^construct/)).toEqual([]);
  });

  it('of what a variable’s name reads like a parameter’s type are made with its value', async () => {
    expect(await uses('void use() { int n = 2; Gate g(n); }', /^(construct|initialize)/)).toEqual([
      'construct Gate exact',
      'initialize Gate.Gate~2 exact',
    ]);
  });

  it('of a parent are said by the constructor that makes it', async () => {
    const lines = await dependenciesOf({ 'a.h': types }, 'Wide.Wide →');
    expect(lines).toContain('construct a.h#Wide.Wide → a.h#Gate exact');
    expect(lines).toContain('initialize a.h#Wide.Wide → a.h#Gate.Gate~2 exact');
  });
});

describe('operators of C++', () => {
  it('call what the types of their operands declare', async () => {
    expect(await uses('int use(Sum a, Sum b) { a = a + b; ++a; return !a ? a[1] : a(2); }', /^call/)).toEqual(
      [
        'call Sum.operator! inferred',
        'call Sum.operator() inferred',
        'call Sum.operator+ inferred',
        'call Sum.operator++ inferred',
        'call Sum.operator= inferred',
        'call Sum.operator[] inferred',
      ],
    );
    expect(await uses('void use(Sum a, Sum b) { a - b; }', /^call/)).toEqual(['call operator- inferred']);
  });

  it('mean nothing of pointers and numbers', async () => {
    expect(
      await uses('int use(Sum* a, Sum* b, int n) { a = b; return a[1] + n - 1; }', /operator[=+-]/),
    ).toEqual([]);
  });

  it('stand behind arrows, with the arguments of templates in the place of their parameters', async () => {
    expect(
      await uses('int use(Hold<Gate> g) { return g->width + (*g).width + g.inner.width; }', /Gate|operator/),
    ).toEqual([
      'call Hold.operator* inferred',
      'call Hold.operator-> inferred',
      'read Gate.width inferred',
      'typeUse Gate exact',
    ]);
  });

  it('in long rows are not followed without end', async () => {
    const row = Array.from({ length: 400 }, (_, i) => `<< ${i}`).join(' ');
    expect(await uses(`void use(Sum a) { a ${row}; }`, /^call/)).toEqual([]);
  });
});

describe('what C++ makes without a type’s name', () => {
  const made = /^(construct|initialize)/;

  it('is what a field holds that a constructor starts, but not what it refers to or points to', async () => {
    const lines = await dependenciesOf(
      {
        'a.h': types,
        'b.hpp':
          '#include "a.h"\nstruct Lock { Lock(Gate& g); Gate own; Gate& other; Gate* far; int depth; };',
        'b.cpp': '#include "b.hpp"\nLock::Lock(Gate& g) : own(3), other(g), far(&g), depth(0) {}',
      },
      'b.cpp#Lock.Lock →',
    );
    expect(lines.filter((line) => made.test(line))).toEqual([
      'construct b.cpp#Lock.Lock → a.h#Gate exact',
      'initialize b.cpp#Lock.Lock → a.h#Gate.Gate~2 exact',
    ]);
  });

  it('is made of what is surely another thing, and perhaps of what a call gives', async () => {
    const given = 'struct Held { Held(Gate* g); }; Held kept(); ';
    const held = async (body: string): Promise<string[]> =>
      (
        await dependenciesOf(
          { 'a.h': types + given, 'use.cpp': `#include "a.h"\nvoid use() { ${body} }` },
          'use.cpp#use →',
        )
      )
        .filter((line) => made.test(line) && line.includes('Held'))
        .map((line) => line.replace(' use.cpp#use → a.h#', ' '));
    expect(await held('Held h = new Gate(1);')).toEqual([
      'construct Held exact',
      'initialize Held.Held exact',
    ]);
    expect(await held('Held h = kept();')).toEqual([]);
    expect(await held('Held h{kept()};')).toEqual(['construct Held inferred']);
    expect(await held('Held h(new Gate(1)); Held other(h);')).toEqual([
      'construct Held exact',
      'construct Held inferred',
      'initialize Held.Held exact',
    ]);
  });

  it('is a copy by the constructor that takes one, where one is stated', async () => {
    const lines = await dependenciesOf(
      {
        'a.hpp': 'struct Log { Log(int n); Log(const Log& other); };',
        'use.cpp': '#include "a.hpp"\nvoid use(Log& a) { Log b(a); }',
      },
      'use.cpp#use →',
    );
    expect(lines).toContain('initialize use.cpp#use → a.hpp#Log.Log~2 exact');
  });

  it('has variants for some arguments of a template, so that which is made is not sure', async () => {
    const lines = await dependenciesOf(
      {
        'a.h': 'template <class T> struct Ring { Ring(); }; template <> struct Ring<int> { Ring(); };',
        'use.cpp': '#include "a.h"\nvoid use() { auto r = new Ring<int>(); }',
      },
      'use.cpp#use →',
    );
    expect(lines.filter((line) => line.startsWith('construct'))).toEqual([
      'construct use.cpp#use → a.h#Ring inferred',
    ]);
  });
});

describe('operators that may be several', () => {
  it('are all told where nothing decides, and none of what a file does not see', async () => {
    const list = 'class List { public: int& operator[](int i); const int& operator[](int i) const; };';
    const lines = await dependenciesOf(
      {
        'a.h': list,
        'far.cpp': '#include "a.h"\nbool operator!=(const List& a, const List& b) { return true; }',
        'use.cpp': '#include "a.h"\nvoid use(List a, List b) { a[1]; a != b; }',
      },
      'use.cpp#use →',
    );
    expect(lines.filter((line) => line.startsWith('call'))).toEqual([
      'call use.cpp#use → a.h#List.operator[] ambiguous',
      'call use.cpp#use → a.h#List.operator[]~2 ambiguous',
    ]);
  });
});
