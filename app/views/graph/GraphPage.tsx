import { useMemo, useState } from 'react';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { NamedList } from '../../frame/names/Names.tsx';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { ExportButton } from './ExportButton.tsx';
import { GraphCaption } from './GraphCaption.tsx';
import { GraphSheet } from './GraphSheet.tsx';
import { LinkTable } from './LinkTable.tsx';
import './graph.css';

/** Who uses whom, drawn in layers: what uses stands above what it rests on. */
export function GraphPage({
  picture,
  query,
  scope,
  codebaseId,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  scope: ScopeChoice;
  codebaseId: string;
}) {
  const { params, focus, change } = usePicture();
  const { offer } = useShortlists();
  const [wanted, setWanted] = useState('');
  const { nodes, around } = picture;
  const keys = useMemo(() => nodes.flatMap(({ isOpen, key }) => (isOpen ? [] : [key])), [nodes]);
  const isTable = params.get('as') === 'table';
  const Picture = isTable ? LinkTable : GraphSheet;
  return (
    <NamedList all={nodes}>
      <GraphCaption picture={picture} query={query} scope={scope} isTable={isTable} />
      <div className="view-tools graph-tools">
        <input
          className="field"
          type="search"
          aria-label="Find in the drawing"
          placeholder="find in the drawing"
          value={wanted}
          onChange={({ target }) => setWanted(target.value)}
        />
        {query.around !== null && (
          <button
            type="button"
            className="chip"
            onClick={() =>
              change({ around: null, until: null, up: null, down: null, with: null, without: null })
            }
          >
            The whole
          </button>
        )}
        {query.around !== null && query.until === null && focus !== null && focus !== query.around && (
          <button type="button" className="chip" onClick={() => change({ until: focus, with: null })}>
            Ways to what is in focus
          </button>
        )}
        {query.until !== null && (
          <button type="button" className="chip" onClick={() => change({ until: null, ways: null })}>
            What is around it
          </button>
        )}
        {query.without.length > 0 && (
          <button type="button" className="chip" onClick={() => change({ without: null })}>
            Bring back {counted(query.without.length, 'box', 'boxes')}
          </button>
        )}
        <button
          type="button"
          className="chip"
          disabled={keys.length === 0}
          onClick={() => offer({ suggested: around?.name ?? 'drawn', count: keys.length, keys })}
        >
          To a shortlist
        </button>
        <ExportButton picture={picture} codebaseId={codebaseId} />
        <span className="push faded">{summary(picture)}</span>
      </div>
      {nodes.length === 0 ? (
        <div className="empty">
          <h1>Nothing is drawn</h1>
          <p className="faded">
            All of it was taken out, or nothing of it counts: bring boxes back, or choose another scope.
          </p>
        </div>
      ) : (
        <Picture picture={picture} query={query} wanted={wanted.trim().toLowerCase()} />
      )}
    </NamedList>
  );
}

function summary({ nodes, links, hidden, left }: GraphPicture): string {
  const boxes = nodes.filter(({ isOpen }: GraphNode) => !isOpen).length;
  const parts = [`${counted(boxes, 'box', 'boxes')}, ${counted(links - hidden, 'link')}`];
  if (hidden > 0) parts.push(`${figure(hidden)} left out`);
  if (left > 0) parts.push(`${figure(left)} more elements have no room`);
  return parts.join('; ');
}
