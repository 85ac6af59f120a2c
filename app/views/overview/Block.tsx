import type { ReactNode } from 'react';
import { ElementName } from '../../frame/ElementName.tsx';
import { figure } from '../../state/figures.ts';

export function Block({ title, note, children }: { title: string; note?: ReactNode; children: ReactNode }) {
  return (
    <section className="block">
      <h2>
        <span>{title}</span>
        {note && <span>{note}</span>}
      </h2>
      {children}
    </section>
  );
}

export function Bars({
  rows,
  empty,
}: {
  rows: { element: Parameters<typeof ElementName>[0]['element']; text?: string; value: number }[];
  empty: string;
}) {
  const largest = Math.max(1, ...rows.map(({ value }) => value));
  if (rows.length === 0) return <p className="faded">{empty}</p>;
  return rows.map(({ element, text, value }) => (
    <div key={element.key} className="ranked">
      <ElementName element={element} text={text} />
      <span className="bar">
        <i style={{ width: `${(100 * value) / largest}%` }} />
      </span>
      <span>{figure(value)}</span>
    </div>
  ));
}
