import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import type { PlanRecord } from '../../../server/store/modulePlans.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { ExportButton } from './ExportButton.tsx';
import { ModuleButton } from './ModuleButton.tsx';
import { HideButton } from './HideButton.tsx';
import { useGraphEdits, wholeAgain } from './useGraphEdits.ts';
import { WaySteps } from './WaySteps.tsx';

/** What is done with the drawing as a whole, or with the boxes that were chosen. */
export function GraphTools({
  picture,
  query,
  plan,
  codebaseId,
  chosen,
  onChooseNone,
  wanted,
  onWant,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  plan: PlanRecord | null;
  codebaseId: string;
  chosen: ReadonlySet<string>;
  onChooseNone: () => void;
  wanted: string;
  onWant: (text: string) => void;
}) {
  const { focus, change } = usePicture();
  const { offer } = useShortlists();
  const edits = useGraphEdits(picture, query);
  const { nodes, around, walk } = picture;
  const gathered = nodes.filter(
    ({ isOpen, end, kind, news }) =>
      !isOpen && kind !== 'external' && news !== 'gone' && (chosen.size === 0 || chosen.has(end)),
  );
  const keys = gathered.flatMap(({ key, members }) => members?.map((member) => member.key) ?? [key]);
  const isChoice = query.around !== null || query.cycle !== null;
  const hasWays = query.until !== null;
  return (
    <div className="view-tools graph-tools">
      <input
        className="field"
        type="search"
        aria-label="Find in the drawing"
        placeholder="Find in the graph"
        value={wanted}
        onChange={({ target }) => onWant(target.value)}
      />
      {isChoice && (
        <button type="button" className="chip" onClick={() => change(wholeAgain)}>
          Show the whole graph
        </button>
      )}
      {query.around !== null && !hasWays && focus !== null && focus !== query.around && (
        <button type="button" className="chip" onClick={() => change({ until: focus, with: null })}>
          Paths to the selection
        </button>
      )}
      {hasWays && (
        <button type="button" className="chip" onClick={() => change({ until: null, ways: null })}>
          Show neighbours
        </button>
      )}
      <WaySteps walk={walk} />
      <HideButton picture={picture} chosen={chosen} edits={edits} />
      {query.without.length > 0 && (
        <button
          type="button"
          className="chip"
          title={query.without.join('\n')}
          onClick={() => change({ without: null })}
        >
          Show {picture.hiddenBoxes > 0 ? `${figure(picture.hiddenBoxes)} hidden` : 'hidden ones'} again
        </button>
      )}
      {picture.matchNothing.length > 0 && (
        <span className="caution" role="status">
          No box matches <span className="mono">{picture.matchNothing.join(', ')}</span>
        </span>
      )}
      {query.put.length > 0 && (
        <button type="button" className="chip" onClick={() => change({ put: null })}>
          Put back {counted(query.put.length, 'box', 'boxes')}
        </button>
      )}
      {chosen.size > 0 && (
        <button type="button" className="chip" onClick={onChooseNone}>
          Choose none
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
      {plan && (
        <ModuleButton plan={plan} keys={keys} suggested={around?.name ?? ''} codebaseId={codebaseId} />
      )}
      <ExportButton codebaseId={codebaseId} />
      <span className="push faded">{summary(picture, chosen.size)}</span>
    </div>
  );
}

function summary({ nodes, links, hidden, left }: GraphPicture, chosen: number): string {
  const boxes = nodes.filter(({ isOpen }: GraphNode) => !isOpen).length;
  const parts = [`${counted(boxes, 'box', 'boxes')}, ${counted(links - hidden, 'link')}`];
  if (chosen > 0) parts.push(`${figure(chosen)} chosen`);
  if (hidden > 0) parts.push(`${figure(hidden)} left out`);
  if (left > 0) parts.push(`${figure(left)} more elements do not fit`);
  return parts.join('; ');
}
