import { useEffect, useMemo, useState } from 'react';
import type { SourcePage as SourceData } from '../../../server/views/sourceView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { Outline } from './Outline.tsx';
import { SourcePane } from './SourcePane.tsx';
import type { WantedLines } from './SourceText.tsx';
import { useFilePart } from './useFilePart.ts';
import './source.css';

/** In a narrower window the text needs the room. */
const OUTLINE_FROM = 1_150;

/** Files read side by side: the first is the one in hand, with its outline. */
export function SourcePage({ sources, codebaseId }: { sources: SourceData[]; codebaseId: string }) {
  const { params, focus, focusOn, change } = usePicture();
  const [first, ...beside] = sources;
  const outline = useFilePart('outline', codebaseId, first.path);
  const focused =
    first.focused?.key === focus
      ? first.focused
      : outline?.rows.find(({ key, from }) => key === focus && from === null);
  const asked = Number(params.get('line'));
  const line = Number.isInteger(asked) && asked > 0 ? asked : (focused?.startLine ?? 1);
  const wanted = useMemo(
    (): WantedLines => ({
      line,
      range: asked > 0 || !focused ? null : { from: focused.startLine, to: focused.endLine },
      parseErrors: first.parseErrors,
    }),
    [line, asked, focused, first.parseErrors],
  );
  const besides = beside.map(({ path }) => path);
  const [place, setPlace] = useState<string | null>(null);
  const [hasOutline, setOutline] = useState(true);
  useEffect(() => setOutline(window.innerWidth >= OUTLINE_FROM), []);
  return (
    <>
      <Caption>
        The text of <b>{first.path}</b>, {line > 1 ? `at line ${figure(line)}` : 'from its first line'}
        {beside.length > 0 && `, with ${counted(beside.length, 'file')} beside it`}, its outline{' '}
        <button
          type="button"
          className="plain-button link"
          aria-expanded={hasOutline}
          onClick={() => setOutline(!hasOutline)}
        >
          {hasOutline ? 'shown' : 'folded away'}
        </button>
        .
      </Caption>
      <div className="source-view">
        {hasOutline && (
          <Outline
            path={first.path}
            outline={outline}
            codebaseId={codebaseId}
            focus={focus}
            place={place}
            onFocus={focusOn}
          />
        )}
        <SourcePane
          key={first.path}
          source={first}
          outline={outline}
          codebaseId={codebaseId}
          wanted={wanted}
          onPlace={setPlace}
          onClose={
            beside.length === 0
              ? null
              : () => change({ file: besides[0], beside: besides.slice(1), line: null })
          }
        />
        {beside.map((source) => (
          <PaneBeside
            key={source.path}
            source={source}
            codebaseId={codebaseId}
            onClose={() => change({ beside: besides.filter((path) => path !== source.path) })}
          />
        ))}
      </div>
    </>
  );
}

function PaneBeside({
  source,
  codebaseId,
  onClose,
}: {
  source: SourceData;
  codebaseId: string;
  onClose: () => void;
}) {
  const outline = useFilePart('outline', codebaseId, source.path);
  const wanted = useMemo(
    (): WantedLines => ({ line: 1, range: null, parseErrors: source.parseErrors }),
    [source.parseErrors],
  );
  return (
    <SourcePane source={source} outline={outline} codebaseId={codebaseId} wanted={wanted} onClose={onClose} />
  );
}
