import { MergeView } from '@codemirror/merge';
import { EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Comparison } from '../../../server/views/completenessView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { patched } from '../../state/pictureState.ts';
import { reading } from '../../frame/reading.ts';

/** Two files side by side, with what differs marked. */
export function ComparePage({ comparison, codebaseId }: { comparison: Comparison; codebaseId: string }) {
  const { left, right } = comparison;
  const [params] = useSearchParams();
  const links = useElementLinks(codebaseId);
  const isSame = left.text === right.text;
  return (
    <>
      <Caption>
        <Link to={links.place(left.path, 1)}>
          <b className="mono">{left.path}</b>
        </Link>{' '}
        beside{' '}
        <Link to={links.place(right.path, 1)}>
          <b className="mono">{right.path}</b>
        </Link>
        : {isSame ? 'not a character differs' : 'what differs is marked'}.{' '}
        <Link to={`?${patched(params, { compare: null })}`}>Back to Completeness</Link>
      </Caption>
      {left.text === null || right.text === null ? (
        <div className="page">
          <p className="against">{left.text === null ? left.path : right.path} cannot be read any more.</p>
        </div>
      ) : (
        <Merge left={left.text} right={right.text} paths={[left.path, right.path]} />
      )}
    </>
  );
}

function Merge({
  left,
  right,
  paths: [leftPath, rightPath],
}: {
  left: string;
  right: string;
  paths: [string, string];
}) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const view = new MergeView({
      parent: host.current!,
      a: { doc: left, extensions: [reading(leftPath), EditorView.lineWrapping] },
      b: { doc: right, extensions: [reading(rightPath), EditorView.lineWrapping] },
      gutter: true,
      collapseUnchanged: { margin: 4, minSize: 12 },
      diffConfig: { scanLimit: 2_000, timeout: 2_000 },
    });
    return () => view.destroy();
  }, [left, right, leftPath, rightPath]);
  return <div ref={host} className="merge" />;
}
