import { MenuChip } from '../../frame/MenuChip.tsx';
import { useEdit } from '../../state/edit.ts';

/** Has imports resolved from a folder too, from the next survey on: from the one there is, or one that is chosen. */
export function AddRoot({ roots }: { roots: readonly string[] }) {
  const { send } = useEdit();
  const add = (root: string): void => void send({ edit: 'addRoot', root });
  if (roots.length === 0) return null;
  const [first] = roots;
  if (roots.length === 1)
    return (
      <button
        type="button"
        className="chip"
        title={`Resolve imports from ${first === '.' ? 'the root of the codebase' : first} too`}
        onClick={() => add(first)}
      >
        Add root <span className="mono">{first}</span>
      </button>
    );
  return (
    <>
      <MenuChip
        title="Resolve imports from another folder too"
        entries={roots.map((root) => ({
          key: root,
          label: <span className="mono">{root}</span>,
          run: () => add(root),
        }))}
      >
        Add one of {roots.length} roots
      </MenuChip>
    </>
  );
}
