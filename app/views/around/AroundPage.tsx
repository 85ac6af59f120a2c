import { useEffect, useMemo, useState } from 'react';
import type { Around, AroundGroup } from '../../../server/views/aroundView.ts';
import type { AroundState } from '../../../server/views/aroundQuery.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  ArrangementPart,
  Caption,
  CaptionEnd,
  CertaintyPart,
  KindsPart,
  ParameterChoice,
  TestsPart,
} from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { LedOnLine } from '../../frame/LedOnLine.tsx';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { AroundFold } from './AroundFold.tsx';
import { StartButton, type Starts } from './StartButton.tsx';
import './around.css';

const directions = [
  { value: 'usedBy', label: 'users' },
  { value: 'uses', label: 'dependencies' },
];

/** All that uses an element, or that it uses, in groups with their sums, filtered as one types. */
export function AroundPage({
  around,
  query,
  scope,
  ledOn,
  ...starts
}: Starts & {
  ledOn: number;
  around: Around | null;
  query: AroundState;
  scope: ScopeChoice;
}) {
  const { params, focus, change } = usePicture();
  const isSet = params.has('set');
  const shown = isSet ? null : (around?.focus.key ?? null);
  useEffect(() => {
    // Without it in the address, the next click would be taken for another question.
    if (shown !== null && !params.has('around')) change({ around: shown }, { replace: true });
  }, [shown, params, change]);
  const [filter, setFilter] = useState('');
  const groups = useMemo(() => filtered(around?.groups ?? [], filter), [around, filter]);
  const reaches = [
    { value: 'direct', label: 'Direct' },
    { value: 'all', label: 'Direct and indirect' },
  ];
  const together = [
    { value: 'group', label: 'in groups' },
    { value: 'kind', label: 'by kind' },
    { value: 'certainty', label: 'by certainty' },
    { value: 'distance', label: 'by distance' },
  ];
  return (
    <>
      <Caption>
        <ParameterChoice label="reach" name="reach" options={reaches} value={query.reach} />{' '}
        <ParameterChoice label="direction" name="direction" options={directions} value={query.direction} /> of{' '}
        {isSet && around ? (
          <b>{around.focus.name}</b>
        ) : (
          <b className="mono">
            {around ? <ElementName element={around.focus} /> : 'the selection (none yet)'}
          </b>
        )}
        {focus !== null && focus !== shown && (
          <>
            {' '}
            <button
              type="button"
              className="plain-button link"
              onClick={() => change({ around: focus, set: null })}
            >
              (show the selection instead)
            </button>
          </>
        )}
        , by references of <KindsPart />, <CertaintyPart />; tests <TestsPart />; listed{' '}
        <ParameterChoice label="grouped by" name="together" options={together} value={query.together} />
        {query.together === 'group' && (
          <>
            {' '}
            <ArrangementPart scope={scope} />
          </>
        )}
        <CaptionEnd />
      </Caption>
      {around === null ? (
        <div className="empty">
          <h1>Nothing is selected</h1>
          <p className="faded">Press / to find a file, a type or a routine, or click one in any view.</p>
          <StartButton {...starts} />
        </div>
      ) : (
        <AroundList
          key={around.focus.key}
          around={around}
          ledOn={ledOn}
          starts={starts}
          groups={groups}
          query={query}
          filter={filter}
          onFilter={setFilter}
        />
      )}
    </>
  );
}

function AroundList({
  around,
  ledOn,
  starts,
  groups,
  query,
  filter,
  onFilter,
}: {
  around: Around;
  /** So many imports of what it is about count where they lead. */
  ledOn: number;
  starts: Starts;
  groups: AroundGroup[];
  query: AroundState;
  filter: string;
  onFilter: (text: string) => void;
}) {
  const { offer } = useShortlists();
  const keys = useMemo(
    () => [...new Set(groups.flatMap(({ members }) => members.map(({ key }) => key)))],
    [groups],
  );
  const labels = useMemo(() => groups.flatMap(({ label }) => label ?? []), [groups]);
  const words = query.direction === 'usedBy' ? 'users of' : 'used by';
  return (
    <>
      <div className="around-tools">
        <input
          className="field"
          aria-label="Filter by name or path"
          placeholder="Filter by name or path"
          value={filter}
          onChange={({ target }) => onFilter(target.value)}
        />
        <span className="faded" aria-live="polite">
          {filter !== '' && `${figure(keys.length)} of `}
          {counted(around.total, 'element')}, {counted(around.places, 'place')}
          {around.files.found > 0 && `; ${shareOf(around.files)}`}
          {around.untold > 0 &&
            `; the nearest ${figure(around.total - around.untold)} are listed, choose fewer kinds for the others`}
        </span>
        <span className="push" />
        <button
          type="button"
          className="chip"
          disabled={keys.length === 0}
          onClick={() =>
            offer({ suggested: `${words} ${around.focus.name}`.slice(0, 80), count: keys.length, keys })
          }
        >
          Shortlist {keys.length === 1 ? 'it' : `all ${figure(keys.length)}`}
        </button>
        <StartButton {...starts} />
      </div>
      <div
        className="page around-list"
        tabIndex={0}
        data-picture
        role="region"
        aria-label="What is around it"
      >
        {groups.length === 0 && (
          <p className="faded">
            {filter !== ''
              ? 'No name matches.'
              : query.direction === 'usedBy'
                ? 'Nothing uses it, under these filters.'
                : 'It uses nothing, under these filters.'}
          </p>
        )}
        {query.direction === 'usedBy' && <LedOnLine imports={ledOn} />}
        <NamedList all={labels}>
          {groups.map((group) => (
            <AroundFold
              key={group.key}
              group={group}
              end={around.end}
              direction={query.direction}
              startsOpen={group.sort === 'own' || filter !== ''}
            />
          ))}
        </NamedList>
      </div>
    </>
  );
}

/** How much of the codebase was found: files, their share, and tests among them. */
function shareOf({ found, tests, all }: Around['files']): string {
  const share = `${((100 * found) / Math.max(1, all)).toFixed(1)} %`;
  return `${share} of ${counted(all, 'file')}${tests > 0 ? `, ${counted(tests, 'test file')} among them` : ''}`;
}

/** The groups with those members whose key holds the text; groups without any are gone. */
export function filtered(groups: readonly AroundGroup[], text: string): AroundGroup[] {
  const wanted = text.trim().toLowerCase();
  if (wanted === '') return [...groups];
  return groups.flatMap((group) => {
    const members = group.members.filter(({ key }) => key.toLowerCase().includes(wanted));
    const places = members.reduce((sum, { count }) => sum + count, 0);
    return members.length === 0 ? [] : [{ ...group, members, places }];
  });
}
