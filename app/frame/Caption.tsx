import { Fragment, useRef, useState, type ReactNode } from 'react';
import { useRouteLoaderData } from 'react-router';
import type { Totals } from '../../server/survey/totals.ts';
import type { ArrangementId } from '../../core/arrangement/arrangement.ts';
import type { Grain } from '../../core/arrangement/units.ts';
import { arrangementWords } from '../../server/views/graphQuery/arrangementWords.ts';
import type { ScopeChoice } from '../../server/views/scopeView.ts';
import { certaintyChoices, kindChoices } from '../../server/views/graphQuery/filters.ts';
import { groupText } from '../../server/views/graphQuery/groupText.ts';
import { meaningOf } from './glossary.ts';
import { OpenMenu } from './parts.ts';
import { useShortlists } from './shortlists/Shortlists.tsx';
import { noEvidence, usePicture } from '../state/usePicture.ts';

/** The sentence that says what the picture shows. Its bold parts change it. */
export function Caption({ children }: { children: ReactNode }) {
  return (
    <div className="caption" role="group" aria-label="What this shows">
      {children}
    </div>
  );
}

/** A part of a caption that says nothing while it is as usual. */
export interface FoldedPart {
  name: string;
  isUsual: boolean;
  part: ReactNode;
}

/** The last parts of a caption, of which those that are as usual stand behind *more*, and its full stop. */
export function CaptionEnd({ parts: own = [] }: { parts?: readonly FoldedPart[] }) {
  const parts = [...useBarrelsPart(), ...own];
  return (
    <>
      <FoldedParts parts={parts} />
      {/* The full stop stays with what it ends. */}
      {'\u2060'}.
    </>
  );
}

function FoldedParts({ parts }: { parts: readonly FoldedPart[] }) {
  const [isOpen, setIsOpen] = useState(false);
  const shown = parts.filter(({ isUsual }) => isOpen || !isUsual);
  return (
    <>
      {shown.map(({ name, part }) => (
        <Fragment key={name}>, {part}</Fragment>
      ))}
      {(isOpen || shown.length < parts.length) && (
        <>
          {/* It stays with what is before it: a no-break space alone does not keep a button from the next line. */}
          {'\u2060\u00A0\u2060'}
          <button
            type="button"
            className="plain-button link caption-more"
            aria-expanded={isOpen}
            title={
              isOpen
                ? undefined
                : `Also: ${parts
                    .filter(({ isUsual }) => isUsual)
                    .map(({ name }) => name)
                    .join(', ')}`
            }
            onClick={() => setIsOpen(!isOpen)}
          >
            {isOpen ? 'less' : 'more'}
          </button>
        </>
      )}
    </>
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
        <OpenMenu
          at={anchor.current!}
          entries={options.map((option) => ({
            key: option.value,
            label: option.label,
            selected: option.value === value,
            run: () => onChoose(option.value),
          }))}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}

/** A choice that is one parameter of the address. */
export function ParameterChoice({
  label,
  name,
  options,
  value,
  usual = options[0].value,
  also = {},
}: {
  label: string;
  name: string;
  options: readonly Option[];
  value: string;
  /** What holds without the parameter: the first option where it is not said, null where what that is follows from something else. */
  usual?: string | null;
  /** Other parameters to change with it. */
  also?: Record<string, null>;
}) {
  const { change } = usePicture();
  return (
    <Choice
      label={label}
      options={options}
      value={value}
      onChoose={(chosen) => change({ ...also, [name]: chosen === usual ? null : chosen })}
    />
  );
}

const grainWords: Record<Grain, string> = {
  files: 'files',
  types: 'types',
  routines: 'routines',
  groups: 'groups',
};

/** What stands in an open group: `files`; groups by the word for them, `packages`. */
export function grainLabel(grain: Grain, by: ArrangementId): string {
  return grain === 'groups' ? arrangementWords[by].plural : grainWords[grain];
}

/** What is open, where a picture begins and what is chosen in it belong to an arrangement and a grain. */
const otherPicture = { open: null, page: null, zoom: null, cycle: null, walk: null, ...noEvidence };

export function GrainPart({
  order = ['files', 'types', 'routines', 'groups'],
}: {
  order?: readonly Grain[];
}) {
  const { grain, by, change } = usePicture();
  return (
    <Choice
      label="grain"
      options={order.map((value) => ({ value, label: grainLabel(value, by) }))}
      value={grain}
      onChoose={(chosen) => change({ ...otherPicture, grain: chosen === 'files' ? null : chosen })}
    />
  );
}

/** The arrangement by which things stand in groups; `list` offers all in one list as well. */
export function ArrangementPart({ scope, list }: { scope: ScopeChoice; list?: { isOn: boolean } }) {
  const { by, change } = usePicture();
  const options: Option[] = scope.arrangements.map((value) => ({
    value: value,
    label: `by ${arrangementWords[value].by}`,
  }));
  if (list) options.push({ value: 'list', label: 'in one list' });
  return (
    <Choice
      label="arrangement"
      options={options}
      value={list?.isOn ? 'list' : by}
      onChoose={(chosen) => {
        if (chosen === 'list') change({ ...otherPicture, flat: '1' });
        else {
          const isOther = chosen !== by;
          change({
            ...otherPicture,
            flat: null,
            by: chosen === 'folders' ? null : chosen,
            ...(isOther ? { in: null } : {}),
          });
        }
      }}
    />
  );
}

export function ScopePart({ scope }: { scope: ScopeChoice }) {
  const { change } = usePicture();
  const options = [
    ...scope.above.map((group) => ({ value: group.key, label: groupText(group) })),
    { value: scope.current.key, label: groupText(scope.current) },
    ...scope.below.map(({ key, name }) => ({ value: key, label: `… ${name}` })),
  ];
  return (
    <Choice
      label="where"
      options={options}
      value={scope.current.key}
      onChoose={(key) => change({ ...otherPicture, in: key })}
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

/** True where some imports lead elsewhere than they are written. */
export function useHasBarrels(): boolean {
  const data = useRouteLoaderData<{ record: { totals: Totals } | null }>('routes/codebase');
  return data?.record?.totals.hasBarrels === true;
}

/** Whether imports of barrels count where they lead; nothing in a codebase without barrels. */
function useBarrelsPart(): FoldedPart[] {
  const { barrels } = usePicture();
  const options = [
    { value: 'through', label: 'where they lead' },
    { value: 'written', label: 'as written' },
  ];
  if (!useHasBarrels()) return [];
  const part = (
    <>
      <span title={meaningOf('barrel')}>imports of barrels</span>{' '}
      <ParameterChoice
        label="imports of barrels"
        name="barrels"
        options={options}
        value={barrels}
        also={{ page: null, cycle: null, ...noEvidence }}
      />
    </>
  );
  return [{ name: 'imports of barrels', isUsual: barrels === 'through', part }];
}

export function TestsPart() {
  const { tests } = usePicture();
  const options = [
    { value: 'out', label: 'hidden' },
    { value: 'in', label: 'shown' },
  ];
  return <ParameterChoice label="tests" name="tests" options={options} value={tests} also={{ page: null }} />;
}

/** Which shortlist the picture is confined to and which is marked on it; each can be let go of. Nothing for none. */
export function ListsPart() {
  const { list, overlay, change } = usePicture();
  const { lists } = useShortlists();
  const name = (id: number): string => lists.find((own) => own.id === id)?.name ?? '…';
  const parts = [
    { parameter: 'list', id: list, words: 'only elements of' },
    { parameter: 'overlay', id: overlay, words: 'marking elements of' },
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
