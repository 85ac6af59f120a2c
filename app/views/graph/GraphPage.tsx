import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import type { PlanRecord } from '../../../server/store/modulePlans.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { counted } from '../../state/figures.ts';
import { patched } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';
import { GraphCaption, type GraphChoices } from './GraphCaption.tsx';
import { GraphSheet } from './GraphSheet.tsx';
import { GraphTools } from './GraphTools.tsx';
import { LinkTable } from './LinkTable.tsx';
import './graph.css';

/** Who uses whom, drawn in layers: what uses stands above what it rests on. */
export function GraphPage({
  picture,
  query,
  scope,
  plan,
  measures,
  others,
  codebaseId,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  scope: ScopeChoice;
  /** The plan that what is drawn can become a module of; null where there is none. */
  plan: PlanRecord | null;
  codebaseId: string;
} & GraphChoices) {
  const { params } = usePicture();
  const [wanted, setWanted] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { nodes } = picture;
  // What is not drawn any more is not chosen.
  const there = useMemo(() => {
    const ends = new Set(nodes.map(({ end }) => end));
    return new Set([...chosen].filter((end) => ends.has(end)));
  }, [nodes, chosen]);
  const choose = (end: string): void => {
    const next = new Set(there);
    if (!next.delete(end)) next.add(end);
    setChosen(next);
  };
  const isTable = params.get('as') === 'table';
  const found = wanted.trim().toLowerCase();
  const named = useMemo(() => nodes.flatMap((node) => [node, ...(node.members ?? [])]), [nodes]);
  return (
    <NamedList all={named}>
      <GraphCaption
        picture={picture}
        query={query}
        scope={scope}
        measures={measures}
        others={others}
        isTable={isTable}
      />
      <GraphTools
        picture={picture}
        query={query}
        plan={plan}
        codebaseId={codebaseId}
        chosen={there}
        onChooseNone={() => setChosen(new Set())}
        wanted={wanted}
        onWant={setWanted}
      />
      <NoWayLine picture={picture} />
      {picture.rolledUp.length > 0 && (
        <p className="caution graph-said">
          {counted(picture.rolledUp.length, 'group')} stayed closed, because more boxes would be unreadable.
          The <Link to={`/codebases/${codebaseId}/matrix?${patched(params, { as: null })}`}>matrix</Link> can
          show them all.
        </p>
      )}
      {nodes.length === 0 ? (
        <div className="empty">
          <h1>Nothing is drawn</h1>
          <p className="faded">
            Everything is hidden or filtered out. Show hidden boxes again, or choose another scope.
          </p>
        </div>
      ) : isTable ? (
        <LinkTable picture={picture} wanted={found} />
      ) : (
        <GraphSheet picture={picture} query={query} wanted={found} chosen={there} onChoose={choose} />
      )}
    </NamedList>
  );
}

/** Where no way leads between two: what is nearest to both. */
function NoWayLine({ picture: { noWay } }: { picture: GraphPicture }) {
  if (noWay === null) return null;
  const { bothUse, usesBoth } = noWay;
  return (
    <p className="caution graph-said">
      No path leads from one to the other along the references shown.{' '}
      {bothUse && (
        <>
          Both use <ElementName element={bothUse} />.{' '}
        </>
      )}
      {usesBoth && (
        <>
          <ElementName element={usesBoth} /> uses both.
        </>
      )}
      {!bothUse && !usesBoth && 'No element is used by both, and none uses both.'}
    </p>
  );
}
