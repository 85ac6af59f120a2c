import { useState } from 'react';
import { Link } from 'react-router';
import type { ShortlistPage } from '../../../server/views/shortlistView.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { useElementLinks } from '../elementLinks.ts';
import { MarksLegend } from '../marks/MarksLegend.tsx';
import { useMarks } from '../marks/Marks.tsx';
import { NamedList } from '../names/Names.tsx';
import { CloseButton } from '../CloseButton.tsx';
import { ElementName } from '../ElementName.tsx';
import { useShortlists, type EditAnswer } from './Shortlists.tsx';
import { meaningOf } from '../glossary.ts';
import { fromBase } from '../../state/base.ts';
import './tray.css';

/** The shortlists at the foot of the page: a line of them, and the members of the one that is open. Folded when there are none. */
export function Tray({ codebaseId }: { codebaseId: string }) {
  const { lists, open, openList, problem, edit } = useShortlists();
  const picture = usePicture();
  const [removed, setRemoved] = useState<EditAnswer['removed'] | null>(null);
  const marks = useMarks();
  if (lists.length === 0 && !removed && marks.marks.length === 0 && !marks.removed) return null;
  const undo = async (): Promise<void> => {
    if (!removed) return;
    await edit({ edit: 'make', name: removed.name, keys: JSON.stringify(removed.keys) });
    setRemoved(null);
  };
  return (
    <section className="tray" aria-label="Shortlists">
      {open && (
        <OpenList
          key={open.id}
          list={open}
          codebaseId={codebaseId}
          onRemove={async () => {
            openList(null);
            if (picture.list === open.id || picture.overlay === open.id)
              picture.change({ list: null, overlay: null });
            setRemoved((await edit({ edit: 'remove', id: String(open.id) }))?.removed ?? null);
          }}
        />
      )}
      <div className="tray-line">
        {lists.length > 0 && (
          <span className="faded" title={meaningOf('shortlist')}>
            Shortlists
          </span>
        )}
        {lists.map((list) => (
          <button
            key={list.id}
            type="button"
            className={`chip${open?.id === list.id ? ' current' : ''}`}
            aria-expanded={open?.id === list.id}
            onClick={() => openList(open?.id === list.id ? null : list.id)}
          >
            {list.name} <span className="faded">{figure(list.count)}</span>
            {picture.list === list.id && <b> scope</b>}
            {picture.overlay === list.id && <b> marked</b>}
          </button>
        ))}
        {removed && (
          <span>
            “{removed.name}” was removed.{' '}
            <button type="button" className="plain-button link" onClick={() => void undo()}>
              Undo
            </button>
          </span>
        )}
        {problem && <span className="against">{problem}</span>}
        <MarksLegend />
      </div>
    </section>
  );
}

