import { describe, expect, it } from 'vitest';
import { constantIn, linesOfTypes } from '../bench/oracles/csharp.ts';
import { readClassFile } from '../bench/oracles/javaClasses.ts';
import { createCovering, MADE, scoreSites, type Site } from '../bench/oracles/sites.ts';
import { differencesOf, shareInWords } from '../bench/oracles/uses.ts';
import { surveyText } from './surveyText.ts';

const code = {
  'Gate.java':
    'class Gate {\n  Gate(int n) { }\n  void open() { }\n  static int width;\n}\nclass Use {\n  void use(Gate g) {\n    g.open();\n    new Gate(1);\n    int w = Gate.width;\n  }\n  void other(Gate g) { g.open(); }\n}\n',
};

async function scored(sites: (keys: (key: string) => number) => Site[], more = {}) {
  const survey = await surveyText(code);
  const element = (key: string): number => survey.elements.key.indexOf(`Gate.java#${key}`);
  return scoreSites({ code: 'x', oracle: 'y' }, survey, sites(element), more);
}

describe('the sites of a compiler', () => {
  const site = (line: number, kind: Site['kind'], name: string, to: number[]): Site => ({
    path: 'Gate.java',
    line,
    kind,
    name,
    to,
  });

  it('are found by name and line, constructions by the type or its constructor', async () => {
    const score = await scored((e) => [
      site(8, 'call', 'open', [e('Gate.open')]),
      site(9, 'construct', MADE, [e('Gate.Gate')]),
      site(10, 'read', 'width', [e('Gate.width')]),
      site(12, 'call', 'open', [e('Gate.open')]),
    ]);
    expect(score).toMatchObject({
      exact: { right: 3, of: 3 },
      inferred: { right: 2, of: 2 },
      calls: { right: 3, of: 3 },
      accesses: { right: 1, of: 1 },
      wrong: [],
      missed: [],
    });
  });

  it('tell what is wrong and what is missing', async () => {
    const score = await scored((e) => [
      site(8, 'call', 'open', [e('Use.other')]),
      site(9, 'call', 'shut', [e('Use.use')]),
    ]);
    expect(score.inferred).toEqual({ right: 0, of: 2 });
    expect(score.calls).toEqual({ right: 0, of: 2 });
    expect(score.wrong).toContainEqual(
      'inferred call Gate.java:8 open → Gate.java#Gate.open, not Gate.java#Use.other',
    );
    expect(score.missed).toContainEqual('call Gate.java:9 shut → Gate.java#Use.use');
    expect(differencesOf(score, 1)).toEqual([`wrong: ${score.wrong[0]}`, `missed: ${score.missed[0]}`]);
  });

  it('ask for nothing that the compiler added, and score nothing that it did not compile, keep or tell', async () => {
    const all = (e: (key: string) => number): Site[] => [
      { ...site(9, 'construct', MADE, [e('Use')]), isOptional: true },
      site(8, 'call', 'shut', []),
    ];
    expect((await scored(all)).calls.of).toBe(0);
    const lines = new Set(['Gate.java:8']);
    expect((await scored(all, { lines })).exact.of).toBe(0);
    expect((await scored(all, { lines, open: lines })).inferred.of).toBe(0);
    expect((await scored(all, { kinds: new Set(['read']) })).exact.of).toBe(1);
    expect((await scored(all, { isLeftOut: () => true })).exact.of).toBe(0);
  });

  it('stand in the innermost element that covers their line', async () => {
    const survey = await surveyText(code);
    const covering = createCovering(survey);
    const keyAt = (line: number): string => survey.elements.key[covering('Gate.java', line, () => true)];
    expect([keyAt(2), keyAt(8), keyAt(6)]).toEqual([
      'Gate.java#Gate.Gate',
      'Gate.java#Use.use',
      'Gate.java#Use',
    ]);
    expect(covering('Gone.java', 2, () => true)).toBe(-1);
  });

  it('give shares with their intervals', () => {
    expect(shareInWords({ right: 0, of: 0 })).toBe('–');
    expect(shareInWords({ right: 1, of: 2 })).toBe('0.5000 ± 0.4055');
  });
});

