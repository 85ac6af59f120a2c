import { useState } from 'react';
import { Link } from 'react-router';
import type { ManifestSummary, Overview } from '../../../server/views/overviewView.ts';
import { counted } from '../../state/figures.ts';
import { Block } from './Block.tsx';
import { ShowAll } from './ShowAll.tsx';

const SHOWN = 6;

/** What project files declare, set against what the code uses. */
export function Manifests({ overview, base }: { overview: Overview; base: string }) {
  const { manifests, manifestCount } = overview;
  const [isWhole, setIsWhole] = useState(false);
  return (
    <Block title="Manifests" note={`${manifestCount} read`}>
      {manifests.length === 0 && <p className="faded">None were found.</p>}
      {manifests.slice(0, isWhole ? undefined : 2 * SHOWN).map((manifest) => (
        <div key={manifest.path} className="manifest">
          <p>
            <Link to={`${base}/document?file=${encodeURIComponent(manifest.path)}`} className="mono">
              {manifest.path}
            </Link>{' '}
            {manifest.name && <b>{manifest.name}</b>}{' '}
            <span className="faded">
              {manifest.ecosystem}, {counted(manifest.declared, 'external')} declared
            </span>
          </p>
          <Use manifest={manifest} base={base} />
        </div>
      ))}
      {manifestCount > 2 * SHOWN && (
        <ShowAll count={manifestCount} of={manifests.length} isWhole={isWhole} onChange={setIsWhole} />
      )}
    </Block>
  );
}

function Use({ manifest: { use }, base }: { manifest: ManifestSummary; base: string }) {
  if (!use) return null;
  const { used, unused, undeclared } = use;
  if (unused.length === 0 && undeclared.length === 0)
    return used > 0 ? <p className="faded">Declared and used packages agree.</p> : null;
  return (
    <>
      {unused.length > 0 && (
        <p>
          <span className="caution">Declared, but unused: </span>
          <span className="mono">{unused.slice(0, SHOWN).join(', ')}</span>
          {unused.length > SHOWN && <More names={unused.slice(SHOWN)} />}
        </p>
      )}
      {undeclared.length > 0 && (
        <p>
          <span className="caution">Used, but not declared: </span>
          {undeclared.slice(0, SHOWN).map(({ name, files, first }, i) => (
            <span key={name} className="mono">
              {i > 0 && ', '}
              <Link
                to={`${base}/source?file=${encodeURIComponent(first)}`}
                title={`${counted(files, 'file')}, the first ${first}`}
              >
                {name}
              </Link>
            </span>
          ))}
          {undeclared.length > SHOWN && <More names={undeclared.slice(SHOWN).map(({ name }) => name)} />}
        </p>
      )}
    </>
  );
}

/** Names beyond the first few, unfolded where they stand. */
function More({ names }: { names: readonly string[] }) {
  const [isOpen, setIsOpen] = useState(false);
  if (isOpen) return `, ${names.join(', ')}`;
  return (
    <>
      {' and '}
      <button type="button" className="plain-button link" onClick={() => setIsOpen(true)}>
        {names.length} more
      </button>
    </>
  );
}
