import { describe, expect, it } from 'vitest';
import { dependenciesOf, surveyText } from '../../../tests/surveyText.ts';

const types = `
struct Base { void common(); };
struct Gate : Base { int width; void open(int n); static int shared(); };
`;

/** What the routine that a macro makes in use.cpp uses, as `kind target certainty`. */
async function uses(macros: string, routine: string): Promise<string[]> {
  const files = { 'gate.hpp': types + macros, 'use.cpp': `#include "gate.hpp"\n${routine}\n` };
  const lines = await dependenciesOf(files, ' use.cpp#');
  return lines.map((line) => line.replace(/ use\.cpp#\S+ → gate\.hpp#/, ' '));
}

const fixture = `
#define FIXTURE(G, name) \\
  class Case##name : public G { public: void run(); }; \\
  void Case##name::run()
`;

describe('a routine that a macro makes of what follows', () => {
  it('bears what the macro is given, so that many of one macro are told apart', async () => {
    const { elements } = await surveyText({
      'a.cpp': 'TEST(Gate, opens) { }\nTEST(Gate, shuts) { }\nint use() { return 1; }\n',
    });
    expect(elements.key.filter((key) => key.includes('#'))).toEqual([
      'a.cpp#TEST(Gate,opens)',
      'a.cpp#TEST(Gate,shuts)',
      'a.cpp#use',
    ]);
  });

  it('has the members of the type that the macro makes it one of, inferred', async () => {
    const found = await uses(fixture, 'FIXTURE(Gate, opens) { open(1); common(); width = 2; }');
    expect(found).toEqual(
      expect.arrayContaining([
        'call Gate.open inferred',
        'call Base.common inferred',
        'write Gate.width inferred',
      ]),
    );
    expect(found).toContain('call FIXTURE exact');
  });

  it('has them too where one macro hands on to another', async () => {
    const handing = `${fixture}\n#define LOCAL(G, name) FIXTURE_OF(1, G, name)\n#define FIXTURE_OF(n, H, what) FIXTURE(H, what)\n`;
    expect(await uses(handing, 'LOCAL(Gate, opens) { open(1); }')).toContain('call Gate.open inferred');
  });

  it('has none of a type that the macro only names', async () => {
    const plain = '#define PLAIN(G, name) void plain##name()\n';
    const found = await uses(plain, 'PLAIN(Gate, opens) { open(1); Gate::shared(); }');
    expect(found.filter((line) => line.startsWith('call'))).toEqual([
      'call Gate.shared exact',
      'call PLAIN exact',
    ]);
  });

  it('is one of its first argument where a test library says so, which lies elsewhere', async () => {
    expect(await uses('', 'TEST_F(Gate, opens) { open(1); }')).toContain('call Gate.open inferred');
    expect(await uses('', 'TEST(Gate, opens) { open(1); }')).not.toContain('call Gate.open inferred');
  });

  it('uses what the macro makes beside it, of a type and a name that is pasted', async () => {
    const entry = `
struct Entry { Entry(void (*run)(), int n); };
Entry later(int n);
#define CASE(G, name) void run##name(); static Entry e##name(run##name, 1); Entry f##name(int n); void run##name()
`;
    const found = await uses(entry, 'CASE(Gate, opens) { }');
    expect(found).toEqual(
      expect.arrayContaining(['throughMacro Entry inferred', 'throughMacro Entry.Entry inferred']),
    );
  });

  it('is none where a type may be masked, something is declared, or the language is C', async () => {
    const { elements } = await surveyText({
      'a.cpp': '#define API int\nAPI OPEN(Gate) { return 1; }\nSHUT(int n) { return n; }\n',
      'b.c': 'MAIN(a, b) { return 1; }\n',
    });
    expect(elements.name.filter((name) => name.includes('('))).toEqual([]);
  });
});

describe('a name that the body of a macro pastes together', () => {
  const log = `
struct Message { Message(int line); int stream(); };
struct Fatal { Fatal(int line); int stream(); };
#define LOG_INFO Message(1)
#define LOG_FATAL() Fatal(2)
#define LOG(level) LOG_ ## level.stream()
#define MADE(level) LOG_##level()
#define BOTH(a, b) LOG_##a##b
`;
  const through = async (body: string): Promise<string[]> => {
    const files = { 'log.hpp': log, 'use.cpp': `#include "log.hpp"\nvoid use(int level) { ${body} }\n` };
    const lines = await dependenciesOf(files, 'throughMacro use.cpp#use →');
    return lines.map((line) => line.replace(/^.*#/, '')).filter((line) => !line.includes('stream'));
  };

  it('is known where the macro is used, by what it is given there', async () => {
    expect(await through('LOG(INFO);')).toEqual(['Message inferred', 'Message.Message inferred']);
    expect(await through('MADE(FATAL);')).toEqual(['Fatal inferred', 'Fatal.Fatal inferred']);
    expect(await through('MADE(FATAL); MADE(OTHER);')).toEqual(['Fatal inferred', 'Fatal.Fatal inferred']);
  });

  it('is not known where more is pasted, or what is given is no name', async () => {
    expect(await through('BOTH(FA, TAL); MADE(1); MADE(level);')).toEqual([]);
  });
});

describe('what the body of a macro makes', () => {
  it('is no variable of a prototype whose name is pasted', async () => {
    const files = {
      'a.hpp': 'struct Entry { Entry(int n); };\n#define CASE(name) Entry f##name(int n)\n',
    };
    expect(await dependenciesOf(files, 'construct ')).toEqual([]);
  });

  it('is never surer than inferred, and so is what that runs', async () => {
    const files = { 'a.hpp': 'struct Entry { Entry(int n); };\n#define NEW_ENTRY() Entry(1)\n' };
    expect(await dependenciesOf(files, ' a.hpp#NEW_ENTRY →')).toEqual([
      'construct a.hpp#NEW_ENTRY → a.hpp#Entry inferred',
      'initialize a.hpp#NEW_ENTRY → a.hpp#Entry.Entry inferred',
    ]);
  });
});
