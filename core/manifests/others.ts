import { parse as parseJson } from 'jsonc-parser';
import { parse as parseToml } from 'smol-toml';
import { listOf, parseXml } from './jvm.ts';
import { isRecord, textOrNull, type Declared, type ManifestReader, type Use } from './manifest.ts';

export const csproj: ManifestReader = {
  pattern: /\.(cs|vb|fs)proj$/,
  ecosystem: 'nuget',
  read(text, path) {
    const { Project: project } = parseXml(text);
    const groups = isRecord(project) ? listOf(project.ItemGroup) : [];
    const declared = groups
      .flatMap(({ PackageReference }) => listOf(PackageReference))
      .flatMap((entry): Declared[] => {
        const name = textOrNull(entry['@_Include']);
        const version = textOrNull(entry['@_Version']) ?? textOrNull(entry.Version) ?? '';
        return name === null ? [] : [{ name, version, use: 'runtime' }];
      });
    const properties = isRecord(project) ? listOf(project.PropertyGroup) : [];
    const named = properties
      .map(({ AssemblyName }) => textOrNull(AssemblyName))
      .find((name) => name !== null);
    return {
      name: named ?? path.slice(path.lastIndexOf('/') + 1).replace(/\.\w+$/, ''),
      description:
        properties.map(({ Description }) => textOrNull(Description)).find((text) => text !== null) ?? null,
      declared,
    };
  },
};

export const solution: ManifestReader = {
  pattern: /\.sln$/,
  ecosystem: 'nuget',
  read: (_, path) => ({ name: path.slice(path.lastIndexOf('/') + 1, -4), description: null, declared: [] }),
};

export const goMod: ManifestReader = {
  pattern: /(^|\/)go\.mod$/,
  ecosystem: 'go',
  read(text) {
    const declared: Declared[] = [];
    let inRequire = false;
    for (const line of text.split('\n')) {
      if (/^require\s*\(/.test(line)) inRequire = true;
      else if (/^\)/.test(line)) inRequire = false;
      const match = (inRequire ? /^\s+(\S+)\s+(v\S+)/ : /^require\s+(\S+)\s+(v\S+)/).exec(line);
      if (match && !line.includes('// indirect'))
        declared.push({ name: match[1], version: match[2], use: 'runtime' });
    }
    return { name: /^module\s+(\S+)/m.exec(text)?.[1] ?? null, description: null, declared };
  },
};

export const cargo: ManifestReader = {
  pattern: /(^|\/)Cargo\.toml$/,
  ecosystem: 'cargo',
  read(text) {
    const root = parseToml(text) as Record<string, unknown>;
    const about = isRecord(root.package) ? root.package : {};
    const table = (field: string, use: Use): Declared[] =>
      Object.entries(isRecord(root[field]) ? root[field] : {}).map(([name, wanted]) => ({
        name,
        version: textOrNull(isRecord(wanted) ? wanted.version : wanted) ?? '',
        use: isRecord(wanted) && wanted.optional === true ? 'optional' : use,
      }));
    return {
      name: textOrNull(about.name),
      description: textOrNull(about.description),
      declared: [
        ...table('dependencies', 'runtime'),
        ...table('build-dependencies', 'development'),
        ...table('dev-dependencies', 'development'),
      ],
    };
  },
};

export const composer: ManifestReader = {
  pattern: /(^|\/)composer\.json$/,
  ecosystem: 'composer',
  read(text) {
    const manifest: unknown = parseJson(text);
    const root = isRecord(manifest) ? manifest : {};
    const list = (field: string, use: Use): Declared[] =>
      Object.entries(isRecord(root[field]) ? root[field] : {})
        .filter(([name]) => name.includes('/'))
        .map(([name, version]) => ({ name, version: textOrNull(version) ?? '', use }));
    return {
      name: textOrNull(root.name),
      description: textOrNull(root.description),
      declared: [...list('require', 'runtime'), ...list('require-dev', 'development')],
    };
  },
};

export const gemfile: ManifestReader = {
  pattern: /(^|\/)(Gemfile|[^/]+\.gemspec)$/,
  ecosystem: 'rubygems',
  read(text) {
    const declared: Declared[] = [];
    const line =
      /^\s*(?:gem|\w+\.add_(?:runtime_|development_)?dependency)\s*\(?\s*["']([^"']+)["'](?:\s*,\s*["']([^"']+)["'])?/gm;
    for (const match of text.matchAll(line))
      declared.push({
        name: match[1],
        version: match[2] ?? '',
        use: match[0].includes('development') ? 'development' : 'runtime',
      });
    return {
      name: /\.name\s*=\s*["']([^"']+)/.exec(text)?.[1] ?? null,
      description: /\.summary\s*=\s*["']([^"']+)/.exec(text)?.[1] ?? null,
      declared,
    };
  },
};

export const cmake: ManifestReader = {
  pattern: /(^|\/)CMakeLists\.txt$/,
  ecosystem: 'cmake',
  read(text) {
    const plain = text.replace(/#[^\n]*/g, '');
    const declared = [...plain.matchAll(/\bfind_package\s*\(\s*(\w+)(?:\s+([\d.]+))?([^)]*)\)/gi)].map(
      ([, name, version, rest]): Declared => ({
        name,
        version: version ?? '',
        use: /\bREQUIRED\b/.test(rest) ? 'runtime' : 'optional',
      }),
    );
    return {
      name: /\bproject\s*\(\s*"?([\w.+-]+)/i.exec(plain)?.[1] ?? null,
      description: /\bDESCRIPTION\s+"([^"]+)"/.exec(plain)?.[1] ?? null,
      declared,
    };
  },
};

export const make: ManifestReader = {
  pattern: /(^|\/)(GNU)?[Mm]akefile$/,
  ecosystem: 'make',
  read(text) {
    const libraries = [...text.matchAll(/(?:^|\s)-l([\w+.-]+)/g)].map(([, name]) => name);
    return {
      name: null,
      description: null,
      declared: [...new Set(libraries)].map((name) => ({ name, version: '', use: 'runtime' })),
    };
  },
};
