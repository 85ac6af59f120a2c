import { describe, expect, it } from 'vitest';
import { fileTree, surveyText } from '../../../tests/surveyText.ts';
import { programs, projectsOf } from './projects.ts';

const project = (items: string, properties = ''): string =>
  `<Project><PropertyGroup>${properties}</PropertyGroup><ItemGroup>${items}</ItemGroup></Project>`;

const files = {
  'App/App.csproj': project(
    '<ProjectReference Include="..\\Tolls\\Tolls.csproj"/><Compile Include="..\\Shared\\Clock.cs"/>',
    '<OutputType>WinExe</OutputType>',
  ),
  'Tolls/Tolls.csproj': project(
    '<ProjectReference Include="..\\Water\\Water.csproj"/><PackageReference Include="Tidal"/><PackageReference Include="Tidal.Core"/>',
  ),
  'Water/Water.csproj': project('<Using Include="Hollowmere.Deep"/>'),
  'Water/Broken/Broken.csproj': '<Project><ItemGroup>',
  'App/Start.cs': 'class Start { static void Main() {} }',
  'Tolls/Tool.cs': 'class Tool { static void Main() {} }',
  'Water/Gauge.cs': '',
  'Water/Broken/Odd.cs': '',
  'Shared/Clock.cs': '',
  'Loose.cs': '',
};

describe('C# projects', () => {
  const projects = projectsOf(fileTree(files));

  it('hold the files below them, nearest first, and those that they list', () => {
    expect(projects.of('App/Deep/Down/Start.cs')).toEqual(['App/App.csproj']);
    expect(projects.of('Water/Broken/Odd.cs')).toEqual(['Water/Broken/Broken.csproj']);
    expect(projects.of('Shared/Clock.cs')).toEqual(['App/App.csproj']);
    expect(projects.of('Loose.cs')).toEqual([]);
  });

  it('see what they refer to, through others too, and not the other way', () => {
    expect(projects.sees('App/Start.cs', 'Water/Gauge.cs')).toBe(true);
    expect(projects.sees('Water/Gauge.cs', 'App/Start.cs')).toBe(false);
    expect(projects.sees('App/Start.cs', 'Water/Broken/Odd.cs')).toBe(false);
    // Where there is no project, nothing says what may not be seen.
    expect(projects.sees('Loose.cs', 'Water/Gauge.cs')).toBe(true);
  });

  it('name the longest package that holds a namespace', () => {
    expect(projects.packageOf('Tolls/Tool.cs', 'Tidal.Core.Series')).toBe('Tidal.Core');
    expect(projects.packageOf('Tolls/Tool.cs', 'Tidal.Table')).toBe('Tidal');
    expect(projects.packageOf('Tolls/Tool.cs', 'Tidalwave')).toBeNull();
    expect(projects.usings('Water/Gauge.cs')).toEqual(['Hollowmere.Deep']);
  });

  it('begin at Main where they build a program', async () => {
    const { files: surveyed } = await surveyText(files);
    expect(surveyed.length).toBeGreaterThan(0);
    const facts = surveyed.map(({ path }) => path);
    expect(facts).toContain('App/Start.cs');
    const start = programs(fileTree(files), await factsOf(['App/Start.cs', 'Tolls/Tool.cs']));
    expect(start).toEqual([{ path: 'App/Start.cs', role: 'program', name: 'Start' }]);
  });
});

async function factsOf(paths: (keyof typeof files)[]) {
  const { factsOfText } = await import('../../../tests/surveyText.ts');
  return Promise.all(
    paths.map(async (path) => ({
      path,
      language: 'csharp',
      isTest: false,
      facts: await factsOfText(path, files[path]),
    })),
  );
}
