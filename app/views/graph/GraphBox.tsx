import type { MoreLinks } from '../../../server/views/graph/drawnGraph.ts';
import { changeSigns } from '../../../server/views/graph/graphLegend.ts';
import { MOST_TINT } from '../../../server/views/graph/ink.ts';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { counted, figure } from '../../state/figures.ts';

/** A group or an element as a box: opened in place, with what else uses it and what else it uses to be added. */
export function GraphBox({
  node,
  at,
  scales,
  isFound,
  isChosen,
  onToggle,
  onPoint,
  onLeaveOut,
  onMore,
}: {
  node: GraphNode;
  /** Its place among the nodes. */
  at: number;
  scales: Pick<GraphPicture, 'tint' | 'bar'>;
  isFound: boolean;
  isChosen: boolean;
  onToggle: () => void;
  onPoint: (isAt: boolean) => void;
  onLeaveOut: () => void;
  /** The figure of what is not drawn was pressed. */
  onMore: (links: MoreLinks, where: 'users' | 'used', button: Element) => void;
}) {
  const {
    x,
    y,
    width,
    height,
    isOpen,
    opens,
    chain,
    cycle,
    name,
    users,
    used,
    members,
    news,
    kind,
    holds,
    split,
  } = node;
  const states = {
    open: isOpen,
    group: kind === 'folder' || kind === 'group',
    external: kind === 'external',
    found: isFound,
    chosen: isChosen,
    came: news === 'came',
    gone: news === 'gone',
  };
  const names = Object.entries(states).filter(([, is]) => is);
  const point = { onMouseEnter: () => onPoint(true), onMouseLeave: () => onPoint(false) };
  const tint = shareOf(node.tint, scales.tint);
  const bar = shareOf(node.bar, scales.bar);
  return (
    <div
      className={['graph-box', ...names.map(([state]) => state)].join(' ')}
      data-box={at}
      style={{
        ...{ left: x, top: y, width, height },
        ...(tint > 0
          ? {
              backgroundColor: `color-mix(in srgb, var(--most) ${Math.round(100 * MOST_TINT * tint)}%, var(--panel))`,
            }
          : {}),
      }}
      {...(isOpen ? {} : point)}
    >
      <More links={users} name={name} where="users" onMore={onMore} />
      <span className="graph-name" {...(isOpen ? point : {})}>
        {news !== null && (
          <span className={`mono ${news}`} title={news === 'came' ? 'new' : 'gone'}>
            {changeSigns[news]}
          </span>
        )}
        {(opens || isOpen) && (
          <button
            type="button"
            className="plain-button graph-toggle"
            aria-expanded={isOpen}
            aria-label={`${isOpen ? 'Close' : 'Open'} ${name}`}
            onClick={onToggle}
          >
            {isOpen ? '▾' : '▸'}
          </button>
        )}
        {members !== null ? (
          <span className="mono" title={members.map(({ key }) => key).join('\n')}>
            {name}
          </span>
        ) : news === 'gone' || (isOpen && kind === 'external') ? (
          <span className="mono" title={node.key}>
            {name}
          </span>
        ) : (
          <ElementName element={node} text={chain.length > 0 ? [...chain, name].join('/') : undefined} />
        )}
        {holds !== null && (
          <span
            className="graph-cycle mono faded"
            title={`holds ${counted(holds, 'element')} of what is drawn`}
          >
            {figure(holds)}
          </span>
        )}
        {split !== undefined && (
          <span className="graph-cycle mono" title={`its files are in ${split} build modules`}>
            ÷{split}
          </span>
        )}
        {cycle !== null && members === null && (
          <span className="graph-cycle mono" title={`takes part in the cycle ${cycle}`}>
            ⟨{cycle}⟩
          </span>
        )}
      </span>
      {bar > 0 && <span className="graph-bar" style={{ width: `${100 * bar}%` }} />}
      <button
        type="button"
        className="plain-button graph-out"
        aria-label={`Hide ${name}`}
        onClick={onLeaveOut}
      >
        ×
      </button>
      <More links={used} name={name} where="used" onMore={onMore} />
    </div>
  );
}

function shareOf(value: number | null, scale: GraphPicture['tint']): number {
  return value === null || scale === null || scale.most === 0 ? 0 : value / scale.most;
}

function More({
  links,
  name,
  where,
  onMore,
}: {
  links: MoreLinks | null;
  name: string;
  where: 'users' | 'used';
  onMore: (links: MoreLinks, where: 'users' | 'used', button: Element) => void;
}) {
  if (links === null) return null;
  const { count, strongest } = links;
  const words = where === 'users' ? `more use ${name}` : `more are used by ${name}`;
  return (
    <button
      type="button"
      className={`plain-button graph-more ${where}`}
      title={`${figure(count)} ${words}${strongest.length < count ? ': choose which to add' : ''}`}
      aria-label={`Add what ${where === 'users' ? 'uses' : 'is used by'} ${name}: ${count} more`}
      aria-haspopup={strongest.length < count ? 'menu' : undefined}
      onClick={({ currentTarget }) => onMore(links, where, currentTarget)}
    >
      +{figure(count)}
    </button>
  );
}
