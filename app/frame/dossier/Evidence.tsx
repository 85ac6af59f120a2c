import { Fragment, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  evidenceChoice,
  evidenceParams,
  MOST_ENDS,
  type EvidenceChoice,
} from '../../../server/views/graphQuery/evidenceChoice.ts';
import type { Evidence as EvidenceData } from '../../../server/views/graphQuery/evidenceView.ts';
import { counted, figure } from '../../state/figures.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { dependencyWords } from '../../state/words.ts';
import { noEvidence, usePicture, type Picture } from '../../state/usePicture.ts';
import { ElementName } from '../ElementName.tsx';
import { useElementLinks } from '../elementLinks.ts';
import { CutName, NamedList } from '../names/Names.tsx';
import { useShortlists } from '../shortlists/Shortlists.tsx';
import { CloseButton } from '../CloseButton.tsx';
import { useEvidence } from './useEvidence.ts';

/** The places in the code behind one claim: `from` uses `to`. */
export function EvidencePanel({ codebaseId, picture }: { codebaseId: number; picture: Picture }) {
  const { from, to, via, params } = picture;
  const choice = useMemo(() => evidenceChoice(params), [params]);
  const query = besideQuery(params, {
    from: from!,
    to: to!,
    ...(via === null ? {} : { via }),
    ...chosen(choice),
  });
  const { evidence, problem, address, readOn } = useEvidence(`/codebases/${codebaseId}/evidence?${query}`);
  const close = (): void => picture.change(noEvidence);
  if (problem !== null) {
    return (
      <header>
        <p>{problem}</p>
        <CloseButton onClose={close} label="Close the evidence" />
      </header>
    );
  }
  if (!evidence) return <p className="faded">Reading the evidence…</p>;
  return (
    <>
      <EvidenceHead evidence={evidence} onClose={close} />
      <Choosing
        key={`${from} ${to}`}
        evidence={evidence}
        choice={choice}
        onChoose={(patch) => picture.change(chosen({ ...choice, ...patch }), { replace: true })}
      />
      <Groups key={address} evidence={evidence} codebaseId={codebaseId} />
      <MoreBelow evidence={evidence} onReached={readOn} />
    </>
  );
}

/** A choice as an address says it; what is so by itself is left out. */
function chosen({ together, kind, certainty, named }: EvidenceChoice): Record<string, string | null> {
  return {
    [evidenceParams.together]: together === 'file' ? null : together,
    [evidenceParams.kind]: kind,
    [evidenceParams.certainty]: certainty,
    [evidenceParams.named]: named === '' ? null : named,
  };
}

function EvidenceHead({ evidence, onClose }: { evidence: EvidenceData; onClose: () => void }) {
  const { from, to } = usePicture();
  const { codebaseId } = useParams();
  const links = useElementLinks(codebaseId!);
  const ends = useMemo(() => [evidence.from, evidence.to], [evidence]);
  return (
    <>
      <header>
        <h1>
          <NamedList all={ends}>
            <ElementName element={evidence.from} /> <span className="faded">uses</span>{' '}
            <ElementName element={evidence.to} />
          </NamedList>
        </h1>
        <CloseButton onClose={onClose} label="Close the evidence" />
      </header>
      <p className="lead">
        {counted(evidence.count, 'place')} in {counted(evidence.fileCount, 'file')}
        {evidence.byKind.length === 1 &&
          `, ${evidence.count === 1 ? '' : 'each '}a ${dependencyWords[evidence.byKind[0].kind]}`}
        .{' '}
        {from !== null && to !== null && (
          <Link to={links.to('graph', { around: from, until: to, ways: 'direct', focus: null })}>
            Draw them
          </Link>
        )}
      </p>
    </>
  );
}

/** So few places are looked through without being asked for by name. */
const FEW = 12;

const groupingWords: Record<EvidenceChoice['together'], string> = {
  file: 'by file',
  user: 'by what uses',
  used: 'by what is used',
};

