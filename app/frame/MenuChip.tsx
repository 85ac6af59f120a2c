import { useState, type ReactNode } from 'react';
import type { MenuEntry } from './OpenMenu.tsx';
import { OpenMenu } from './parts.ts';

/** A button that opens a menu below itself. */
export function MenuChip({
  children,
  entries,
  title,
  disabled = false,
}: {
  children: ReactNode;
  entries: readonly MenuEntry[];
  title?: string;
  disabled?: boolean;
}) {
  const [at, setAt] = useState<Element | null>(null);
  return (
    <>
      <button
        type="button"
        className="chip"
        aria-haspopup="menu"
        title={title}
        disabled={disabled}
        onClick={({ currentTarget }) => setAt(currentTarget)}
      >
        {children}
      </button>
      {at && <OpenMenu at={at} entries={entries} onClose={() => setAt(null)} />}
    </>
  );
}
