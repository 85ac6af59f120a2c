import { describe, expect, it } from 'vitest';
import { measureNamed } from '../../measures/catalogue.ts';
import { dependenciesOf, surveyText } from '../../../tests/surveyText.ts';

const barge = `namespace Hollowmere.Fleet {
  public class Barge : Hull {
    public const int Longest = 90;
    public static Barge Named(string name) => new Barge();
    public Barge Tow(Barge other) => other;
    public void Load(int tons) {}
    public void Load(string what) {}
    public class Log { public void Note() {} }
  }
  public class Result { } public class Result<T> { }
}`;
const hull =
  'namespace Hollowmere.Fleet; public class Hull { protected int draught; public void Paint() {} }';

describe('names of C#', () => {
  it('are found by namespaces around, by what is used, by alias, statically and by their full name', async () => {
    const files = {
      'Barge.cs': barge,
      'Hull.cs': hull,
      'Inner.cs': 'namespace Hollowmere.Fleet.Crew; class Inner { Hull a; }',
      'Used.cs': 'using Hollowmere.Fleet; namespace Tolls { class Used { Hull a; } }',
      'Alias.cs': 'using B = Hollowmere.Fleet.Barge; class Alias { void C() { B.Named("x"); } }',
      'Static.cs': 'using static Hollowmere.Fleet.Barge; class Static { void D() { Named("x"); } }',
      'Full.cs':
        'class Full { void E() { Hollowmere.Fleet.Barge.Named("x"); new global::Hollowmere.Fleet.Hull(); } }',
      'Unused.cs': 'namespace Tolls { class Unused { Hull a; } }',
    };
    const lines = await dependenciesOf(files);
    const from = (file: string): string[] => lines.filter((line) => line.includes(` ${file}#`));
    expect(from('Inner.cs')).toEqual(['typeUse Inner.cs#Inner.a → Hull.cs#Hull exact']);
    expect(from('Used.cs')).toEqual(['typeUse Used.cs#Used.a → Hull.cs#Hull exact']);
    expect(from('Alias.cs')).toContain('call Alias.cs#Alias.C → Barge.cs#Barge.Named exact');
    expect(from('Static.cs')).toEqual(['call Static.cs#Static.D → Barge.cs#Barge.Named exact']);
    expect(from('Full.cs')).toEqual([
      'call Full.cs#Full.E → Barge.cs#Barge.Named exact',
      'construct Full.cs#Full.E → Hull.cs#Hull exact',
      'typeUse Full.cs#Full.E → Barge.cs#Barge exact',
    ]);
    expect(from('Unused.cs')).toEqual([]);
  });

  it('tell generic types from plain ones, and a property from the type that it is called after', async () => {
    const files = {
      'Barge.cs': barge,
      'Hull.cs': hull,
      'Use.cs': `using Hollowmere.Fleet;
class Use { Result<int> a; Result b; Hull Hull { get; set; } void Paint() { Hull.Paint(); } }`,
    };
    expect(await dependenciesOf(files, ' Use.cs')).toEqual([
      'call Use.cs#Use.Paint → Hull.cs#Hull.Paint inferred',
      'read Use.cs#Use.Paint → Use.cs#Use.Hull exact',
      'typeUse Use.cs#Use.Hull → Hull.cs#Hull exact',
      'typeUse Use.cs#Use.a → Barge.cs#Result<> exact',
      'typeUse Use.cs#Use.b → Barge.cs#Result exact',
    ]);
  });

  it('choose overloads by what they are given, and members of parents', async () => {
    const files = {
      'Barge.cs': barge,
      'Hull.cs': hull,
      'Use.cs': `using Hollowmere.Fleet;
class Use { void A(Barge b) { b.Load(1); } void B(Barge b) { b.Load("coal"); } void C() { var b = new Barge(); b.Tow(b)?.Paint(); new Barge.Log().Note(); } }`,
    };
    expect(await dependenciesOf(files, 'call Use.cs')).toEqual([
      'call Use.cs#Use.A → Barge.cs#Barge.Load inferred',
      'call Use.cs#Use.B → Barge.cs#Barge.Load~2 inferred',
      'call Use.cs#Use.C → Barge.cs#Barge.Log.Note inferred',
      'call Use.cs#Use.C → Barge.cs#Barge.Tow inferred',
      'call Use.cs#Use.C → Hull.cs#Hull.Paint inferred',
    ]);
  });

  it('know parents from interfaces, whatever they are called, and attributes by their short name', async () => {
    const files = {
      'A.cs':
        'namespace N; public interface Mooring {} public class Inlet {} public class CheckedAttribute : System.Attribute {}',
      'B.cs':
        'using N; [Checked] class One : Mooring {} class Two : Inlet, Mooring {} interface Three : Mooring {}',
    };
    expect(await dependenciesOf(files, ' B.cs')).toEqual(
      [
        'construct B.cs#One → A.cs#CheckedAttribute exact',
        'implement B.cs#One → A.cs#Mooring exact',
        'implement B.cs#Two → A.cs#Mooring exact',
        'inherit B.cs#Three → A.cs#Mooring exact',
        'inherit B.cs#Two → A.cs#Inlet exact',
      ].sort(),
    );
  });

  it('find extension methods where their namespace is used and the receiver fits', async () => {
    const files = {
      'Hull.cs': hull,
      'Extras.cs': `namespace Hollowmere.Extras; using Hollowmere.Fleet;
static class More { public static void Scrub(this Hull hull, int times = 1) {} public static string Slug(this string text) => text; public static void Scrub(this string text) {} }`,
      'Use.cs': `using Hollowmere.Fleet; using Hollowmere.Extras;
class Use { void A(Hull h) { h.Scrub(2); } void B() { "x".Slug(); } void C(int n) { n.Slug(); } }`,
      'Blind.cs': 'using Hollowmere.Fleet; class Blind { void A(Hull h) { h.Scrub(2); } }',
    };
    expect(await dependenciesOf(files, 'call ')).toEqual([
      'call Use.cs#Use.A → Extras.cs#More.Scrub inferred',
      'call Use.cs#Use.B → Extras.cs#More.Slug inferred',
    ]);
  });

  it('follow what extension methods of sequences give, whichever sequence they are called on', async () => {
    const files = {
      'Safe.cs': `using System.Collections.Generic;
class Gate { public void Open() {} }
static class Safe { public static IEnumerable<T> Each<T>(this IEnumerable<T> all) => all; public static T Pick<T>(this IList<T> all, int at) => all[at]; }`,
      'Use.cs': `using System.Collections.Generic;
class Use {
  void A(IList<Gate> all) { foreach (var one in all.Each()) one.Open(); }
  void B(List<Gate> all) { all.Pick(2).Open(); }
  void C(Gate[] all) { foreach (var one in Safe.Each(all)) one.Open(); }
  void D(IEnumerable<Gate> all) { all.Pick(1); }
}`,
    };
    expect(await dependenciesOf(files, 'call ')).toEqual([
      'call Use.cs#Use.A → Safe.cs#Gate.Open inferred',
      'call Use.cs#Use.A → Safe.cs#Safe.Each inferred',
      'call Use.cs#Use.A → dotnet:System.Collections.Generic exact',
      'call Use.cs#Use.B → Safe.cs#Gate.Open inferred',
      'call Use.cs#Use.B → Safe.cs#Safe.Pick inferred',
      'call Use.cs#Use.C → Safe.cs#Gate.Open inferred',
      'call Use.cs#Use.C → Safe.cs#Safe.Each exact',
      'call Use.cs#Use.C → dotnet:System.Collections.Generic exact',
      'call Use.cs#Use.D → dotnet:System.Collections.Generic exact',
    ]);
  });

  it('see through the operators, indexers and initializers of types', async () => {
    const files = {
      'Depth.cs': `public struct Depth { public double Metres { get; set; } public static Depth operator +(Depth a, Depth b) => a; public Depth this[int at] => this; }`,
      'Use.cs': `class Use { double A(Depth a, Depth b) => (a + b).Metres; double B(Depth a) => a[1].Metres; Depth C() => new() { Metres = 2 }; }`,
    };
    expect(await dependenciesOf(files, ' Use.cs')).toEqual(
      expect.arrayContaining([
        'call Use.cs#Use.A → Depth.cs#Depth.operator + inferred',
        'read Use.cs#Use.A → Depth.cs#Depth.Metres inferred',
        'read Use.cs#Use.B → Depth.cs#Depth.this[] inferred',
        'read Use.cs#Use.B → Depth.cs#Depth.Metres inferred',
        'construct Use.cs#Use.C → Depth.cs#Depth exact',
        'write Use.cs#Use.C → Depth.cs#Depth.Metres inferred',
      ]),
    );
  });
});

