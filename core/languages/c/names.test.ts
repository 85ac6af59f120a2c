import { describe, expect, it } from 'vitest';
import { measureNamed } from '../../measures/catalogue.ts';
import { dependenciesOf, describeDependencies, surveyText } from '../../../tests/surveyText.ts';

describe('includes', () => {
  it('are found beside the file first, then where the tree suggests; a standard header by angle is no file of ours', async () => {
    const survey = await surveyText({
      'include/gauge/gauge.h': '',
      'include/gauge/side.h': '',
      'src/a.c':
        '#include "gauge/gauge.h"\n#include <gauge/side.h>\n#include "own.h"\n#include <string.h>\n#include "gone.h"\n#include <zlib.h>\n#include NAME\n',
      'src/own.h': '#include "a_is_not_here/b.h"\n',
      'other/own.h': '',
      'lib/string.h': '',
    });
    expect(
      describeDependencies(survey)
        .filter((line) => line.startsWith('include'))
        .map((line) => line.replace(/ @[\d,]+$/, '')),
    ).toEqual([
      'include src/a.c → include/gauge/gauge.h inferred',
      'include src/a.c → include/gauge/side.h inferred',
      'include src/a.c → src/own.h exact',
      'include src/a.c → c:string.h exact',
      'include src/a.c → library:zlib.h exact',
    ]);
    expect(survey.gaps.map(({ name, reason }) => `${name} ${reason}`).sort()).toEqual([
      '"a_is_not_here/b.h" noSuchFile',
      '"gone.h" noSuchFile',
      '(computed at run time) computed',
    ]);
  });

  it('follow a compile_commands.json of any machine, and the folders that a user names', async () => {
    const commands = JSON.stringify([
      {
        directory: '/builder/code/build',
        file: '../src/a.c',
        command: 'cc -I../one -isystem /builder/code/two -c ../src/a.c',
      },
    ]);
    const files = {
      'compile_commands.json': commands,
      'one/x.h': '',
      'two/y.h': '',
      'three/x.h': '',
      'three/z.h': '',
      'src/a.c': '#include <x.h>\n#include <y.h>\n',
      'src/b.c': '#include "z.h"\n',
    };
    const found = describeDependencies(await surveyText(files, { sourceRoots: ['three'] }))
      .filter((line) => line.includes(' exact'))
      .map((line) => line.replace(/ exact.*/, ''));
    expect(found).toEqual([
      'include src/a.c → three/x.h',
      'include src/a.c → two/y.h',
      'include src/b.c → three/z.h',
    ]);
    const alone = describeDependencies(await surveyText(files)).filter((line) => line.includes('x.h'));
    expect(alone).toEqual(['include src/a.c → one/x.h exact @1']);
  });
});

describe('names of C', () => {
  it('lead from a prototype to its definition, and not to a static routine elsewhere', async () => {
    const files = {
      'gauge.h':
        'int gauge_read(int n);\nextern int gauges;\n#define LIMIT 4\n#define TWICE(x) ((x) * 2)\nenum side { LEFT };\n',
      'gauge.c':
        '#include "gauge.h"\nint gauges = 1;\nstatic int helper(void) { return 1; }\nint gauge_read(int n) { return helper() + n; }\n',
      'lock.c':
        '#include "gauge.h"\nstatic int helper(void) { return 2; }\nint fill(void) { gauges++; return gauge_read(LEFT) + helper() + TWICE(LIMIT); }\n',
    };
    expect(await dependenciesOf(files, ' lock.c#fill')).toEqual([
      'call lock.c#fill → gauge.c#gauge_read exact',
      'call lock.c#fill → gauge.h#TWICE exact',
      'call lock.c#fill → lock.c#helper exact',
      'read lock.c#fill → gauge.h#LIMIT exact',
      'read lock.c#fill → gauge.h#side.LEFT exact',
      'write lock.c#fill → gauge.c#gauges exact',
    ]);
  });

  it('that nothing included declares are linked only where one thing has the name', async () => {
    const files = {
      'a.c': 'int only(void) { return 1; }\nint twice(void) { return 1; }\n',
      'b.c': 'int twice(void) { return 2; }\n',
      'c.c': 'int use(void) { return only(); }\n',
    };
    expect(await dependenciesOf(files, 'call ')).toEqual(['call c.c#use → a.c#only inferred']);
  });
});

