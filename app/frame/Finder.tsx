import Dialog from '@mui/material/Dialog';
import { useEffect, useRef, useState } from 'react';
import { useFetcher, useNavigate } from 'react-router';
import type { loader as findLoader } from '../routes/find.ts';
import { usePicture } from '../state/usePicture.ts';
import { useElementLinks } from './elementLinks.ts';

/** Finds elements by name as one types. Enter sets the focus, Ctrl+Enter opens the source. */
export function Finder({ codebaseId, onClose }: { codebaseId: number; onClose: () => void }) {
  const { load, data } = useFetcher<typeof findLoader>();
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState(0);
  const navigate = useNavigate();
  const { focusOn } = usePicture();
  const links = useElementLinks(String(codebaseId));
  const list = useRef<HTMLUListElement>(null);
  const found = typed.trim() === '' ? [] : (data?.found ?? []);
  const isCurrent = data?.asked === typed;
  /** Enter was pressed before what was typed had been looked up; it means the first of what will be found. */
  const [early, setEarly] = useState<{ opensSource: boolean } | null>(null);

  useEffect(() => {
    if (typed.trim() !== '') void load(`/codebases/${codebaseId}/find?q=${encodeURIComponent(typed)}`);
  }, [typed, codebaseId, load]);
  useEffect(() => {
    list.current?.children[chosen]?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);

  const take = (index: number, opensSource: boolean): void => {
    const element = found[index];
    if (!element) return;
    onClose();
    const source = opensSource ? links.source(element) : null;
    if (source === null) focusOn(element.key);
    else void navigate(source);
  };

  const takeEarly = useRef(take);
  useEffect(() => {
    takeEarly.current = take;
  });
  useEffect(() => {
    if (early && isCurrent) takeEarly.current(0, early.opensSource);
  }, [early, isCurrent]);

  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <div className="finder">
        <input
          autoFocus
          aria-label="Find a file, type or routine"
          placeholder="Find a file, type or routine"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setEarly(null);
            setChosen(0);
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') setChosen(Math.min(found.length - 1, chosen + 1));
            else if (event.key === 'ArrowUp') setChosen(Math.max(0, chosen - 1));
            else if (event.key === 'Enter') {
              const opensSource = event.ctrlKey || event.metaKey;
              if (isCurrent) take(chosen, opensSource);
              else setEarly({ opensSource });
            } else return;
            event.preventDefault();
          }}
        />
        <ul ref={list} role="listbox" aria-label="Found">
          {found.map((element, index) => (
            <li
              key={element.key}
              role="option"
              aria-selected={index === chosen}
              onMouseEnter={() => setChosen(index)}
              onClick={(event) => take(index, event.ctrlKey)}
            >
              <span className="mono">{element.name}</span>
              <span className="faded">{element.kind}</span>
              <span className="mono faded place-name">
                {element.place === element.key ? element.key : element.place}
              </span>
            </li>
          ))}
        </ul>
        <p className="faded hint">
          {typed.trim() !== '' && data && found.length === 0
            ? `Nothing is called “${typed.trim()}”. Try a part of the name or of the path.`
            : 'Enter sets the focus, Ctrl+Enter opens the source.'}
        </p>
      </div>
    </Dialog>
  );
}