describe('partial types of C#', () => {
  const files = {
    'Form.cs':
      'namespace N; partial class Form : Base { void Show() { Layout(); count = 1; if (count > 0) Layout(); } }',
    'Form.Parts.cs': 'namespace N; partial class Form { int count; void Layout() {} }',
    'Base.cs': 'namespace N; class Base { protected void Draw() {} }',
    'Use.cs': 'namespace N; class Use { Form form; void A() { form.Layout(); } }',
  };

  it('are one type, whose members each part sees', async () => {
    expect(await dependenciesOf(files)).toEqual(
      expect.arrayContaining([
        'call Form.cs#Form.Show → Form.Parts.cs#Form.Layout exact',
        'write Form.cs#Form.Show → Form.Parts.cs#Form.count exact',
        'typeUse Use.cs#Use.form → Form.cs#Form exact',
        'call Use.cs#Use.A → Form.Parts.cs#Form.Layout inferred',
        'part Form.Parts.cs#Form → Form.cs#Form exact',
      ]),
    );
  });

  it('are measured as one, at their main part', async () => {
    const survey = await surveyText(files);
    const valueOf = (id: string, key: string): number =>
      measureNamed(id)!.compute(survey)[survey.elements.key.indexOf(key)];
    expect(valueOf('wmc', 'Form.cs#Form')).toBe(3);
    expect(valueOf('fields', 'Form.cs#Form')).toBe(1);
    expect(valueOf('wmc', 'Form.Parts.cs#Form')).toBeNaN();
  });
});

