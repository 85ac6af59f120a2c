import type { ExceptionLine } from '../../../server/views/rules/rulesView.ts';
import { counted } from '../../state/figures.ts';
import type { RulesEditor } from '../../state/useRulesEdit.ts';

const words: Record<ExceptionLine['state'], string> = {
  holds: 'accepted',
  ended: 'has expired; its violations are reported again',
  exceeded: 'covers fewer references than there are; the violations are reported again',
  unneeded: 'is needed by nothing any more',
};

/** Breaks that somebody accepted, and whether there is still need of that. */
export function ExceptionList({ exceptions, editor }: { exceptions: ExceptionLine[]; editor: RulesEditor }) {
  if (exceptions.length === 0) return null;
  return (
    <section className="rule" aria-label="Exceptions">
      <h2>Exceptions</h2>
      <ul>
        {exceptions.map(({ at, rule, says, reason, by, accepted, state }) => (
          <li key={at} className="exception">
            <p>
              <span className="mono">{says}</span>
              <button
                type="button"
                className="plain-button"
                aria-label={`Remove the exception for ${says}`}
                title="remove the exception"
                onClick={() => editor.edit('took an exception out', { do: 'takeExceptionOut', at })}
              >
                ×
              </button>
            </p>
            <p className="faded">
              {rule !== null && `${rule}: `}
              {reason}
              {by !== '' && ` (${by})`} ·{' '}
              <span className={state === 'holds' ? '' : 'caution'}>
                {state === 'holds' ? `${counted(accepted, 'reference')} ${words.holds}` : words[state]}
              </span>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
