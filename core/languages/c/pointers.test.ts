import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

const types = `
#include <map>
#include <memory>
#include <string>
#include <vector>
struct Gate {
  Gate(); Gate(int n); Gate(const Gate& other);
  Gate& operator=(const Gate& other); bool operator==(const Gate& other) const;
  int size() const; void open(); Gate** rows(); Gate* next; Gate first;
};
struct Hold { Gate& operator*() const; Gate* operator->() const; };
using Doors = std::map<std::string, Gate>;
typedef Gate* Door;
`;

/** What the routine `use` calls of the types, by name. */
async function calls(body: string): Promise<string[]> {
  const lines = await dependenciesOf({ 'a.h': types, 'use.cpp': `#include "a.h"\n${body}` }, 'use.cpp#use →');
  return lines
    .filter((line) => line.startsWith('call ') && line.includes('a.h#'))
    .map((line) => line.replace(/^call .*#([^#]*) \w+$/, '$1'));
}

describe('pointers of C++', () => {
  it.each([
    ['are given and compared without what they point to', 'a = b; a->next = b; bool c = a == b->next;', []],
    ['lead to what they point to', '*a = *b;', ['Gate.operator=']],
    ['are what `new` gives', 'auto p = new Gate(1); p = a;', []],
    ['are what `&` gives', 'Gate g; auto p = &g; p = a; g = *p;', ['Gate.operator=']],
    ['to pointers lead to pointers', 'a->rows()[0] = b;', ['Gate.rows']],
    ['to pointers lead on', '*a->rows()[0] = *b;', ['Gate.operator=', 'Gate.rows']],
    ['may be named by a typedef', 'Door d = a; d = b; d->open();', ['Gate.open']],
    [
      'are what lists are taken for',
      'Gate list[3]; list[0] = *a; list->open();',
      ['Gate.open', 'Gate.operator='],
    ],
    ['keep what a cast makes of them', 'void* v = a; static_cast<Gate*>(v)->open();', ['Gate.open']],
  ])('%s: %s', async (_, body, expected) => {
    expect(await calls(`void use(Gate* a, Gate* b) { ${body} }`)).toEqual(expected);
  });

  it('within their own type are what `this` is', async () => {
    const files = {
      'a.h': `${types}`,
      'b.cpp': '#include "a.h"\nvoid Gate::open() { this->size(); Gate g; g = *this; next = this; }',
    };
    expect(await dependenciesOf(files, 'b.cpp#Gate.open →')).toEqual(
      expect.arrayContaining([
        'call b.cpp#Gate.open → a.h#Gate.size inferred',
        'call b.cpp#Gate.open → a.h#Gate.operator= inferred',
      ]),
    );
  });
});

describe('what leads on as pointers do', () => {
  it.each([
    ['an operator of a type', 'Hold h', 'h->open();', ['Gate.open', 'Hold.operator->']],
    ['`*` of a type', 'Hold h', '(*h).open();', ['Gate.open', 'Hold.operator*']],
    ['a smart pointer', 'std::unique_ptr<Gate> p', 'p->open();', ['Gate.open']],
    ['a smart pointer’s own members are not its content’s', 'std::shared_ptr<Gate> p', 'p.size();', []],
    ['smart pointers are no operands', 'std::shared_ptr<Gate> p, std::shared_ptr<Gate> q', 'p = q;', []],
    ['a maker of them', 'int n', 'auto p = std::make_shared<Gate>(n); p->open();', ['Gate.open']],
    ['a list behind a pointer is the list', 'Doors* d', 'd->size();', []],
    ['an element of a list', 'std::vector<Gate> v, Gate g', 'v[0] = g;', ['Gate.operator=']],
    ['an element that points', 'std::vector<Gate*> v, Gate* g', 'v[0] = g; v[1]->open();', ['Gate.open']],
  ])('%s: %s', async (_, parameters, body, expected) => {
    expect(await calls(`void use(${parameters}) { ${body} }`)).toEqual(expected);
  });
});

describe('overloads of C++', () => {
  const overloads = `struct Log {
    void put(int n); void put(const char* text); void put(const Gate& gate); void put(Gate* gate); void put(bool yes);
  };`;
  it.each([
    ['log.put("x");', 'Log.put~2'],
    ['log.put(*gate);', 'Log.put~3'],
    ['log.put(gate);', 'Log.put~4'],
    ['log.put(&*gate);', 'Log.put~4'],
    ['log.put(true);', 'Log.put~5'],
  ])('are told by what points: %s', async (body, expected) => {
    const lines = await dependenciesOf(
      { 'a.h': types + overloads, 'use.cpp': `#include "a.h"\nvoid use(Log log, Gate* gate) { ${body} }` },
      'use.cpp#use →',
    );
    expect(lines.filter((line) => line.startsWith('call'))).toEqual([
      `call use.cpp#use → a.h#${expected} inferred`,
    ]);
  });
});