describe('projects of C#', () => {
  const project = (references: string, more = ''): string =>
    `<Project Sdk="Microsoft.NET.Sdk"><PropertyGroup><OutputType>Exe</OutputType></PropertyGroup><ItemGroup>${references}${more}</ItemGroup></Project>`;
  const files = {
    'App/App.csproj': project(
      '<ProjectReference Include="..\\Water\\Water.csproj" />',
      '<Using Include="N.Shared" />',
    ),
    'Water/Water.csproj': project('', '<PackageReference Include="Tidal.Core" Version="1.0" />'),
    'Old/Old.csproj': project(''),
    'App/Main.cs': 'namespace N; class Main { Gauge g; Mark m; static void Run() {} }',
    'App/Globals.cs': 'global using N.Deep;',
    'App/Sound.cs': 'class Sound { Lead l; }',
    'Water/Gauge.cs': 'using Tidal.Core.Series; namespace N; public class Gauge { }',
    'Water/Lead.cs': 'namespace N.Deep; public class Lead { }',
    'Water/Mark.cs': 'namespace N.Shared; public class Mark { }',
    'Old/Gauge.cs': 'namespace N; public class Gauge { }',
    'Old/Sound.cs': 'class Sounding { Lead l; }',
  };

  it('see what they refer to before what lies elsewhere, and share what is used globally', async () => {
    expect(await dependenciesOf(files, 'typeUse ')).toEqual([
      'typeUse App/Main.cs#Main.g → Water/Gauge.cs#Gauge exact',
      'typeUse App/Main.cs#Main.m → Water/Mark.cs#Mark exact',
      'typeUse App/Sound.cs#Sound.l → Water/Lead.cs#Lead exact',
    ]);
  });

  it('name the package that a namespace outside comes from', async () => {
    const { externals } = await surveyText(files);
    expect(externals).toEqual([expect.objectContaining({ name: 'Tidal.Core', ecosystem: 'nuget' })]);
  });
});

