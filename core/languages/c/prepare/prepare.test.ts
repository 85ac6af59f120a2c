import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { droppedArms } from '../../reading/conditionals.ts';
import { macroDefinitions, macroTable, type MacroEffect } from './macros.ts';
import { openTable, packTable } from './packedTable.ts';
import { prepare } from './prepare.ts';
import { scan } from './scan.ts';

const tableOf = (...texts: string[]) => macroTable(texts.flatMap(macroDefinitions));

/** The prepared text with runs of blanks as one, and without blank lines. */
function prepared(text: string, ...others: string[]): string[] {
  return prepare(text, tableOf(text, ...others))
    .text.split('\n')
    .map((line) => line.replace(/\s+/g, ' ').trim())
    .filter((line) => line !== '');
}

describe('the scan', () => {
  it('tells tokens from comments, strings, raw strings and directives', () => {
    const { directives, count, text, start, end } = scan(
      'a /* b */ "c // d" // e\n#define X(y) \\\n  y /* z\n*/\nR"(f "g)" \'"\' 1.5e3;',
    );
    const tokens = Array.from({ length: count }, (_, i) => text.slice(start[i], end[i]));
    expect(tokens).toEqual(['a', '"c // d"', 'R"(f "g)"', "'\"'", '1.5e3', ';']);
    expect(directives).toMatchObject([{ name: 'define', line: 2, lastLine: 4 }]);
    expect(directives[0].rest.replace(/\s+/g, ' ')).toBe('X(y) y');
  });

  it('marks lines that hold code and comments, of a string over several lines too', () => {
    const { hasCode, hasComment } = scan('a;\n// b\n\nR"(c\nd)"; /* e\nf */\n#if X\n');
    expect([...hasCode].slice(1, 9)).toEqual([1, 0, 0, 1, 1, 0, 1, 0]);
    expect([...hasComment].slice(1, 9)).toEqual([0, 1, 0, 0, 1, 1, 0, 0]);
  });
});

describe('conditionals', () => {
  const dropped = (text: string): string[] =>
    droppedArms(scan(text)).map(([start, end]) => text.slice(start, end).trim());

  it.each([
    ['#if A\nint a;\n#else\nint b;\n#endif\n', []],
    ['#if 0\nint a;\n#else\nint b;\n#endif\n', ['int a;']],
    ['#if 1\nint a;\n#else\nint b;\n#endif\n', ['int b;']],
    ['#ifdef A\nif (x) {\n#else\nwhile (x) {\n#endif\n}\n', ['while (x) {']],
    ['int f(\n#if A\nint a\n#elif B\nint b\n#endif\n);', ['int b']],
    ['#if A\n#if 0\nint a;\n#endif\n#else\nint b;\n#endif\n', ['int a;']],
    ['Var(T a)\n#ifdef A\n: _a(a) {}\n#else\n{ set(a); }\n#endif\n', ['{ set(a); }']],
    ['Var()\n#ifdef A\n= default;\n#else\n{}\n#endif\n', ['{}']],
    ['#ifdef A\n::open();\n#else\n::close();\n#endif\n', []],
    ['#ifdef __cplusplus\nextern "C" {\n#endif\n', []],
    ['#else\n#endif\n#if A\nint a;\n', []],
  ])('of %j drop %j', (text, expected) => {
    expect(dropped(text)).toEqual(expected);
  });
});

