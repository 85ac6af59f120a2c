import { Link } from 'react-router';
import type { ManifestSummary, Overview } from '../../../server/views/overviewView.ts';
import { counted } from '../../state/figures.ts';
import { Block } from './Block.tsx';

const SHOWN = 6;

/** What project files declare, set against what the code uses. */
export function Manifests({ overview, base }: { overview: Overview; base: string }) {
  const { manifests, manifestCount } = overview;
  return (
    <Block title="Manifests" note={`${manifestCount} read`}>
      {manifests.length === 0 && <p className="faded">None were found.</p>}
      {manifests.map((manifest) => (
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
      {manifestCount > manifests.length && (
        <p className="faded">and {manifestCount - manifests.length} more</p>
      )}
    </Block>
  );
}

function Use({ manifest: { use }, base }: { manifest: ManifestSummary; base: string }) {
  if (!use) return null;
  const { used, unused, undeclared } = use;
  if (unused.length === 0 && undeclared.length === 0)
    return used > 0 ? (
      <p className="faded">All that is used is declared, and all that is declared is used.</p>
    ) : null;
  return (
    <>
      {unused.length > 0 && (
        <p>
          <span className="caution">Declared, and no file uses it: </span>
          <span className="mono">{shortened(unused)}</span>
        </p>
      )}
      {undeclared.length > 0 && (
        <p>
          <span className="caution">Used, and not declared: </span>
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
          {undeclared.length > SHOWN && ` and ${undeclared.length - SHOWN} more`}
        </p>
      )}
    </>
  );
}

function shortened(names: string[]): string {
  return names.slice(0, SHOWN).join(', ') + (names.length > SHOWN ? ` and ${names.length - SHOWN} more` : '');
}
