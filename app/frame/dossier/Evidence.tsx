import { useEffect } from 'react';
import { Link, useFetcher } from 'react-router';
import type { loader as evidenceLoader } from '../../routes/evidence.ts';
import type { Evidence as EvidenceData } from '../../../server/views/evidenceView.ts';
import { counted, figure } from '../../state/figures.ts';
import { dependencyWords } from '../../state/words.ts';
import type { Picture } from '../../state/usePicture.ts';
import { ElementName } from '../ElementName.tsx';
import { useElementLinks } from '../elementLinks.ts';
import { CloseButton } from './CloseButton.tsx';

/** The places in the code behind one claim: `from` uses `to`. */
export function EvidencePanel({ codebaseId, picture }: { codebaseId: number; picture: Picture }) {
  const { load, data } = useFetcher<typeof evidenceLoader>();
  const query = new URLSearchParams({
    from: picture.from!,
    to: picture.to!,
    kinds: picture.kinds,
    certainty: picture.certainty,
    tests: picture.tests,
  }).toString();
  useEffect(() => void load(`/codebases/${codebaseId}/evidence?${query}`), [load, codebaseId, query]);
  const close = (): void => picture.change({ from: null, to: null });
  if (!data) return <p className="faded">Reading the evidence…</p>;
  if ('problem' in data) {
    return (
      <header>
        <p>{data.problem}</p>
        <CloseButton onClose={close} label="Close the evidence" />
      </header>
    );
  }
  return <EvidenceList evidence={data.evidence} codebaseId={codebaseId} onClose={close} />;
}

function EvidenceList({
  evidence,
  codebaseId,
  onClose,
}: {
  evidence: EvidenceData;
  codebaseId: number;
  onClose: () => void;
}) {
  const links = useElementLinks(String(codebaseId));
  return (
    <>
      <header>
        <h1>
          <ElementName element={evidence.from} /> <span className="faded">uses</span>{' '}
          <ElementName element={evidence.to} />
        </h1>
        <CloseButton onClose={onClose} label="Close the evidence" />
      </header>
      <p className="lead">
        {counted(evidence.count, 'reference')} in {counted(evidence.files.length, 'file')}:{' '}
        {evidence.byKind.map(({ kind, count }) => `${figure(count)} ${dependencyWords[kind]}`).join(', ')}
        {evidence.cut && '. The first 400 are listed'}
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
    </>
  );
}
