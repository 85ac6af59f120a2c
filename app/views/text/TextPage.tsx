import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { Caption, ListsPart, ScopePart, TestsPart } from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { counted, figure } from '../../state/figures.ts';
import { carriedOver } from '../../state/pictureState.ts';
import type { TextState } from '../../../server/views/textQuery.ts';
import { usePicture } from '../../state/usePicture.ts';
import { useTyped } from '../../state/useTyped.ts';
import { grouped, matchedKeys, type FileGroup, type FolderGroup } from './groups.ts';
import { useMatches, type Matches } from './useMatches.ts';
import './text.css';

/** Lines drawn at once; more are shown when asked for. */
const FIRST_SHOWN = 600;

/** A search in the texts: words or a regular expression, the matches by folder, file and routine. */
export function TextPage({
  query,
  scope,
  codebaseId,
}: {
  query: TextState;
  scope: ScopeChoice;
  codebaseId: string;
}) {
  const { params, change } = usePicture();
  const address = useMemo(() => {
    if (query.text === '') return null;
    const asked = new URLSearchParams(params);
    for (const name of ['focus', 'from', 'to', 'dossier', 'line', 'overlay']) asked.delete(name);
    return `/codebases/${codebaseId}/matches?${asked}`;
  }, [params, query.text, codebaseId]);
  const matches = useMatches(address);
  const onChange = useCallback(
    (patch: Record<string, string | null>) => change(patch, { replace: true }),
    [change],
  );
  return (
    <>
      <Caption>
        Lines of <ScopePart scope={scope} /> that contain <b>{query.text === '' ? '…' : query.text}</b>; tests{' '}
        <TestsPart />
        <ListsPart />.
      </Caption>
      <TextForm query={query} onChange={onChange} />
      <Result matches={matches} isAsked={address !== null} codebaseId={codebaseId} text={query.text} />
    </>
  );
}

const flags = [
  ['case', 'matchCase', 'Match case'],
  ['word', 'wholeWord', 'Whole words'],
  ['pattern', 'isPattern', 'Regular expression'],
] as const;

function TextForm({
  query,
  onChange,
}: {
  query: TextState;
  onChange: (patch: Record<string, string | null>) => void;
}) {
  const [text, setText] = useTyped(
    query.text,
    useCallback((typed: string) => onChange({ q: typed || null }), [onChange]),
  );
  const [glob, setGlob] = useTyped(
    query.glob,
    useCallback((typed: string) => onChange({ glob: typed || null }), [onChange]),
  );
  return (
    <form className="text-form" onSubmit={(event) => event.preventDefault()}>
      <input
        autoFocus
        className="field mono"
        aria-label="Text to search for"
        placeholder="Text to search for"
        maxLength={1000}
        spellCheck={false}
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      {flags.map(([name, flag, label]) => (
        <label key={name}>
          <input
            type="checkbox"
            checked={query[flag]}
            onChange={({ target }) => onChange({ [name]: target.checked ? '1' : null })}
          />
          {label}
        </label>
      ))}
      <input
        className="field mono"
        aria-label="Only in files"
        placeholder="only in: *.ts, tolls"
        maxLength={500}
        spellCheck={false}
        value={glob}
        onChange={({ target }) => setGlob(target.value)}
      />
    </form>
  );
}

