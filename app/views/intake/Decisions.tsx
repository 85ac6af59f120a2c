import Button from '@mui/material/Button';
import { useState } from 'react';
import type { IntakeRules } from '../../../server/intake/rules.ts';
import { useEdit } from '../../state/edit.ts';

/** Paths decided about by hand, and the field in which a glob is typed. */
export function Decisions({ rules }: { rules: IntakeRules }) {
  const { send } = useEdit();
  const [glob, setGlob] = useState('');
  const isEmpty = glob.trim() === '';
  const decide = (edit: Record<string, string>): void => {
    send({ ...edit, glob });
    setGlob('');
  };
  const made = [
    ...rules.choices.map(({ glob: pattern, take }) => ({
      list: 'choices',
      glob: pattern,
      what: take === 'read' ? 'read' : 'left out',
    })),
    ...rules.tests.map(({ glob: pattern, isTest }) => ({
      list: 'tests',
      glob: pattern,
      what: isTest ? 'counted as tests' : 'not counted as tests',
    })),
    ...rules.languages.map(({ glob: pattern, language }) => ({
      list: 'languages',
      glob: pattern,
      what: `treated as ${language}`,
    })),
  ];
  return (
    <section className="block">
      <h2>
        <span>Your decisions</span>
        {made.length > 0 && (
          <button type="button" className="plain-button quiet" onClick={() => send({ edit: 'reset' })}>
            undo all
          </button>
        )}
      </h2>
      {made.map(({ list, glob: pattern, what }) => (
        <div key={`${list} ${pattern}`} className="sheet-row">
          <span className="mono">{pattern}</span>
          <span>{what}</span>
          <span>
            <button
              type="button"
              className="plain-button quiet"
              aria-label={`Undo the decision about ${pattern}`}
              onClick={() => send({ edit: 'takeBack', list, glob: pattern })}
            >
              undo
            </button>
          </span>
        </div>
      ))}
      <form
        className="glob-form"
        onSubmit={(event) => {
          event.preventDefault();
          if (!isEmpty) decide({ edit: 'chooseGlob', take: 'leaveOut' });
        }}
      >
        <input
          className="field mono"
          placeholder="a glob, such as src/legacy/**"
          aria-label="Paths to decide about, as a glob"
          spellCheck={false}
          value={glob}
          onChange={({ target }) => setGlob(target.value)}
        />
        <Button type="submit" disabled={isEmpty}>
          Leave out
        </Button>
        <Button disabled={isEmpty} onClick={() => decide({ edit: 'chooseGlob', take: 'read' })}>
          Read
        </Button>
        <Button disabled={isEmpty} onClick={() => decide({ edit: 'markTest', on: 'on' })}>
          Tests
        </Button>
        <Button disabled={isEmpty} onClick={() => decide({ edit: 'markTest', on: 'off' })}>
          No tests
        </Button>
      </form>
    </section>
  );
}
