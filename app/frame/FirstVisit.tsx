import { useEffect, useState } from 'react';
import { cookieWithView, visitedViews } from '../state/visitedViews.ts';
import { CloseButton } from './CloseButton.tsx';
import { useViews } from './viewDescriptor.ts';

/** What a view answers, in one line, the first time that somebody is there. `visited` is what the server knew of that. */
export function FirstVisit({
  view,
  visited,
  onKeys,
}: {
  view: string;
  visited: readonly string[];
  onKeys: () => void;
}) {
  // In the browser its cookie counts: it may have been to other views since the frame was loaded.
  const [isFirst, setFirst] = useState(
    () => !(typeof document === 'undefined' ? visited : visitedViews(document.cookie)).includes(view),
  );
  useEffect(() => {
    document.cookie = cookieWithView(document.cookie, view);
  }, [view]);
  const shown = useViews().find(({ path }) => path === view);
  if (!isFirst || !shown) return null;
  return (
    <div className="first-visit" role="note">
      <span>
        <b>{shown.name}:</b> {shown.question}
      </span>
      <button type="button" className="plain-button link" onClick={onKeys}>
        Keys and terms
      </button>
      <CloseButton onClose={() => setFirst(false)} label="Close the introduction" />
    </div>
  );
}
