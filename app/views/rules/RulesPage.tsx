import { useParams } from 'react-router';
import type { RulesPlan } from '../../../server/views/rules/rulesPlan.ts';
import type { OwnRules, RulesPage } from '../../../server/views/rules/rulesView.ts';
import { arrangementWords } from '../../../server/views/graphQuery/arrangementWords.ts';
import { Caption, Choice } from '../../frame/Caption.tsx';
import { MenuChip } from '../../frame/MenuChip.tsx';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { BreaksList } from './BreaksList.tsx';
import { ExceptionList } from './ExceptionList.tsx';
import { OrderSteps } from './OrderSteps.tsx';
import { RepairList } from './RepairList.tsx';
import { RulesText } from './RulesText.tsx';
import { useRulesEdit, type RulesEditor } from '../../state/useRulesEdit.ts';
import { fromBase } from '../../state/base.ts';
import './rules.css';

/** The intended order and the other rules of a codebase, what breaks them, what was accepted, and how to mend it. */
export function RulesRoutePage({ page }: { page: RulesPage }) {
  const { book, problem, trial, rules, order, breaks, exceptions, own } = page;
  const { params, change } = usePicture();
  const { codebaseId } = useParams();
  const editor = useRulesEdit(book.revision);
  const broken = rules.reduce((sum, { references }) => sum + references, 0);
  // What cannot be read can only be mended as text.
  const isText = problem !== null || params.get('as') === 'text';
  const orders = rules.filter(({ sort }) => sort === 'order');
  const open = breaks.find(({ id }) => id === params.get('pair'));
  return (
    <>
      <RulesSentence
        order={order}
        orders={orders.map(({ name }) => name)}
        editor={editor}
        count={problem === null ? rules.length : null}
      />
      <div className="view-tools">
        {problem === null && (
          <span>
            <b className={broken > 0 ? 'against' : undefined}>{counted(broken, 'violation')}</b> of{' '}
            {counted(rules.length, 'rule')}
            {exceptions.length > 0 && `, ${counted(exceptions.length, 'exception')}`}
            {order !== null && order.unplaced > 0 && `; ${counted(order.unplaced, 'file')} in no group`}
          </span>
        )}
        <span className="push" />
        <button
          type="button"
          className="chip"
          disabled={book.undo === null || editor.isBusy}
          title={book.undo === null ? undefined : `Undo: ${book.undo}`}
          onClick={() => editor.step('undo')}
        >
          Undo
        </button>
        <button
          type="button"
          className="chip"
          disabled={book.redo === null || editor.isBusy}
          title={book.redo === null ? undefined : `Redo: ${book.redo}`}
          onClick={() => editor.step('redo')}
        >
          Redo
        </button>
        {rules.length > 0 && <ProposeButton ways={page.ways} editor={editor} />}
        <button
          type="button"
          className="chip"
          aria-pressed={isText}
          disabled={problem !== null}
          title={problem === null ? undefined : 'Rules that cannot be read are shown as text'}
          onClick={() => change({ as: isText ? null : 'text' })}
        >
          As text
        </button>
        <a className="chip" href={fromBase(`/codebases/${codebaseId}/yletope.yaml`)} download="yletope.yaml">
          Export
        </a>
      </div>
      {editor.problem !== null && (
        <p className="against notice-line" role="alert">
          {editor.problem}
        </p>
      )}
      {problem !== null && (
        <p className="against notice-line" role="alert">
          No rules are applied until this is corrected: {problem}
        </p>
      )}
      {page.notes.length > 0 && (
        <p className="notice-line caution">Warnings about the rules: {page.notes.join('; ')}.</p>
      )}
      {rules.length > 0 && <PlanLine plan={page.plan} editor={editor} />}
      {own !== null && <OwnFile own={own} isEmpty={rules.length === 0} editor={editor} />}
      {trial !== null && (
        <p className="notice-line caution" role="status">
          Preview: <span className="mono">{trial.path}</span> in {trial.group}.{' '}
          <button
            type="button"
            className="chip"
            onClick={() => {
              editor.edit(`put ${trial.path} into ${trial.group}`, { do: 'place', ...trial });
              change({ try: null });
            }}
          >
            Apply
          </button>{' '}
          <button type="button" className="chip" onClick={() => change({ try: null })}>
            Cancel
          </button>
        </p>
      )}
      {isText ? (
        <RulesText
          key={book.revision}
          text={book.text}
          editor={editor}
          onClose={problem === null ? () => change({ as: null }) : null}
        />
      ) : rules.length === 0 ? (
        <div className="empty">
          <h1>No rules yet</h1>
          <p className="faded">
            Start with an order: layers of groups, none of which uses a layer above it. The proposal has few
            references against it, and you can change it. You can also write rules as text.
          </p>
          <ProposeButton ways={page.ways} editor={editor} />
        </div>
      ) : (
        <div className="rules-columns">
          {order !== null && (
            <div className="rules-order">
              <OrderSteps
                order={order}
                breaks={breaks}
                open={open?.rule === order.rule ? open : null}
                editor={editor}
                onOpen={(from, to) => change({ pair: [order.rule, from, to].join('|'), part: null })}
              />
              <p className="faded rules-legend">
                Layers from the top. References that follow the order run down on the left. Violations run up
                on the right, red and notched; accepted ones are dashed. The number beside a name is its
                number of files.
              </p>
              <RepairList order={order} onLook={(repair) => change({ try: repair })} />
            </div>
          )}
          <div className="rules-list">
            <BreaksList rules={rules} breaks={breaks} editor={editor} />
            <ExceptionList exceptions={exceptions} editor={editor} />
          </div>
        </div>
      )}
    </>
  );
}

