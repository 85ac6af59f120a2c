import { meaningOf } from '../../frame/glossary.ts';
import { UNDECLARED } from '../../../server/views/declaredWords.ts';
import type { Scene } from './scene.ts';
import { figure } from '../../state/figures.ts';

/** What the marks of the matrix mean. */
export function MatrixLegend({
  largest,
  rows,
  broken,
  unused,
}: Pick<Scene, 'largest' | 'rows' | 'broken' | 'unused'>) {
  return (
    <span className="matrix-legend">
      <span>
        1 <i className="ramp" /> {figure(Math.max(1, largest))} references
      </span>
      <span title={meaningOf('against the order')}>
        <svg width="13" height="13" aria-hidden="true">
          <path d="M0 0h9l4 4v9H0Z" fill="var(--against)" />
        </svg>{' '}
        against the order
      </span>
      <span>
        <svg width="15" height="13" aria-hidden="true">
          <path d="M5 1H1v4M10 1h4v4M1 8v4h4M14 8v4h-4" stroke="var(--ink)" strokeWidth="1.8" fill="none" />
        </svg>{' '}
        one cycle
      </span>
      {broken.length > 0 && (
        <span>
          <b className="against">⊢</b> violates a rule
          {broken.some(({ rules }) => rules.includes(UNDECLARED)) && ', or is not declared by the build'}
        </span>
      )}
      {unused.length > 0 && (
        <span>
          <svg width="13" height="13" aria-hidden="true">
            <rect
              x="2.5"
              y="2.5"
              width="8"
              height="8"
              stroke="var(--caution)"
              strokeWidth="1.4"
              fill="none"
            />
          </svg>{' '}
          declared, not used
        </span>
      )}
      {rows.some(({ recursion }) => recursion > 0) && (
        <span>
          <svg width="13" height="13" aria-hidden="true">
            <circle cx="6.5" cy="6.5" r="4.5" stroke="var(--ink)" strokeWidth="1.6" fill="none" />
          </svg>{' '}
          calls itself
        </span>
      )}
      {rows.some(({ marked }) => marked > 0) && (
        <span>
          <b className="mark">◆</b> marked by the shortlist
        </span>
      )}
      {rows.some(({ split }) => split !== undefined) && (
        <span>
          <b className="mark">÷2</b> in 2 build modules
        </span>
      )}
      {rows.some(({ noted }) => noted > 0) && (
        <span>
          <b className="mark">✎</b> notes
        </span>
      )}
    </span>
  );
}
