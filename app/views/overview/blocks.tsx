import { useState } from 'react';
import { Link } from 'react-router';
import type { EntryPoint } from '../../../core/contracts/language.ts';
import type { Overview, OutlierRow } from '../../../server/views/overviewView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';
import { MarkedName } from '../../frame/marks/MarkedName.tsx';
import { CutName, NamedList } from '../../frame/names/Names.tsx';
import { namesApart } from '../../../server/views/graphQuery/namesApart.ts';
import { Block } from './Block.tsx';
import { ShowAll } from './ShowAll.tsx';

const roleWords: Record<EntryPoint['role'], string> = {
  program: 'program',
  main: 'main of',
  export: 'exported as',
  script: 'run by',
  server: 'server',
  configuration: 'configuration',
};

/** So many lines of a list stand there before the rest is asked for. */
const SHOWN = 8;

/** The entry points of the code. */
export function EntryPoints({ overview, codebaseId }: { overview: Overview; codebaseId: string }) {
  const links = useElementLinks(codebaseId);
  const { entryPoints, entryPointCount, tests } = overview;
  const [isWhole, setIsWhole] = useState(false);
  return (
    <Block title="Entry points" note={counted(entryPointCount, 'file')}>
      {entryPoints.length === 0 && (
        <p className="faded">None found: no manifest names one, and no file looks like one.</p>
      )}
      {entryPoints.slice(0, isWhole ? undefined : SHOWN).map(({ path, role, name }) => (
        <div key={path} className="entry-line">
          <Link to={links.place(path, 1)} className="mono" title={path}>
            <MarkedName of={path} name={path} />
          </Link>
          <span className="faded">
            {roleWords[role]} {role === 'server' || role === 'configuration' ? '' : <b>{name}</b>}
          </span>
        </div>
      ))}
      {entryPointCount > SHOWN && (
        <ShowAll count={entryPointCount} of={entryPoints.length} isWhole={isWhole} onChange={setIsWhole} />
      )}
      {tests.files > 0 && (
        <p className="faded">
          {counted(tests.files, 'test file')} with {counted(tests.codeLines, 'line')} of code
        </p>
      )}
    </Block>
  );
}

/** What the codebase says of itself to people. */
export function Documents({
  overview: { documents, documentCount },
  base,
}: {
  overview: Overview;
  base: string;
}) {
  if (documents.length === 0) return null;
  return (
    <Block title="Texts" note={counted(documentCount, 'file')}>
      {documents.slice(0, 6).map(({ path, isReadme }) => (
        <div key={path} className="entry-line">
          <Link to={`${base}/document?file=${encodeURIComponent(path)}`} className="mono" title={path}>
            <CutName name={path} />
          </Link>
          <span className="faded">{isReadme && path.includes('/') ? '' : isReadme ? 'begin here' : ''}</span>
        </div>
      ))}
      {documentCount > 6 && (
        <p>
          <Link to={`${base}/document?file=${encodeURIComponent(documents[0].path)}`}>
            {figure(documentCount - 6)} more
          </Link>
        </p>
      )}
    </Block>
  );
}

const kindWords = { file: 'file', routine: 'routine', type: 'type' };

/** What stands far beyond the rest, by the main measures. */
export function Outliers({ rows, base }: { rows: OutlierRow[]; base: string }) {
  return (
    <Block
      title="Outliers"
      note={
        <span title="Beyond the upper quartile by half again the span of the middle half, of the logarithms (Tukey 1977), and never among what is ordinary for the measure">
          far beyond the others
        </span>
      }
    >
      <div className="outliers">
        {rows.map(({ measure, name, unit, kind, fence, count, codeShare, highest }) => (
          <div key={`${kind} ${measure}`} className="outlier-row">
            <Link to={`${base}/measures?of=${kind}&sort=${measure}`}>
              {name} <span className="faded">of a {kindWords[kind]}</span>
            </Link>
            <span>
              {fence === null ? (
                <span className="faded">too few to tell</span>
              ) : count === 0 ? (
                <span className="faded">none above {figure(fence, fence % 1 === 0 ? 0 : 1)}</span>
              ) : (
                <>
                  <b className="mono">{figure(count)}</b> above {figure(fence, fence % 1 === 0 ? 0 : 1)}
                  {unit === '' ? '' : ` ${unit}`}, {percent(codeShare, codeShare < 0.01 ? 1 : 0)} of the code
                </>
              )}
            </span>
            <span className="outlier-names">
              <NamedList all={count === 0 ? [] : highest}>
                {(count === 0 ? [] : highest).map((element) => (
                  <span key={element.key}>
                    <ElementName element={element} />{' '}
                    <span className="mono faded">{figure(element.value)}</span>
                  </span>
                ))}
              </NamedList>
            </span>
          </div>
        ))}
      </div>
    </Block>
  );
}

export function CyclesBlock({ overview, base }: { overview: Overview; base: string }) {
  const { params } = usePicture();
  const cycles = (own: Record<string, string>): string =>
    `${base}/cycles?${besideQuery(params, { grain: 'files', ...own })}`;
  const more = overview.cycleCount - overview.cycles.length;
  return (
    <Block title="Cycles of files" note="members">
      {overview.cycles.length === 0 && (
        <p className="faded">None: the files can be put in an order without cycles.</p>
      )}
      {overview.cycles.map(({ tag, key, names, size }) => (
        <div key={tag} className="cycle-line">
          <Link to={cycles({ cycle: key })}>{tag}</Link>
          <span className="mono">
            {namesApart(names).join(', ')}
            {size > names.length && ' …'}
          </span>
          <span className="mono">{size}</span>
        </div>
      ))}
      {more > 0 && (
        <p>
          <Link to={cycles({})}>{figure(more)} more</Link>
        </p>
      )}
    </Block>
  );
}
