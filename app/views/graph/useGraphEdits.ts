import { useMemo } from 'react';
import type { MoreLinks } from '../../../server/views/graph/drawnGraph.ts';
import { PART } from '../../../server/views/graph/steps.ts';
import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import type { MenuEntry } from '../../frame/OpenMenu.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';

/** What a reader does to a drawing, each a step of the address. */
export interface GraphEdits {
  /** Opens a group or a condensed cycle in place, or closes it. */
  toggle(node: GraphNode): void;
  add(keys: readonly string[]): void;
  leaveOut(nodes: readonly GraphNode[]): void;
  leaveOutMatching(patterns: readonly string[]): void;
  drawAround(node: GraphNode): void;
  focusOn(node: GraphNode): void;
  /** Moves a box, from where it is. */
  put(node: GraphNode, dx: number, dy: number): void;
  /** What of the links to what is not drawn can be added. */
  choices(more: { of: string; links: MoreLinks; where: 'users' | 'used' }): MenuEntry[];
}

/** Nothing of what the whole was narrowed to. */
export const wholeAgain = {
  ...{ around: null, until: null, ways: null, cycle: null, up: null, down: null },
  ...{ open: null, shut: null, with: null, users: null, used: null, without: null, put: null, apart: null },
};

/** More groups than these have no room in a menu; those with the most stand first. */
const GROUPS_NAMED = 200;

const partText = ({ of, within }: { of: string; within: string | null }): string =>
  within === null ? of : of + PART + within;

export function useGraphEdits(picture: GraphPicture, query: GraphQuery): GraphEdits {
  const { change, focusOn } = usePicture();
  return useMemo((): GraphEdits => {
    const endsOf = (nodes: readonly GraphNode[]): string[] =>
      nodes.flatMap(({ end, members }) => (members === null ? [end] : members.map((member) => member.end)));
    const leaveOutMatching = (patterns: readonly string[]): void =>
      change({ without: [...query.without, ...patterns], focus: null });
    return {
      toggle({ end, isOpen, members, kind }) {
        if (members !== null) {
          if (kind === 'external') change({ externals: 'apart' });
          else change({ apart: [...query.apart, members[0].end] });
          return;
        }
        if (kind === 'external') {
          change({ externals: null });
          return;
        }
        if (query.around !== null || query.cycle !== null) {
          const others = (all: readonly string[]): string[] => all.filter((own) => own !== end);
          const [open, shut] = [others(query.open ?? []), others(query.shut)];
          change(isOpen ? { open, shut: [...shut, end] } : { open: [...open, end], shut });
          return;
        }
        const open = isOpen ? picture.open.filter((own) => own !== end) : [...picture.open, end];
        change({ open: open.length === 0 ? '' : open });
      },
      add: (keys) => change({ with: [...query.added, ...keys] }),
      leaveOut: (nodes) => leaveOutMatching(endsOf(nodes)),
      leaveOutMatching,
      drawAround: ({ key }) => change({ ...wholeAgain, around: key, focus: key }),
      focusOn: ({ key, members }) => focusOn(members?.[0].key ?? key),
      put({ end, x, y }, dx, dy) {
        const others = query.put.filter((own) => own.end !== end);
        const at = { end, x: Math.max(0, Math.round(x + dx)), y: Math.max(0, Math.round(y + dy)) };
        change({ put: [...others, at].map((own) => [own.x, own.y, own.end].join(PART)) });
      },
      choices({ of, links: { count, strongest, groups }, where }) {
        const known = where === 'users' ? query.allUsers : query.allUsed;
        const all = (within: string | null) => () =>
          change({ [where]: [...known, { of, within }].map(partText) });
        const word = where === 'users' ? 'use it' : 'it uses';
        return [
          {
            key: 'strongest',
            label: `The ${strongest.length} with the most references`,
            run: () => change({ with: [...query.added, ...strongest] }),
          },
          { key: 'all', label: `All ${figure(count)} that ${word}`, run: all(null) },
          ...(groups.length > 1 ? groups.slice(0, GROUPS_NAMED) : []).map(({ key, name, count: own }) => ({
            key: `in ${key}`,
            label: `Those in ${name}: ${counted(own, 'element')}`,
            run: all(key),
          })),
        ];
      },
    };
  }, [picture, query, change, focusOn]);
}
