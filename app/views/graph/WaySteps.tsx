import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { usePicture } from '../../state/usePicture.ts';

/** Goes along a way step by step; the lines of each are read beside the drawing. */
export function WaySteps({ walk }: { walk: GraphPicture['walk'] }) {
  const { from, to, showEvidence } = usePicture();
  const last = walk.length - 1;
  if (last < 1) return null;
  const at = walk.findIndex(({ end }, i) => end === from && walk[i + 1]?.end === to);
  const read = (step: number): void => showEvidence(walk[step].end, walk[step + 1].end);
  const step = (word: string, target: number) => (
    <button
      type="button"
      className="chip"
      disabled={target < 0 || target >= last}
      aria-label={word}
      onClick={() => read(target)}
    >
      {word === 'The step before' ? '◂' : '▸'}
    </button>
  );
  return (
    <span className="way-steps" role="group" aria-label="Steps of the path">
      {at < 0 ? (
        <button type="button" className="chip" onClick={() => read(0)}>
          Read it step by step
        </button>
      ) : (
        <>
          {step('The step before', at - 1)}
          <span>
            step {at + 1} of {last}: <ElementName element={walk[at]} /> uses{' '}
            <ElementName element={walk[at + 1]} />
          </span>
          {step('The next step', at + 1)}
        </>
      )}
    </span>
  );
}
