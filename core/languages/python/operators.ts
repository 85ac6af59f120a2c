import { EXPRESSION, REFERENCE } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import type { ReferenceList } from '../reading/walk.ts';
import { valueExpression } from './expressions.ts';
import type { PythonReading } from './reading.ts';
import { F, K, T } from './vocabulary.ts';

const words = (text: string): Record<string, string> =>
  Object.fromEntries(text.split(/\s+/).map((pair) => pair.split(':') as [string, string]));

const binary = words(
  '+:__add__ -:__sub__ *:__mul__ /:__truediv__ //:__floordiv__ %:__mod__ **:__pow__ @:__matmul__ &:__and__ |:__or__ ^:__xor__ <<:__lshift__ >>:__rshift__',
);
const comparing = words('==:__eq__ !=:__ne__ <:__lt__ <=:__le__ >:__gt__ >=:__ge__');
const unary = words('-:__neg__ +:__pos__ ~:__invert__');
/** Functions of the language's that call a method of what they are given. */
const builtIn = words(
  'len:__len__ str:__str__ repr:__repr__ iter:__iter__ next:__next__ bool:__bool__ hash:__hash__ int:__int__ float:__float__ reversed:__reversed__ bytes:__bytes__ format:__format__ abs:__abs__',
);

/** The methods that syntax calls without naming them: operators, indexing, `in`, `with`, `for`, and functions such as `len`. */
export function referImplied(reading: PythonReading, node: number, owner: number, into: ReferenceList): void {
  for (const { name, on, at } of impliedBy(reading, node)) {
    const { expressions } = reading;
    const object = on < 0 ? 0 : valueExpression(reading, on);
    // Of what nothing is known, nothing is called for sure.
    if (object === 0 || expressions.isOf(object, EXPRESSION.literal)) continue;
    const called = expressions.add(
      EXPRESSION.operator,
      expressions.name(name),
      expressions.arguments([object]),
    );
    into.add(REFERENCE.call, owner, at, called);
  }
}

interface Implied {
  name: string;
  on: number;
  at: number;
}

function impliedBy(reading: PythonReading, node: number): Implied[] {
  const { table } = reading;
  const operator = childIn(table, node, F.operator);
  const sign = operator < 0 ? '' : textOf(reading, operator);
  const one = (name: string | undefined, on: number, at: number): Implied[] =>
    name === undefined ? [] : [{ name, on, at }];
  switch (table.kind[node]) {
    case K.binary_operator:
      return one(binary[sign], childIn(table, node, F.left), operator);
    case K.augmented_assignment:
      return one(binary[sign.slice(0, -1)], childIn(table, node, F.left), operator);
    case K.unary_operator:
      return one(unary[sign], childIn(table, node, F.argument), operator);
    case K.comparison_operator: {
      // Of `a < b < c` the first alone.
      const left = node + 1;
      const sign = table.next[left];
      const right = sign < table.next[node] ? table.next[sign] : -1;
      if (table.kind[sign] === T.in) return one('__contains__', right, sign);
      return one(comparing[textOf(reading, sign)], left, sign);
    }
    case K.subscript: {
      const parent = table.parent[node];
      const isWritten = table.field[node] === F.left && table.kind[parent] === K.assignment;
      const name = isWritten
        ? '__setitem__'
        : table.kind[parent] === K.delete_statement
          ? '__delitem__'
          : '__getitem__';
      return one(name, childIn(table, node, F.value), node);
    }
    case K.with_item: {
      const value = childIn(table, node, F.value);
      const on = value >= 0 && table.kind[value] === K.as_pattern ? value + 1 : value;
      return [...one('__enter__', on, node), ...one('__exit__', on, node)];
    }
    case K.for_statement:
    case K.for_in_clause: {
      const list = childIn(table, node, F.right);
      return one('__iter__', list, list);
    }
    case K.call: {
      const callee = childIn(table, node, F.function);
      const list = childIn(table, node, F.arguments);
      if (callee < 0 || list < 0 || table.kind[callee] !== K.identifier) return [];
      const first = table.next[list + 1] < table.next[list] ? table.next[list + 1] : -1;
      return one(builtIn[textOf(reading, callee)], first, callee);
    }
    default:
      return [];
  }
}