describe('the listing of a class', () => {
  const listing = `/x/Gate.class
class canal.Gate extends canal.Base<canal.Lock> implements canal.Job, java.io.Serializable
  this_class: #8                          // canal/Gate
  super_class: #2                         // canal/Base
{
  static final int WIDTH;
    descriptor: I
    flags: (0x0018) ACC_STATIC, ACC_FINAL
    ConstantValue: int 3

  canal.Gate(int);
    descriptor: (I)V
    flags: (0x0000)
    Code:
         1: invokespecial #1                  // Method canal/Base."<init>":()V
         4: new           #7                  // class canal/Lock
         8: invokespecial #9                  // Method canal/Lock."<init>":(I)V
        11: putfield      #10                 // Field depth:I
        14: return
      LineNumberTable:
        line 6: 0
        line 7: 4

  void run();
    descriptor: ()V
    flags: (0x1001) ACC_PUBLIC, ACC_SYNTHETIC
    Code:
         0: invokedynamic #11,  0             // InvokeDynamic #0:run:()Ljava/lang/Runnable;
      LineNumberTable:
        line 9: 0
}
SourceFile: "Gate.java"
BootstrapMethods:
  0: #12 REF_invokeStatic java/lang/invoke/LambdaMetafactory.metafactory:()V
    Method arguments:
      #13 REF_invokeVirtual canal/Lock.fill:()V
`;

  it('says what the class goes on from, its members, and what each instruction uses on which line', () => {
    const file = readClassFile(listing);
    expect(file).toMatchObject({
      name: 'canal/Gate',
      parents: ['canal/Base', 'canal/Job', 'java/io/Serializable'],
      source: 'Gate.java',
      fields: [{ name: 'WIDTH', isConstant: true }],
    });
    const [made, run] = file.methods;
    expect(made).toMatchObject({ name: '<init>', line: 6, isSynthetic: false });
    expect(
      made.uses.map(({ line, kind, owner, name, isDelegation }) => [line, kind, owner, name, isDelegation]),
    ).toEqual([
      [6, 'call', 'canal/Base', '<init>', true],
      [7, 'construct', 'canal/Lock', '<init>', false],
      [7, 'write', 'canal/Gate', 'depth', false],
    ]);
    expect(run.isSynthetic).toBe(true);
    expect(run.uses).toMatchObject([{ line: 9, kind: 'read', owner: 'canal/Lock', name: 'fill' }]);
  });
});

describe('the listing of an assembly', () => {
  const listing = `.namespace Canal
{
  .class public auto ansi Gate\`1<T>
  	extends [mscorlib]System.Object
  {
    .field  public static literal  int32 Width = int32(0x3)
    .method public void Go ()
    {
	.try { // 0
	IL_0000:  ldstr "} {"
	IL_0001:  ret
	} // end .try 0
    }
  .class nested private auto ansi Inner
  {
    .field  private  int32 depth
  }
  .class nested private auto ansi '<Go>c__Iterator0'
  {
    .field  private  int32 state
  }
  }
}
.class public Free
{
  .field  private  int32 loose
}
`;

  it('gives each line the type it stands in; types that the compiler made up are the one around', () => {
    const fields = [...linesOfTypes(listing)].filter(({ line }) => line.includes('.field'));
    expect(fields.map(({ type, line }) => `${type} ${/(\w+)(?: = .*)?$/.exec(line)![1]}`)).toEqual([
      'Canal.Gate`1 Width',
      'Canal.Gate`1.Inner depth',
      'Canal.Gate`1 state',
      'Free loose',
    ]);
    expect(fields.map(({ line }) => constantIn(line))).toEqual(['Width', undefined, undefined, undefined]);
  });
});
