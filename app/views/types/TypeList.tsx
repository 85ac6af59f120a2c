import type { HierarchyPage, MemberRow, TypeNode } from '../../../server/views/hierarchy/hierarchyView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { counted } from '../../state/figures.ts';
import type { TypesState } from '../../../server/views/typesQuery.ts';
import { visibilityMarks } from '../../state/words.ts';

/** The types as a list: ancestors from the roots, the focus, descendants; the members at each step and what they override. */
export function TypeList({ page, query }: { page: HierarchyPage; query: TypesState }) {
  const ordered = [...page.nodes].sort((a, b) => a.step - b.step);
  const root = Math.min(...ordered.map(({ step }) => step), 0);
  return (
    <div className="page type-list">
      <NamedList all={page.nodes}>
        {ordered.map((node) => (
          <TypeEntry
            key={node.key}
            node={node}
            depth={node.step - root}
            query={query}
            inherited={node.key === page.focus?.key && query.inherited === 'yes' ? page.inherited : []}
            parents={page.edges.filter(
              ({ from, link }) => from === node.key && (link === 'inherit' || link === 'implement'),
            )}
          />
        ))}
      </NamedList>
    </div>
  );
}

function TypeEntry({
  node,
  depth,
  query,
  inherited,
  parents,
}: {
  node: TypeNode;
  depth: number;
  query: TypesState;
  inherited: HierarchyPage['inherited'];
  parents: HierarchyPage['edges'];
}) {
  const shown = node.members.filter(
    ({ visibility }) => query.members === 'all' || (query.members === 'public' && visibility === 'public'),
  );
  return (
    <section style={{ marginLeft: 22 * depth }}>
      <h2>
        <ElementName element={node} /> <span className="faded">{node.form}</span>
        {parents.map(({ to, link, certainty }) => (
          <span key={to} className={certainty === 'exact' ? 'faded' : 'caution'}>
            {' '}
            {link === 'inherit' ? 'inherits' : 'implements'} {to.split(/[#.:]/).at(-1)}
          </span>
        ))}
      </h2>
      <NamedList all={shown} within={node.key}>
        {shown.map((member) => (
          <MemberLine key={member.key} member={member} />
        ))}
      </NamedList>
      {query.members !== 'none' && shown.length === 0 && node.kind !== 'external' && (
        <p className="faded">No {query.members === 'public' ? 'public ' : ''}members.</p>
      )}
      {inherited.length > 0 && <p className="faded">{counted(inherited.length, 'inherited member')}:</p>}
      {inherited.map((member) => (
        <MemberLine key={member.key} member={member} of={member.of.name} />
      ))}
    </section>
  );
}

function MemberLine({ member, of }: { member: MemberRow; of?: string }) {
  return (
    <div className="member-line">
      <span className="mono faded">{visibilityMarks[member.visibility]}</span>
      <ElementName element={member} />
      <span className="faded">{member.form}</span>
      <span className="mono">{member.cyclomatic ?? ''}</span>
      <span className="faded">
        {member.overrides && (
          <>
            overrides <ElementName element={member.overrides} />
          </>
        )}
        {of && `of ${of}`}
      </span>
    </div>
  );
}
