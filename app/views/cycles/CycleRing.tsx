import type { CycleStep } from '../../../server/views/cyclesView.ts';
import { useNameOf } from '../../frame/names/Names.tsx';

const SIZE = 240;
const RADIUS = 84;

/** One way round a cycle, drawn as a ring of its steps; a thicker stroke is more references. */
export function CycleRing({
  walk,
  current,
  onStep,
}: {
  walk: CycleStep[];
  current: number;
  onStep: (step: CycleStep) => void;
}) {
  const nameOf = useNameOf();
  const centre = SIZE / 2;
  const point = (index: number, radius: number): [number, number] => {
    const angle = (2 * Math.PI * index) / walk.length - Math.PI / 2;
    return [centre + radius * Math.cos(angle), centre + radius * Math.sin(angle)];
  };
  const heaviest = Math.max(1, ...walk.map(({ count }) => count));
  // Room for the marks of both ends, as an angle in steps.
  const gap = Math.min(0.3, (walk.length * 13) / (2 * Math.PI * RADIUS));
  return (
    <svg
      className="ring"
      width={SIZE}
      height={SIZE}
      role="img"
      aria-label={`${walk.map(({ from }) => nameOf(from)).join(' uses ')} uses ${walk[0] ? nameOf(walk[0].from) : ''}`}
    >
      <defs>
        {['ink', 'accent'].map((colour) => (
          <marker
            key={colour}
            id={`arrow-${colour}`}
            viewBox="0 0 8 8"
            refX="6"
            refY="4"
            markerWidth="8"
            markerHeight="8"
            markerUnits="userSpaceOnUse"
            orient="auto"
          >
            <path d="M0 0 8 4 0 8Z" fill={`var(--${colour})`} />
          </marker>
        ))}
      </defs>
      {walk.map((step, index) => {
        const [x1, y1] = point(index + gap, RADIUS);
        const [x2, y2] = point(index + 1 - gap, RADIUS);
        const colour = index === current ? 'accent' : 'ink';
        return (
          <path
            key={index}
            d={`M${x1} ${y1}A${RADIUS} ${RADIUS} 0 ${walk.length === 1 ? 1 : 0} 1 ${x2} ${y2}`}
            fill="none"
            stroke={`var(--${colour})`}
            strokeWidth={1 + (2.5 * Math.log1p(step.count)) / Math.log1p(heaviest)}
            markerEnd={`url(#arrow-${colour})`}
            className="ring-step"
            onClick={() => onStep(step)}
          >
            <title>{`${nameOf(step.from)} uses ${nameOf(step.to)}, ${step.count} references`}</title>
          </path>
        );
      })}
      {walk.map((step, index) => {
        const [x, y] = point(index, RADIUS);
        return (
          <g key={step.from.end}>
            <circle cx={x} cy={y} r="10" fill="var(--panel)" stroke="var(--ink)" />
            <text x={x} y={y + 4} textAnchor="middle" className="ring-figure">
              {index + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
