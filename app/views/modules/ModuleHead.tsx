import { useState } from 'react';
import { planColours } from '../../../core/plan/modulePlan.ts';
import type { ModuleRow, ModuleUse } from '../../../server/views/plan/planView.ts';
import type { ShortlistSummary } from '../../../server/views/shortlistView.ts';
import { OpenMenu } from '../../frame/parts.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import type { MenuEntry } from '../../frame/OpenMenu.tsx';
import { authorName } from '../../state/author.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { breaksInWords } from '../../state/words.ts';
import { chosenColour } from '../../theme/useSheetColours.ts';
import type { PlanEditor } from '../../state/usePlanEdit.ts';
import type { PlanTrial } from './usePlanEffect.ts';
import { movedBy, movedTo, orderedByLinks, siblingsOf, type NamedEdit } from './moduleOrder.ts';
import { Words } from './Words.tsx';

/** So many modules that one rests on, or that rest on it, are named before the rest is asked for. */
const NAMED = 5;

type MenuName = 'order' | 'merge' | 'nest' | 'split' | 'takeIn' | 'colour';

/** The module that is open: what it is called and for, what may be done with it as a whole, and what it has to do with others. */
export function ModuleHead({
  row,
  modules,
  editor,
  trial,
}: {
  row: ModuleRow;
  modules: readonly ModuleRow[];
  editor: PlanEditor;
  trial: PlanTrial;
}) {
  const { id, name, purpose } = row;
  const [menu, setMenu] = useState<{ at: Element; of: MenuName } | null>(null);
  const isSettled = row.codeLines > 0 && row.settledLines === row.codeLines;
  const { lists } = useShortlists();
  const entries = menu ? entriesOf(menu.of, row, { modules, lists, editor, trial }) : [];
  const opens = (of: MenuName, word: string) => (
    <button
      type="button"
      className="chip"
      aria-haspopup="menu"
      onClick={({ currentTarget }) => setMenu({ at: currentTarget, of })}
    >
      {word}
    </button>
  );
  return (
    <div className="module-head">
      <div className="module-words">
        <button
          type="button"
          className="swatch"
          style={chosenColour(row.colour)}
          aria-label={`Colour: ${row.colour ?? 'none'}`}
          aria-haspopup="menu"
          onClick={({ currentTarget }) => setMenu({ at: currentTarget, of: 'colour' })}
        />
        <Words
          key={`${id} ${name}`}
          label="Name of the module"
          value={name}
          onSet={(text) =>
            text !== '' && editor.edit(`${name} renamed`, { edit: 'rename', module: id, name: text })
          }
        />
        <Words
          key={`${id} ${purpose}`}
          label="What it is for"
          value={purpose}
          onSet={(text) => editor.edit(`purpose of ${name}`, { edit: 'purpose', module: id, purpose: text })}
        />
      </div>
      <div className="module-tools">
        <button
          type="button"
          className="chip"
          disabled={row.files === 0}
          onClick={() =>
            editor.edit(`all of ${name} ${isSettled ? 'reopened' : 'confirmed'}`, {
              edit: 'settleModule',
              module: id,
              isSettled: !isSettled,
              by: authorName(),
            })
          }
        >
          {isSettled ? 'Reopen all' : 'Confirm all'}
        </button>
        {opens('split', 'Split …')}
        {opens('merge', 'Merge into …')}
        {opens('nest', 'Move into …')}
        {siblingsOf(modules, row).length > 1 && opens('order', 'Reorder …')}
        <button
          type="button"
          className="chip"
          onMouseEnter={() => trial.think({ what: `without ${name}`, edit: { edit: 'remove', module: id } })}
          onMouseLeave={() => trial.think(null)}
          onClick={() => editor.edit(`${name} dissolved`, { edit: 'remove', module: id })}
        >
          Dissolve
        </button>
        <PatternField row={row} editor={editor} />
        {lists.length > 0 && opens('takeIn', 'Add a shortlist …')}
      </div>
      <Uses words="uses" uses={row.uses} of={row} modules={modules} isUser />
      <Uses words="used by" uses={row.usedBy} of={row} modules={modules} isUser={false} />
      {menu && (
        <OpenMenu
          at={menu.at}
          entries={entries}
          onClose={() => {
            trial.think(null);
            setMenu(null);
          }}
        />
      )}
    </div>
  );
}