/** Which of the places are kept, and what they stand together by. */
function Choosing({
  evidence,
  choice,
  onChoose,
}: {
  evidence: EvidenceData;
  choice: EvidenceChoice;
  onChoose: (patch: Partial<EvidenceChoice>) => void;
}) {
  const { offer } = useShortlists();
  const [typed, setTyped] = useState(choice.named);
  const kept = useRef({ named: choice.named, onChoose });
  useEffect(() => {
    kept.current = { named: choice.named, onChoose };
  });
  useEffect(() => {
    const later = setTimeout(() => {
      if (typed !== kept.current.named) kept.current.onChoose({ named: typed });
    }, 200);
    return () => clearTimeout(later);
  }, [typed]);
  if (evidence.count < 2) return null;
  return (
    <div className="evidence-choice">
      <Toggles
        label="Kinds"
        all={evidence.byKind.map(({ kind, count }) => ({ value: kind, words: dependencyWords[kind], count }))}
        chosen={choice.kind}
        onChoose={(kind) => onChoose({ kind })}
      />
      <Toggles
        label="Certainty"
        all={evidence.byCertainty.map(({ certainty, count }) => ({
          value: certainty,
          words: certainty,
          count,
        }))}
        chosen={choice.certainty}
        onChoose={(certainty) => onChoose({ certainty })}
      />
      <p>
        <select
          className="quiet-select"
          aria-label="Places together"
          value={choice.together}
          onChange={({ target }) => onChoose({ together: target.value as EvidenceChoice['together'] })}
        >
          {Object.entries(groupingWords).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
        {(evidence.count > FEW || choice.named !== '') && (
          <input
            type="search"
            className="evidence-named"
            aria-label="Only places of this name"
            placeholder="path or name"
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
          />
        )}
      </p>
      {evidence.kept < evidence.count && (
        <p className="faded" role="status">
          {evidence.kept === 0 ? 'None' : figure(evidence.kept)} of these {figure(evidence.count)} places.
        </p>
      )}
      {evidence.kept > 0 && (
        <p className="quiet-links">
          <Offered what="using" keys={evidence.users} onOffer={offer} />
          <Offered what="used" keys={evidence.used} onOffer={offer} />
        </p>
      )}
    </div>
  );
}

function Offered({
  what,
  keys,
  onOffer,
}: {
  what: 'using' | 'used';
  keys: string[];
  onOffer: ReturnType<typeof useShortlists>['offer'];
}) {
  const which = keys.length < MOST_ENDS ? 'the' : 'the first';
  const words = `Shortlist ${keys.length === 1 ? 'the one' : `${which} ${figure(keys.length)}`} ${what}`;
  return (
    <button
      type="button"
      className="plain-button link quiet-link"
      onClick={() => onOffer({ suggested: `${what} in this evidence`, count: keys.length, keys })}
    >
      {words}
    </button>
  );
}

/** What a choice may be kept to, each with its places; nothing where there is but one. A second click takes it back. */
function Toggles<T extends string>({
  label,
  all,
  chosen,
  onChoose,
}: {
  label: string;
  all: { value: T; words: string; count: number }[];
  chosen: T | null;
  onChoose: (value: T | null) => void;
}) {
  if (all.length < 2) return null;
  return (
    <p role="group" aria-label={label}>
      {all.map(({ value, words, count }) => (
        <button
          key={value}
          type="button"
          className="plain-button chip"
          aria-pressed={chosen === value}
          onClick={() => onChoose(chosen === value ? null : value)}
        >
          {words} <span className="figure">{figure(count)}</span>
        </button>
      ))}
    </p>
  );
}

/** Places under what they stand together by; those of tests are folded. */
function Groups({ evidence, codebaseId }: { evidence: EvidenceData; codebaseId: number }) {
  const links = useElementLinks(String(codebaseId));
  const labels = useMemo(() => evidence.groups.map(({ label }) => label), [evidence]);
  return (
    <NamedList all={labels}>
      {evidence.groups.map((group) => (
        <details key={group.label.key} className="evidence-group" open={!group.isTest}>
          <summary>
            <ElementName element={group.label} />
            {group.isTest && <span className="faded">test</span>}
            <span className="figure">{figure(group.total)}</span>
          </summary>
          {group.places.map((place, index) => (
            <Fragment key={index}>
              {place.path !== (group.places[index - 1]?.path ?? group.label.key) && (
                <p className="place-path">
                  <CutName name={place.path} />
                </p>
              )}
              <Link
                className="place"
                to={links.place(place.path, place.line)}
                title={`${place.from.name} uses ${place.to.name}: ${dependencyWords[place.kind]}, ${place.certainty}`}
              >
                <span>{place.line}</span>
                <code className={place.certainty === 'exact' ? undefined : 'inferred'}>
                  {place.text || place.to.name}
                </code>
              </Link>
            </Fragment>
          ))}
        </details>
      ))}
    </NamedList>
  );
}

/** Reads on when it comes into sight, or when it is asked to. */
function MoreBelow({ evidence, onReached }: { evidence: EvidenceData; onReached: () => void }) {
  const end = useRef<HTMLButtonElement>(null);
  const hasMore = evidence.page < evidence.pages - 1;
  useEffect(() => {
    const watched = end.current;
    if (!watched || !hasMore) return;
    const watcher = new IntersectionObserver((entries) => {
      if (entries.some(({ isIntersecting }) => isIntersecting)) onReached();
    });
    watcher.observe(watched);
    return () => watcher.disconnect();
  }, [hasMore, onReached]);
  if (!hasMore) return null;
  const left = evidence.kept - evidence.groups.reduce((sum, { places }) => sum + places.length, 0);
  return (
    <button ref={end} type="button" className="plain-button link quiet-link" onClick={onReached}>
      {figure(left)} more places…
    </button>
  );
}
