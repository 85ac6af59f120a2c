import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { CompletenessPage } from '../../../server/views/completenessView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { useEdit } from '../../state/edit.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { patched } from '../../state/pictureState.ts';
import { AddRoot } from './AddRoot.tsx';
import { Section } from './Listed.tsx';

interface SectionProps {
  page: CompletenessPage;
  codebaseId: string;
}

/** Externals that may be files of this codebase, were it known from where they are imported. */
export function Doubtful({ page }: { page: CompletenessPage }) {
  if (page.totals.doubtful === 0) return null;
  return (
    <Section
      id="doubtful"
      title="Doubtful externals"
      total={page.totals.doubtful}
      meaning="not declared in a manifest, and files here have the same name: is a source root missing?"
      none=""
      rows={page.doubtful}
    >
      {({ name, files, roots }) => (
        <div key={name} className="found-row">
          <span className="mono">{name}</span>
          <span className="gap-actions">
            <AddRoot roots={roots} />
          </span>
          <span className="mono faded">{counted(files, 'file')}</span>
        </div>
      )}
    </Section>
  );
}

export function PartlyRead({ page, codebaseId }: SectionProps) {
  const links = useElementLinks(codebaseId);
  return (
    <Section
      id="partly"
      title="Partly read"
      total={page.totals.partly}
      meaning="regions that did not parse: what they declare and use is unknown"
      none="None: every file parsed from its first line to its last."
      rows={page.partly}
    >
      {({ path, failed, parseErrors, unparsedLines, lines }) => (
        <div key={path} className="found-row">
          <Link to={links.place(path, parseErrors[0]?.[0] ?? 1)} className="mono">
            {path}
          </Link>
          <span>
            {failed ? (
              'not parsed at all'
            ) : (
              <>
                {parseErrors.slice(0, 8).map(([from, to], i) => (
                  <span key={from}>
                    {i > 0 && ', '}
                    <Link to={links.place(path, from)}>
                      {from === to ? `line ${from}` : `lines ${from}–${to}`}
                    </Link>
                  </span>
                ))}
                {parseErrors.length > 8 && ` and ${parseErrors.length - 8} more`}
              </>
            )}
          </span>
          <span className="mono faded">
            {figure(unparsedLines)} of {figure(lines)}
          </span>
        </div>
      )}
    </Section>
  );
}

export function Clashes({ page, codebaseId }: SectionProps) {
  return (
    <Section
      id="clashes"
      title="Same name, different place"
      total={page.totals.clashes}
      meaning="copies or versions of one file: is the right one used?"
      none="None: no two files of the same name are copies or similar."
      rows={page.clashes}
    >
      {(clash) => <Clash key={clash.name} clash={clash} codebaseId={codebaseId} />}
    </Section>
  );
}

/** Folders that are versions of each other, said once, with what can be done about it. */
export function Versions({ page }: { page: CompletenessPage }) {
  const { send } = useEdit();
  if (page.totals.versions === 0) return null;
  return (
    <Section
      id="versions"
      title="Versions of one tree"
      total={page.totals.versions}
      meaning="two folders with the same files at the same places: which one is the system in question?"
      none=""
      rows={page.versions}
    >
      {({ a, b, files, alike }) => (
        <div key={`${a} ${b}`} className="versions-row">
          <span>
            <b className="mono">{a}</b> is a version of <b className="mono">{b}</b>: {counted(files, 'file')}{' '}
            at the same place, {alike === files ? 'all' : figure(alike)} alike
          </span>
          <span className="gap-actions">
            {[a, b].map((folder) => (
              <button
                key={folder}
                type="button"
                className="chip"
                onClick={() => send({ edit: 'choosePath', path: `${folder}/`, take: 'leaveOut' })}
              >
                Leave {folder} out
              </button>
            ))}
            <button type="button" className="chip" onClick={() => send({ edit: 'keepBoth', a, b })}>
              Keep both
            </button>
          </span>
        </div>
      )}
    </Section>
  );
}

