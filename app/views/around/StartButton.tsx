import { useState } from 'react';
import { MenuChip } from '../../frame/MenuChip.tsx';
import { counted, dateAndTime } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';

/** Sets that may be looked at in place of one element. */
export interface Starts {
  lists: { id: number; name: string; count: number }[];
  others: { id: number; surveyedAt: string; commitHash: string | null }[];
  /** True where the survey is of a commit, with which others can be compared. */
  hasCommits: boolean;
}

/** The menu from which it is opened gives the focus back to its button first. */
const focusAfterMenu = (input: HTMLInputElement | null): void => {
  if (input !== null) setTimeout(() => input.focus());
};

/** Begins from a shortlist, or from what was changed since a survey or a commit. */
export function StartButton({ lists, others, hasCommits }: Starts) {
  const { change } = usePicture();
  const [isNaming, setNaming] = useState(false);
  // A change is asked for what it reaches, through others as well.
  const start = (set: string): void => change({ set, reach: 'all', direction: null });
  if (lists.length === 0 && others.length === 0 && !hasCommits) return null;
  return (
    <>
      <MenuChip
        entries={[
          ...lists.map(({ id, name, count }) => ({
            key: `list ${id}`,
            label: `the shortlist ${name}, ${counted(count, 'element')}`,
            run: () => start(`list:${id}`),
          })),
          ...others.map(({ id, surveyedAt, commitHash }) => ({
            key: `survey ${id}`,
            label: `what changed since the survey of ${dateAndTime(surveyedAt)}${commitHash === null ? '' : `, ${commitHash.slice(0, 8)}`}`,
            run: () => start(`since:${id}`),
          })),
          ...(hasCommits
            ? [
                {
                  key: 'commits',
                  label: 'what changed since a branch, tag or commit …',
                  run: () => setNaming(true),
                },
              ]
            : []),
        ]}
      >
        Start from …
      </MenuChip>
      {isNaming && (
        <form
          className="start-commits"
          onSubmit={(event) => {
            event.preventDefault();
            start(`commits:${new FormData(event.currentTarget).get('ref') as string}`);
            setNaming(false);
          }}
          onKeyDown={({ key }) => key === 'Escape' && setNaming(false)}
        >
          <input
            className="field"
            name="ref"
            aria-label="Branch, tag or commit"
            placeholder="branch, tag or commit"
            required
            ref={focusAfterMenu}
          />
          <button type="submit" className="chip">
            Begin
          </button>
        </form>
      )}
    </>
  );
}
