import MuiMenu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import type { ReactNode } from 'react';

export interface MenuEntry {
  key: string;
  label: ReactNode;
  selected?: boolean;
  disabled?: boolean;
  /** It is pointed at, or reached by key; what it would do can be shown. */
  onAt?: () => void;
  run: () => void;
}

/** A menu that is open: below what opened it, or at a point of the page. Loaded when the first one is opened. */
export function OpenMenu({
  at,
  entries,
  onClose,
}: {
  at: Element | { left: number; top: number };
  entries: readonly MenuEntry[];
  onClose: () => void;
}) {
  const place =
    at instanceof Element
      ? { anchorEl: at }
      : { anchorReference: 'anchorPosition' as const, anchorPosition: at };
  return (
    // Keys pressed in a menu are not also keys of the list that it belongs to.
    <MuiMenu open onClose={onClose} onKeyDown={(event) => event.stopPropagation()} {...place}>
      {entries.map(({ key, label, selected = false, disabled = false, onAt, run }) => (
        <MenuItem
          key={key}
          selected={selected}
          disabled={disabled}
          onFocus={onAt}
          onMouseEnter={onAt}
          onClick={() => {
            onClose();
            run();
          }}
        >
          {label}
        </MenuItem>
      ))}
    </MuiMenu>
  );
}
