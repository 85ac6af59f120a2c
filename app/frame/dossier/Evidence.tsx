import { useEffect, useMemo } from 'react';
import { Link, useFetcher } from 'react-router';
import type { Part } from '../../../server/views/table.ts';
import type { Evidence as EvidenceData } from '../../../server/views/picture/evidenceView.ts';
import { counted, figure } from '../../state/figures.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { dependencyWords } from '../../state/words.ts';
import { noEvidence, type Picture } from '../../state/usePicture.ts';
import { ElementName } from '../ElementName.tsx';
import { useElementLinks } from '../elementLinks.ts';
import { NamedList } from '../names/Names.tsx';
import { CloseButton } from './CloseButton.tsx';

/** The places in the code behind one claim: `from` uses `to`. */
export function EvidencePanel({ codebaseId, picture }: { codebaseId: number; picture: Picture }) {
  const { load, data } = useFetcher<Part<'evidence'>>();
  const { from, to, via, params } = picture;
  const query = besideQuery(params, {
    from: from!,
    to: to!,
    ...(via === null ? {} : { via }),
    places: params.get('places') ?? '0',
  });
  useEffect(() => void load(`/codebases/${codebaseId}/evidence?${query}`), [load, codebaseId, query]);
  const close = (): void => picture.change(noEvidence);
  if (!data) return <p className="faded">Reading the evidence…</p>;
  if ('problem' in data) {
    return (
      <header>
        <p>{data.problem}</p>
        <CloseButton onClose={close} label="Close the evidence" />
      </header>
    );
  }
  return (
    <EvidenceList
      evidence={data.answer}
      codebaseId={codebaseId}
      onClose={close}
      onPage={(page) => picture.change({ places: page === 0 ? null : String(page) })}
    />
  );
}

function EvidenceList({
  evidence,
  codebaseId,
  onClose,
  onPage,
}: {
  evidence: EvidenceData;
  codebaseId: number;
  onClose: () => void;
  onPage: (page: number) => void;
}) {
  const links = useElementLinks(String(codebaseId));
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
        {counted(evidence.count, 'place')} in {counted(evidence.fileCount, 'file')}:{' '}
        {evidence.byKind.map(({ kind, count }) => `${figure(count)} ${dependencyWords[kind]}`).join(', ')}.
      </p>
      {evidence.files.map((file) => (
        <section key={file.path}>
          <h2>
            <span className="mono">{file.path}</span>
            <span>{file.places.length}</span>
          </h2>
          {file.places.map((place, index) => (
            <Link
              key={index}
              className="place"
              to={links.place(file.path, place.line)}
              title={`${place.from.name} uses ${place.to.name}: ${dependencyWords[place.kind]}, ${place.certainty}`}
            >
              <span>{place.line}</span>
              <code className={place.certainty === 'exact' ? undefined : 'inferred'}>
                {place.text || place.to.name}
              </code>
            </Link>
          ))}
        </section>
      ))}
      <Pages page={evidence.page} pages={evidence.pages} onPage={onPage} />
    </>
  );
}

/** Steps through evidence that is too long for one list; nothing when it is not. */
function Pages({ page, pages, onPage }: { page: number; pages: number; onPage: (page: number) => void }) {
  if (pages === 1) return null;
  return (
    <p className="walk-keys">
      <button
        type="button"
        className="plain-button chip"
        disabled={page === 0}
        onClick={() => onPage(page - 1)}
      >
        ← Places before
      </button>
      <span className="faded">
        {figure(page + 1)} of {figure(pages)}
      </span>
      <button
        type="button"
        className="plain-button chip"
        disabled={page === pages - 1}
        onClick={() => onPage(page + 1)}
      >
        More places →
      </button>
    </p>
  );
}
