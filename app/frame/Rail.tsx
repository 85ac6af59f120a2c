import { useEffect, useState } from 'react';
import { NavLink } from 'react-router';
import type { Totals } from '../../server/survey/totals.ts';
import type { News } from '../../server/views/completenessNews.ts';
import { useAddress } from '../state/address.ts';
import { carriedOver } from '../state/pictureState.ts';
import { railGroups, railViews, tabsAround, useViews, type ViewDescriptor } from './viewDescriptor.ts';

/** A count that has room beside a view's name. */
function short(count: number): string {
  return count < 1000 ? String(count) : `${Math.floor(count / 1000)}k`;
}

const FOLDED = 'yletope-rail-folded';

/** What of an address leaves out a part of the whole, or counts it otherwise. */
const narrowing = ['in', 'list', 'kinds', 'certainty', 'barrels', 'grain'];

/** The views in working order, one line each. It folds to their signs, and remembers that. */
export function Rail({
  codebaseId,
  view,
  totals,
  news,
}: {
  codebaseId: number;
  /** The path of the view at hand. */
  view: string;
  totals: Totals | null;
  news: News | null;
}) {
  const params = useAddress();
  const views = useViews();
  const [isFolded, setFolded] = useState(false);
  useEffect(() => setFolded(localStorage.getItem(FOLDED) === 'yes'), []);
  const fold = (folded: boolean): void => {
    localStorage.setItem(FOLDED, folded ? 'yes' : 'no');
    setFolded(folded);
  };
  const carried = carriedOver(params);
  const whole = tabsAround(views, view)[0]?.path;
  const withTests = params.get('tests') === 'in';
  // Counts are of the whole: under a question of another part of it they would say what the view does not.
  const isWhole = !narrowing.some((name) => params.has(name));
  const badge = ({ count, isCountOfAll }: ViewDescriptor): number =>
    totals && count && (isWhole || isCountOfAll) ? count(totals, news, withTests) : 0;
  return (
    <nav className={`rail${isFolded ? ' folded' : ''}`} aria-label="Views">
      {railGroups.map((group) => {
        const own = railViews(views).filter((view) => view.group === group);
        if (own.length === 0) return null;
        return (
          <div key={group}>
            <h2>{group}</h2>
            {own.map((each) => (
              <NavLink
                key={each.path}
                to={`/codebases/${codebaseId}/${each.path}${carried}`}
                title={isFolded ? `${each.name}: ${each.question}` : each.question}
                // Of a tab the view that it is of is marked.
                className={({ isActive }) => (isActive || each.path === whole ? 'active' : '')}
              >
                <svg width="20" height="20" aria-hidden="true">
                  <path d={each.icon} />
                </svg>
                <span>{each.name}</span>
                {badge(each) > 0 && <i>{short(badge(each))}</i>}
              </NavLink>
            ))}
          </div>
        );
      })}
      <button
        type="button"
        className="plain-button rail-fold"
        aria-expanded={!isFolded}
        aria-label={isFolded ? 'Unfold the views' : 'Fold the views'}
        title={isFolded ? 'Unfold the views' : 'Fold the views'}
        onClick={() => fold(!isFolded)}
      >
        {isFolded ? '»' : '«'}
      </button>
    </nav>
  );
}
