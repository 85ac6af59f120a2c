import { describe, expect, it } from 'vitest';
import { dependenciesOf, surveyText } from '../../../tests/surveyText.ts';
import { rollUp } from '../../graph/rollUp.ts';
import { routineMeasures } from '../../measures/routine.ts';

/** What is used from the routine `use` of `use.c`, as `kind target certainty`. */
async function uses(files: Record<string, string>): Promise<string[]> {
  const lines = await dependenciesOf(files, 'use.c#use →');
  return lines.map((line) => line.replace(' use.c#use →', ''));
}

describe('what is used through macros', () => {
  const files = {
    'lock.h': `
#define wrapped(x) real(x, 0)
#define twice(x) do { wrapped(x); wrapped(x + 1); } while (0)
#define renamed real
#define LIMIT 12
#define never(x) if (0) { ghost(x); } real(x, 1)
#ifdef DEBUG
#define trace(x) log_line(x)
#define checked(x) note(x); trace(late(x))
#else
#define trace(x)
#define checked(x) note(x); trace(late(x))
#endif
#ifndef own
#define own(x) note(x)
#endif
int real(int a, int b); void ghost(int); void log_line(int); int late(int); void note(int);`,
    'lock.c':
      '#include "lock.h"\nint real(int a, int b) { return a; }\nvoid ghost(int a) {}\nvoid log_line(int a) {}\nint late(int a) { return a; }\nvoid note(int a) {}',
  };
  const use = (body: string) => ({ ...files, 'use.c': `#include "lock.h"\nvoid use(int a) { ${body} }` });

  it('is told beside the macro, through other macros too', async () => {
    expect(await uses(use('wrapped(a);'))).toEqual([
      'call lock.h#wrapped exact',
      'throughMacro lock.c#real inferred',
    ]);
    expect(await uses(use('twice(a);'))).toEqual([
      'call lock.h#twice exact',
      'throughMacro lock.c#real inferred',
    ]);
    expect(await uses(use('renamed(a, LIMIT);'))).toEqual([
      'call lock.h#renamed exact',
      'read lock.h#LIMIT exact',
      'throughMacro lock.c#real inferred',
    ]);
  });

  it('leaves out what `if (0)` takes out', async () => {
    expect(await uses(use('never(a);'))).toEqual([
      'call lock.h#never exact',
      'throughMacro lock.c#real inferred',
    ]);
  });

  it('is ambiguous where a condition chooses, and among the arguments of what it chooses', async () => {
    expect(await uses(use('trace(a);'))).toEqual([
      'call lock.h#trace ambiguous',
      'call lock.h#trace~2 ambiguous',
      'throughMacro lock.c#log_line ambiguous',
    ]);
    expect((await uses(use('checked(a);'))).filter((line) => line.startsWith('through'))).toEqual([
      'throughMacro lock.c#late ambiguous',
      'throughMacro lock.c#log_line ambiguous',
      'throughMacro lock.c#note ambiguous',
    ]);
  });

  it('is certain enough where the condition only asks whether somebody else has said it', async () => {
    expect(await uses(use('own(a);'))).toEqual([
      'call lock.h#own exact',
      'throughMacro lock.c#note inferred',
    ]);
  });

  it('counts among what a routine calls, and not among the uses of a file, which would be counted twice', async () => {
    const survey = await surveyText(use('wrapped(a);'));
    const { key } = survey.elements;
    const fanOut = routineMeasures.find(({ id }) => id === 'fanOut')!.compute(survey);
    expect(fanOut[key.indexOf('use.c#use')]).toBe(2);
    const unitOf = new Int32Array(survey.elements.count).fill(-1);
    const units = ['use.c', 'lock.h', 'lock.c'].map((path) => key.indexOf(path));
    units.forEach((file, unit) => unitOf.fill(unit, file, survey.elements.subtreeEnd[file]));
    const graph = rollUp(survey.dependencies, unitOf, 3);
    const edges = [...graph.to.subarray(graph.start[0], graph.start[1])];
    expect(edges).toEqual([1]);
  });
});

describe('names that conditions choose', () => {
  it('are ambiguous between what may be there', async () => {
    const files = {
      'use.c':
        '#ifdef UNIX\nstatic int go(int a) { return a; }\n#else\nstatic int go(int a) { return -a; }\n#endif\nvoid use(void) { go(1); }',
    };
    expect(await uses(files)).toEqual(['call use.c#go ambiguous', 'call use.c#go~2 ambiguous']);
  });

  it('mean the macro where that is sure to be there, and either where it is not', async () => {
    const use = 'void use(void) { go(1); }';
    const go = 'int go(int a) { return a; }\n';
    expect(await uses({ 'use.c': `${go}#define go(x) (x)\n${use}` })).toEqual(['call use.c#go exact']);
    expect(await uses({ 'use.c': `#ifdef FAST\n#define go(x) (x)\n#endif\n${go}${use}` })).toEqual([
      'call use.c#go ambiguous',
      'call use.c#go~2 ambiguous',
    ]);
  });

  it('are never exact where they may stand in for the system’s', async () => {
    const compat = 'char *strlcpy(char *a, const char *b, int n) { return a; }';
    const use = '#include <string.h>\nvoid use(char *a) { strlcpy(a, a, 1); other(1); }';
    expect(
      await uses({ 'compat/strlcpy.c': compat, 'use.c': use, 'other.c': 'int other(int a) { return a; }' }),
    ).toEqual(['call compat/strlcpy.c#strlcpy ambiguous', 'call other.c#other inferred']);
    expect(
      await uses({
        'compat.h': 'static int fork(void) { return 0; }\nstatic int ours(void) { return 0; }',
        'use.c': '#ifdef _WIN32\n#include "compat.h"\n#endif\nvoid use(void) { fork(); ours(); }',
      }),
    ).toEqual(['call compat.h#fork ambiguous', 'call compat.h#ours inferred']);
  });

  it('of a prototype mean what its own file defines', async () => {
    const copy = 'STATIC int go(int a);\nSTATIC int go(int a) { return a; }\n';
    const files = { 'other.c': copy, 'use.c': `${copy}void use(void) { go(1); }` };
    expect(await uses(files)).toEqual(['call use.c#go~2 exact']);
  });

  it('of types are casts in C, and make instances in C++', async () => {
    const text = 'typedef int kind;\nvoid use(int a) { f((kind)(a)); }';
    expect(await uses({ 'use.c': text })).toContain('typeUse use.c#kind exact');
  });
});
