import { useEffect } from 'react';
import { Link, useFetcher } from 'react-router';
import type { loader as dossierLoader } from '../routes/dossier.ts';
import type { loader as evidenceLoader } from '../routes/evidence.ts';
import type { Dossier as DossierData, DossierUse } from '../../server/views/dossierView.ts';
import type { Evidence as EvidenceData } from '../../server/views/evidenceView.ts';
import { counted, figure } from '../state/figures.ts';
import { dependencyWords, gapWords } from '../state/words.ts';
import { usePicture, type Picture } from '../state/usePicture.ts';
import { ElementName } from './ElementName.tsx';
import { useElementLinks } from './elementLinks.ts';

/**
 * The side panel: evidence of the claim in hand, or all that is known of the focus. Beside a picture it stays when it
 * is empty, so that the first click does not move what was clicked.
 */
export function Dossier({ codebaseId, staysWhenEmpty }: { codebaseId: number; staysWhenEmpty: boolean }) {
  const picture = usePicture();
  const hasEvidence = picture.from !== null && picture.to !== null;
  if (picture.dossier === 'closed') return null;
  if (!staysWhenEmpty && !hasEvidence && picture.focus === null) return null;
  return (
    <aside className="dossier" aria-label="Dossier">
      {hasEvidence ? (
        <EvidencePanel codebaseId={codebaseId} picture={picture} />
      ) : picture.focus !== null ? (
        <FocusPanel codebaseId={codebaseId} focus={picture.focus} picture={picture} />
      ) : (
        <p className="faded">
          Click a file, a folder or a cell: what is known of it stands here, and each line leads to the code.{' '}
          <kbd>D</kbd> folds this panel away.
        </p>
      )}
    </aside>
  );
}

function CloseButton({ onClose, label }: { onClose: () => void; label: string }) {
  return (
    <button type="button" className="plain-button faded" aria-label={label} onClick={onClose}>
      ✕
    </button>
  );
}

function EvidencePanel({ codebaseId, picture }: { codebaseId: number; picture: Picture }) {
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

function FocusPanel({ codebaseId, focus, picture }: { codebaseId: number; focus: string; picture: Picture }) {
  const { load, data } = useFetcher<typeof dossierLoader>();
  useEffect(
    () => void load(`/codebases/${codebaseId}/dossier?focus=${encodeURIComponent(focus)}`),
    [load, codebaseId, focus],
  );
  if (!data) return <p className="faded">Looking it up…</p>;
  const close = <CloseButton onClose={() => picture.focusOn(null)} label="Let go of the focus" />;
  if ('problem' in data) {
    return (
      <header>
        <p>{data.problem}</p>
        {close}
      </header>
    );
  }
  return (
    <>
      <header>
        <h1>{data.dossier.name}</h1>
        {close}
      </header>
      <FocusDetails dossier={data.dossier} codebaseId={codebaseId} />
    </>
  );
}

function FocusDetails({ dossier, codebaseId }: { dossier: DossierData; codebaseId: number }) {
  const links = useElementLinks(String(codebaseId));
  const { showEvidence } = usePicture();
  const source = links.source(dossier);
  return (
    <>
      <p className="lead">
        {dossier.form}
        {dossier.path.length > 0 && ' in '}
        {dossier.path.map((element, index) => (
          <span key={element.key}>
            {index > 0 && ' / '}
            <ElementName element={element} />
          </span>
        ))}
        {source && (
          <>
            {', '}
            <Link to={source}>
              lines {figure(dossier.startLine)}–{figure(dossier.endLine)}
            </Link>
          </>
        )}
      </p>
      {dossier.cycles.map(({ granularity, tag, size }) => (
        <p key={tag}>
          <Link
            to={`/codebases/${codebaseId}/cycles?by=${granularity}&cycle=${tag}&focus=${encodeURIComponent(dossier.key)}`}
          >
            In cycle {tag} with {counted(size - 1, `other ${granularity}`)}
          </Link>
        </p>
      ))}
      {dossier.damage.length > 0 && (
        <p className="caution">
          Partly read: {counted(dossier.damage.length, 'region')} did not parse, first at line{' '}
          {dossier.damage[0][0]}.
        </p>
      )}
      {dossier.measures.length > 0 && <MeasureList dossier={dossier} />}
      <UseList title="Uses" uses={dossier.uses} onEvidence={(use) => showEvidence(dossier.key, use.key)} />
      <UseList
        title="Used by"
        uses={dossier.usedBy}
        onEvidence={(use) => showEvidence(use.key, dossier.key)}
      />
      {dossier.gaps.length > 0 && (
        <section>
          <h2>
            <span>Gaps</span>
          </h2>
          {dossier.gaps.map(({ name, reason, line }) => (
            <Link key={`${name}${line}`} className="place" to={links.place(dossier.key, line)}>
              <span>{line}</span>
              <code className="caution">
                {name}, {gapWords[reason]}
              </code>
            </Link>
          ))}
        </section>
      )}
      {dossier.holds.length > 0 && (
        <section>
          <h2>
            <span>Holds</span>
            <span>{dossier.holds.length}</span>
          </h2>
          {dossier.holds.map((element) => (
            <div key={element.key} className="use-row">
              <ElementName element={element} />
              <span className="faded">{element.kind}</span>
            </div>
          ))}
        </section>
      )}
    </>
  );
}

function MeasureList({ dossier }: { dossier: DossierData }) {
  return (
    <section>
      <h2>
        <span>
          Measures, among {figure(dossier.peers)} {dossier.kind}s
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

function UseList({
  title,
  uses,
  onEvidence,
}: {
  title: string;
  uses: DossierUse[];
  onEvidence: (use: DossierUse) => void;
}) {
  return (
    <section>
      <h2>
        <span>
          {title}
          {uses.length === 0 ? ' nothing' : `, ${uses.length}`}
        </span>
        {uses.length > 0 && <span>references</span>}
      </h2>
      {uses.map((use) => (
        <div key={use.key} className="use-row">
          <ElementName
            element={use}
            inferred={use.inferred}
            text={use.kind === 'file' || use.kind === 'folder' ? use.key : use.name}
          />
          <button
            type="button"
            className="plain-button"
            title={`${use.kinds.map((kind) => dependencyWords[kind]).join(', ')}: show the places`}
            aria-label={`${figure(use.count)} references: show the places`}
            onClick={() => onEvidence(use)}
          >
            {figure(use.count)}
          </button>
        </div>
      ))}
    </section>
  );
}
