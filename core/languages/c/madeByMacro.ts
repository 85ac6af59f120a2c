import { EXPRESSION, typeParameterPlace } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { readDeclarator } from './declarators.ts';
import { typeExpression } from './expressions.ts';
import type { NativeReading } from './reading.ts';
import { F, K } from './vocabulary.ts';

/** How macros are called that make routines of what follows them, as `TEST(Gate, opens) { … }`. */
const macroName = /^[A-Z][A-Z\d]*(_[A-Z\d]+)*$/;

const LONGEST_BODY = 4_000;
const MOST_PARAMETERS = 20;

/** Macros of test libraries whose first argument is the type that the body is a member of; those libraries lie elsewhere. */
const ofFixture = /^(TEST_F|TEST_P|TYPED_TEST|TYPED_TEST_P)$/;

/**
 * The list of what a macro is given where that makes a routine of what follows: no type stands before it, and all that it is given
 * are names; -1 for an ordinary routine.
 */
export function macroArguments(reading: NativeReading, node: number, declarator: number): number {
  const { table, prepared } = reading;
  if (!prepared.isCpp || declarator < 0 || table.kind[node] !== K.function_definition) return -1;
  const { name, function: fn } = readDeclarator(reading, declarator);
  if (name < 0 || fn < 0 || table.kind[name] !== K.identifier || childIn(table, node, F.type) >= 0) return -1;
  // What stands before it and is masked may be a macro for the type.
  if (table.start[node] !== table.start[name] || !macroName.test(textOf(reading, name))) return -1;
  const list = childIn(table, fn, F.parameters);
  const given = list < 0 ? [] : argumentsIn(reading, list);
  return given.length > 0 && given.every((type) => type >= 0) ? list : -1;
}

/** The name of each argument; -1 for one that is no name. */
function argumentsIn({ table }: NativeReading, list: number): number[] {
  const found: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    if (table.kind[child] !== K.parameter_declaration) continue;
    const type = childIn(table, child, F.type);
    const isName =
      childIn(table, child, F.declarator) < 0 &&
      (table.kind[type] === K.type_identifier || table.kind[type] === K.qualified_identifier);
    found.push(isName ? type : -1);
  }
  return found;
}

/** The type that the body is a member of, as the macro says: of a test library, or one that is declared here. */
export function fixtureExpression(reading: NativeReading, list: number, macro: string): number {
  const { expressions } = reading;
  const types = argumentsIn(reading, list).map((type) => typeExpression(reading, type));
  if (ofFixture.test(macro)) return expressions.add(EXPRESSION.uncertain, types[0]);
  // What is given to it stands for the types of its parameters.
  const given = types.map((type) => expressions.add(EXPRESSION.instance, type));
  const named = expressions.add(EXPRESSION.name, expressions.name(macro), 0);
  return expressions.add(EXPRESSION.result, named, expressions.arguments(given));
}

/** What a macro says of the type that its parameters name, where it makes a type below that. */
export function stateFixture(
  { expressions, declarations, prepared }: NativeReading,
  index: number,
  macro: { parameters: readonly string[] | null; body: string },
): void {
  const parameters = macro.parameters ?? [];
  // Longer ones are no fixtures, and a text may hold anything.
  if (!prepared.isCpp || macro.body.length > LONGEST_BODY || parameters.length > MOST_PARAMETERS) return;
  const which = fixtureParameter(macro);
  // One that only hands on to another macro says what that says.
  const [, other = '', given = ''] = /^([A-Za-z_]\w*)\s*\(([^()]*)\)$/.exec(macro.body) ?? [];
  const places = given.split(',').map((each) => parameters.indexOf(each.trim()));
  if (which < 0 && places.every((place) => place < 0)) return;
  const types = parameters.map((_, i) =>
    expressions.add(EXPRESSION.typeParameter, typeParameterPlace(index, i), 0),
  );
  const instances = places.map((place) =>
    place < 0 ? 0 : expressions.add(EXPRESSION.instance, types[place]),
  );
  const handedOn = (): number => {
    const named = expressions.add(EXPRESSION.name, expressions.name(other), 0);
    return expressions.add(EXPRESSION.result, named, expressions.arguments(instances));
  };
  declarations[index].value = which < 0 ? handedOn() : types[which];
  declarations[index].parameters = expressions.parameters(types.length, types.length, types);
}

/** Of `: public fixture` in the body of a macro, which of its parameters that is; -1 for none. */
function fixtureParameter({
  parameters,
  body,
}: {
  parameters: readonly string[] | null;
  body: string;
}): number {
  const parent = /\b(?:class|struct)\b[^{;]*?:\s*(?:public|protected|private)?\s*([A-Za-z_]\w*)\s*\{/.exec(
    body,
  )?.[1];
  return parent === undefined ? -1 : (parameters ?? []).indexOf(parent);
}
