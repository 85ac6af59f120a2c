import { useEffect } from 'react';
import { Link, useFetcher } from 'react-router';
import type { Part } from '../../../server/views/table.ts';
import type { Dossier } from '../../../server/views/dossierView.ts';
import type { BrokenAround } from '../../../server/views/rules/brokenAround.ts';
import { counted, figure } from '../../state/figures.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { gapWords } from '../../state/words.ts';
import type { Picture } from '../../state/usePicture.ts';
import { grainLabel } from '../Caption.tsx';
import { ElementName } from '../ElementName.tsx';
import { kindWord } from '../../../server/views/graphQuery/groupText.ts';
import { NamedList } from '../names/Names.tsx';
import { nameAlone } from '../../../server/views/graphQuery/namesApart.ts';
import { useElementMenu } from '../ElementMenu.tsx';
import { LedOnLine } from '../LedOnLine.tsx';
import { useElementLinks } from '../elementLinks.ts';
import { CloseButton } from '../CloseButton.tsx';
import { DocComment } from './DocComment.tsx';
import { DossierNotes } from './DossierNotes.tsx';
import { MeasureList } from './Measures.tsx';
import type { Trail } from './trail.ts';
import { UseTree } from './UseTree.tsx';

/** All that is known of the focus. */
export function FocusPanel({
  codebaseId,
  focus,
  picture,
  trail,
}: {
  codebaseId: number;
  focus: string;
  picture: Picture;
  trail: Trail;
}) {
  const openMenu = useElementMenu();
  const { load, data } = useFetcher<Part<'dossier'>>();
  const query = besideQuery(picture.params, { focus });
  useEffect(() => void load(`/codebases/${codebaseId}/dossier?${query}`), [load, codebaseId, query]);
  if (!data) return <p className="faded">Loading…</p>;
  const close = (
    <span className="dossier-steps">
      <StepButton
        label="Back in the dossier"
        mark="←"
        keyName="["
        can={trail.canGoBack}
        onStep={() => trail.step(-1)}
      />
      <StepButton
        label="Forward in the dossier"
        mark="→"
        keyName="]"
        can={trail.canGoForward}
        onStep={() => trail.step(1)}
      />
      <CloseButton onClose={() => picture.focusOn(null)} label="Clear the selection" />
    </span>
  );
  if ('problem' in data) {
    return (
      <header>
        <p>{data.problem}</p>
        {close}
      </header>
    );
  }
  const dossier = data.answer;
  return (
    <>
      <header>
        <h1
          onContextMenu={(event) => {
            event.preventDefault();
            openMenu(dossier, { left: event.clientX, top: event.clientY });
          }}
        >
          {nameAlone(dossier)}
        </h1>
        {close}
      </header>
      <p className="dossier-verbs">
        <button
          type="button"
          className="plain-button link"
          onClick={(event) => {
            const { left, bottom } = event.currentTarget.getBoundingClientRect();
            openMenu(dossier, { left, top: bottom });
          }}
        >
          Actions…
        </button>
      </p>
      <FocusDetails dossier={dossier} codebaseId={codebaseId} picture={picture} />
    </>
  );
}

function StepButton({
  label,
  mark,
  keyName,
  can,
  onStep,
}: {
  label: string;
  mark: string;
  keyName: string;
  can: boolean;
  onStep: () => void;
}) {
  return (
    <button
      type="button"
      className="plain-button"
      aria-label={label}
      title={`${label}  ${keyName}`}
      disabled={!can}
      onClick={onStep}
    >
      {mark}
    </button>
  );
}

