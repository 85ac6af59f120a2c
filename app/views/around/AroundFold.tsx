import { useEffect, useRef, useState } from 'react';
import type { AroundGroup } from '../../../server/views/aroundView.ts';
import type { AroundState } from '../../../server/views/aroundQuery.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { counted, figure } from '../../state/figures.ts';
import { dependencyWords } from '../../state/words.ts';
import { usePicture } from '../../state/usePicture.ts';

/** So many are listed at once; more come as one scrolls to them. */
const STEP = 100;

const sortWords: Record<AroundGroup['sort'], string> = { own: '', tests: 'tests: ', outside: '' };

/** A group with its sums, and its members when it is open. */
export function AroundFold({
  group,
  end: subject,
  direction,
  startsOpen,
}: {
  group: AroundGroup;
  /** How evidence is asked for at the side of what is looked at; null where it cannot be. */
  end: string | null;
  direction: AroundState['direction'];
  startsOpen: boolean;
}) {
  const [chosen, setChosen] = useState<boolean | null>(null);
  const isOpen = chosen ?? startsOpen;
  const { members, label, words, sort, places } = group;
  const name = label ? null : (dependencyWords[words] ?? words);
  return (
    <section className="around-group">
      <h2>
        <button
          type="button"
          className="plain-button"
          aria-expanded={isOpen}
          aria-label={`${isOpen ? 'Fold' : 'Unfold'} ${label?.name ?? name}`}
          onClick={() => setChosen(!isOpen)}
        >
          {isOpen ? '▾' : '▸'}
        </button>
        <span className="around-head">
          {sortWords[sort]}
          {label ? <ElementName element={label} /> : name}
        </span>
        <span className="faded">{counted(members.length, 'element')}</span>
        <span className="mono">{places > 0 && figure(places)}</span>
      </h2>
      {isOpen && <Members members={members} end={subject} direction={direction} within={label?.key} />}
    </section>
  );
}

function Members({
  members,
  end: subject,
  direction,
  within,
}: {
  members: AroundGroup['members'];
  /** How evidence is asked for at the side of what is looked at; null where it cannot be. */
  end: string | null;
  direction: AroundState['direction'];
  within: string | undefined;
}) {
  const { showEvidence, kinds } = usePicture();
  const [most, setMost] = useState(STEP);
  const end = useRef<HTMLParagraphElement>(null);
  const hasMore = members.length > most;
  useEffect(() => {
    if (!end.current) return;
    const seen = new IntersectionObserver(
      (entries) => entries.some(({ isIntersecting }) => isIntersecting) && setMost((own) => own + STEP),
      { rootMargin: '300px' },
    );
    seen.observe(end.current);
    return () => seen.disconnect();
  }, [hasMore, most]);
  return (
    <NamedList all={members} within={within}>
      {members.slice(0, most).map((member) => (
        <div key={member.key} className="around-row">
          <ElementName element={member} inferred={member.certainty !== 'exact'} />
          <span className="faded">
            {member.distance > 1
              ? `${figure(member.distance)} steps away`
              : member.kinds.map((kind) => dependencyWords[kind]).join(', ')}
          </span>
          <span>
            {member.count > 0 && subject === null && <span className="mono">{figure(member.count)}</span>}
            {member.count > 0 && subject !== null && (
              <button
                type="button"
                className="plain-button mono"
                aria-label={`${counted(member.count, 'place')} of ${member.name}: show them`}
                onClick={() =>
                  direction === 'uses'
                    ? showEvidence(subject, member.end, kinds)
                    : showEvidence(member.end, subject, kinds)
                }
              >
                {figure(member.count)}
              </button>
            )}
          </span>
        </div>
      ))}
      {hasMore && (
        <p className="faded" ref={end}>
          {figure(members.length - most)} more below…
        </p>
      )}
    </NamedList>
  );
}
