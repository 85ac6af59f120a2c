import { describe, expect, it } from 'vitest';
import { dependenciesOf, surveyText } from '../../../tests/surveyText.ts';

const header = `#pragma once
namespace canal {
class Channel {
public:
  Channel(); Channel(Channel&& other);
  Channel& operator=(const Channel& other);
  virtual void set(int a); void close(); int& depth(); int depth() const;
};
class Pipe : public Channel { public: void set(int a); void close(); void swap(Pipe& other); Pipe& itself(); };
}`;
const source = `#include "channel.h"
#include <utility>
void close(int handle) {}
namespace canal {
Channel::Channel() {}
Channel::Channel(Channel&& other) {}
Channel& Channel::operator=(const Channel& other) { return *this; }
void Channel::set(int a) {}
void Channel::close() {}
int& Channel::depth() { static int d; return d; }
int Channel::depth() const { return 1; }
void Pipe::set(int a) { Channel::set(a); Channel::operator=(*this); }
void Pipe::close() { ::close(1); }
void Pipe::swap(Pipe& other) { using std::swap; swap(a, other.a); }
Pipe& Pipe::itself() { return *this; }
}`;
const linesOf = (of: string): Promise<string[]> =>
  dependenciesOf({ 'channel.h': header, 'channel.cpp': source }, of);

describe('qualified names of C++', () => {
  it('lead to what the parent that is named has', async () => {
    expect(await linesOf('channel.cpp#canal.Pipe.set → channel.cpp')).toEqual([
      'call channel.cpp#canal.Pipe.set → channel.cpp#canal.Channel.operator= exact',
      'call channel.cpp#canal.Pipe.set → channel.cpp#canal.Channel.set exact',
    ]);
  });

  it('mean the class by its name within itself, not what makes it', async () => {
    expect(await linesOf('channel.cpp#canal.Pipe.itself →')).toContain(
      'typeUse channel.cpp#canal.Pipe.itself → channel.h#canal.Pipe exact',
    );
    expect((await linesOf('typeUse ')).filter((line) => line.includes('Channel.Channel exact'))).toEqual([]);
  });

  it('that begin with `::` pass by what the type around has', async () => {
    expect(await linesOf('channel.cpp#canal.Pipe.close → channel.cpp')).toEqual([
      'call channel.cpp#canal.Pipe.close → channel.cpp#close exact',
    ]);
  });

  it('that a routine makes its own hide what the type around has', async () => {
    expect(await linesOf('call channel.cpp#canal.Pipe.swap')).toEqual([]);
  });
});