function OpenList({
  list,
  codebaseId,
  onRemove,
}: {
  list: ShortlistPage;
  codebaseId: string;
  onRemove: () => Promise<void>;
}) {
  const { edit, openList } = useShortlists();
  const { openMark } = useMarks();
  const picture = usePicture();
  const links = useElementLinks(codebaseId);
  const [name, setName] = useState(list.name);
  const isScope = picture.list === list.id;
  const isMarked = picture.overlay === list.id;
  const makeAndOpen = async (form: Record<string, string>): Promise<void> => {
    const answer = await edit({ ...form, id: String(list.id) });
    if (answer?.made !== undefined) openList(answer.made);
  };
  return (
    <div className="tray-open">
      <div className="tray-tools">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void edit({ edit: 'rename', id: String(list.id), name });
          }}
        >
          <input
            className="field"
            aria-label="Name of the shortlist"
            value={name}
            maxLength={80}
            onChange={({ target }) => setName(target.value)}
            onBlur={() => {
              if (name.trim() !== '' && name !== list.name)
                void edit({ edit: 'rename', id: String(list.id), name });
            }}
          />
        </form>
        <button
          type="button"
          className="chip"
          aria-pressed={isScope}
          onClick={() => picture.change({ list: isScope ? null : String(list.id) })}
        >
          {isScope ? 'Show all again' : 'Show only these'}
        </button>
        <button
          type="button"
          className="chip"
          aria-pressed={isMarked}
          onClick={() => picture.change({ overlay: isMarked ? null : String(list.id) })}
        >
          {isMarked ? 'Unmark' : 'Mark on pictures'}
        </button>
        <button
          type="button"
          className="chip"
          onClick={() => openMark({ name: list.name, shortlistId: list.id, pattern: null })}
        >
          Save as a mark …
        </button>
        <Link className="chip" to={links.to('graph', { list: String(list.id), in: '', open: null })}>
          Draw these
        </Link>
        <CompleteForm onComplete={(form) => void makeAndOpen(form)} />
        <CombineForm list={list} onCombine={(form) => void makeAndOpen(form)} />
        <button type="button" className="chip" onClick={() => void makeAndOpen({ edit: 'invert' })}>
          All others
        </button>
        <a className="chip" href={fromBase(`/codebases/${codebaseId}/shortlists/${list.id}.csv`)}>
          CSV
        </a>
        <a className="chip" href={fromBase(`/codebases/${codebaseId}/shortlists/${list.id}.json`)}>
          JSON
        </a>
        <ImportButton />
        <button type="button" className="chip against" onClick={() => void onRemove()}>
          Remove
        </button>
        <CloseButton onClose={() => openList(null)} label="Fold the shortlist" />
      </div>
      {list.gone > 0 && (
        <p className="caution">
          {counted(list.gone, 'member')} of it {list.gone === 1 ? 'is' : 'are'} not in this survey any more.
        </p>
      )}
      <ul className="tray-members">
        <NamedList all={list.members}>
          {list.members.map((member) => (
            <li key={member.key}>
              {member.isGone ? (
                <span className="mono faded" title="Not in this survey">
                  {member.key}
                </span>
              ) : (
                <ElementName element={member} />
              )}
              <button
                type="button"
                className="plain-button faded"
                aria-label={`Remove ${member.name}`}
                onClick={() =>
                  void edit({ edit: 'takeOut', id: String(list.id), keys: JSON.stringify([member.key]) })
                }
              >
                ✕
              </button>
            </li>
          ))}
        </NamedList>
      </ul>
      {list.more > 0 && <p className="faded">and {figure(list.more)} more</p>}
      {list.count === 0 && <p className="faded">It is empty. Add elements from any view with their menu.</p>}
    </div>
  );
}

function CompleteForm({ onComplete }: { onComplete: (form: Record<string, string>) => void }) {
  const [steps, setSteps] = useState('1');
  return (
    <span className="tray-form">
      with what they{' '}
      <select
        className="field"
        aria-label="Complete the list"
        value=""
        onChange={({ target }) => onComplete({ edit: 'complete', direction: target.value, steps })}
      >
        <option value="" disabled>
          …
        </option>
        <option value="uses">use</option>
        <option value="usedBy">are used by</option>
      </select>{' '}
      within{' '}
      <select
        className="field"
        aria-label="Steps"
        value={steps}
        onChange={({ target }) => setSteps(target.value)}
      >
        {[1, 2, 3, 5, 10].map((n) => (
          <option key={n} value={n}>
            {counted(n, 'step')}
          </option>
        ))}
      </select>
    </span>
  );
}

const combinations = { union: 'together with', intersection: 'only what is also in', difference: 'without' };

function CombineForm({
  list,
  onCombine,
}: {
  list: ShortlistPage;
  onCombine: (form: Record<string, string>) => void;
}) {
  const { lists } = useShortlists();
  const [how, setHow] = useState('union');
  const others = lists.filter(({ id }) => id !== list.id);
  if (others.length === 0) return null;
  return (
    <span className="tray-form">
      <select
        className="field"
        aria-label="How to combine"
        value={how}
        onChange={({ target }) => setHow(target.value)}
      >
        {Object.entries(combinations).map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>{' '}
      <select
        className="field"
        aria-label="Combine with"
        value=""
        onChange={({ target }) => onCombine({ edit: 'combine', how, other: target.value })}
      >
        <option value="" disabled>
          …
        </option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </span>
  );
}

/** Takes in a shortlist from a file: JSON as it is exported, a table, or keys, one a line. */
export function ImportButton() {
  const { edit, openList } = useShortlists();
  const takeIn = async (file: File): Promise<void> => {
    const name = file.name.replace(/\.[^.]*$/, '').slice(0, 80) || 'imported';
    const answer = await edit({ edit: 'import', name, text: await file.text() });
    if (answer?.made !== undefined) openList(answer.made);
  };
  return (
    <label className="chip">
      Import…
      <input
        type="file"
        hidden
        accept=".json,.csv,.txt"
        aria-label="Import a shortlist"
        onChange={({ target }) => {
          const file = target.files?.[0];
          if (file) void takeIn(file);
          target.value = '';
        }}
      />
    </label>
  );
}
