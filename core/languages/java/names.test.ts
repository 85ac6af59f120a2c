import { describe, expect, it } from 'vitest';
import { dependenciesOf, describeDependencies, surveyText } from '../../../tests/surveyText.ts';

const sorted = (lines: string[]): string[] => [...lines].sort();

const barge = `package fleet;
public class Barge extends Hull {
  public static final int LONGEST = 90;
  public static Barge named(String name) { return new Barge(); }
  public Barge tow(Barge other) { return other; }
  public void load(int tons) {}
  public void load(String what) {}
  public void load(Barge from, int tons) {}
  public static class Log { public void note() {} }
}`;
const hull = `package fleet;
public class Hull { protected int draught; public void paint() {} public Berth berth() { return null; } }`;

describe('names of Java', () => {
  it('are found by single, static and on-demand imports, in the package, and by their full name', async () => {
    const files = {
      'fleet/Barge.java': barge,
      'fleet/Hull.java': hull,
      'tolls/Single.java': 'package tolls; import fleet.Barge; class Single { void a() { new Barge(); } }',
      'tolls/Demand.java': 'package tolls; import fleet.*; class Demand { void b() { new Hull(); } }',
      'tolls/Static.java':
        'package tolls; import static fleet.Barge.named; class Static { void c() { named("x"); } }',
      'tolls/StaticDemand.java':
        'package tolls; import static fleet.Barge.*; class StaticDemand { int d() { return LONGEST; } }',
      'tolls/Full.java': 'package tolls; class Full { void e() { fleet.Barge.named("x"); new Single(); } }',
    };
    expect(await dependenciesOf(files, ' tolls/')).toEqual(
      sorted([
        'construct tolls/Demand.java#Demand.b → fleet/Hull.java#Hull exact',
        'typeUse tolls/Full.java#Full.e → fleet/Barge.java#Barge exact',
        'call tolls/Full.java#Full.e → fleet/Barge.java#Barge.named exact',
        'construct tolls/Full.java#Full.e → tolls/Single.java#Single exact',
        'import tolls/Single.java → fleet/Barge.java exact',
        'construct tolls/Single.java#Single.a → fleet/Barge.java#Barge exact',
        'import tolls/Static.java → fleet/Barge.java exact',
        'call tolls/Static.java#Static.c → fleet/Barge.java#Barge.named exact',
        'import tolls/StaticDemand.java → fleet/Barge.java exact',
        'read tolls/StaticDemand.java#StaticDemand.d → fleet/Barge.java#Barge.LONGEST exact',
      ]),
    );
  });

  it('reach through inheritance, nested types and what calls return', async () => {
    const files = {
      'fleet/Barge.java': barge,
      'fleet/Hull.java': hull,
      'fleet/Berth.java': 'package fleet; class Berth { void clear() {} }',
      'crew/Mate.java': `package crew; import fleet.Barge;
class Mate extends Barge {
  void work(Barge barge) { paint(); draught = 2; barge.tow(this).paint(); barge.berth().clear(); new Barge.Log().note(); super.tow(barge); }
  class Watch { void keep() { draught++; } }
}`,
    };
    expect(await dependenciesOf(files, 'Mate.java#Mate.')).toEqual(
      sorted([
        'write crew/Mate.java#Mate.Watch.keep → fleet/Hull.java#Hull.draught exact',
        'typeUse crew/Mate.java#Mate.work → fleet/Barge.java#Barge exact',
        'construct crew/Mate.java#Mate.work → fleet/Barge.java#Barge.Log exact',
        'call crew/Mate.java#Mate.work → fleet/Barge.java#Barge.Log.note inferred',
        'call crew/Mate.java#Mate.work → fleet/Barge.java#Barge.tow exact',
        'call crew/Mate.java#Mate.work → fleet/Barge.java#Barge.tow inferred',
        'call crew/Mate.java#Mate.work → fleet/Berth.java#Berth.clear inferred',
        'write crew/Mate.java#Mate.work → fleet/Hull.java#Hull.draught exact',
        'call crew/Mate.java#Mate.work → fleet/Hull.java#Hull.berth inferred',
        'call crew/Mate.java#Mate.work → fleet/Hull.java#Hull.paint exact',
        'call crew/Mate.java#Mate.work → fleet/Hull.java#Hull.paint inferred',
      ]),
    );
  });

  it('of overloaded routines mean the one whose number and types of parameters fit, or are ambiguous', async () => {
    const files = {
      'fleet/Barge.java': barge,
      'fleet/Hull.java': hull,
      'fleet/Use.java': `package fleet; class Use {
  void count(Barge b) { b.load(3); }
  void word(Barge b) { b.load("coal"); }
  void two(Barge b) { b.load(b, 3); }
  void any(Barge b) { b.load(unknown()); }
}`,
    };
    expect(await dependenciesOf(files, 'call fleet/Use')).toEqual(
      sorted([
        'call fleet/Use.java#Use.any → fleet/Barge.java#Barge.load ambiguous',
        'call fleet/Use.java#Use.any → fleet/Barge.java#Barge.load~2 ambiguous',
        'call fleet/Use.java#Use.count → fleet/Barge.java#Barge.load inferred',
        'call fleet/Use.java#Use.two → fleet/Barge.java#Barge.load~3 inferred',
        'call fleet/Use.java#Use.word → fleet/Barge.java#Barge.load~2 inferred',
      ]),
    );
  });

  it('are no gaps where the code only adds to a package of the platform, but where it is the platform', async () => {
    const added = {
      'main/java/util/Barges.java': 'package java.util; public class Barges {}',
      'main/a/A.java': 'package a; import java.util.List; import java.util.Barges; class A { Barges b; }',
    };
    const adding = await surveyText(added);
    expect(adding.gaps).toEqual([]);
    expect(adding.externals.map(({ name }) => name)).toEqual(['java.util']);
    const whole = await surveyText({
      ...added,
      'main/java/lang/Object.java': 'package java.lang; public class Object {}',
    });
    expect(whole.gaps.map(({ name }) => name)).toEqual(['java.util.List']);
  });

  it('lead outside by package, are gaps where the package is ours, and mean the nearest of two source roots', async () => {
    const survey = await surveyText({
      'main/a/A.java':
        'package a; import a.Missing; import java.util.List; import org.tides.*; import b.B; class A { B b; }',
      'main/b/B.java': 'package b; public class B {}',
      'other/b/B.java': 'package b; public class B {}',
      'other/a/C.java': 'package a; import b.B; class C {}',
      'main/module-info.java': 'module hollowmere.a { requires java.sql; requires hollowmere.b; }',
      'other/module-info.java': 'module hollowmere.b { }',
    });
    expect(survey.externals.map(({ ecosystem, name }) => `${ecosystem}:${name}`)).toEqual([
      'java:org.tides',
      'jdk:java.sql',
      'jdk:java.util',
    ]);
    expect(survey.gaps.map(({ name, reason }) => `${name} ${reason}`)).toEqual(['a.Missing noSuchFile']);
    expect(
      describeDependencies(survey)
        .filter((line) => line.startsWith('import') && line.includes('.java →') && !line.includes('jdk:'))
        .map((line) => line.replace(/ exact.*/, '')),
    ).toEqual([
      'import main/a/A.java → main/b/B.java',
      'import main/a/A.java → java:org.tides',
      'import main/module-info.java → other/module-info.java',
      'import other/a/C.java → other/b/B.java',
    ]);
  });
});

describe('references to methods in Java', () => {
  it('read the method, of the object, of a type or of a parent, and make instances', async () => {
    const files = {
      'A.java': `
class Base { void tend() {} }
class Gate extends Base {
  int open;
  private final Runnable up = this::open;
  private void open() {}
  static boolean may(String name) { return true; }
  void all(java.util.List<String> names, Gate other) {
    names.stream().filter(Gate::may);
    run(other::open); run(super::tend); run(Gate::new);
  }
  void run(Runnable task) {}
}`,
    };
    expect((await dependenciesOf(files)).filter((line) => /^(read|construct)/.test(line))).toEqual([
      'construct A.java#Gate.all → A.java#Gate exact',
      'read A.java#Gate.all → A.java#Base.tend exact',
      'read A.java#Gate.all → A.java#Gate.may exact',
      'read A.java#Gate.all → A.java#Gate.open~2 inferred',
      'read A.java#Gate.up → A.java#Gate.open~2 exact',
    ]);
  });
});
