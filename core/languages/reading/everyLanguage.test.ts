import { describe, expect, it } from 'vitest';
import { constructsOfText, surveyText } from '../../../tests/surveyText.ts';
import { sourceConstructs } from '../../../server/views/constructsView.ts';
import { elementOf } from '../../../server/views/surveyAccess/elements.ts';

/**
 * Two files in each language, the second of which uses the first, and where names of the second lead: to an element's
 * key, or to the line on which the file itself binds them.
 */
interface Case {
  language: string;
  files: Record<string, string>;
  /** The file that is read. */
  of: string;
  /** Each name with its number among those that read so, from 1, and where it leads; null when nowhere. */
  leads: [name: string, which: number, to: string | number | null][];
}

const cases: Case[] = [
  {
    language: 'TypeScript',
    files: {
      'gauge.ts': 'export class Gauge { level(): number { return 1; } }\nexport const LIMIT = 3;\n',
      'watch.ts': `import { Gauge } from './gauge';
import * as all from './gauge';
export function watch<T>(gauge: Gauge, seen: T[]): boolean {
  for (const one of seen) console.log(one);
  return gauge.level() > all.LIMIT;
}
`,
    },
    of: 'watch.ts',
    leads: [
      ['Gauge', 1, 'gauge.ts#Gauge'],
      ['Gauge', 2, 'gauge.ts#Gauge'],
      ['all', 1, 'gauge.ts'],
      ['all', 2, 'gauge.ts'],
      ['gauge', 2, 3],
      ['seen', 2, 3],
      ['T', 2, 3],
      ['one', 2, 4],
      ['level', 1, 'gauge.ts#Gauge.level'],
      ['console', 1, null],
    ],
  },
  {
    language: 'Java',
    files: {
      'g/Gauge.java':
        'package g;\npublic class Gauge { public int level() { return 1; } public static int limit; }\n',
      'w/Watch.java': `package w;
import g.Gauge;
class Watch<T> {
  private Gauge own;
  boolean watch(Gauge gauge, T seen) {
    int found = gauge.level();
    return found > Gauge.limit && own.level() > 0;
  }
}
`,
    },
    of: 'w/Watch.java',
    leads: [
      ['Gauge', 1, 'g/Gauge.java#Gauge'],
      ['Gauge', 2, 'g/Gauge.java#Gauge'],
      ['gauge', 2, 5],
      ['T', 2, 3],
      ['found', 2, 6],
      ['limit', 1, 'g/Gauge.java#Gauge.limit'],
      ['own', 2, 'w/Watch.java#Watch.own'],
      ['level', 1, 'g/Gauge.java#Gauge.level'],
    ],
  },
  {
    language: 'Python',
    files: {
      'gauge.py': 'class Gauge:\n    def level(self):\n        return 1\n\ndef limit():\n    return 3\n',
      'watch.py': `from gauge import Gauge, limit as most
def watch(gauge: Gauge, seen):
    found = gauge.level()
    for one in seen:
        print(one)
    return found > most()
`,
    },
    of: 'watch.py',
    leads: [
      ['Gauge', 1, 'gauge.py#Gauge'],
      ['limit', 1, 'gauge.py#limit'],
      ['Gauge', 2, 'gauge.py#Gauge'],
      ['gauge', 3, 2],
      ['found', 2, 3],
      ['seen', 2, 2],
      ['one', 2, 4],
      ['most', 2, 'gauge.py#limit'],
      ['level', 1, 'gauge.py#Gauge.level'],
    ],
  },
  {
    language: 'C#',
    files: {
      'Gauge.cs':
        'namespace G { public class Gauge { public int Level() { return 1; } public static int Limit; } }\n',
      'Watch.cs': `using G;
namespace W {
  class Watch<T> {
    private Gauge own;
    bool See(Gauge gauge, T seen) {
      var found = gauge.Level();
      return found > Gauge.Limit && own.Level() > 0;
    }
  }
}
`,
    },
    of: 'Watch.cs',
    leads: [
      ['Gauge', 1, 'Gauge.cs#Gauge'],
      ['gauge', 2, 5],
      ['found', 2, 6],
      ['Limit', 1, 'Gauge.cs#Gauge.Limit'],
      ['own', 2, 'Watch.cs#Watch<>.own'],
      ['Level', 1, 'Gauge.cs#Gauge.Level'],
    ],
  },
  {
    language: 'C',
    files: {
      'gauge.h':
        'struct gauge { int level; };\nint read_level(struct gauge *of);\n#define LIMIT(x) ((x) + 3)\n',
      'gauge.c': '#include "gauge.h"\nint read_level(struct gauge *of) { return of->level; }\n',
      'watch.c': `#include "gauge.h"
static int seen;
int watch(struct gauge *gauge) {
  int found = read_level(gauge);
  seen = found;
  return LIMIT(found) > seen;
}
`,
    },
    of: 'watch.c',
    leads: [
      ['gauge', 1, 'gauge.h#gauge'],
      ['gauge', 3, 3],
      ['read_level', 1, 'gauge.c#read_level'],
      ['found', 2, 4],
      ['seen', 2, 'watch.c#seen'],
      ['LIMIT', 1, 'gauge.h#LIMIT'],
    ],
  },
  {
    language: 'C++',
    files: {
      'gauge.hpp': 'namespace g { class Gauge { public: int level() { return 1; } }; }\n',
      'watch.cpp': `#include "gauge.hpp"
int watch(g::Gauge &gauge) {
  auto found = gauge.level();
  return found;
}
`,
    },
    of: 'watch.cpp',
    leads: [
      ['Gauge', 1, 'gauge.hpp#g.Gauge'],
      ['gauge', 2, 2],
      ['level', 1, 'gauge.hpp#g.Gauge.level'],
      ['found', 2, 3],
    ],
  },
];

describe.each(cases)('names in $language', ({ files, of, leads }) => {
  it('lead to what they mean, in this file and in others', async () => {
    const survey = await surveyText(files);
    const text = files[of];
    const file = elementOf(survey, of)!;
    const { spans, links } = sourceConstructs(survey, file, text, await constructsOfText(of, text));
    const places = new Map<string, (string | number | null)[]>();
    for (let at = 0; at < spans.length; at += 4) {
      const name = text.slice(spans[at], spans[at + 1]);
      const link = spans[at + 3] < 0 ? null : links[spans[at + 3]];
      const to =
        link === null
          ? null
          : link.local === null
            ? link.targets.map(({ element }) => element.key).join('|')
            : text.slice(0, link.local).split('\n').length;
      places.set(name, [...(places.get(name) ?? []), to]);
    }
    for (const [name, which, to] of leads)
      expect(places.get(name)?.[which - 1], `${name}, the ${which}. of ${places.get(name)?.length}`).toBe(to);
  });
});
