import { NavLink, useSearchParams } from 'react-router';
import type { Totals } from '../../server/survey/totals.ts';
import type { News } from '../../server/views/completenessNews.ts';
import { carriedOver } from '../state/pictureState.ts';

interface RailView {
  name: string;
  path: string;
  drawing: string;
  /** A figure beside the name. */
  count?: (totals: Totals, news: News | null, withTests: boolean) => number;
}

/** The views in working order. A view's place among the keys `1` to `9` is its place here. */
export const railGroups: { heading: string; views: RailView[] }[] = [
  {
    heading: 'Orient',
    views: [
      { name: 'Overview', path: 'overview', drawing: 'M3 4h14M3 9h10M3 14h14' },
      { name: 'Intake', path: 'intake', drawing: 'M3 4h14l-5 6v7l-4-2v-5Z' },
      {
        name: 'Completeness',
        path: 'completeness',
        drawing: 'M4 10a6 6 0 1 1 6 6M7 10l2.5 2.5L14 7',
        count: (_, news) => news?.total ?? 0,
      },
      {
        name: 'Text',
        path: 'text',
        drawing: 'M8.5 14a5.5 5.5 0 1 1 0-11 5.5 5.5 0 0 1 0 11ZM12.5 12.5 17 17',
      },
    ],
  },
  {
    heading: 'Measure',
    views: [{ name: 'Measures', path: 'measures', drawing: 'M4 16V9M10 16V4M16 16v-5' }],
  },
  {
    heading: 'Connect',
    views: [
      { name: 'Matrix', path: 'matrix', drawing: 'M3 3h14v14H3zM3 10h14M10 3v14' },
      {
        name: 'Types',
        path: 'types',
        drawing: 'M7 3h6v5H7zM3 13h5v4H3zM12 13h5v4h-5zM10 8v2.5M5.5 13v-2.5h9V13',
      },
    ],
  },
  {
    heading: 'Judge',
    views: [
      {
        name: 'Cycles',
        path: 'cycles',
        drawing: 'M16 10a6 6 0 1 1-2-4.5M16 3v4h-4',
        count: ({ fileCycles, fileCyclesWithoutTests = fileCycles }, _, withTests) =>
          withTests ? fileCycles : fileCyclesWithoutTests,
      },
    ],
  },
  {
    heading: 'Tell',
    views: [{ name: 'Notes', path: 'notes', drawing: 'M4 3h12v9l-4 5H4zM7 7h6M7 10h4' }],
  },
];

/** A count that has room beside a view's drawing. */
function short(count: number): string {
  return count < 1000 ? String(count) : `${Math.floor(count / 1000)}k`;
}

export const railViews = railGroups.flatMap(({ views }) => views);

export function Rail({
  codebaseId,
  totals,
  news,
}: {
  codebaseId: number;
  totals: Totals | null;
  news: News | null;
}) {
  const [params] = useSearchParams();
  const carried = carriedOver(params);
  const withTests = params.get('tests') === 'in';
  const badge = (count: RailView['count']): number => (totals && count ? count(totals, news, withTests) : 0);
  return (
    <nav className="rail" aria-label="Views">
      {railGroups.map(({ heading, views }) => (
        <div key={heading}>
          <h2>{heading}</h2>
          {views.map(({ name, path, drawing, count }) => (
            <NavLink key={path} to={`/codebases/${codebaseId}/${path}${carried}`} prefetch="intent">
              <svg width="20" height="20" aria-hidden="true">
                <path d={drawing} />
              </svg>
              <span>
                {name}
                {badge(count) > 0 && <i> {short(badge(count))}</i>}
              </span>
            </NavLink>
          ))}
        </div>
      ))}
    </nav>
  );
}
