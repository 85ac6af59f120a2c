import type { HierarchyPage } from '../../../server/views/hierarchy/hierarchyView.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { Caption, ParameterChoice, ScopePart } from '../../frame/Caption.tsx';
import { groupText } from '../../../server/views/graphQuery/groupText.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import type { TypesState } from '../../../server/views/typesQuery.ts';
import { ClassDiagram } from './ClassDiagram.tsx';
import { TypeList } from './TypeList.tsx';
import './types.css';

const memberChoices = [
  { value: 'public', label: 'their public members' },
  { value: 'all', label: 'all their members' },
  { value: 'none', label: 'no members' },
];

/** How types stand to each other: above and below one, or all of a folder or a shortlist, drawn or listed. */
export function TypesPage({
  query,
  page,
  scope,
  list,
  codebaseId,
}: {
  query: TypesState;
  page: HierarchyPage | null;
  scope: ScopeChoice;
  list: string | null;
  codebaseId: string;
}) {
  const where = scope.current.key === '' ? 'the whole codebase' : groupText(scope.current);
  const name = page?.focus?.name ?? 'the selected type';
  const sets = [
    { value: 'focus', label: `what is above and below ${name}` },
    { value: 'folder', label: 'all types' },
    { value: 'list', label: list === null ? 'the types of a shortlist' : `the types of “${list}”` },
  ];
  const subject =
    query.of === 'folder' ? `the types of ${where}` : sets.find(({ value }) => value === query.of)!.label;
  const sentence = `${subject}, with ${memberChoices.find(({ value }) => value === query.members)!.label}.`;
  const isEmpty = !page || page.nodes.length === 0;
  return (
    <>
      <Caption>
        Type hierarchy: <ParameterChoice label="types shown" name="of" options={sets} value={query.of} />
        {query.of === 'folder' && (
          <>
            {' of '}
            <ScopePart scope={scope} />
          </>
        )}
        , with{' '}
        <ParameterChoice label="members" name="members" options={memberChoices} value={query.members} />,{' '}
        <ParameterChoice
          label="picture"
          name="as"
          options={[
            { value: 'drawing', label: 'drawn' },
            { value: 'list', label: 'listed' },
          ]}
          value={query.as}
        />
        {query.as === 'list' && query.of === 'focus' && (
          <>
            , inherited members{' '}
            <ParameterChoice
              label="inherited members"
              name="inherited"
              options={[
                { value: 'no', label: 'left out' },
                { value: 'yes', label: 'listed too' },
              ]}
              value={query.inherited}
            />
          </>
        )}
        .
      </Caption>
      {page && page.pages > 1 && <Parts page={page} />}
      {isEmpty ? (
        <Nothing query={query} list={list} where={where} />
      ) : query.as === 'list' ? (
        <TypeList page={page} query={query} />
      ) : (
        <ClassDiagram page={page} members={query.members} codebaseId={codebaseId} caption={sentence} />
      )}
    </>
  );
}

/** Which of many types are shown, and the way to the others. */
function Parts({ page: { total, page, pages, nodes } }: { page: HierarchyPage }) {
  const { change } = usePicture();
  const size = page === pages - 1 && page > 0 ? Math.ceil((total - nodes.length) / page) : nodes.length;
  const first = page * size;
  const go = (to: number): void => change({ page: to === 0 ? null : String(to) });
  return (
    <p className="notice types-parts">
      <span>
        {figure(first + 1)}–{figure(first + nodes.length)} of {counted(total, 'type')}, the most used first
      </span>
      <button type="button" className="chip" disabled={page === 0} onClick={() => go(page - 1)}>
        ← Previous
      </button>
      <button type="button" className="chip" disabled={page === pages - 1} onClick={() => go(page + 1)}>
        Next →
      </button>
    </p>
  );
}

function Nothing({ query, list, where }: { query: TypesState; list: string | null; where: string }) {
  const [title, advice] =
    query.of === 'folder'
      ? [`${where} declares no types`, 'Choose another folder in the matrix or the measures.']
      : query.of === 'list'
        ? [
            list === null ? 'No shortlist is chosen' : `“${list}” holds no types`,
            'Open a shortlist at the bottom of the page and choose “Show only these”.',
          ]
        : [
            'No type is selected',
            'Press / to find one, for example “classes, in src”, or show all types of the folder.',
          ];
  return (
    <div className="empty">
      <h1>{title}</h1>
      <p className="faded">{advice}</p>
    </div>
  );
}