describe('what C# says without words', () => {
  it('a member that bears its type’s name is the type where what follows is the type’s', async () => {
    const files = {
      'A.cs':
        'enum Mode { Slow, Fast } class Tune { public int Level; public static Tune Best; } class Use { public Mode Mode; public Tune Tune; void A() { var m = Mode.Fast; } void B() { var n = Tune.Level; } void C() { var b = Tune.Best; } }',
    };
    const lines = await dependenciesOf(files);
    expect(lines.filter((line) => line.includes('Use.A →'))).toEqual([
      'read A.cs#Use.A → A.cs#Mode.Fast inferred',
      'typeUse A.cs#Use.A → A.cs#Mode exact',
    ]);
    expect(lines).toContain('read A.cs#Use.B → A.cs#Use.Tune exact');
    expect(lines).toContain('typeUse A.cs#Use.C → A.cs#Tune exact');
  });

  it('going through an object calls what gives its elements, and type parameters are what stands for them', async () => {
    const files = {
      'A.cs':
        'class Fleet<T> { public T First; public T Take() { return First; } public int GetEnumerator() { return 1; } } class Barge { public void Moor() {} } class Use { void A(Fleet<Barge> f) { foreach (var b in f) {} } void B(Fleet<Barge> f) { f.Take().Moor(); } }',
    };
    const lines = await dependenciesOf(files, 'call');
    expect(lines).toEqual([
      'call A.cs#Use.A → A.cs#Fleet<>.GetEnumerator inferred',
      'call A.cs#Use.B → A.cs#Barge.Moor inferred',
      'call A.cs#Use.B → A.cs#Fleet<>.Take inferred',
    ]);
  });

  it('taking a value apart calls its Deconstruct, and casts the conversions that types state', async () => {
    const files = {
      'A.cs': `
class Size { public void Deconstruct(out int w, out int h) {} public void Deconstruct(out int w, out int h, out int d) {} }
class Tons { public static explicit operator Tons(int n) => null; public static implicit operator int(Tons t) => 1; }
class Child : Tons {}
class Use {
  void A(Size s) { var (w, h) = s; (w, h) = s; }
  void B(Size[] all) { foreach (var (w, h, d) in all) {} }
  void C() { var t = (Tons)3; }
  void D(Tons t) { var n = (int)t; }
  void E(Child c) { var t = (Tons)c; (int, int) pair = (1, 2); var (x, y) = pair; }
}`,
    };
    const lines = await dependenciesOf(files, 'call A.cs#Use');
    expect(lines).toEqual([
      'call A.cs#Use.A → A.cs#Size.Deconstruct inferred',
      'call A.cs#Use.B → A.cs#Size.Deconstruct~2 inferred',
      'call A.cs#Use.C → A.cs#Tons.operator Tons exact',
      'call A.cs#Use.D → A.cs#Tons.operator int inferred',
    ]);
  });
  it('what is called with types gives what those say', async () => {
    const files = {
      'A.cs': `
class Gate { public void Open() {} }
class Weir { public void Open() {} }
class Yard {
  public T Find<T>() where T : class => null;
  void A() { Find<Gate>().Open(); }
  void B(Yard yard) { var weir = yard.Find<Weir>(); weir.Open(); }
  void C(Yard yard) { yard?.Find<Gate>().Open(); }
}`,
    };
    expect((await dependenciesOf(files, 'Open inferred')).map((line) => line.slice(10))).toEqual([
      'Yard.A → A.cs#Gate.Open inferred',
      'Yard.B → A.cs#Weir.Open inferred',
      'Yard.C → A.cs#Gate.Open inferred',
    ]);
  });
});
