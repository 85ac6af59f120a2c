import { useEffect, useRef, useState } from 'react';
import type { StrayRow, StraysPage as Page } from '../../../server/views/plan/straysView.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { arrangementWords } from '../../../server/views/graphQuery/arrangementWords.ts';
import {
  ArrangementPart,
  Caption,
  CaptionEnd,
  CertaintyPart,
  KindsPart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { DepthPart } from '../../frame/DepthPart.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { ownGroupText } from '../../../server/views/graphQuery/groupText.ts';
import { CutName, NamedList } from '../../frame/names/Names.tsx';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { isOfButton, isTyping, keepKeysInList } from '../../frame/useFrameKeys.ts';
import { authorName } from '../../state/author.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { usePlanEdit, type PlanEditor } from '../../state/usePlanEdit.ts';
import './strays.css';

/** So many are listed before the rest is asked for. */
const LISTED = 300;

/** Files that have more to do with another group than with their own, each with its reasons, to be moved or left. */
export function StraysPage({
  page,
  scope,
  codebaseId,
}: {
  page: Page;
  scope: ScopeChoice;
  codebaseId: string;
}) {
  const { strays, plan, files, groups, levels, mostLevels } = page;
  const { by, focus, focusOn, focusAhead, change } = usePicture();
  const { offer } = useShortlists();
  const editor = usePlanEdit(plan, codebaseId);
  const [isWhole, setWhole] = useState(false);
  const [leaving, setLeaving] = useState<string | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const word = arrangementWords[by];
  const open = strays.filter(({ left }) => left === null);
  const shown = isWhole ? strays : strays.slice(0, LISTED);
  const at = Math.max(
    0,
    shown.findIndex(({ key }) => key === focus),
  );
  const move = ({ key, name, towards }: StrayRow): void =>
    editor.edit(`${name} moved to ${towards.name}`, {
      edit: 'place',
      targets: [key],
      module: moduleOf(towards.key),
      by: authorName(),
    });
  const onKey = (event: React.KeyboardEvent): void => {
    const { key } = event;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isOfButton(event)) return;
    const row = shown.at(at);
    if (!row) return;
    if (key === 'ArrowDown' || key === 'ArrowUp') {
      const from = shown.findIndex(({ key: own }) => own === focusAhead());
      const next = from < 0 ? row : shown[from + (key === 'ArrowDown' ? 1 : -1)];
      if (next) focusOn(next.key);
      list.current?.focus({ preventScroll: true });
    } else if (plan && key === 'Enter') move(row);
    else if (plan && key.toLowerCase() === 'l') setLeaving(row.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  useEffect(() => {
    list.current?.querySelector('.stray-row.current')?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <>
      <Caption>
        Files that have more to do with another {word.one} than with their own,{' '}
        <ArrangementPart scope={scope} />
        <DepthPart name="levels" levels={levels} mostLevels={mostLevels} />, by references of <KindsPart />,{' '}
        <CertaintyPart />; tests <TestsPart />
        <CaptionEnd />
      </Caption>
      <div className="view-tools strays-tools">
        <span>
          <b>{counted(open.length, 'stray')}</b> of {counted(files, 'file')} in {figure(groups)}{' '}
          {groups === 1 ? word.one : word.plural}
          {open.length < strays.length && `, ${figure(strays.length - open.length)} left in place`}
        </span>
        {open.length > 0 && (
          <button
            type="button"
            className="chip"
            onClick={() =>
              offer({ suggested: 'strays', count: open.length, keys: open.map(({ key }) => key) })
            }
          >
            Add all to a shortlist
          </button>
        )}
        {plan !== null && (
          <button
            type="button"
            className="chip"
            disabled={plan.undo === null || editor.isBusy}
            title={plan.undo ?? undefined}
            onClick={() => editor.step('undo')}
          >
            Undo
          </button>
        )}
        {editor.problem && <span className="against">{editor.problem}</span>}
        <span className="push faded" role="status">
          {editor.isBusy ? 'Working …' : ''}
        </span>
      </div>
      <div
        className="strays-list"
        ref={list}
        data-picture
        tabIndex={0}
        role="application"
        aria-label="Strays"
        onKeyDown={onKey}
        onClick={keepKeysInList}
      >
        {strays.length === 0 && (
          <div className="empty">
            <h1>No strays</h1>
            <p className="faded">
              {groups < 2
                ? `There is at most one ${word.one}: choose another arrangement, or a greater depth.`
                : `Every file is linked to its own ${word.one} at least as much as to any other.`}
            </p>
          </div>
        )}
        <NamedList all={shown}>
          {shown.map((row, index) => (
            <Stray
              key={row.key}
              row={row}
              isCurrent={index === at && focus !== null}
              isLeaving={leaving === row.key}
              canMove={plan !== null}
              editor={editor}
              onMove={() => move(row)}
              onLeave={(is) => setLeaving(is ? row.key : null)}
              onShow={(from, to) => change({ from, to, dossier: null, focus: null })}
            />
          ))}
        </NamedList>
        {!isWhole && strays.length > LISTED && (
          <button type="button" className="plain-button quiet" onClick={() => setWhole(true)}>
            all {figure(strays.length)}
          </button>
        )}
      </div>
    </>
  );
}

/** The id of the module that a key of a group means. */
const moduleOf = (key: string): string => key.slice(key.indexOf(':') + 1);

function Stray({
  row,
  isCurrent,
  isLeaving,
  canMove,
  editor,
  onMove,
  onLeave,
  onShow,
}: {
  row: StrayRow;
  isCurrent: boolean;
  isLeaving: boolean;
  canMove: boolean;
  editor: PlanEditor;
  onMove: () => void;
  onLeave: (isLeaving: boolean) => void;
  onShow: (from: string, to: string) => void;
}) {
  const { key, name, own, towards, share, uses, usedBy, left } = row;
  const leave = (why: string): void => {
    onLeave(false);
    editor.edit(`${name} left in ${own.name}`, {
      edit: 'settle',
      places: [{ target: key, module: moduleOf(own.key) }],
      isSettled: true,
      by: authorName(),
      why,
    });
  };
  return (
    <div className={`stray-row${isCurrent ? ' current' : ''}${left === null ? '' : ' left'}`}>
      <span className="stray-name">
        <ElementName element={row} />
      </span>
      <span className="stray-way">
        <span className="faded">
          <CutName name={ownGroupText(own)} />
        </span>
        <span
          className="stray-pull"
          title="How much more its links lead there, relative to the largest stray"
        >
          <span style={{ width: `${Math.max(4, 100 * share)}%` }} />
        </span>
        <b>
          <CutName name={ownGroupText(towards)} />
        </b>
      </span>
      <span className="stray-figures">
        <button
          type="button"
          className="plain-button"
          disabled={uses === 0}
          title={`Show where ${name} uses ${towards.name}`}
          onClick={() => onShow(key, towards.end)}
        >
          uses <span className="mono">{figure(uses)}</span>
        </button>
        <button
          type="button"
          className="plain-button"
          disabled={usedBy === 0}
          title={`Show where ${towards.name} uses ${name}`}
          onClick={() => onShow(towards.end, key)}
        >
          used by <span className="mono">{figure(usedBy)}</span>
        </button>
      </span>
      <span className="stray-why faded" title={row.why}>
        {left !== null && <i>{left}. </i>}
        {row.why}
      </span>
      <span className="stray-tools">
        {canMove &&
          (isLeaving ? (
            <input
              className="field"
              autoFocus
              aria-label={`Why ${name} stays in ${own.name}`}
              placeholder="because …"
              maxLength={500}
              onBlur={() => onLeave(false)}
              onKeyDown={(event) => {
                event.stopPropagation();
                const why = event.currentTarget.value.trim();
                if (event.key === 'Enter' && why !== '') leave(why);
                if (event.key === 'Escape') onLeave(false);
              }}
            />
          ) : (
            <>
              <button type="button" className="chip" disabled={editor.isBusy} onClick={onMove}>
                Move there
              </button>
              {left === null && (
                <button type="button" className="chip" onClick={() => onLeave(true)}>
                  Leave, because …
                </button>
              )}
            </>
          ))}
      </span>
    </div>
  );
}
