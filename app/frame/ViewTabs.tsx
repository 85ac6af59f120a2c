import { NavLink } from 'react-router';
import { useAddress } from '../state/address.ts';
import { carriedOver } from '../state/pictureState.ts';
import { tabsAround, useViews } from './viewDescriptor.ts';

/** The tabs of the view at hand, where it has kindred views or is one of them. */
export function ViewTabs({ codebaseId, view }: { codebaseId: number; view: string }) {
  const tabs = tabsAround(useViews(), view);
  const carried = carriedOver(useAddress());
  if (tabs.length === 0) return null;
  return (
    <nav className="view-tabs" aria-label={tabs[0].name}>
      {tabs.map(({ path, name }) => (
        <NavLink key={path} to={`/codebases/${codebaseId}/${path}${carried}`}>
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
