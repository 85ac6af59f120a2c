import { describe, expect, it } from 'vitest';
import { surveyText, dependenciesOf } from '../../tests/surveyText.ts';

const parents = async (files: Record<string, string>): Promise<string[]> =>
  (await dependenciesOf(files)).filter((line) => /^(inherit|implement)/.test(line));

describe('parents that no file declares or imports', () => {
  it.each([
    [
      'Gate.java',
      'class Gate extends Thread implements Cloneable, Comparable<Gate> {}',
      ['implement Gate.java#Gate → jdk:java.lang exact', 'inherit Gate.java#Gate → jdk:java.lang exact'],
    ],
    ['gate.py', 'class Shut(ValueError):\n    pass\n', ['inherit gate.py#Shut → python:builtins exact']],
    ['gate.ts', 'export class Shut extends Error {}\n', ['inherit gate.ts#Shut → js:globals exact']],
    ['Gate.cs', 'class Gate : IDisposable {}', ['implement Gate.cs#Gate → nuget:System exact']],
  ])('of the platform are externals: %s', async (path, text, rows) => {
    const found = await parents({ [path]: text });
    expect([...new Set(found.map((line) => line.replace(/ @.*/, '')))].sort()).toEqual(rows);
  });

  it('may be named with their package, where something else is imported from it', async () => {
    const files = {
      'Log.java': 'import org.slf4j.Marker; class Log implements org.slf4j.Logger { Marker m; }',
      'Pump.cs': 'using System.Xml; class Pump : System.Xml.IHasXmlNode {}',
    };
    expect(await parents(files)).toEqual([
      'implement Log.java#Log → java:org.slf4j exact',
      'implement Pump.cs#Pump → dotnet:System.Xml exact',
    ]);
  });

  it('are externals although something else than a type of the language bears the name', async () => {
    const files = {
      'Rack.cs': 'class Gates : Collection<int> {} class Rack { Gates Collection { get; } }',
      'Collection.java': 'class Collection {}',
    };
    expect(await parents(files)).toEqual(['inherit Rack.cs#Gates → nuget:System exact']);
  });

  it('are none where the codebase declares the name itself, and where nothing is said of them', async () => {
    expect(
      await parents({ 'Thread.java': 'class Thread {}', 'Gate.java': 'class Gate extends Thread {}' }),
    ).toEqual(['inherit Gate.java#Gate → Thread.java#Thread exact']);
    expect((await surveyText({ 'Gate.java': 'class Gate extends Missing {}' })).externals).toEqual([]);
  });
});
