import { useState } from 'react';
import { markManners, type MarkManner } from '../../../core/marks/marking.ts';
import { planColours } from '../../../core/plan/modulePlan.ts';
import type { Mark, MarkWords } from '../../../server/store/marks.ts';
import { chosenColour } from '../../theme/useSheetColours.ts';
import { Button, Dialog } from '../parts.ts';
import { useShortlists } from '../shortlists/Shortlists.tsx';

const mannerWords: Record<MarkManner, string> = {
  line: 'a line under the name',
  ground: 'ground behind the name',
  frame: 'a frame around the name',
};

/** What is to be marked, and how it is to look. */
export function MarkDialog({
  mark,
  onClose,
  onKeep,
}: {
  mark: Mark | Partial<MarkWords>;
  onClose: () => void;
  onKeep: (words: MarkWords) => void;
}) {
  const { lists } = useShortlists();
  const [words, setWords] = useState<MarkWords>({
    name: mark.name ?? '',
    manner: mark.manner ?? 'line',
    colour: mark.colour ?? 'sea',
    pattern: mark.shortlistId ? null : (mark.pattern ?? ''),
    shortlistId: mark.shortlistId ?? null,
  });
  const set = (change: Partial<MarkWords>): void => setWords({ ...words, ...change });
  const isWhole = words.name.trim() !== '' && (words.shortlistId !== null || words.pattern?.trim());
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-label="A mark">
      <form
        className="words-dialog mark-dialog"
        onSubmit={(event) => {
          event.preventDefault();
          if (isWhole) onKeep(words);
        }}
      >
        <h1>{'id' in mark ? 'Change the mark' : 'Mark in all pictures'}</h1>
        <label>
          Name
          <input
            className="field"
            autoFocus
            maxLength={60}
            value={words.name}
            onChange={({ target }) => set({ name: target.value })}
          />
        </label>
        <label>
          What is marked
          <select
            className="field"
            value={words.shortlistId ?? ''}
            onChange={({ target }) =>
              set(
                target.value === ''
                  ? { shortlistId: null, pattern: '' }
                  : { shortlistId: Number(target.value), pattern: null },
              )
            }
          >
            <option value="">what a pattern matches</option>
            {lists.map(({ id, name }) => (
              <option key={id} value={id}>
                the shortlist {name}
              </option>
            ))}
          </select>
        </label>
        {words.pattern !== null && (
          <label>
            Pattern
            <input
              className="field mono"
              placeholder="src/tolls/**"
              maxLength={500}
              value={words.pattern}
              onChange={({ target }) => set({ pattern: target.value })}
            />
          </label>
        )}
        <fieldset>
          <legend>How it looks</legend>
          {markManners.map((manner) => (
            <label key={manner}>
              <input
                type="radio"
                name="manner"
                checked={words.manner === manner}
                onChange={() => set({ manner })}
              />{' '}
              <span className={`mono mark-${manner}`} style={chosenColour(words.colour)}>
                {mannerWords[manner]}
              </span>
            </label>
          ))}
        </fieldset>
        <div className="mark-colours" role="radiogroup" aria-label="Colour">
          {planColours.map((colour) => (
            <button
              key={colour}
              type="button"
              role="radio"
              aria-checked={words.colour === colour}
              aria-label={colour}
              title={colour}
              className="swatch"
              style={chosenColour(colour)}
              onClick={() => set({ colour })}
            />
          ))}
        </div>
        <footer>
          <span className="push" />
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!isWhole}>
            Save mark
          </Button>
        </footer>
      </form>
    </Dialog>
  );
}