/** Files of one name; two of them are picked to be laid side by side. */
function Clash({ clash, codebaseId }: { clash: CompletenessPage['clashes'][number]; codebaseId: string }) {
  const links = useElementLinks(codebaseId);
  const [params] = useSearchParams();
  const differing = clash.files.findIndex(({ copy }) => copy !== clash.files[0].copy);
  const [picked, setPicked] = useState<[number, number]>([0, differing < 0 ? 1 : differing]);
  const pick = (index: number): void =>
    setPicked(([first, second]) => (index === first || index === second ? [second, first] : [second, index]));
  const compare = picked.map((index) => clash.files[index].path);
  return (
    <div className="clash">
      <div className="found-row">
        <b className="mono">{clash.name}</b>
        <span>{clashWords(clash)}</span>
        <Link to={`?${patched(params, { compare })}`} className="chip">
          Side by side
        </Link>
      </div>
      {clash.files.slice(0, 30).map(({ path, lines, copy }, index) => (
        <label key={path} className="clash-file">
          <input
            type="checkbox"
            checked={picked.includes(index)}
            aria-label={`Lay ${path} side by side`}
            onChange={() => pick(index)}
          />
          <Link to={links.place(path, 1)} className="mono">
            {path}
          </Link>
          <span className="faded">
            {counted(lines, 'line')}
            {clash.contents > 1 && `, content ${String.fromCharCode(65 + (copy % 26))}`}
          </span>
        </label>
      ))}
      {clash.files.length > 30 && <p className="faded">and {clash.files.length - 30} more</p>}
    </div>
  );
}

function clashWords({ files, contents, likeness }: CompletenessPage['clashes'][number]): string {
  const all = counted(files.length, 'file');
  if (contents === 1) return `${all}, all with the same content`;
  const alike =
    contents < files.length
      ? 'copies among them'
      : likeness === 1
        ? 'declaring the same names'
        : `up to ${percent(likeness)} of what they declare in common`;
  return `${all}, ${counted(contents, 'content')}, ${alike}`;
}

export function Twice({ page }: { page: CompletenessPage }) {
  return (
    <Section
      id="twice"
      title="Declared more than once"
      total={page.totals.twice}
      meaning="one name for several things: readers cannot tell which is meant"
      none="None: within each package, every exported name is declared once."
      rows={page.twice}
    >
      {({ name, scope, kind, places }) => (
        <div key={`${scope} ${name}`} className="found-row">
          <span>
            <b className="mono">{name}</b>{' '}
            <span className="faded">
              {kind},{' '}
              {scope === null ? 'seen by every file' : `in ${scope === '' ? 'the root package' : scope}`}
            </span>
          </span>
          <span className="twice-places">
            {places.map((place) => (
              <ElementName key={place.key} element={place} text={`${place.file}:${place.line}`} />
            ))}
          </span>
          <span className="mono faded">{counted(places.length, 'file')}</span>
        </div>
      )}
    </Section>
  );
}

export function Unreferred({ page, codebaseId }: SectionProps) {
  const links = useElementLinks(codebaseId);
  return (
    <Section
      id="unreferred"
      title="Never referred to"
      total={page.totals.unreferred}
      meaning="no file uses them and no manifest names them: unused, or used from outside in a way that was not found"
      none="None: each file is used by another, is a test, or is known as an entry point."
      rows={page.unreferred}
    >
      {({ path, lines }) => (
        <div key={path} className="found-row">
          <Link to={links.place(path, 1)} className="mono">
            {path}
          </Link>
          <span />
          <span className="mono faded">{counted(lines, 'line')}</span>
        </div>
      )}
    </Section>
  );
}

export function Split({ page }: { page: CompletenessPage }) {
  if (page.totals.split === 0) return null;
  return (
    <Section
      id="split"
      title="Packages in several build modules"
      total={page.totals.split}
      meaning="each build module contains only a part of them"
      none=""
      rows={page.split}
    >
      {({ key, name, modules }) => (
        <div key={key} className="found-row">
          <span>
            <ElementName element={{ key, name, kind: 'group' }} text={name} />
          </span>
          <span className="faded">
            {modules.map(({ module, files }) => `${module} (${counted(files, 'file')})`).join(', ')}
          </span>
          <span className="mono faded">{counted(modules.length, 'build module')}</span>
        </div>
      )}
    </Section>
  );
}
