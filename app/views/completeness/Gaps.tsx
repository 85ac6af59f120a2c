import { useState } from 'react';
import { Link } from 'react-router';
import type { CompletenessPage, GapRow } from '../../../server/views/completenessView.ts';
import { cutMiddle } from '../../../server/views/graphQuery/cut.ts';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { counted, figure } from '../../state/figures.ts';
import { gapWords, leftOutWords } from '../../state/words.ts';
import type { LeftOutReason } from '../../../server/intake/reasons.ts';
import { useEdit } from '../../state/edit.ts';
import { AddRoot } from './AddRoot.tsx';
import { Section } from './Listed.tsx';

/** Longer paths have no room on a button. */
const SHORT = 28;

/** What is referred to and not there, and what can be done about each. */
export function Gaps({ page, codebaseId }: { page: CompletenessPage; codebaseId: string }) {
  const { send } = useEdit();
  return (
    <>
      <Section
        id="gaps"
        title="Gaps"
        total={page.totals.gaps}
        meaning="referenced but not found: dependencies on these are missing from every picture"
        none="None: everything that is referenced was found, or is an external."
        rows={page.gaps}
      >
        {(gap) => <Gap key={gap.item} gap={gap} codebaseId={codebaseId} />}
      </Section>
      {page.accepted.length > 0 && (
        <div className="accepted">
          <b>Accepted as external</b>
          {page.accepted.map(({ name, files }) => (
            <span key={name}>
              <span className="mono">{name}</span> <span className="faded">{counted(files, 'file')}</span>{' '}
              <button
                type="button"
                className="plain-button quiet"
                aria-label={`Undo: ${name} is external`}
                onClick={() => send({ edit: 'external', name, on: 'off' })}
              >
                undo
              </button>
            </span>
          ))}
        </div>
      )}
    </>
  );
}

function Gap({ gap, codebaseId }: { gap: GapRow; codebaseId: string }) {
  const { send } = useEdit();
  const [isOpen, setIsOpen] = useState(false);
  const links = useElementLinks(codebaseId);
  const { name, reason, leftOut, count, files, places, roots, kind, onlyInTests } = gap;
  const shown = isOpen ? places : [];
  return (
    <div className="gap">
      <div className="gap-row">
        <button
          type="button"
          className="plain-button mono"
          aria-expanded={isOpen}
          onClick={() => setIsOpen(!isOpen)}
        >
          {isOpen ? '▾' : '▸'} {name}
        </button>
        <span className="caution">
          {reasonOf(gap)}
          {onlyInTests && <span className="faded">, only in tests</span>}
        </span>
        <span className="mono">{counted(count, 'place')}</span>
        <span className="gap-actions">
          {leftOut && (
            <button
              type="button"
              className="chip"
              title={leftOut.path}
              onClick={() => send({ edit: 'choosePath', path: leftOut.path, take: 'read' })}
            >
              Read <span className="mono">{cutMiddle(leftOut.path, SHORT)}</span>
            </button>
          )}
          <AddRoot roots={roots} />
          {reason !== 'computed' && (
            <button type="button" className="chip" onClick={() => send({ edit: 'external', name, on: 'on' })}>
              {kind === 'name' ? 'Accept' : 'Accept as external'}
            </button>
          )}
        </span>
      </div>
      {shown.map(({ file, line }, index) => (
        <div key={index} className="place-line">
          <Link to={links.place(file, line)} className="mono">
            {file}:{line}
          </Link>
        </div>
      ))}
      {isOpen && count > places.length && (
        <p className="faded">
          and {figure(count - places.length)} more, in {counted(files, 'file')} all told
        </p>
      )}
    </div>
  );
}

function reasonOf({ reason, leftOut }: GapRow): string {
  return leftOut
    ? `there, but left out: ${leftOutWords[leftOut.reason as LeftOutReason]}`
    : (gapWords[reason] ?? reason);
}
