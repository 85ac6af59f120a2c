import { useMemo } from 'react';
import { Link } from 'react-router';
import type { SourcePage as SourceData } from '../../../server/views/sourceView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { SourceText } from './SourceText.tsx';
import './source.css';

/** A file's text, read-only, opened at a line, with its outline beside it. */
export function SourcePage({ source, codebaseId }: { source: SourceData; codebaseId: string }) {
  const { params, focus, focusOn } = usePicture();
  const focused = source.outline.find(({ key }) => key === focus);
  const asked = Number(params.get('line'));
  const line = Number.isInteger(asked) && asked > 0 ? asked : (focused?.startLine ?? 1);
  const range = useMemo(
    () => (asked > 0 || !focused ? null : { from: focused.startLine, to: focused.endLine }),
    [asked, focused],
  );
  return (
    <>
      <Caption>
        The text of <b>{source.path}</b>, {line > 1 ? `at line ${figure(line)}` : 'from its first line'}.
      </Caption>
      {source.changed && (
        <p className="source-notice caution">
          This file has changed since it was surveyed; lines named elsewhere may be off. Survey again to be
          exact.
        </p>
      )}
      {source.text === null ? (
        <div className="empty">
          <h1>The text cannot be shown</h1>
          <p className="faded">
            {source.path} has gone since the survey, or may not be read any more. What the survey knows of it
            stands beside.
          </p>
        </div>
      ) : (
        <div className="source-view">
          <Outline source={source} codebaseId={codebaseId} focus={focus} onFocus={focusOn} />
          <SourceText
            text={source.text}
            line={line}
            range={range}
            damage={source.damage}
            path={source.path}
          />
        </div>
      )}
    </>
  );
}

/** The accessors of one property bear one name. */
const accessorWords: Record<string, string | undefined> = { getter: 'get', setter: 'set' };

function Outline({
  source,
  codebaseId,
  focus,
  onFocus,
}: {
  source: SourceData;
  codebaseId: string;
  focus: string | null;
  onFocus: (key: string) => void;
}) {
  const links = useElementLinks(codebaseId);
  return (
    <div className="outline" aria-label="Outline">
      <h2>
        <span>Outline</span>
        <span title="Cyclomatic complexity">CC</span>
      </h2>
      {source.outline.map((declaration) => (
        <div
          key={declaration.key}
          className={`outline-row${declaration.key === focus ? ' current' : ''}`}
          style={{ paddingLeft: 10 + 12 * Math.min(5, declaration.depth) }}
        >
          <Link
            to={links.source(declaration)!}
            replace
            className="element"
            title={`${declaration.form}, lines ${declaration.startLine}–${declaration.endLine}`}
            onClick={() => onFocus(declaration.key)}
          >
            {declaration.name}
            {accessorWords[declaration.form] && (
              <span className="faded"> {accessorWords[declaration.form]}</span>
            )}
          </Link>
          <span>{declaration.cyclomatic ?? ''}</span>
        </div>
      ))}
      {source.outline.length === 0 && <p className="faded">It declares nothing.</p>}
      <h2>
        <span>Imports {counted(source.imports.length, 'file', 'files and externals')}</span>
      </h2>
      {source.imports.map((element, index) => (
        <div key={index} className="outline-row">
          <ElementName element={element} text={element.kind === 'external' ? element.name : element.key} />
          <span>{element.line}</span>
        </div>
      ))}
      <h2>
        <span>Imported by {counted(source.importedBy.length, 'file')}</span>
      </h2>
      {source.importedBy.map((element, index) => (
        <div key={index} className="outline-row">
          <ElementName element={element} text={element.key} />
        </div>
      ))}
    </div>
  );
}
