import { useState, type ReactNode } from 'react';
import { figure } from '../../state/figures.ts';

const FIRST = 12;

/** One section: how many there are, what they mean, the first of them, and the rest when asked for. */
export function Section<T>({
  id,
  title,
  total,
  meaning,
  none,
  rows,
  children,
}: {
  id: string;
  title: string;
  total: number;
  /** What it means for whoever draws conclusions. */
  meaning: string;
  /** What is said when there are none. */
  none: string;
  rows: T[];
  children: (row: T, index: number) => ReactNode;
}) {
  const [all, setAll] = useState(false);
  const shown = all ? rows : rows.slice(0, FIRST);
  return (
    <section className="block" id={id}>
      <h2>
        <span>
          {title} <span className="mono">{figure(total)}</span>
        </span>
        <span>{total > 0 ? meaning : ''}</span>
      </h2>
      {total === 0 && <p className="faded">{none}</p>}
      {shown.map(children)}
      {rows.length > shown.length && (
        <button type="button" className="plain-button quiet" onClick={() => setAll(true)}>
          {figure(rows.length - shown.length)} more
        </button>
      )}
      {all && total > rows.length && (
        <p className="faded">
          The first {figure(rows.length)} of {figure(total)} are listed.
        </p>
      )}
    </section>
  );
}
