import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Breaks, BrokenPair, RuleLine } from '../../../server/views/rules/rulesView.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { useHasBarrels } from '../../frame/Caption.tsx';
import { CutName } from '../../frame/names/Names.tsx';
import { authorName } from '../../state/author.ts';
import { counted, figure } from '../../state/figures.ts';
import { carriedOver, patched } from '../../state/pictureState.ts';
import { dependencyWords } from '../../state/words.ts';
import { usePicture } from '../../state/usePicture.ts';
import { AcceptForm, type AcceptWords } from './AcceptForm.tsx';
import type { RulesEditor } from '../../state/useRulesEdit.ts';

/** So many lines of a pair are named before its evidence is asked for. */
const LINES = 8;

/** What breaks each rule, by the groups at both ends; one of them open, with its files and lines. */
export function BreaksList({
  rules,
  breaks,
  editor,
}: {
  rules: RuleLine[];
  breaks: Breaks[];
  editor: RulesEditor;
}) {
  const { params, change } = usePicture();
  const open = params.get('pair');
  return (
    <>
      {rules.map((rule) => (
        <section key={rule.name} className="rule" aria-label={rule.name}>
          <h2>
            {rule.name}{' '}
            <span
              className={
                rule.references === 0 ? 'faded' : rule.severity === 'warning' ? 'caution' : 'against'
              }
            >
              {rule.isIdle
                ? 'matches nothing in this code'
                : rule.references > 0
                  ? `${counted(rule.references, 'violation')}${rule.severity === 'warning' ? ', warning only' : ''}`
                  : 'no violations'}
              {rule.accepted > 0 && <span className="faded">, {figure(rule.accepted)} accepted</span>}
            </span>
            <button
              type="button"
              className="plain-button"
              aria-label={`Remove the rule ${rule.name}`}
              title="Remove the rule"
              onClick={() => editor.edit(`removed ${rule.name}`, { do: 'takeRuleOut', rule: rule.name })}
            >
              ×
            </button>
          </h2>
          <p className="faded">
            {rule.says}. {rule.reason}
          </p>
          <ul>
            {breaks
              .filter((each) => each.rule === rule.name)
              .map((each) => (
                <li key={each.id}>
                  <button
                    type="button"
                    className="plain-button break-line"
                    aria-expanded={open === each.id}
                    onClick={() => change({ pair: open === each.id ? null : each.id, part: null })}
                  >
                    <span className="mono break-count">{figure(each.references)}</span>
                    {each.from === '' && each.to === '' ? (
                      <span>in {counted(each.count, 'pair')} of files</span>
                    ) : each.to === '' ? (
                      <CutName name={each.from} />
                    ) : (
                      <span className="break-ends">
                        <CutName name={each.from} /> <span className="faded">uses</span>{' '}
                        <CutName name={each.to} />
                      </span>
                    )}
                    {each.accepted > 0 && <span className="faded"> {figure(each.accepted)} accepted</span>}
                  </button>
                  {open === each.id && <Pairs breaks={each} rule={rule} editor={editor} />}
                </li>
              ))}
          </ul>
        </section>
      ))}
    </>
  );
}

function Pairs({ breaks, rule, editor }: { breaks: Breaks; rule: RuleLine; editor: RulesEditor }) {
  const { params, change } = usePicture();
  const [accepting, setAccepting] = useState<string | null>(null);
  const { offer } = useShortlists();
  const keys = [...new Set(breaks.pairs.flatMap(({ from, to, isUse }) => (isUse ? [from, to] : [from])))];
  const part = Number(params.get('part')) || 0;
  const [first, last] = [breaks.first + 1, breaks.first + breaks.pairs.length];
  const accept = ({ from, to, lines }: BrokenPair, words: AcceptWords): void => {
    editor.edit(`accepted ${from}`, {
      do: 'accept',
      exception: {
        ...{ rule: rule.name, from, to: to === '' ? '**' : to, reason: words.reason, by: authorName() },
        ...(words.until === '' ? {} : { until: words.until }),
        ...(words.isCapped ? { most: lines.length } : {}),
      },
    });
    setAccepting(null);
  };
  return (
    <div className="break-pairs">
      {breaks.pairs.map((pair) => {
        const key = `${pair.from} ${pair.to} ${pair.accepted ?? ''}`;
        return (
          <div key={key} className="break-pair">
            <PairEnds pair={pair} rule={rule} />
            <p className="faded">
              {pair.words}
              {pair.kinds
                .map(([kind, count]) => `${dependencyWords[kind] ?? kind} ${figure(count)}`)
                .join(', ')}
              {pair.accepted !== null && <> · accepted: {pair.accepted}</>}
              {pair.accepted === null && accepting !== key && (
                <button type="button" className="plain-button link" onClick={() => setAccepting(key)}>
                  Accept …
                </button>
              )}
            </p>
            {accepting === key && (
              <AcceptForm
                count={pair.lines.length}
                onAccept={(words) => accept(pair, words)}
                onLeave={() => setAccepting(null)}
              />
            )}
          </div>
        );
      })}
      <p>
        <button
          type="button"
          className="chip"
          title="Shortlisted files can be marked in the matrix, the graph and other pictures"
          onClick={() =>
            offer({ suggested: `violations of ${rule.name}`.slice(0, 80), count: keys.length, keys })
          }
        >
          Add files to a shortlist
        </button>
      </p>
      {breaks.count > breaks.pairs.length && (
        <p>
          {figure(first)} to {figure(last)} of {figure(breaks.count)}{' '}
          <button
            type="button"
            className="chip"
            disabled={first === 1}
            onClick={() => change({ part: String(part - 1) })}
          >
            Before
          </button>{' '}
          <button
            type="button"
            className="chip"
            disabled={last >= breaks.count}
            onClick={() => change({ part: String(part + 1) })}
          >
            Next
          </button>
        </p>
      )}
    </div>
  );
}

/** Who uses whom, with the lines in which it stands; all of them are its evidence. */
function PairEnds({ pair: { from, to, lines, isUse, tests }, rule }: { pair: BrokenPair; rule: RuleLine }) {
  const { params, change } = usePicture();
  const { codebaseId } = useParams();
  const sourceAt = (line: number): string => {
    const search = patched(new URLSearchParams(carriedOver(params)), {
      file: from,
      line: String(line),
      focus: from,
    });
    return `/codebases/${codebaseId}/source?${search}`;
  };
  const { kinds, certainty } = rule.choices;
  // Rules go by what is written.
  const barrels = useHasBarrels() ? 'written' : null;
  return (
    <p className="mono">
      <CutName name={from} />{' '}
      {lines.slice(0, LINES).map((line, at) => (
        <Link key={at} to={sourceAt(line)} title={`line ${line} of ${from}`}>
          {at === 0 ? ':' : ', '}
          {line}
        </Link>
      ))}
      {!isUse && to !== '' && <CutName name={to.slice(from.length + 1)} />}
      {isUse && (
        <>
          {' → '}
          <CutName name={to} />{' '}
          <button
            type="button"
            className="plain-button link"
            onClick={() => change({ from, to, kinds, certainty, tests, barrels, via: null, dossier: null })}
          >
            {counted(lines.length, 'place')}
          </button>
        </>
      )}
    </p>
  );
}
