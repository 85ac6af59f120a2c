import { useState } from 'react';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import { MenuChip } from '../../frame/MenuChip.tsx';
import { counted } from '../../state/figures.ts';
import type { GraphEdits } from './useGraphEdits.ts';

/** Hides several boxes of the drawing at once: what is chosen, all but that, what most of it uses, what a pattern matches. */
export function HideButton({
  picture: { nodes, edges, hubs },
  chosen,
  edits,
}: {
  picture: GraphPicture;
  chosen: ReadonlySet<string>;
  edits: GraphEdits;
}) {
  const [isTyping, setTyping] = useState(false);
  const closed = nodes.filter(({ isOpen }) => !isOpen);
  const linked = new Set(edges.flatMap(({ from, to }) => [from, to]));
  const alone = nodes.filter(({ isOpen }, i) => !isOpen && !linked.has(i));
  const own = closed.filter(({ end }) => chosen.has(end));
  const others = closed.filter(({ end }) => !chosen.has(end));
  const used = closed.filter(({ end }) => hubs.includes(end));
  const boxes = (some: readonly unknown[]): string => counted(some.length, 'box', 'boxes');
  if (isTyping)
    return (
      <input
        className="field mono"
        aria-label="Hide by pattern"
        placeholder="hide: **/*Test.java"
        autoFocus
        onBlur={() => setTyping(false)}
        onKeyDown={(event) => {
          const pattern = event.currentTarget.value.trim();
          if (event.key === 'Enter' && pattern !== '') edits.leaveOutMatching([pattern]);
          if (event.key === 'Enter' || event.key === 'Escape') setTyping(false);
        }}
      />
    );
  return (
    <>
      <MenuChip
        disabled={closed.length === 0}
        entries={[
          {
            key: 'chosen',
            label: `Selected: ${boxes(own)}`,
            disabled: own.length === 0,
            run: () => edits.leaveOut(own),
          },
          {
            key: 'others',
            label: `All except the selected: ${boxes(others)}`,
            disabled: own.length === 0 || others.length === 0,
            run: () => edits.leaveOut(others),
          },
          {
            key: 'used',
            label: `Used by more than half: ${boxes(used)}`,
            disabled: used.length === 0,
            run: () => edits.leaveOut(used),
          },
          {
            key: 'alone',
            label: `Without links: ${boxes(alone)}`,
            disabled: alone.length === 0,
            run: () => edits.leaveOut(alone),
          },
          { key: 'pattern', label: 'By a pattern of paths or names …', run: () => setTyping(true) },
        ]}
      >
        Hide …
      </MenuChip>
    </>
  );
}