/** What a menu of the module that is open offers. */
function entriesOf(
  menu: MenuName,
  row: ModuleRow,
  {
    modules,
    lists,
    editor,
    trial,
  }: {
    modules: readonly ModuleRow[];
    lists: readonly ShortlistSummary[];
    editor: PlanEditor;
    trial: PlanTrial;
  },
): MenuEntry[] {
  const { id, name, parent } = row;
  const others = modules.filter((other) => other.id !== id);
  switch (menu) {
    case 'order':
      return orderEntries(row, { modules, editor, trial });
    case 'merge':
      return others.map((other) => {
        const edit = { edit: 'merge', module: id, into: other.id } as const;
        const what = `${name} merged into ${other.name}`;
        return {
          key: other.id,
          label: other.name,
          onAt: () => trial.think({ what, edit }),
          run: () => editor.edit(what, edit),
        };
      });
    case 'nest':
      return [
        { key: '', label: 'no other: at the top', target: null },
        ...others.map((other) => ({ key: other.id, label: other.name, target: other.id })),
      ].map(({ key, label, target }) => ({
        key,
        label,
        selected: target === parent,
        run: () => {
          const where = target === null ? 'the top' : label;
          editor.edit(`${name} put into ${where}`, { edit: 'nest', module: id, parent: target });
        },
      }));
    case 'split':
      return [null, 2, 3, 4, 5].map((count) => {
        const label = count === null ? 'where links come apart' : `into ${count}`;
        const edit = { edit: 'split', module: id, count } as const;
        return {
          key: String(count),
          label,
          onAt: () => trial.think({ what: `${name} split ${label}`, edit }),
          run: () => editor.edit(`${name} split`, edit),
        };
      });
    case 'takeIn':
      return lists.map((list) => {
        const from = { list: list.id };
        const edit = { edit: 'takeIn', into: { module: id }, from, by: authorName() } as const;
        const what = `${list.name} to ${name}`;
        return {
          key: String(list.id),
          label: `${list.name}, ${counted(list.count, 'element')}`,
          disabled: list.count === 0,
          onAt: () => trial.think({ what, edit }),
          run: () => editor.edit(what, edit),
        };
      });
    case 'colour':
      return [null, ...planColours].map((colour) => ({
        key: String(colour),
        label: (
          <>
            <span className="swatch" style={chosenColour(colour)} /> {colour ?? 'no colour'}
          </>
        ),
        run: () => editor.edit(`colour of ${name}`, { edit: 'colour', module: id, colour }),
      }));
  }
}

/** Where the module may stand among those beside it. */
function orderEntries(
  row: ModuleRow,
  { modules, editor, trial }: { modules: readonly ModuleRow[]; editor: PlanEditor; trial: PlanTrial },
): MenuEntry[] {
  const last = siblingsOf(modules, row).length - 1;
  const choices: [string, NamedEdit | null][] = [
    ['Move up', movedBy(modules, row, -1)],
    ['Move down', movedBy(modules, row, 1)],
    ['To the top', movedTo(modules, row, 0)],
    ['To the bottom', movedTo(modules, row, last)],
    ['Default position, by links', orderedByLinks(modules, row)],
  ];
  return choices.map(([label, named]) => ({
    key: label,
    label,
    disabled: named === null,
    onAt: () => trial.think(named),
    run: () => named && editor.edit(named.what, named.edit),
  }));
}

/** Takes in all that a pattern matches: a folder, some names. */
function PatternField({ row, editor }: { row: ModuleRow; editor: PlanEditor }) {
  const [pattern, setPattern] = useState('');
  return (
    <form
      className="module-pattern"
      onSubmit={(event) => {
        event.preventDefault();
        const target = pattern.trim();
        if (target === '') return;
        editor.edit(`${target} to ${row.name}`, {
          edit: 'place',
          targets: [target],
          module: row.id,
          by: authorName(),
        });
        setPattern('');
      }}
    >
      <input
        className="field mono"
        aria-label="Add files by pattern"
        placeholder="add files: src/tolls/**"
        value={pattern}
        onChange={({ target }) => setPattern(target.value)}
      />
    </form>
  );
}

function Uses({
  words,
  uses,
  of,
  modules,
  isUser,
}: {
  words: string;
  uses: readonly ModuleUse[];
  of: ModuleRow;
  modules: readonly ModuleRow[];
  isUser: boolean;
}) {
  const { change } = usePicture();
  const [isWhole, setWhole] = useState(false);
  const byId = new Map(modules.map((each) => [each.id, each]));
  if (uses.length === 0) return null;
  return (
    <p className="module-uses">
      <span className="faded">{words}</span>
      {uses.slice(0, isWhole ? uses.length : NAMED).map(({ module, references, isAgainst, broken }) => {
        const other = byId.get(module)!;
        const [from, to] = isUser ? [of, other] : [other, of];
        return (
          <button
            key={module}
            type="button"
            className={`plain-button${isAgainst ? ' against' : ''}`}
            title={`Show where ${from.name} uses ${to.name}${isAgainst ? ', against the order' : ''}${broken === null ? '' : `; ${breaksInWords(broken)}`}`}
            onClick={() => change({ from: from.end, to: to.end, by: 'plan', dossier: null, focus: null })}
          >
            {broken !== null && <span className="against">⊢ </span>}
            {isAgainst && '◂ '}
            {other.name} <span className="mono">{figure(references)}</span>
          </button>
        );
      })}
      {!isWhole && uses.length > NAMED && (
        <button type="button" className="plain-button quiet" onClick={() => setWhole(true)}>
          and {uses.length - NAMED} more
        </button>
      )}
    </p>
  );
}