function FocusDetails({
  dossier,
  codebaseId,
  picture,
}: {
  dossier: Dossier & { breaks: BrokenAround[]; ledOn: number };
  codebaseId: number;
  picture: Picture;
}) {
  const links = useElementLinks(String(codebaseId));
  const source = links.source(dossier);
  return (
    <>
      <p className="lead">
        {dossier.form}
        {dossier.path.length > 0 && ' in '}
        {dossier.path.map((element, index) => (
          <span key={element.key}>
            {index > 0 && ' / '}
            <ElementName element={element} text={element.name} />
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
      {dossier.description.signature !== '' && (
        <p className="signature mono">{dossier.description.signature}</p>
      )}
      <DocComment blocks={dossier.description.blocks} />
      {dossier.group && (
        <p>
          {dossier.group.arrangement} <ElementName element={dossier.group} />
          {dossier.alsoIn.length > 0 && (
            <>
              , with most of its code; others are{' '}
              {dossier.alsoIn.map((group, index) => (
                <span key={group.key}>
                  {index > 0 && ', '}
                  <ElementName element={group} />
                </span>
              ))}
            </>
          )}
        </p>
      )}
      <LedOnLine imports={dossier.ledOn} />
      {dossier.cycles.map(({ grain, tag, key, size }) => (
        <p key={`${grain} ${tag}`}>
          <Link to={`/codebases/${codebaseId}/cycles?${besideQuery(picture.params, { grain, cycle: key })}`}>
            In cycle {tag} of {grainLabel(grain, picture.by)} with {counted(size - 1, 'other')}
          </Link>
        </p>
      ))}
      {dossier.breaks.map(({ rule, uses, usedBy }) => (
        <p key={rule} className="against">
          <Link to={`/codebases/${codebaseId}/rules?${besideQuery(picture.params, { rule })}`}>
            Violates {rule}
          </Link>
          {uses > 0 && `, in ${counted(uses, 'place')}`}
          {usedBy > 0 && `, used in ${counted(usedBy, 'place')} that may not`}
        </p>
      ))}
      {dossier.recursion.length > 0 && (
        <p>
          Calls itself, on{' '}
          {dossier.recursion.map((line, index) => (
            <span key={index}>
              {index > 0 && ', '}
              <Link to={links.place(dossier.key, line)}>line {figure(line)}</Link>
            </span>
          ))}
        </p>
      )}
      {dossier.parseErrors.length > 0 && (
        <p className="caution">
          Partly read: {counted(dossier.parseErrors.length, 'region')} did not parse, first at line{' '}
          {dossier.parseErrors[0][0]}.
        </p>
      )}
      {dossier.measures.length > 0 && <MeasureList dossier={dossier} />}
      <Inheritance dossier={dossier} codebaseId={codebaseId} />
      {(['uses', 'usedBy'] as const).map((direction) => (
        <UseTree
          key={`${dossier.key} ${direction}`}
          codebaseId={String(codebaseId)}
          focus={dossier.key}
          direction={direction}
          first={dossier[direction]}
        />
      ))}
      <DossierNotes codebaseId={String(codebaseId)} on={dossier.key} />
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
            <span>{figure(dossier.holdsCount)}</span>
          </h2>
          <NamedList all={dossier.holds} within={dossier.key}>
            {dossier.holds.map((element) => (
              <div key={element.key} className="use-row">
                <ElementName element={element} />
                <span className="faded">{kindWord(element)}</span>
              </div>
            ))}
          </NamedList>
          {dossier.holdsCount > dossier.holds.length && (
            <p>
              <Link to={(source ?? links.in('matrix', dossier))!}>
                all {figure(dossier.holdsCount)} {source ? 'in its source' : 'in the matrix'}
              </Link>
            </p>
          )}
        </section>
      )}
    </>
  );
}

function Inheritance({ dossier, codebaseId }: { dossier: Dossier; codebaseId: number }) {
  const drawn = useElementLinks(String(codebaseId)).in('types', dossier);
  if (dossier.parents.length + dossier.children.length === 0) return null;
  const groups = [
    ['Inherits from', dossier.parents],
    ['Inherited by', dossier.children],
  ] as const;
  return (
    <section>
      <h2>
        <span>Inheritance</span>
        {drawn && <Link to={drawn}>drawn</Link>}
      </h2>
      {groups.map(([title, related]) => (
        <NamedList key={title} all={related}>
          {related.map((element) => (
            <div key={element.key} className="use-row">
              <ElementName element={element} inferred={element.certainty !== 'exact'} />
              <span className="faded">{title.toLowerCase()}</span>
            </div>
          ))}
        </NamedList>
      ))}
    </section>
  );
}
