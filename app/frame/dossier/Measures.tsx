import type { Dossier } from '../../../server/views/dossierView.ts';
import { kindWord } from '../../../server/views/graphQuery/groupText.ts';
import { figure } from '../../state/figures.ts';

/** Measures with their rank among peers. */
export function MeasureList({ dossier }: { dossier: Dossier }) {
  return (
    <section>
      <h2>
        <span>
          Measures, among {figure(dossier.peers)} {kindWord(dossier)}s
        </span>
        <span>median ▏</span>
      </h2>
      {dossier.measures.map(({ id, name, unit, definition, value, decimals, rank, share, medianShare }) => (
        <div key={id} className="measure-row" title={`${definition} Rank ${rank} of ${dossier.peers}.`}>
          <span>{name}</span>
          <span className="bar">
            <i style={{ width: `${100 * Math.min(1, share)}%` }} />
            <u style={{ left: `${100 * Math.min(1, medianShare)}%` }} />
          </span>
          <span>
            {figure(value, decimals)}
            {unit === '%' && ' %'}
          </span>
        </div>
      ))}
    </section>
  );
}
