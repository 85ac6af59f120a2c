import { useState } from 'react';
import { Link } from 'react-router';
import type { Neighbour, Neighbours } from '../../../server/views/graphQuery/neighbours.ts';
import { counted, figure } from '../../state/figures.ts';
import { dependencyWords } from '../../state/words.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';
import { kindChoices, type KindChoice } from '../../../server/views/graphQuery/filters.ts';
import { useShortlists } from '../shortlists/Shortlists.tsx';
import { ElementName } from '../ElementName.tsx';
import { NamedList } from '../names/Names.tsx';
import { ownFetch } from '../../state/ownFetch.ts';

type Direction = 'uses' | 'usedBy';

/** Kinds by which a tree is unfolded, as they read beside its heading. */
const treeKinds: [KindChoice, string][] = [
  ['any', 'in any way'],
  ['calls', 'by calls'],
  ['imports', 'by imports'],
  ['inheritance', 'by inheritance'],
  ['types', 'as types'],
  ['fields', 'by fields'],
];

/**
 * What an element uses, or what uses it, as a tree that unfolds step after step. Whatever stands above itself closes a
 * loop: it is marked and goes no further.
 */
export function UseTree({
  codebaseId,
  focus,
  direction,
  first,
}: {
  codebaseId: string;
  focus: string;
  direction: Direction;
  /** The first step, by any kind. */
  first: Neighbours;
}) {
  const { offer } = useShortlists();
  const { params } = usePicture();
  const [kind, setKind] = useState<KindChoice>('any');
  const [chosen, setChosen] = useState<Neighbours | null>(null);
  const step = chosen ?? (kind === 'any' ? first : null);
  const title = direction === 'uses' ? 'Uses' : 'Used by';
  const choose = async (next: KindChoice): Promise<void> => {
    setKind(next);
    setChosen(null);
    if (next !== 'any') setChosen(await loadStep({ codebaseId, params }, focus, direction, next));
  };
  return (
    <section className="use-tree" aria-label={title}>
      <h2>
        <span>
          {title}
          {step && (step.total === 0 ? ' nothing' : `, ${figure(step.total)}`)}
        </span>
        {first.total > 0 && (
          <select
            className="quiet-select"
            aria-label={`${title}: kind`}
            value={kind}
            onChange={({ target }) => void choose(target.value as KindChoice)}
          >
            {treeKinds.map(([value, label]) => (
              <option key={value} value={value} title={kindChoices[value].label}>
                {label}
              </option>
            ))}
          </select>
        )}
      </h2>
      {!step && <p className="faded">Loading…</p>}
      {first.total > 1 && (
        <Link
          className="quiet-link"
          to={`/codebases/${codebaseId}/around?${besideQuery(params, { around: focus, focus, direction: direction === 'uses' ? 'uses' : null })}`}
        >
          All in groups →
        </Link>
      )}
      {step && step.listed.length > 1 && (
        <button
          type="button"
          className="plain-button link quiet-link"
          onClick={() =>
            offer({
              suggested:
                `${direction === 'uses' ? 'used by' : 'users of'} ${focus.split(/[#/]/).at(-1)}`.slice(0, 80),
              count: step.listed.length,
              keys: step.listed.map(({ key }) => key),
            })
          }
        >
          Shortlist the {figure(step.listed.length)} listed
        </button>
      )}
      {step && (
        <Step
          codebaseId={codebaseId}
          above={[focus]}
          direction={direction}
          kind={kind}
          step={step}
          onAll={async () =>
            setChosen(await loadStep({ codebaseId, params }, focus, direction, kind, step.total))
          }
        />
      )}
    </section>
  );
}

async function loadStep(
  { codebaseId, params }: { codebaseId: string; params: URLSearchParams },
  key: string,
  direction: Direction,
  of: KindChoice,
  limit?: number,
): Promise<Neighbours | null> {
  const query = besideQuery(params, { key, direction, of, ...(limit ? { limit: String(limit) } : {}) });
  try {
    const response = await ownFetch(`/codebases/${codebaseId}/uses?${query}`);
    const told = (await response.json()) as { answer: Neighbours } | { problem: string };
    return 'problem' in told ? null : told.answer;
  } catch {
    return null;
  }
}

function Step({
  codebaseId,
  above,
  direction,
  kind,
  step,
  onAll,
}: {
  codebaseId: string;
  /** Keys from the focus down to what is unfolded here. */
  above: string[];
  direction: Direction;
  kind: KindChoice;
  step: Neighbours;
  /** Lists those as well that are not. */
  onAll: () => Promise<void>;
}) {
  return (
    <ul>
      <NamedList all={step.listed} within={above.at(-1)}>
        {step.listed.map((use) => (
          <Branch
            key={use.key}
            use={use}
            codebaseId={codebaseId}
            above={above}
            direction={direction}
            kind={kind}
          />
        ))}
      </NamedList>
      {step.total > step.listed.length && (
        <li>
          <button type="button" className="plain-button link" onClick={() => void onAll()}>
            and {figure(step.total - step.listed.length)} more
          </button>
        </li>
      )}
    </ul>
  );
}

function Branch({
  use,
  codebaseId,
  above,
  direction,
  kind,
}: {
  use: Neighbour;
  codebaseId: string;
  above: string[];
  direction: Direction;
  kind: KindChoice;
}) {
  const { showEvidence, params } = usePicture();
  const [step, setStep] = useState<Neighbours | 'folded' | 'loading' | 'failed'>('folded');
  const isLoop = above.includes(use.key);
  const parent = above.at(-1)!;
  const isOpen = typeof step === 'object';
  const unfold = async (): Promise<void> => {
    if (step !== 'folded' && step !== 'failed') {
      setStep('folded');
      return;
    }
    setStep('loading');
    setStep((await loadStep({ codebaseId, params }, use.key, direction, kind)) ?? 'failed');
  };
  return (
    <li>
      <div className="use-row tree">
        {isLoop ? (
          <span className="loop" title="Already listed above: a loop">
            ↻
          </span>
        ) : use.goesOn ? (
          <button
            type="button"
            className="plain-button fold"
            aria-expanded={isOpen}
            aria-label={`${isOpen ? 'Fold' : 'Unfold'} ${use.name}`}
            onClick={() => void unfold()}
          >
            {isOpen ? '▾' : '▸'}
          </button>
        ) : (
          <span />
        )}
        <ElementName element={use} inferred={use.inferred} />
        <button
          type="button"
          className="plain-button"
          title={`${use.kinds.map((of) => dependencyWords[of] ?? of).join(', ')}: show the places`}
          aria-label={`${counted(use.count, 'place')}: show them`}
          onClick={() =>
            direction === 'uses' ? showEvidence(parent, use.end, kind) : showEvidence(use.end, parent, kind)
          }
        >
          {figure(use.count)}
        </button>
      </div>
      {step === 'loading' && <p className="faded">Loading…</p>}
      {step === 'failed' && <p className="against">The server did not answer; try again.</p>}
      {isOpen && (
        <Step
          codebaseId={codebaseId}
          above={[...above, use.key]}
          direction={direction}
          kind={kind}
          step={step}
          onAll={async () =>
            setStep(
              (await loadStep({ codebaseId, params }, use.key, direction, kind, step.total)) ?? 'failed',
            )
          }
        />
      )}
    </li>
  );
}
