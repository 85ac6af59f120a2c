import { describe, expect, it } from 'vitest';
import { dependenciesOf, describeDependencies, surveyText } from '../../tests/surveyText.ts';

const gate = 'package canal.locks; public class Gate { public void open() {} static class Leaf {} }';

/** What is named, in words. */
const namedIn = (files: Record<string, string>): Promise<string[]> => dependenciesOf(files, 'named ');

describe('what is named in configuration', () => {
  it('is a dependency of the file that names it, with its line', async () => {
    const survey = await surveyText({
      'src/canal/locks/Gate.java': gate,
      'conf/beans.xml':
        '<beans>\n  <bean class="canal.locks.Gate"/>\n  <!-- canal.locks.Gate -->\n</beans>\n',
    });
    expect(describeDependencies(survey)).toEqual([
      'named conf/beans.xml → src/canal/locks/Gate.java#Gate inferred @2',
    ]);
  });

  it.each([
    ['a service file', 'META-INF/services/canal.Door', 'canal.locks.Gate\n', 'Gate'],
    ['properties', 'locks.properties', 'door=canal.locks.Gate\n', 'Gate'],
    ['YAML, a routine', 'locks.yml', 'run: canal.locks.Gate#open\n', 'Gate.open'],
    ['JSON, a type in a type', 'locks.json', '{"leaf": "canal.locks.Gate$Leaf"}', 'Gate.Leaf'],
    ['a path of a class', 'locks.ini', 'load canal/locks/Gate.class\n', 'Gate'],
  ])('may stand in %s', async (_, path, text, meant) => {
    expect(await namedIn({ 'Gate.java': gate, [path]: text })).toEqual([
      `named ${path} → Gate.java#${meant} inferred`,
    ]);
  });

  it('is ambiguous where two are called so', async () => {
    expect(
      await namedIn({ 'a/Gate.java': gate, 'b/Gate.java': gate, 'x.xml': '<x>canal.locks.Gate</x>' }),
    ).toEqual(['named x.xml → a/Gate.java#Gate ambiguous', 'named x.xml → b/Gate.java#Gate ambiguous']);
  });

  it('leaves files that name nothing out', async () => {
    const survey = await surveyText({ 'Gate.java': gate, 'x.xml': '<x>canal.locks.Weir</x>' });
    expect(survey.files.map(({ path }) => path)).toEqual(['Gate.java']);
  });

  it('is found for C# by its namespaces, all parts of a type being one, and for Python by its modules', async () => {
    expect(
      await namedIn({
        'One.cs': 'namespace Canal.Locks { public partial class Gate { } }',
        'Two.cs': 'namespace Canal.Locks; public partial class Gate { } public class Pump { }',
        'app.config': '<add type="Canal.Locks.Gate, Canal"/><add type="Canal.Locks.Pump"/>',
        'canal/__init__.py': '',
        'canal/tolls.py': 'class Tariff:\n    def quote(self): pass\n\ndef main(): pass\n',
        'setup.cfg':
          'run = canal.cli:main\nrun=canal.tolls:main\nload = canal.tolls.Tariff.quote, canal.tolls',
      }),
    ).toEqual([
      'named app.config → One.cs#Gate inferred',
      'named app.config → Two.cs#Pump inferred',
      'named setup.cfg → canal/tolls.py inferred',
      'named setup.cfg → canal/tolls.py#Tariff.quote inferred',
      'named setup.cfg → canal/tolls.py#main inferred',
    ]);
  });
});

describe('what is named by a string in code', () => {
  it('is a dependency of what the string stands in, unless that is of what is named', async () => {
    expect(
      await namedIn({
        'Gate.java': 'package canal.locks; class Gate { Object log = logger("canal.locks.Gate"); }',
        'Yard.java':
          'package canal.yard;\n@Serves("canal.locks.Gate")\nclass Yard {\n  Object load() {\n    // "canal.locks.Gate"\n    return Class.forName("canal.locks.Gate");\n  }\n}',
        'tow.py': 'def tow():\n    """Tows `canal.locks.Gate` and "canal.locks.Gate"."""\n',
        'jni.c': 'void load(void) { find("canal/locks/Gate"); }',
      }),
    ).toEqual([
      'named Yard.java#Yard → Gate.java#Gate inferred',
      'named Yard.java#Yard.load → Gate.java#Gate inferred',
      'named jni.c#load → Gate.java#Gate inferred',
    ]);
  });
});
