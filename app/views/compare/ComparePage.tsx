import { useMemo } from 'react';
import type { ComparedPage, ComparedSide } from '../../../server/views/plan/comparedView.ts';
import { Caption, ParameterChoice, TestsPart } from '../../frame/Caption.tsx';
import { DepthPart } from '../../frame/DepthPart.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { BandsPicture } from './BandsPicture.tsx';
import { CommonMatrix } from './CommonMatrix.tsx';
import './compare.css';

/** How the comparison is drawn. */
const drawings = [
  { value: 'bands', label: 'bands' },
  { value: 'matrix', label: 'a matrix' },
];

/** Two ways to put files into groups: who went where, as bands or as a matrix, and how alike they are. */
export function ComparePage({ page }: { page: ComparedPage }) {
  const { sides, choices, open } = page;
  const { params, change } = usePicture();
  const as = params.get('as') === 'matrix' ? 'matrix' : 'bands';
  const [one, other] = sides;
  const openCell = (first: number, second: number): void =>
    change(
      { inOne: one.groups[first].key, inOther: other.groups[second].key, focus: null },
      { replace: true },
    );
  const Picture = as === 'matrix' ? CommonMatrix : BandsPicture;
  return (
    <>
      <Caption>
        Files <SidePart parameter="one" side={one} choices={choices} /> compared with files{' '}
        <SidePart parameter="other" side={other} choices={choices} />, as{' '}
        <ParameterChoice label="drawing" name="as" options={drawings} value={as} />; tests <TestsPart />.
      </Caption>
      <Figures page={page} />
      {one.groups.length === 0 || other.groups.length === 0 ? (
        <div className="empty">
          <h1>Nothing to compare</h1>
          <p className="faded">One of the sides has no groups. Choose another in the caption.</p>
        </div>
      ) : (
        <div className="compare-frame">
          <Picture page={page} onOpen={openCell} />
          {open && <OpenCell page={page} open={open} />}
        </div>
      )}
    </>
  );
}

/** What stands on one side, and how deep it is looked. */
function SidePart({
  parameter,
  side: { name, levels, mostLevels },
  choices,
}: {
  parameter: 'one' | 'other';
  side: ComparedSide;
  choices: ComparedPage['choices'];
}) {
  const also = { inOne: null, inOther: null, [`${parameter}Levels`]: null };
  return (
    <>
      <ParameterChoice
        label={parameter === 'one' ? 'first' : 'second'}
        name={parameter}
        options={choices.map(({ name: value, words }) => ({ value, label: words }))}
        value={name}
        usual={null}
        also={also}
      />
      <DepthPart
        label={`depth of the ${parameter === 'one' ? 'first' : 'second'}`}
        name={`${parameter}Levels`}
        levels={levels}
        mostLevels={mostLevels}
        also={{ inOne: null, inOther: null }}
      />
    </>
  );
}

function Figures({ page: { likeness, both, nowhere, sides } }: { page: ComparedPage }) {
  const [there, back] = likeness.moJoFm;
  const [one, other] = sides;
  return (
    <div className="compare-figures">
      <span title="MoJoFM (Wen and Tzerpos 2004), 0 to 100: the share of moves of single files and joins of groups that would turn the most distant partition into the other side, and that this side does not need. Given in both directions; the lower one counts.">
        MoJoFM <b className="mono">{there.toFixed(1)}</b> A → B, <b className="mono">{back.toFixed(1)}</b> B →
        A
      </span>
      <span title="Adjusted Rand index (Hubert and Arabie 1985): 1 for the same partition, 0 for what chance would give. Of all pairs of files, how many both sides keep together or apart, beyond chance.">
        adjusted Rand index <b className="mono">{likeness.adjustedRand.toFixed(3)}</b>
      </span>
      <span>
        {counted(both, 'file')} in {figure(one.groups.length)} and {figure(other.groups.length)} groups
        {nowhere.some((files) => files > 0) &&
          `; ${figure(nowhere[0])} in no group on the first side, ${figure(nowhere[1])} on the second`}
      </span>
    </div>
  );
}

/** The files that two groups have in common. */
function OpenCell({ page, open }: { page: ComparedPage; open: NonNullable<ComparedPage['open']> }) {
  const { change } = usePicture();
  const { offer } = useShortlists();
  const [one, other] = [page.sides[0].groups[open.one], page.sides[1].groups[open.other]];
  const keys = useMemo(() => open.files.map(({ key }) => key), [open.files]);
  return (
    <section className="compare-open" aria-label="What both have in common">
      <h2>
        <span>
          {counted(open.files.length, 'file')} of {one.name} in {other.name}
        </span>
        <button
          type="button"
          className="plain-button"
          aria-label="Close"
          onClick={() => change({ inOne: null, inOther: null }, { replace: true })}
        >
          ×
        </button>
      </h2>
      <p>
        <button
          type="button"
          className="chip"
          onClick={() => offer({ suggested: `${one.name} in ${other.name}`, count: keys.length, keys })}
        >
          Add to a shortlist
        </button>
      </p>
      <NamedList all={open.files}>
        {open.files.map((file) => (
          <div key={file.key} className="compare-file">
            <ElementName element={file} />
          </div>
        ))}
      </NamedList>
    </section>
  );
}
