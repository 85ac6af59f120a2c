import { isRecord, textOrNull } from '../manifests/manifest.ts';
import { listOf, parseXml } from '../manifests/jvm.ts';
import { folderOf, joinPath } from '../contracts/fileTree.ts';
import type { BuildReader } from './buildModule.ts';

/** A C# project file, as far as it says what its files may name. */
export interface CSharpProject {
  path: string;
  /** Name of the assembly. */
  name: string;
  /** Project files referred to, as paths. */
  references: string[];
  /** Files listed that lie outside of the project's folder. */
  linked: string[];
  packages: string[];
  /** Namespaces that all its files use. */
  usings: string[];
  isProgram: boolean;
}

/** Reads a project file. What cannot be read says nothing, but its folder is a project all the same. */
export function readCSharpProject(path: string, text: string): CSharpProject {
  const plainName = path.slice(path.lastIndexOf('/') + 1).replace(/\.\w+$/, '');
  try {
    return stated(path, text, plainName);
  } catch {
    const nothing = { references: [], linked: [], packages: [], usings: [], isProgram: false };
    return { path, name: plainName, ...nothing };
  }
}

function stated(path: string, text: string, plainName: string): CSharpProject {
  const { Project: project } = parseXml(text);
  const groups = isRecord(project) ? listOf(project.ItemGroup) : [];
  const properties = isRecord(project) ? listOf(project.PropertyGroup) : [];
  const folder = folderOf(path);
  const included = (item: string): string[] =>
    groups
      .flatMap((group) => listOf(group[item]))
      .map((entry) => textOrNull(entry['@_Include']))
      .filter((name) => name !== null);
  const paths = (item: string): string[] =>
    included(item)
      .map((name) => joinPath(folder, name.replaceAll('\\', '/')))
      .filter((name) => name !== null);
  const assembly = properties
    .map(({ AssemblyName }) => textOrNull(AssemblyName))
    .find((name) => name !== null && !name.includes('$('));
  return {
    path,
    name: assembly ?? plainName,
    references: paths('ProjectReference'),
    linked: paths('Compile').filter((file) => file.endsWith('.cs') && !file.startsWith(`${folder}/`)),
    packages: included('PackageReference'),
    usings: included('Using'),
    isProgram: properties.some(({ OutputType }) => /^(win)?exe$/i.test(textOrNull(OutputType) ?? '')),
  };
}

/** C#: each project is a module, known by its path. */
export const csharpProjects: BuildReader = {
  pattern: /\.csproj$/,
  read: (files) =>
    files
      .map(({ path, text }) => readCSharpProject(path, text))
      .map(({ path, name, linked, references }) => ({
        key: path,
        name,
        names: [path],
        sources: [folderOf(path), ...linked],
        needs: references,
        languages: ['csharp'],
      })),
};
