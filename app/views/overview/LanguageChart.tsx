import { BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import { Bar } from 'react-chartjs-2';
import type { Overview } from '../../../server/views/overviewView.ts';
import { counted, percent } from '../../state/figures.ts';
import { useSheetColours } from '../../theme/useSheetColours.ts';

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip);

/** Lines of each language, in code, comment and blank. */
export function LanguageChart({
  languages,
  configurationFiles,
}: Pick<Overview, 'languages' | 'configurationFiles'>) {
  const colours = useSheetColours();
  const all = Math.max(
    1,
    languages.reduce((sum, { codeLines }) => sum + codeLines, 0),
  );
  const parts = [
    { label: 'code', colour: colours.most, value: (l: Overview['languages'][number]) => l.codeLines },
    {
      label: 'comment only',
      colour: colours.faded,
      value: (l: Overview['languages'][number]) => l.commentLines,
    },
    { label: 'blank', colour: colours.hairline, value: (l: Overview['languages'][number]) => l.blankLines },
  ];
  return (
    <>
      <div className="language-chart" style={{ height: 20 + 34 * languages.length }}>
        <Bar
          aria-label={languages.map((l) => `${l.name}: ${counted(l.codeLines, 'line')} of code`).join('; ')}
          data={{
            labels: languages.map(({ name }) => name),
            datasets: parts.map(({ label, colour, value }) => ({
              label,
              data: languages.map(value),
              backgroundColor: colour,
              barThickness: 14,
            })),
          }}
          options={{
            indexAxis: 'y',
            animation: false,
            maintainAspectRatio: false,
            scales: {
              x: { stacked: true, display: false },
              y: {
                stacked: true,
                border: { display: false },
                grid: { display: false },
                ticks: { color: colours.ink },
              },
            },
          }}
        />
      </div>
      <p className="legend">
        {parts.map(({ label, colour }) => (
          <span key={label}>
            <i style={{ background: colour }} /> {label}
          </span>
        ))}
      </p>
      {languages.map(({ id, name, files, codeLines }) => (
        <p key={id} className="faded">
          {name}: {counted(files, 'file')}, {counted(codeLines, 'line')} of code, {percent(codeLines / all)}
        </p>
      ))}
      {configurationFiles > 0 && (
        <p className="faded">
          Configuration: {counted(configurationFiles, 'file')} that name code, not counted as code
        </p>
      )}
    </>
  );
}