describe('prototypes of C++', () => {
  it('that differ in what they take over, or leave as it is, have a definition each', async () => {
    const joined = (await linesOf('implement channel.cpp#canal.Channel.')).map((line) =>
      line.replaceAll(/channel\.(cpp|h)#canal\./g, ''),
    );
    expect(joined).toEqual(
      expect.arrayContaining([
        'implement Channel.Channel → Channel.Channel exact',
        'implement Channel.Channel~2 → Channel.Channel~2 exact',
        'implement Channel.depth → Channel.depth exact',
        'implement Channel.depth~2 → Channel.depth~2 exact',
      ]),
    );
  });
});

describe('overloads of C++ that are defined outside of their type', () => {
  it('are told by what they take', async () => {
    const { overloads, elements } = await surveyText({
      'lock.hpp': 'class Lock { public: Lock(int n); Lock(const char* name); void fill(); };',
      'lock.cpp':
        '#include "lock.hpp"\nLock::Lock(int n) {}\nLock::Lock(const char* name) {}\nvoid Lock::fill() {}',
    });
    expect(overloads.map(([element, takes]) => `${elements.key[element]} ${takes}`)).toEqual([
      'lock.cpp#Lock.Lock int',
      'lock.cpp#Lock.Lock~2 char*',
      'lock.hpp#Lock.Lock int',
      'lock.hpp#Lock.Lock~2 char*',
    ]);
  });
});

describe('classes whose names look like macros', () => {
  it('keep their constructors', async () => {
    const lines = await dependenciesOf(
      {
        'url.h': 'class URL { public: URL(); URL(const char* text); explicit URL(int port); ~URL(); };',
        'use.cpp': '#include "url.h"\nvoid use() { URL a; URL b("x"); URL c(80); }',
      },
      'use.cpp#use →',
    );
    expect(lines.filter((line) => line.startsWith('initialize'))).toEqual([
      'initialize use.cpp#use → url.h#URL.URL exact',
      'initialize use.cpp#use → url.h#URL.URL~2 exact',
      'initialize use.cpp#use → url.h#URL.URL~3 exact',
    ]);
  });
});

describe('members in the bodies of macros', () => {
  const files = {
    'log.h': `
class Log { public: Log(int level); Log& line(int n); void flushAll(); };
Log* current();
#define NOTE(n) Log(n).line(n)
#define FLUSH() current()->flushAll()
#define FLUSH_OF(x) x.flushAll()
#define AS_LOG(x) ((Log*)(x))
`,
  };
  const use = (body: string): Promise<string[]> =>
    dependenciesOf(
      { ...files, 'use.cpp': `#include "log.h"\nvoid use(int a) { ${body} }` },
      'throughMacro use.cpp#use →',
    ).then((lines) => lines.map((line) => line.replace('throughMacro use.cpp#use → log.h#', '')));

  it('are those of what is made or given before them, or what else bears the name alone', async () => {
    expect(await use('NOTE(a);')).toEqual(['Log inferred', 'Log.Log inferred', 'Log.line inferred']);
    expect(await use('FLUSH();')).toEqual(['Log.flushAll inferred', 'current inferred']);
    expect(await use('FLUSH_OF(a);')).toEqual(['Log.flushAll inferred']);
  });

  it('are not made by a cast', async () => {
    expect(await use('AS_LOG(a);')).toEqual([]);
  });
});

describe('what a type of C++ holds', () => {
  it('may have its body outside of it, and be made and called by its name', async () => {
    const lines = await dependenciesOf(
      {
        'lock.h': 'class Lock { public: class State; State* state; void fill(); };',
        'lock.cpp': `#include "lock.h"
class Lock::State { public: class Deep; State(); int depth(); };
class Lock::State::Deep { public: void sink(); };
Lock::State::State() {}
int Lock::State::depth() { Deep d; d.sink(); return 1; }
void Lock::fill() { state = new State(); state->depth(); }`,
      },
      ' → lock.cpp#Lock.State',
    );
    expect(lines.filter((line) => /^(call|construct|initialize)/.test(line))).toEqual([
      'call lock.cpp#Lock.State.depth~2 → lock.cpp#Lock.State.Deep.sink inferred',
      'call lock.cpp#Lock.fill → lock.cpp#Lock.State.depth~2 inferred',
      'construct lock.cpp#Lock.State.depth~2 → lock.cpp#Lock.State.Deep exact',
      'construct lock.cpp#Lock.fill → lock.cpp#Lock.State exact',
      'initialize lock.cpp#Lock.fill → lock.cpp#Lock.State.State~2 exact',
    ]);
  });

  it('is found at any depth, in whatever order the files are read', async () => {
    const files = {
      'lock.h': 'class Lock { public: class State; };',
      'deep.h': '#include "state.h"\nclass Lock::State::Deep { public: void sink(); };',
      'state.h': '#include "lock.h"\nclass Lock::State { public: class Deep; };',
      'use.cpp': '#include "deep.h"\nvoid use(Lock::State::Deep& deep) { deep.sink(); }',
    };
    expect(await dependenciesOf(files, 'call use.cpp#use →')).toEqual([
      'call use.cpp#use → deep.h#Lock.State.Deep.sink inferred',
    ]);
  });

  it('is hidden by no name that a prototype gives to what it takes', async () => {
    const lines = await dependenciesOf(
      {
        'a.cpp':
          'class Sluice { public: void put(int code); int code() const; int use() { return code(); } };',
      },
      'call ',
    );
    expect(lines).toEqual(['call a.cpp#Sluice.use → a.cpp#Sluice.code exact']);
  });
});

describe('iterating in C++', () => {
  const list = `struct Gate { void open(); };
class Walk { public: Gate& operator*(); Walk& operator++(); bool operator!=(const Walk& other); };
class Gates { public: Walk begin(); Walk end(); };`;

  it('asks a type for its ends, goes from one to the other, and on with what `*` gives', async () => {
    const lines = await dependenciesOf(
      {
        'a.h': list,
        'use.cpp': '#include "a.h"\nvoid use(Gates& gates) { for (auto& gate : gates) gate.open(); }',
      },
      'call use.cpp#use →',
    );
    expect(lines.map((line) => line.replace('call use.cpp#use → a.h#', ''))).toEqual([
      'Gate.open inferred',
      'Gates.begin inferred',
      'Gates.end inferred',
      'Walk.operator!= inferred',
      'Walk.operator* inferred',
      'Walk.operator++ inferred',
    ]);
  });

  it('over a container of the language’s gives its elements', async () => {
    const lines = await dependenciesOf(
      {
        'a.h': list,
        'use.cpp':
          '#include "a.h"\nvoid use(std::vector<Gate*>& gates) { for (auto gate : gates) gate->open(); }',
      },
      'call use.cpp#use →',
    );
    expect(lines).toEqual(['call use.cpp#use → a.h#Gate.open inferred']);
  });
});

describe('a construction that reads like a prototype', () => {
  it('calls what its parameters would be', async () => {
    const lines = await dependenciesOf(
      {
        'a.cpp':
          'struct Gate { Gate(int n); Gate(int n, int m); };\nint wide(int n);\nvoid use(int n) { Gate g(wide(n)); Gate h(n, wide(n)); }',
      },
      ' a.cpp#use →',
    );
    expect(lines).toEqual([
      'call a.cpp#use → a.cpp#wide exact',
      'construct a.cpp#use → a.cpp#Gate exact',
      'initialize a.cpp#use → a.cpp#Gate.Gate exact',
      'initialize a.cpp#use → a.cpp#Gate.Gate~2 exact',
      'typeUse a.cpp#use → a.cpp#Gate exact',
    ]);
  });
});

describe('a receiver that a macro may have made', () => {
  it('is one of which nothing is known, so that a name that only one type has is meant', async () => {
    const files = {
      'a.h': 'class Gate { public: void openWide(); void close(); };',
      'use.cpp':
        '#include "a.h"\nFIXTURE(Gates, opening) { gate_.openWide(); gate_.close(); std::cout.openWide(); }',
    };
    expect(await dependenciesOf(files, 'call use.cpp')).toEqual([
      expect.stringMatching(/^call use\.cpp#\S+ → a\.h#Gate\.openWide inferred$/),
    ]);
  });
});

describe('what a template is for some arguments', () => {
  it('outside of its type has the names of that, and is not what the template announces', async () => {
    const files = {
      'a.cpp': `struct Value { template <class T> T as() const; bool asBool() const; int asInt() const; };
template <> bool Value::as<bool>() const { return asBool(); }
template <> int Value::as< int >() const { return asInt(); }
bool use(const Value& value) { return value.as<bool>(); }`,
    };
    expect(await dependenciesOf(files, 'call ')).toEqual([
      'call a.cpp#Value.as<bool> → a.cpp#Value.asBool exact',
      'call a.cpp#Value.as<int> → a.cpp#Value.asInt exact',
      'call a.cpp#use → a.cpp#Value.as inferred',
    ]);
    expect(await dependenciesOf(files, 'implement ')).toEqual([]);
  });
});

describe('a routine that is called with types', () => {
  it('gives what those say', async () => {
    const files = {
      'cast.h': `template <class D, class B> D* checked(B* x) { return static_cast<D*>(x); }
struct Base {};
struct Gate : Base { void open(int p); };
struct Weir : Base { void open(int p); };`,
      'use.cc': `#include "cast.h"
void use(Base* a, Base* b) { checked<Gate>(a)->open(3); auto w = checked<Weir>(b); w->open(3); }`,
    };
    expect(await dependenciesOf(files, 'call use.cc')).toEqual([
      'call use.cc#use → cast.h#Gate.open inferred',
      'call use.cc#use → cast.h#Weir.open inferred',
      'call use.cc#use → cast.h#checked exact',
    ]);
  });
});

describe('a template that is handed on', () => {
  it('is read, with its arguments or without', async () => {
    const files = {
      'a.cc': `template <class T> int open(int n) { return n; }
typedef int (*Opener)(int);
Opener choose() { return open<int>; }
struct Arg { Arg() : opener(close<int>) {} Opener opener; template <class T> static int close(int n) { return 1; } };
int run(Opener o) { return o(open<int>(2)); }
int use() { return run(open<long>); }`,
    };
    expect((await dependenciesOf(files)).filter((line) => /^(read|call)/.test(line))).toEqual([
      'call a.cc#run → a.cc#open exact',
      'call a.cc#use → a.cc#run exact',
      'read a.cc#Arg.Arg → a.cc#Arg.close exact',
      'read a.cc#choose → a.cc#open exact',
      'read a.cc#use → a.cc#open exact',
    ]);
  });
});

describe('a namespace that a macro names', () => {
  it('goes by the macro’s name, within it and from outside', async () => {
    const files = {
      'name.h': '#pragma once\n#ifndef CANAL_NAMESPACE\n#define CANAL_NAMESPACE canal\n#endif',
      'gate.h': '#include "name.h"\nnamespace CANAL_NAMESPACE { struct Gate { Gate(int a); }; }',
      'use.cc': '#include "gate.h"\nauto* use() { return new CANAL_NAMESPACE::Gate(1); }',
    };
    expect(await dependenciesOf(files, 'construct ')).toEqual([
      'construct use.cc#use → gate.h#CANAL_NAMESPACE.Gate exact',
    ]);
  });
});

describe('what C++ does not see', () => {
  it('is a type of a source file, which is included nowhere', async () => {
    const files = {
      'far/parse.cpp': 'typedef struct block { int size; } BLOCK;',
      'near.h': 'void CDECL free_far( void *block );\nclass Near { BLOCK* kept; };',
    };
    expect(await dependenciesOf(files, ' near.h')).toEqual([]);
  });

  it('is a type that bears the name of a field which a constructor starts', async () => {
    const files = {
      'far/utility.h': 'typedef struct mutex* pMutex;\nstruct mutex { int n; };',
      'near.h': 'template <class M> class Lock { public: Lock(M& m) : pMutex(&m) {} private: M* pMutex; };',
    };
    expect(await dependenciesOf(files, ' near.h#Lock.Lock →')).toEqual([
      'write near.h#Lock.Lock → near.h#Lock.pMutex exact',
    ]);
  });
});
