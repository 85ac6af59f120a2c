import { useEdit } from '../../state/edit.ts';

/** Has imports resolved from a folder too, from the next survey on. */
export function AddRoot({ root }: { root: string }) {
  const { send } = useEdit();
  return (
    <button
      type="button"
      className="chip"
      title={`Resolve imports from ${root === '.' ? 'the root of the codebase' : root} too`}
      onClick={() => send({ edit: 'addRoot', root })}
    >
      Add root <span className="mono">{root}</span>
    </button>
  );
}