describe('macros', () => {
  it.each([
    ['#define AA', 'blank'],
    ['#define AA __attribute__((visibility("default")))', 'blank'],
    ['#define AA __declspec(dllexport)\n#define AA', 'blank'],
    ['#define AA extern "C" {', 'blank'],
    ['#define AA BB\n#define BB static inline', 'blank'],
    ['#define AA(x)', 'empty'],
    ['#define AA(x) __attribute__((format(printf, x)))', 'blankCall'],
    ['#define AA(t) extern t', 'unwrap'],
    ['#define AA(i, n) for (i = 0; i < n; i++)', 'loop'],
    ['#define AA(x) if (!(x))', 'branch'],
    ['#define AA(x) void x(void) {', 'opens'],
    ['#define AA(x) ((x) + 1)', 'call'],
    ['#define AA { abort(); }', 'block'],
    ['#define AA if (done) return; \\\n  go();', 'statement'],
    ['#define AA 12', 'name'],
    ['#define AA unsigned int', undefined],
  ])('%s is %s', (text, effect) => {
    expect(tableOf(text).get('AA')).toBe(effect);
  });

  it('are looked up in packed bytes as in the table, and equal tables are equal bytes', () => {
    const names = fc.stringMatching(/^[A-Za-z_$][\w$]{0,12}$/);
    const effects = fc.constantFrom<MacroEffect>('blank', 'blankCall', 'loop', 'call', 'name');
    fc.assert(
      fc.property(fc.array(fc.tuple(names, effects), { maxLength: 60 }), fc.array(names), (rows, others) => {
        const table = new Map(rows);
        const packed = openTable(packTable(table));
        for (const name of [...table.keys(), ...others]) {
          expect(packed.get(name)).toBe(table.get(name));
          expect(packed.has(name)).toBe(table.has(name));
        }
        expect(packTable(new Map([...table].reverse()))).toEqual(packTable(table));
      }),
    );
  });

  it('give the same table in whatever order they are defined', () => {
    const lines = macroDefinitions('#define AA B\n#define B\n#define C(x) A x\n#define C(x) ((x))\n');
    expect([...macroTable(lines)].sort()).toEqual([...macroTable([...lines].reverse())].sort());
  });

  it('are masked in place: the text keeps its length and its lines', () => {
    const text = '#define API\nclass API Gate {\n  API void open(void) API;\n};\n';
    const { text: masked } = prepare(text, tableOf(text));
    expect(masked.length).toBe(text.length);
    expect(masked.split('\n').length).toBe(text.split('\n').length);
    expect(prepared(text)).toEqual(['class Gate {', 'void open(void) ;', '};']);
  });

  it('that are bodies and statements end as these do, and a condition may choose between such bodies', () => {
    const text =
      '#define NONE { abort(); }\n#define BEGIN if (done) return;\n#ifdef BARE\nint tow(void) NONE\n#else\nint tow(void) { return 1; }\n#endif\nvoid go(void) {\n  BEGIN\n  int a = 1;\n}\n';
    expect(prepared(text)).toEqual([
      'int tow(void) {}',
      'int tow(void) { return 1; }',
      'void go(void) {',
      'BEGIN; int a = 1;',
      '}',
    ]);
  });

  it('that nobody defines here are told by their place', () => {
    expect(
      prepared(
        'class SOME_EXPORT Gate : public Base {\n  Q_THING\n public:\n  SOME_API int width() const SOME_NOTHROW;\n};\nint WINAPI run(FILE *file);\nDECLARE(x)\ntypedef int (APIENTRY *call)(int);\nPOINT origin;\nstatic TYPE made;\n',
      ),
    ).toEqual([
      'class Gate : public Base {',
      'public:',
      'int width() const ;',
      '};',
      'int run(FILE *file);',
      'typedef int ( *call)(int);',
      'POINT origin;',
      'static TYPE made;',
    ]);
  });

  it('are not taken for the names before what is not shown', () => {
    expect(
      prepared(
        'typedef unsigned int UINT32 __attribute__((__mode__(__SI__)));\nextern int DEPTH __attribute__((used));\nint WINAPI run(int n);\n',
      ),
    ).toEqual(['typedef unsigned int UINT32 ;', 'extern int DEPTH ;', 'int run(int n);']);
  });

  it('that open or close blocks, loop or branch are put in other words', () => {
    const macros =
      '#define TEST_START int main(void) {\n#define TEST_STOP }\n#define EACH_ONE(x, l) for (x = l; x; x++)\n';
    expect(prepared('TEST_START\nEACH_ONE(x, list) { go(x); }\nTEST_STOP\n', macros)).toEqual([
      'void _(){',
      'while (x, list) { go(x); }',
      '}',
    ]);
  });

  it('behind a string are joined with it, whoever defines them; other words behind strings stay', () => {
    const text = `void f() { log("%" PRIu64 "-%" NAME_OF(x), a); }
extern "C" int open(void);
long operator "" _km(long a);
auto a = "b"s, c = "d" L"e", d = u8"f" "g";
const char *x = "%" PRId64;
`;
    expect(prepared(text)).toEqual([
      'void f() { log("%" "-%" , a); }',
      'extern "C" int open(void);',
      'long operator "" _km(long a);',
      'auto a = "b"s, c = "d" L"e", d = u8"f" "g";',
      'const char *x = "%" ;',
    ]);
    expect(prepare(text, tableOf(text)).uses.map(({ name }) => name)).toEqual([
      'PRIu64',
      'NAME_OF',
      'PRId64',
    ]);
  });
});

it('explicit instantiations of types are shown as the types that they name', () => {
  expect(
    prepared(
      'template class Lock<Gate>;\nextern template struct a::Lock<Pump*>;\ntemplate void f<int>(int);\n',
    ),
  ).toEqual(['class Lock<Gate>;', 'struct a::Lock<Pump*>;', 'template void f<int>(int);']);
});

describe('what the grammar does not know', () => {
  it.each([
    [
      'void f(const List<int>& a = {}, T* const /* b */ = nullptr, int c = 3);',
      'void f(const List<int>& a , T* const /* b */ , int c = 3);',
    ],
    ['void f() { g(a = {}); }', 'void f() { g(a = {}); }'],
    ['void f() { (this->*(p.q))(a); (o.*m)(1); }', 'void f() { (this- (p.q))(a); (o- m)(1); }'],
    ['auto x = new a::B<C> **[n], y = a * b[1];', 'auto x = new a::B<C> [n], y = a * b[1];'],
    [
      'auto a = new const char*[n]; bool b = t == typeid(bool) || t == typeid(Gate*) || t == typeid(x);',
      'auto a = new char [n]; bool b = t == sizeof(bool) || t == sizeof(Gate*) || t == typeid(x);',
    ],
    ['void f() { delete [] *p; delete[] q; delete r; }', 'void f() { delete *p; delete[] q; delete r; }'],
    [
      'struct S { int gates GUARDED_BY(lock); Gate GATE(int); };',
      'struct S { int gates ; Gate GATE(int); };',
    ],
  ])('is shown in a form that it knows: %s', (text, expected) => {
    expect(prepared(text)).toEqual([expected]);
  });

  it('leaves an expression that begins with a macro as it is', () => {
    const text = 'void f() { CHECK_OK(s) << "text" << s; }';
    expect(prepared(text, '#define CHECK_OK(s) CHECK_PRED(ok, s)\n')).toEqual([text]);
  });
});
