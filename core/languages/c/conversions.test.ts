import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

const types = `
enum Kind { Barge, Tug };
struct Text { Text(); Text(const char* s); Text(const std::string& s); Text(int n, int m); };
struct Mode { Mode(Kind k); };
struct Plain { int width; };
struct Wide : Text { };
struct Box { Box& operator=(const Text& t); Box& operator[](const char* key); bool has(const Text& key) const; };
void show(const Text& t);
void mode(const Text& name, const Mode& m, int n);
struct Tug2 { Tug2(const Text& name, Mode m); };
`;

/** What the routine `use` makes and calls, as `kind target certainty`. */
async function uses(body: string, more = ''): Promise<string[]> {
  const code = { 'a.h': types + more, 'use.cpp': `#include "a.h"\n${body}` };
  const lines = await dependenciesOf(code, 'use.cpp#use →');
  return lines
    .map((line) => line.replace(' use.cpp#use → a.h#', ' '))
    .filter((line) => /^(call|construct|initialize)/.test(line));
}

describe('what C++ makes of what a routine is given', () => {
  it('is an object of the type that it takes, by the constructor that takes what is given', async () => {
    expect(await uses('void use() { show("x"); }')).toEqual([
      'call show exact',
      'initialize Text.Text~2 inferred',
    ]);
    expect(await uses('void use(std::string s) { show(s); }')).toEqual([
      'call show exact',
      'initialize Text.Text~3 inferred',
    ]);
    expect(await uses('void use(Box b) { b.has("x"); }')).toEqual([
      'call Box.has inferred',
      'initialize Text.Text~2 inferred',
    ]);
  });

  it('is made of a value of an enumeration as well, and beside other arguments', async () => {
    expect(await uses('void use() { mode("x", Tug, 1); }')).toEqual([
      'call mode exact',
      'initialize Mode.Mode inferred',
      'initialize Text.Text~2 inferred',
    ]);
  });

  it('is made where a constructor is given it', async () => {
    expect(await uses('void use() { Tug2 t("x", Barge); }')).toEqual([
      'construct Tug2 exact',
      'initialize Mode.Mode inferred',
      'initialize Text.Text~2 inferred',
      'initialize Tug2.Tug2 exact',
    ]);
  });

  it('is nothing where what is given is of the type, or below it, or not known', async () => {
    expect(await uses('void use(Text t, Wide w) { show(t); show(w); }')).toEqual(['call show exact']);
    expect(await uses('void use() { show(somewhere()); }')).toEqual(['call show exact']);
  });

  it('is nothing where no constructor takes it alone, or the type has none', async () => {
    expect(await uses('void use(Plain p) { show(p); }')).toEqual(['call show exact']);
    expect(await uses('void use() { plain(1); }', 'void plain(const Plain& p);')).toEqual([
      'call plain exact',
    ]);
  });

  it('is nothing where two constructors take it alike', async () => {
    const both =
      'struct Two { Two(const Text& t); Two(const Plain& p); }; struct Both : Text, Plain {}; void two(const Two& t);';
    expect(await uses('void use(Both b) { two(b); }', both)).toEqual(['call two exact']);
  });

  it('follows what a member operator is applied to, and none that stands free', async () => {
    expect(await uses('void use(Box b) { b = "x"; }')).toEqual([
      'call Box.operator= inferred',
      'initialize Text.Text~2 inferred',
    ]);
    expect(
      await uses('void use(Plain p) { p + "x"; }', 'Plain operator+(const Plain& p, const Text& t);'),
    ).toEqual([]);
  });

  it('decides between overloads only where none takes what is given as it is', async () => {
    const either = 'void put(const Text& t); void put(const Plain& p); void put(int n);';
    expect(await uses('void use() { put("x"); }', either)).toEqual([
      'call put inferred',
      'initialize Text.Text~2 inferred',
    ]);
    expect(await uses('void use() { put(1); }', either)).toEqual(['call put~3 exact']);
    expect(await uses('void use(Plain p) { put(p); }', either)).toEqual(['call put~2 exact']);
    const outside = 'void put(const Text& t); void put(const std::string& s);';
    expect(await uses('void use() { put("x"); }', outside)).toEqual(['call put~2 exact']);
  });

  it('is no matter of C', async () => {
    const code = {
      'a.h': 'struct Text { int n; };\nvoid show(struct Text t);\n',
      'use.c': '#include "a.h"\nvoid use(void) { show("x"); }\n',
    };
    expect(await dependenciesOf(code, 'use.c#use →')).toEqual(['call use.c#use → a.h#show exact']);
  });
});
