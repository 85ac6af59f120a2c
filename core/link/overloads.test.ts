import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../tests/surveyText.ts';

/** Calls in a Java class `Use` beside others of the package, as `caller → callee certainty`. */
async function calls(others: Record<string, string>, use: string): Promise<string[]> {
  const files = Object.fromEntries(Object.entries(others).map(([name, text]) => [`${name}.java`, text]));
  const lines = await dependenciesOf({ ...files, 'Use.java': use }, 'call Use.java');
  return lines.map((line) => line.replace(/\w+\.java#/g, '').replace('call ', ''));
}

describe('overloads', () => {
  const gate = `class Gate {
  Gate() {} Gate(int width) {} Gate(String name, int... widths) {}
  void open() {} void open(int degrees) {} void open(String why) {} void open(int degrees, String... whys) {}
  void shut(Gate other) {} void shut(Lock lock) {} private void oil(int drops) {}
}`;
  const lock = `class Lock extends Gate {
  Lock() { super(4); } Lock(int a) { this(); } Lock(String n) { super(n, 1, 2); }
  void open(Lock other) {} void oil() {}
}`;

  it('are told apart by the number of arguments', async () => {
    expect(
      await calls(
        { Gate: gate, Lock: lock },
        'class Use { void a(Gate g) { g.open(); g.open(1, "a", "b"); } }',
      ),
    ).toEqual(['Use.a → Gate.open inferred', 'Use.a → Gate.open~4 inferred']);
  });

  it('are told apart by the types of arguments, the nearer the better', async () => {
    const use =
      'class Use { void a(Gate g) { g.open(1); g.open("x"); } void b(Gate g, Lock l) { g.shut(l); } void c(Gate g) { g.shut(g); } }';
    expect(await calls({ Gate: gate, Lock: lock }, use)).toEqual([
      'Use.a → Gate.open~2 inferred',
      'Use.a → Gate.open~3 inferred',
      'Use.b → Gate.shut~2 inferred',
      'Use.c → Gate.shut inferred',
    ]);
  });

  it('of constructors are never the one that hands on', async () => {
    const use = 'class Use { Use(Odd a, Odd b) { this(a.x, b.y); } Use(Object a, String b) {} }';
    expect(await calls({}, use)).toEqual(['Use.Use → Use.Use~2 exact']);
    expect(await calls({}, 'class Use { Use(int a) { this(a); } }')).toEqual([]);
  });

  it('of numbers are chosen by the nearest that is wide enough, never by one that is too narrow', async () => {
    const own = 'class Own { void at(long n) {} void at(double n) {} void in(byte n) {} void in(long n) {} }';
    const use = 'class Use { void a(Own o, int n) { o.at(n); o.in(n); } }';
    expect(await calls({ Own: own }, use)).toEqual(['Use.a → Own.at inferred', 'Use.a → Own.in~2 inferred']);
  });

  it('are chosen by a parent of the argument however far it is above, the nearer the better', async () => {
    const others = {
      A: 'class A {}',
      B: 'class B extends A {}',
      C: 'class C extends B {}',
      D: 'class D extends C {}',
      Own: 'class Own { void at(A a) {} void at(Use u) {} void in(A a) {} void in(C c) {} }',
    };
    const use = 'class Use { void a(Own o, D d) { o.at(d); o.in(d); } }';
    expect(await calls(others, use)).toEqual(['Use.a → Own.at inferred', 'Use.a → Own.in~2 inferred']);
  });

  it('are all named when nothing tells them apart, and their type is used for sure', async () => {
    const use = 'class Use { void a(Gate g) { g.open(gone()); } }';
    expect(await calls({ Gate: gate, Lock: lock }, use)).toEqual([
      'Use.a → Gate.open~2 ambiguous',
      'Use.a → Gate.open~3 ambiguous',
    ]);
  });

  it('of a parent are meant where the type has none that fits', async () => {
    const use = 'class Use { void a(Lock l) { l.open(l); l.open(7); l.open("x"); } }';
    expect(await calls({ Gate: gate, Lock: lock }, use)).toEqual([
      'Use.a → Gate.open~2 inferred',
      'Use.a → Gate.open~3 inferred',
      'Use.a → Lock.open inferred',
    ]);
  });

  it('that are private to a parent are not inherited', async () => {
    const use = 'class Use extends Lock { void a() { oil(); oil(3); } }';
    expect(await calls({ Gate: gate, Lock: lock }, use)).toEqual(['Use.a → Lock.oil exact']);
  });

  it('of constructors are chosen for `this` and `super` as for any call', async () => {
    const lines = await dependenciesOf({ 'Gate.java': gate, 'Lock.java': lock }, 'call ');
    expect(lines).toEqual([
      'call Lock.java#Lock.Lock → Gate.java#Gate.Gate~2 exact',
      'call Lock.java#Lock.Lock~2 → Lock.java#Lock.Lock exact',
      'call Lock.java#Lock.Lock~3 → Gate.java#Gate.Gate~3 exact',
    ]);
  });

  it('are chosen by what an operator makes of two numbers, and by arrays as they are', async () => {
    const own =
      'class Own { void at(int n) {} void at(long n) {} void at(double n) {} void of(int[] n) {} void of(Object[] n) {} void of(Object n) {} }';
    const use =
      'class Use { void a(Own o, int i, long l, char c) { o.at(i + l); o.at(c + 1); o.at(i * 0.5); } void b(Own o, String[] s, int[][] n, int[] m) { o.of(s); o.of(n); } void c(Own o, int[] m, int[][] n) { o.of(m); o.of(n[0]); o.at(n[0][1]); } }';
    expect(await calls({ Own: own }, use)).toEqual([
      'Use.a → Own.at inferred',
      'Use.a → Own.at~2 inferred',
      'Use.a → Own.at~3 inferred',
      'Use.b → Own.of~2 inferred',
      'Use.c → Own.at inferred',
      'Use.c → Own.of inferred',
    ]);
  });

  it('that take a value as it is come before those that put it into an object, and those before lists of any length', async () => {
    const own =
      'class Own { void at(long n) {} void at(Integer n) {} void at(Object... n) {} void in(Object n) {} void in(int... n) {} <T> void to(T... ts) {} void to(String s, Object o) {} }';
    const use =
      'class Use { void a(Own o) { o.at(1); } void b(Own o) { o.at(1, 2); } void c(Own o) { o.in(1); } void d(Own o) { o.to("a", 2); } void e(Own o) { o.to("a"); } }';
    expect(await calls({ Own: own }, use)).toEqual([
      'Use.a → Own.at inferred',
      'Use.b → Own.at~3 inferred',
      'Use.c → Own.in inferred',
      'Use.d → Own.to~2 inferred',
      'Use.e → Own.to inferred',
    ]);
  });

  it('of a type and its parents are chosen from together; of equals the one that overrides', async () => {
    const others = {
      Top: 'interface Top { void go(String s); void go(Object o); }',
      Mid: 'abstract class Mid implements Top { public void go(Object o) {} void go(int n) {} }',
    };
    const use =
      'class Use { void a(Mid m) { m.go("x"); } void b(Mid m, Use u) { m.go(u); } void c(Mid m) { m.go(3); } }';
    expect(await calls(others, use)).toEqual([
      'Use.a → Top.go inferred',
      'Use.b → Mid.go inferred',
      'Use.c → Mid.go~2 inferred',
    ]);
  });

  it('take a function without a name only where one can be meant', async () => {
    const own =
      'interface Job { void run(); } class Own { void at(String s) {} void at(Job j) {} void at(int[] n) {} }';
    const use = 'class Use { void a(Own o) { o.at(() -> {}); } }';
    expect(await calls({ Own: own }, use)).toEqual(['Use.a → Own.at~2 inferred']);
  });

  it('stay open where only an argument of which nothing is known would tell', async () => {
    const own = 'class Own { void at(String s) {} void at(Use u) {} void at(String s, Use u) {} }';
    const use = 'class Use { void a(Own o) { o.at(missing.thing()); } }';
    expect(await calls({ Own: own }, use)).toEqual([
      'Use.a → Own.at ambiguous',
      'Use.a → Own.at~2 ambiguous',
    ]);
  });
});