describe('names of C++', () => {
  const header = `namespace canal {
class Structure { public: void paint(); int age; };
class Lock : public Structure {
 public:
  void fill(int speed);
  void fill(const char* how);
  static int made;
  enum { SMALL, LARGE };
};
void drain(Lock& lock);
}`;

  it('of variables, types and macros of another source file are linked only where something declares them', async () => {
    const files = {
      'depth.h': 'extern int depth;\n',
      'gauge.c':
        '#include "depth.h"\nint depth = 1;\nint hidden = 2;\nstruct Gauge { int n; };\n#define DEEP(n) ((n) + 1)\nint measure(void) { return 3; }\n',
      'use.c':
        '#include "depth.h"\n#define SUM(f) f(int hidden) { return hidden; }\nint use(void) { return depth + hidden + DEEP(1) + sizeof(struct Gauge) + measure(); }\nint own(void) { return hidden; }\n',
      'asks.c': 'extern int hidden;\nint ask(void) { return hidden; }\n',
    };
    const of = (from: string): Promise<string[]> => dependenciesOf(files, `${from} →`);
    expect(await of('use.c#use')).toEqual([
      'call use.c#use → gauge.c#measure inferred',
      'read use.c#use → gauge.c#depth exact',
    ]);
    expect(await of('use.c#own')).toEqual([]);
    expect(await of('use.c#SUM')).toEqual([]);
    expect(await of('asks.c#ask')).toEqual(['read asks.c#ask → gauge.c#hidden exact']);
  });

  it('join definitions outside to their class, and see its members and its namespace from there', async () => {
    const files = {
      'lock.h': header,
      'lock.cpp': `#include "lock.h"
int canal::Lock::made = 0;
void canal::Lock::fill(int speed) { paint(); age = LARGE; made++; drain(*this); }
void canal::Lock::fill(const char* how) { fill(1); }
namespace canal { void Structure::paint() {} void drain(Lock& lock) { lock.fill(2); } }
`,
    };
    expect(await dependenciesOf(files, 'lock.cpp#canal.Lock.fill →')).toEqual([
      'call lock.cpp#canal.Lock.fill → lock.cpp#canal.Structure.paint exact',
      'call lock.cpp#canal.Lock.fill → lock.cpp#canal.drain exact',
      'implement lock.cpp#canal.Lock.fill → lock.h#canal.Lock.fill exact',
      'read lock.cpp#canal.Lock.fill → lock.h#canal.Lock.(enum).LARGE exact',
      'write lock.cpp#canal.Lock.fill → lock.cpp#canal.Lock.made exact',
      'write lock.cpp#canal.Lock.fill → lock.h#canal.Structure.age exact',
    ]);
  });

  it('count what is defined outside of a class for the class', async () => {
    const survey = await surveyText({
      'gate.h': 'class Lock {}; class Gate { public: void open(Lock& lock); void shut(); };',
      'gate.cpp':
        '#include "gate.h"\nvoid Gate::open(Lock& lock) { if (a) b(); Lock other; }\nvoid Gate::shut() { while (a && b) c(); }\n',
    });
    const gate = survey.elements.key.indexOf('gate.h#Gate');
    const value = (id: string): number => measureNamed(id)!.compute(survey)[gate];
    expect([value('wmc'), value('usesTypes')]).toEqual([2 + 3, 1]);
  });

  it('reach through using, headers of C, smart pointers and inheritance', async () => {
    const files = {
      'c_gauge.h': 'int gauge_read(void);\n',
      'c_gauge.c': '#include "c_gauge.h"\nint gauge_read(void) { return 1; }\n',
      'lock.h': header,
      'use.cpp': `#include "lock.h"
extern "C" {
#include "c_gauge.h"
}
using namespace canal;
void run(std::unique_ptr<Lock> lock) { lock->paint(); gauge_read(); auto other = new Lock(); other->paint(); }
`,
    };
    expect(await dependenciesOf(files, ' use.cpp')).toEqual([
      'call use.cpp#run → c_gauge.c#gauge_read exact',
      'call use.cpp#run → lock.h#canal.Structure.paint inferred',
      'construct use.cpp#run → lock.h#canal.Lock exact',
      'include use.cpp → c_gauge.h exact',
      'include use.cpp → lock.h exact',
      'typeUse use.cpp#run → lock.h#canal.Lock exact',
    ]);
  });

  it('are inferred where they mean a macro that a condition may take out', async () => {
    const files = {
      'port.h':
        '#ifndef PORT_H\n#define PORT_H\n#define HALF(x) ((x) / 2)\n#ifdef OLD\n#define beep(x) old_beep(x)\n#endif\n#endif\n',
      'only.c': '#ifdef TIDAL\n#define DEEP(x) ((x) + 1)\nint a(int x) { return DEEP(x); }\n#endif\n',
      'odd.h': '#define toot(x) odd_toot(x)\n',
      'use.c':
        '#include "port.h"\n#ifdef ODD\n#include "odd.h"\n#endif\nvoid b(void) { HALF(3); beep(1); toot(2); }\n',
    };
    expect(await dependenciesOf(files, 'call ')).toEqual([
      'call only.c#a → only.c#DEEP exact',
      'call use.c#b → odd.h#toot inferred',
      'call use.c#b → port.h#HALF exact',
      'call use.c#b → port.h#beep inferred',
    ]);
  });

  it('lead on from the bodies of macros, inferred, for what they mean is settled where they are put', async () => {
    const files = {
      'lock.h':
        'int lock_fill(int by, int why);\nextern int depth;\n#define lock_up(by) lock_fill(by, depth)\n#define lock_twice(by) (lock_up(by) + lock_up(by))\n',
      'lock.c': '#include "lock.h"\nint depth;\nint lock_fill(int by, int why) { return by; }\n',
      'use.c': '#include "lock.h"\nint use(void) { return lock_twice(2); }\n',
    };
    const found = await dependenciesOf(files, 'lock.h#');
    expect(found.filter((line) => !line.startsWith('implement'))).toEqual([
      'call lock.h#lock_twice → lock.h#lock_up inferred',
      'call lock.h#lock_up → lock.c#lock_fill inferred',
      'call use.c#use → lock.h#lock_twice exact',
      'read lock.h#lock_up → lock.c#depth inferred',
    ]);
  });
});
