import { EXPRESSION, KIND } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { decoratorTexts } from './declare.ts';
import type { PythonReading } from './reading.ts';
import { F, K } from './vocabulary.ts';

/**
 * The fixtures of a file, by the names under which tests ask for them: routines decorated with `fixture`, of whichever test runner. A test,
 * or another fixture, that has a parameter of such a name is handed what the fixture gives.
 */
export function fixturesIn(reading: PythonReading): [name: string, declaration: number][] {
  return reading.declarations.flatMap(({ kind, node, name }, declaration): [string, number][] => {
    const decorator = kind === KIND.routine ? fixtureDecorator(reading, node) : undefined;
    return decorator === undefined ? [] : [[namedIn(decorator) ?? name, declaration]];
  });
}

/** `@pytest.fixture(name='gate')` gives it another name than the routine's. */
function namedIn(decorator: string): string | undefined {
  return /\bname\s*=\s*(['"])(\w+)\1/.exec(decorator)?.[2];
}

/** The text of the decorator that makes a routine a fixture; undefined for all others. */
function fixtureDecorator(reading: PythonReading, routine: number): string | undefined {
  return decoratorTexts(reading, routine).find((text) => /^\s*([\w.]+\.)?fixture\s*(\(|$)/.test(text));
}

/** The fixture that a parameter is handed; 0 where its routine is neither a test nor a fixture. */
export function injectedExpression(reading: PythonReading, parameter: number, list: number): number {
  const { table, expressions, declarationAt, declarations } = reading;
  const routine = table.parent[list];
  const declared = declarationAt.get(routine);
  if (declared === undefined) return 0;
  if (!declarations[declared].name.startsWith('test') && fixtureDecorator(reading, routine) === undefined)
    return 0;
  return expressions.add(EXPRESSION.injected, expressions.name(textOf(reading, parameter)), declared);
}

/** The parameters of a test or a fixture that others may hand over, each with what stands for that. */
export function injectedParameters(
  reading: PythonReading,
  routine: number,
): { parameter: number; expression: number }[] {
  const { table } = reading;
  const list = childIn(table, routine, F.parameters);
  const found: { parameter: number; expression: number }[] = [];
  for (let child = list + 1; list >= 0 && child < table.next[list]; child = table.next[child]) {
    // One that says its type is handed over all the same; one with a default is not.
    const parameter =
      table.kind[child] === K.identifier ? child : table.kind[child] === K.typed_parameter ? child + 1 : -1;
    const expression = parameter < 0 ? 0 : injectedExpression(reading, parameter, list);
    if (expression !== 0) found.push({ parameter, expression });
  }
  return found;
}
