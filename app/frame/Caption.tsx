import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useRef, useState, type ReactNode } from 'react';
import type { ScopeChoice } from '../../server/views/scopeView.ts';
import { certaintyChoices, kindChoices } from '../../server/views/filters.ts';
import { useShortlists } from './shortlists/Shortlists.tsx';
import { usePicture } from '../state/usePicture.ts';

/** The sentence that says what the picture shows. Its bold parts change it. */
export function Caption({ children }: { children: ReactNode }) {
  return (
    <div className="caption" role="group" aria-label="What this shows">
      {children}
    </div>
  );
}

export interface Option {
  value: string;
  label: string;
}

/** A bold part of the caption: shows the choice made and opens the others. */
export function Choice({
  label,
  options,
  value,
  onChoose,
}: {
  /** What is chosen here, for readers of the screen: “tests”. */
  label: string;
  options: readonly Option[];
  value: string;
  onChoose: (value: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const anchor = useRef<HTMLButtonElement>(null);
  const current = options.find((option) => option.value === value)?.label ?? value;
  return (
    <>
      <button
        ref={anchor}
        type="button"
        className="plain-button choice"
        aria-haspopup="menu"
        aria-label={`${label}: ${current}`}
        onClick={() => setOpen(true)}
      >
        {current}
      </button>
      {open && (
        <Menu open onClose={() => setOpen(false)} anchorEl={() => anchor.current}>
          {options.map((option) => (
            <MenuItem
              key={option.value}
              selected={option.value === value}
              onClick={() => {
                setOpen(false);
                onChoose(option.value);
              }}
            >
              {option.label}
            </MenuItem>
          ))}
        </Menu>
      )}
    </>
  );
}

/** A choice that is one parameter of the address; the first option is the one without it. */
export function ParameterChoice({
  label,
  name,
  options,
  value,
  also = {},
}: {
  label: string;
  name: string;
  options: readonly Option[];
  value: string;
  /** Other parameters to change with it. */
  also?: Record<string, null>;
}) {
  const { change } = usePicture();
  return (
    <Choice
      label={label}
      options={options}
      value={value}
      onChoose={(chosen) => change({ ...also, [name]: chosen === options[0].value ? null : chosen })}
    />
  );
}

export function ScopePart({ scope }: { scope: ScopeChoice }) {
  const { change } = usePicture();
  const name = (key: string): string => (key === '' ? 'the whole codebase' : key);
  const options = [
    ...scope.above.map(({ key }) => ({ value: key, label: name(key) })),
    { value: scope.current.key, label: name(scope.current.key) },
    ...scope.below.map(({ key, name: folder }) => ({ value: key, label: `… ${folder}` })),
  ];
  return (
    <Choice
      label="folder"
      options={options}
      value={scope.current.key}
      onChoose={(key) => change({ in: key, open: null, page: null, from: null, to: null })}
    />
  );
}

export function KindsPart() {
  const { kinds } = usePicture();
  const options = Object.entries(kindChoices).map(([value, { label }]) => ({ value, label }));
  return <ParameterChoice label="kinds of dependency" name="kinds" options={options} value={kinds} />;
}

export function CertaintyPart() {
  const { certainty } = usePicture();
  const options = Object.entries(certaintyChoices).map(([value, { label }]) => ({ value, label }));
  return <ParameterChoice label="certainty" name="certainty" options={options} value={certainty} />;
}

export function TestsPart() {
  const { tests } = usePicture();
  const options = [
    { value: 'out', label: 'left out' },
    { value: 'in', label: 'counted in' },
  ];
  return <ParameterChoice label="tests" name="tests" options={options} value={tests} also={{ page: null }} />;
}

/** Which shortlist the picture is confined to and which is marked on it; each can be let go of. Nothing for none. */
export function ListsPart() {
  const { list, overlay, change } = usePicture();
  const { lists } = useShortlists();
  const name = (id: number): string => lists.find((own) => own.id === id)?.name ?? '…';
  const parts = [
    { parameter: 'list', id: list, words: 'only what is in' },
    { parameter: 'overlay', id: overlay, words: 'marking what is in' },
  ];
  return (
    <>
      {parts.map(
        ({ parameter, id, words }) =>
          id !== null && (
            <span key={parameter}>
              , {words}{' '}
              <Choice
                label={words}
                options={[
                  { value: 'kept', label: `“${name(id)}”` },
                  { value: 'none', label: 'no shortlist' },
                  ...lists
                    .filter((other) => other.id !== id)
                    .map((other) => ({ value: String(other.id), label: `“${other.name}”` })),
                ]}
                value="kept"
                onChoose={(chosen) => {
                  if (chosen !== 'kept') change({ [parameter]: chosen === 'none' ? null : chosen });
                }}
              />
            </span>
          ),
      )}
    </>
  );
}
