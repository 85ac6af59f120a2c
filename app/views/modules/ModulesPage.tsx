import { Fragment, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { arrangementWords } from '../../../server/views/graphQuery/arrangementWords.ts';
import type { InterfacePage } from '../../../server/views/plan/interfaceView.ts';
import type { MemberRow, ModuleRow, PlanPage } from '../../../server/views/plan/planView.ts';
import { ALL_OPEN, NEW_FILES, NOT_PLACED } from '../../../server/views/plan/planOpen.ts';
import { Caption, CaptionEnd, CertaintyPart, KindsPart, TestsPart } from '../../frame/Caption.tsx';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { authorName } from '../../state/author.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { EffectLine } from './EffectLine.tsx';
import { InterfaceList } from './InterfaceList.tsx';
import { filesInWords, MemberList } from './MemberList.tsx';
import { ModuleHead } from './ModuleHead.tsx';
import { ModuleSheet } from './ModuleSheet.tsx';
import { PlanTools } from './PlanTools.tsx';
import { ProposeForm } from './ProposeForm.tsx';
import { ReadPlan } from './ReadPlan.tsx';
import { movedBy, movedTo, siblingsOf, type NamedEdit } from './moduleOrder.ts';
import { meaningOf } from '../../frame/glossary.ts';
import { usePlanEdit, type PlanEditor } from '../../state/usePlanEdit.ts';
import { usePlanEffect, type PlanTrial } from './usePlanEffect.ts';
import './modules.css';

/** So many paths that are gone are named. */
const GONE_NAMED = 3;

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** A plan of modules: which there are and how they rest on each other, and the files of one; or how to come by a plan. */
export function ModulesPage({
  page,
  shown,
  codebaseId,
}: {
  page: PlanPage;
  /** The interface of the module that is open, where that is looked at. */
  shown: InterfacePage | null;
  codebaseId: string;
}) {
  const { plan, modules, settledShare, notPlaced, codeLines } = page;
  const { change } = usePicture();
  const editor = usePlanEdit(plan, codebaseId);
  const trial = usePlanEffect(codebaseId);
  const [isProposing, setProposing] = useState(false);
  const dragged = useRef<readonly MemberRow[]>([]);
  const held = useRef<ModuleRow | null>(null);
  useEditKeys(editor, page);
  if (plan === null)
    return <NoPlan editor={editor} codebaseId={codebaseId} apart={page.apart} groupings={page.groupings} />;
  const openModule = (module: string): void => change({ module, focus: null }, { replace: true });
  const nameOf = new Map(modules.map(({ id, name }) => [id, name]));
  /** What dropping the files, or the module, that are dragged would do; null where nothing is, or all of it stands there. */
  const dropOn = (module: string): NamedEdit | null => {
    if (held.current !== null) {
      const siblings = siblingsOf(modules, held.current);
      const place = siblings.findIndex(({ id }) => id === module);
      return movedTo(modules, held.current, place);
    }
    const files = dragged.current.filter((file) => file.module !== module);
    if (files.length === 0) return null;
    const targets = files.map(({ key }) => key);
    return {
      what: `${filesInWords(files)} moved to ${nameOf.get(module)!}`,
      edit: { edit: 'place', targets, module, by: authorName() },
    };
  };
  return (
    <>
      <Caption>
        The{' '}
        <b>
          {counted(modules.length, 'module')} of {plan.name}
        </b>
        , linked by references of <KindsPart />, <CertaintyPart />; {percent(settledShare)} of the code
        confirmed,{' '}
        {notPlaced.codeLines === 0
          ? 'all of it placed'
          : `${percent(notPlaced.codeLines / Math.max(1, codeLines))} not yet placed`}
        ; tests <TestsPart />
        <CaptionEnd />
      </Caption>
      <PlanTools
        page={page}
        plan={plan}
        codebaseId={codebaseId}
        editor={editor}
        isProposing={isProposing}
        onPropose={() => setProposing(!isProposing)}
      />
      {isProposing && (
        <div className="plan-proposing">
          <ProposeForm
            plan={plan}
            editor={editor}
            codebaseId={codebaseId}
            hasSettled={settledShare > 0}
            apart={page.apart}
          />
        </div>
      )}
      {editor.problem && <p className="against plan-problem">{editor.problem}</p>}
      <Changes page={page} editor={editor} onOpen={openModule} />
      <EffectLine figures={page.figures} broken={brokenBetween(page.modules)} tried={trial.tried} />
      <div className="plan-frame">
        <div className="plan-view">
          <ModuleSheet
            page={page}
            onOpen={openModule}
            onDrag={(module) => {
              held.current = module;
              if (module === null) trial.think(null);
            }}
            onOver={(module) => trial.think(module === null ? null : dropOn(module))}
            onDropped={(module) => {
              const drop = dropOn(module);
              dragged.current = [];
              trial.think(null);
              if (drop) editor.edit(drop.what, drop.edit);
            }}
          />
          <OpenModule
            page={page}
            shown={shown}
            editor={editor}
            trial={trial}
            onOpen={openModule}
            onDrag={(files) => {
              dragged.current = files;
              if (files.length === 0) trial.think(null);
            }}
          />
        </div>
      </div>
    </>
  );
}

function NoPlan({
  editor,
  codebaseId,
  apart,
  groupings,
}: {
  editor: PlanEditor;
  codebaseId: string;
} & Pick<PlanPage, 'apart' | 'groupings'>) {
  return (
    <>
      <Caption>This codebase has no plan of modules yet.</Caption>
      <div className="page modules-start">
        <h1>Find the modules of this code</h1>
        <p className="faded">
          Start from a proposal. Each file gets a reason and a doubt. Check the doubtful ones, then confirm.
          Every view can then group the code by these modules instead of by its folders.
        </p>
        <ProposeForm plan={null} editor={editor} codebaseId={codebaseId} hasSettled={false} apart={apart} />
        <p className="faded">
          Or import a plan, a table of paths and modules, or a list of owners: <ReadPlan editor={editor} />
        </p>
        {editor.problem && <p className="against">{editor.problem}</p>}
        <p className="faded">
          Without a plan, the matrix shows the code{' '}
          {groupings.map((by, at) => (
            <Fragment key={by}>
              {at > 0 && ', '}
              <Link to={`../matrix?grain=groups&by=${by}`}>by {arrangementWords[by].by}</Link>
            </Fragment>
          ))}
          .
        </p>
      </div>
    </>
  );
}

/** What a survey brought and took away. */
function Changes({
  page: { gone, newFiles, plan },
  editor,
  onOpen,
}: {
  page: PlanPage;
  editor: PlanEditor;
  onOpen: (module: string) => void;
}) {
  return (
    <>
      {newFiles > 0 && (
        <p className="plan-problem">
          {counted(newFiles, 'file')} {newFiles === 1 ? 'is' : 'are'} new since you last went through them.{' '}
          <button type="button" className="plain-button link" onClick={() => onOpen(NEW_FILES)}>
            Show them
          </button>{' '}
          <button
            type="button"
            className="plain-button link"
            onClick={() => editor.send({ do: 'knowNew', id: String(plan!.id) })}
          >
            Mark as seen
          </button>
        </p>
      )}
      {gone.length > 0 && (
        <p className="caution plan-problem">
          {counted(gone.length, 'file')} in the plan but missing from this survey:{' '}
          <span className="mono">{gone.slice(0, GONE_NAMED).join(', ')}</span>
          {gone.length > GONE_NAMED && (
            <span title={gone.slice(GONE_NAMED).join('\n')}>
              {' '}
              and {figure(gone.length - GONE_NAMED)} more
            </span>
          )}{' '}
          <button
            type="button"
            className="plain-button link"
            onClick={() => editor.edit('missing files removed', { edit: 'forget', targets: gone })}
          >
            Remove them
          </button>
        </p>
      )}
    </>
  );
}

/** The module that is open, or another choice of files, with what may be done. */
function OpenModule({
  page,
  shown,
  editor,
  trial,
  onOpen,
  onDrag,
}: {
  page: PlanPage;
  shown: InterfacePage | null;
  editor: PlanEditor;
  trial: PlanTrial;
  onOpen: (module: string) => void;
  onDrag: (files: readonly MemberRow[]) => void;
}) {
  const { change } = usePicture();
  const row = page.modules.find(({ id }) => id === page.open);
  const title = {
    [NOT_PLACED]: 'Not yet placed',
    [ALL_OPEN]: 'Not confirmed, in any module',
    [NEW_FILES]: 'New files',
  }[page.open];
  const look = (as: string | null): void => change({ look: as }, { replace: true });
  return (
    <section className="plan-members" aria-label={row?.name ?? title}>
      {row && <ModuleHead row={row} modules={page.modules} editor={editor} trial={trial} />}
      <h2>
        <span>
          {row ? (
            <>
              <button
                type="button"
                className={`plain-button look${shown ? '' : ' current'}`}
                aria-pressed={!shown}
                onClick={() => look(null)}
              >
                Files
              </button>
              <button
                type="button"
                className={`plain-button look${shown ? ' current' : ''}`}
                aria-pressed={shown !== null}
                onClick={() => look('interface')}
              >
                Interface
              </button>
            </>
          ) : (
            title
          )}
          {page.open !== ALL_OPEN && (
            <button type="button" className="plain-button link" onClick={() => onOpen(ALL_OPEN)}>
              show unconfirmed
            </button>
          )}
        </span>
        {!shown && (
          <>
            <span title={meaningOf('doubt')}>doubt</span>
            <span>code lines</span>
          </>
        )}
      </h2>
      {shown && row ? (
        <InterfaceList key={page.open} shown={shown} row={row} editor={editor} />
      ) : (
        <MemberList
          key={page.open}
          page={page}
          editor={editor}
          trial={trial}
          onOpen={onOpen}
          onDrag={onDrag}
        />
      )}
    </section>
  );
}

/** References from the files of one module to those of another that break rules. */
function brokenBetween(modules: PlanPage['modules']): number {
  return modules.flatMap(({ uses }) => uses).reduce((sum, { broken }) => sum + (broken?.references ?? 0), 0);
}

/** Keys that edit wherever on the page the focus is: steps back and forth, and the open module moved higher or lower. */
function useEditKeys({ step, edit, isBusy }: PlanEditor, { modules, open }: PlanPage): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const { key, altKey } = event;
      if (isTyping(event.target)) return;
      if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'z')
        step(event.shiftKey ? 'redo' : 'undo');
      else if (altKey && (key === 'ArrowUp' || key === 'ArrowDown')) {
        const row = modules.find(({ id }) => id === open);
        // What is under way may change what stands above and below.
        const moved = row && !isBusy ? movedBy(modules, row, key === 'ArrowUp' ? -1 : 1) : null;
        if (moved) edit(moved.what, moved.edit);
      } else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [step, edit, isBusy, modules, open]);
}