function Result({
  matches,
  isAsked,
  codebaseId,
  text,
}: {
  matches: Matches;
  isAsked: boolean;
  codebaseId: string;
  text: string;
}) {
  const { offer, make } = useShortlists();
  const { params, change } = usePicture();
  const groups = useMemo(() => grouped(matches.files), [matches.files]);
  const keys = useMemo(() => matchedKeys(matches.files), [matches.files]);
  const total = matches.files.reduce((sum, { count }) => sum + count, 0);
  const links = useElementLinks(codebaseId);
  const name = `“${text.slice(0, 60)}” in texts`;
  const markOnPictures = async (): Promise<void> => {
    const made = await make(name, keys);
    if (made !== null) change({ overlay: String(made) });
  };
  if (!isAsked)
    return (
      <div className="empty">
        <h1>What are you looking for?</h1>
        <p className="faded">
          Text as written in the code, or a regular expression. Matches appear as they are found.
        </p>
      </div>
    );
  if (matches.problem) return <p className="notice against">{matches.problem}</p>;
  return (
    <>
      <div className="reading" role="status">
        <span>
          {figure(total)} {total === 1 ? 'match' : 'matches'} in {counted(matches.files.length, 'file')}
          {matches.isDone
            ? ` of ${figure(matches.of)} searched`
            : `; ${figure(matches.through)} of ${figure(matches.of)} searched…`}
        </span>
        <span className="push" />
        {keys.length > 0 && (
          <>
            <button
              type="button"
              className="chip"
              onClick={() => offer({ suggested: name, count: keys.length, keys })}
            >
              Shortlist the {counted(keys.length, 'element')}
            </button>
            <button type="button" className="chip" onClick={() => void markOnPictures()}>
              Mark them on pictures
            </button>
            {params.get('overlay') !== null && (
              <Link className="chip" to={`/codebases/${codebaseId}/matrix${carriedOver(params)}`}>
                Show in matrix
              </Link>
            )}
          </>
        )}
      </div>
      {matches.isDone && total === 0 ? (
        <div className="empty">
          <h1>No matches</h1>
          <p className="faded">
            Try without “whole words” and “match case”, in all files, or with tests shown.
          </p>
        </div>
      ) : (
        <Groups groups={groups} place={links.place} />
      )}
    </>
  );
}

function Groups({
  groups,
  place,
}: {
  groups: readonly FolderGroup[];
  place: (file: string, line: number) => string;
}) {
  const [most, setMost] = useState(FIRST_SHOWN);
  let shown = 0;
  let cut = false;
  return (
    <div className="page text-matches">
      {groups.map(({ folder, count, files }) => {
        if (shown >= most) {
          cut = true;
          return null;
        }
        shown += files.reduce(
          (sum, { parts }) => sum + parts.reduce((n, part) => n + part.lines.length, 0),
          0,
        );
        return (
          <Fold
            key={folder}
            name={folder}
            count={count}
            head={
              <ElementName
                element={{ key: folder, name: folder, kind: 'folder' }}
                text={folder === '' ? 'the root' : `${folder}/`}
              />
            }
          >
            {files.map((file) => (
              <FileMatches key={file.path} file={file} place={place} />
            ))}
          </Fold>
        );
      })}
      {cut && (
        <button type="button" className="chip" onClick={() => setMost(Infinity)}>
          Show the rest
        </button>
      )}
    </div>
  );
}

/** A heading with what stands under it, which can be folded away. */
function Fold({
  name,
  count,
  head,
  children,
}: {
  name: string;
  count: number;
  head: ReactNode;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(true);
  return (
    <section className="text-fold">
      <p>
        <button
          type="button"
          className="plain-button text-fold-mark"
          aria-expanded={isOpen}
          aria-label={`${isOpen ? 'Fold' : 'Unfold'} ${name === '' ? 'the root' : name}`}
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? '▾' : '▸'}
        </button>
        {head}
        <span className="faded">{figure(count)}</span>
      </p>
      {isOpen && children}
    </section>
  );
}

function FileMatches({ file, place }: { file: FileGroup; place: (file: string, line: number) => string }) {
  const listed = file.parts.reduce((sum, part) => sum + part.count, 0);
  return (
    <Fold
      name={file.path}
      count={file.count}
      head={<ElementName element={{ key: file.path, name: file.path.split('/').at(-1)!, kind: 'file' }} />}
    >
      {file.parts.map(({ inside, count, lines }, index) => (
        <div key={index} className="text-part">
          {inside && (
            <p>
              <ElementName element={inside} /> <span className="faded">{count}</span>
            </p>
          )}
          {lines.map(({ line, pieces }) => (
            <Link key={line} className="place" to={place(file.path, line)}>
              <span>{line}</span>
              <code>{pieces.map((piece, at) => (at % 2 === 1 ? <mark key={at}>{piece}</mark> : piece))}</code>
            </Link>
          ))}
        </div>
      ))}
      {file.count > listed && <p className="faded">and {figure(file.count - listed)} more in this file</p>}
    </Fold>
  );
}