function RulesSentence({
  order,
  orders,
  editor,
  count,
}: {
  order: RulesPage['order'];
  orders: string[];
  editor: RulesEditor;
  /** Null where the rules cannot be read. */
  count: number | null;
}) {
  const { change } = usePicture();
  if (order === null)
    return (
      <Caption>
        {count === null ? (
          'The rules cannot be read.'
        ) : count === 0 ? (
          'No rules yet.'
        ) : (
          <>
            <b>{counted(count, 'rule')}</b> and their violations.
          </>
        )}
      </Caption>
    );
  const { rule, sees, within } = order;
  return (
    <Caption>
      Violations of{' '}
      <Choice
        label="order"
        value={rule}
        options={orders.map((name) => ({ value: name, label: name }))}
        onChoose={(name) => change({ rule: name === orders[0] ? null : name, pair: null })}
      />
      : a group may use{' '}
      <Choice
        label="what it may see"
        value={sees}
        options={[
          { value: 'below', label: 'all layers below it' },
          { value: 'next', label: 'only the next layer below' },
        ]}
        onChoose={(value) =>
          editor.edit('set which layers a layer may use', {
            do: 'setOrder',
            rule,
            sees: value as 'below' | 'next',
          })
        }
      />
      ; groups of one layer{' '}
      <Choice
        label="within a layer"
        value={within ? 'in' : 'out'}
        options={[
          { value: 'out', label: 'may not' },
          { value: 'in', label: 'may' },
        ]}
        onChoose={(value) =>
          editor.edit('set whether groups of one layer may use each other', {
            do: 'setOrder',
            rule,
            within: value === 'in',
          })
        }
      />{' '}
      use each other.
    </Caption>
  );
}

function ProposeButton({ ways, editor }: { ways: RulesPage['ways']; editor: RulesEditor }) {
  return (
    <>
      <MenuChip
        disabled={editor.isBusy}
        title="Layers with few references against them, found by a heuristic"
        entries={ways.map((by) => ({
          key: by,
          label: `Layers of ${arrangementWords[by].plural}`,
          run: () => editor.propose(by),
        }))}
      >
        Propose an order …
      </MenuChip>
    </>
  );
}

/** The plan of modules that the rules bring beside the one at hand, which may be written into them. */
function PlanLine({
  plan: { modules, atHand, elsewhere },
  editor,
}: {
  plan: RulesPlan;
  editor: RulesEditor;
}) {
  if (atHand === null || (modules !== null && elsewhere === 0)) return null;
  return (
    <p className={`notice-line ${modules === null ? 'faded' : 'caution'}`}>
      {modules === null
        ? 'The rules contain no plan of modules'
        : `The rules contain a plan of ${counted(modules, 'module')}. It places ${counted(elsewhere, 'file')} differently from “${atHand.name}”`}
      .{' '}
      <button
        type="button"
        className="chip"
        disabled={editor.isBusy}
        onClick={() => editor.writePlan(atHand.id)}
      >
        Write “{atHand.name}” into the rules
      </button>
    </p>
  );
}

/** What the codebase's own file says, and what it would hide: it comes from whoever wrote the code, and is taken over only when told. */
function OwnFile({ own, isEmpty, editor }: { own: OwnRules; isEmpty: boolean; editor: RulesEditor }) {
  const { problem, rules, hides, differs, intake } = own;
  return (
    <p className="notice-line" role="note">
      {problem !== null ? (
        <span className="caution">The codebase’s own rules cannot be read: {problem}</span>
      ) : (
        <>
          The codebase contains a <span className="mono">yletope.yaml</span>{' '}
          {isEmpty
            ? `with ${counted(rules, 'rule')}`
            : `that differs: ${differs.length === 0 ? 'in comments or layout only' : differs.join(', ')}`}
          {hides > 0 && (
            <>
              ; its exceptions would hide <b>{counted(hides, 'reference')}</b> that violate them
            </>
          )}
          {intake > 0 &&
            `; it contains ${counted(intake, 'decision')} on what is read, which would apply from the next survey on`}
          .{' '}
          <button type="button" className="chip" disabled={editor.isBusy} onClick={() => editor.takeOver()}>
            Use these rules
          </button>
        </>
      )}
    </p>
  );
}
