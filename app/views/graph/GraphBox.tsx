import type { GraphNode, MoreLinks } from '../../../server/views/graph/graphView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { figure } from '../../state/figures.ts';

/** A group or an element as a box: opened in place, with what else uses it and what else it uses to be added. */
export function GraphBox({
  node,
  state,
  onToggle,
  onPoint,
  onLeaveOut,
  onAdd,
}: {
  node: GraphNode;
  state: 'lit' | 'beside' | 'found' | '';
  onToggle: () => void;
  onPoint: (isAt: boolean) => void;
  onLeaveOut: () => void;
  onAdd: (keys: readonly string[]) => void;
}) {
  const { x, y, width, height, isOpen, opens, chain, cycle, name, users, used } = node;
  return (
    <div
      className={`graph-box${isOpen ? ' open' : ''}${node.kind === 'folder' || node.kind === 'group' ? ' group' : ''} ${state}`}
      style={{ left: x, top: y, width, height }}
      onMouseEnter={isOpen ? undefined : () => onPoint(true)}
      onMouseLeave={isOpen ? undefined : () => onPoint(false)}
    >
      <More links={users} name={name} where="above" onAdd={onAdd} />
      <span
        className="graph-name"
        onMouseEnter={isOpen ? () => onPoint(true) : undefined}
        onMouseLeave={isOpen ? () => onPoint(false) : undefined}
      >
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
        <ElementName element={node} text={chain.length > 0 ? [...chain, name].join('/') : undefined} />
        {cycle !== null && (
          <span className="graph-cycle mono" title={`takes part in the cycle ${cycle}`}>
            ⟨{cycle}⟩
          </span>
        )}
      </span>
      <button
        type="button"
        className="plain-button graph-out"
        aria-label={`Take ${name} out of the drawing`}
        onClick={onLeaveOut}
      >
        ×
      </button>
      <More links={used} name={name} where="below" onAdd={onAdd} />
    </div>
  );
}

function More({
  links,
  name,
  where,
  onAdd,
}: {
  links: MoreLinks | null;
  name: string;
  where: 'above' | 'below';
  onAdd: (keys: readonly string[]) => void;
}) {
  if (links === null) return null;
  const { count, strongest } = links;
  const words = where === 'above' ? `more use ${name}` : `more are used by ${name}`;
  const added = strongest.length < count ? `; adds the ${strongest.length} with the most references` : '';
  return (
    <button
      type="button"
      className={`plain-button graph-more ${where}`}
      title={`${figure(count)} ${words}${added}`}
      aria-label={`Add what ${where === 'above' ? 'uses' : 'is used by'} ${name}: ${count} more`}
      onClick={() => onAdd(strongest)}
    >
      +{figure(count)}
    </button>
  );
}
