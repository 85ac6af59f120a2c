import { parse } from 'smol-toml';
import { isRecord, textOrNull, type Declared, type ManifestReader, type Use } from './manifest.ts';

/** `name[extra]>=1.0; python_version > "3"` (PEP 508). */
function requirement(text: unknown, use: Use): Declared[] {
  const match =
    typeof text === 'string' ? /^([A-Za-z0-9][\w.-]*)\s*(?:\[[^\]]*\])?\s*([^;#@]*)/.exec(text.trim()) : null;
  return match ? [{ name: match[1], version: match[2].trim(), use }] : [];
}

function requirements(list: unknown, use: Use): Declared[] {
  return Array.isArray(list) ? list.flatMap((entry) => requirement(entry, use)) : [];
}

export const pyproject: ManifestReader = {
  pattern: /(^|\/)pyproject\.toml$/,
  ecosystem: 'pypi',
  read(text) {
    const document: unknown = parse(text);
    const root = isRecord(document) ? document : {};
    const project = isRecord(root.project) ? root.project : {};
    const tool = isRecord(root.tool) ? root.tool : {};
    const poetry = isRecord(tool.poetry) ? tool.poetry : {};
    const declared = requirements(project.dependencies, 'runtime');
    const extras = isRecord(project['optional-dependencies']) ? project['optional-dependencies'] : {};
    for (const list of Object.values(extras)) declared.push(...requirements(list, 'optional'));
    const groups = isRecord(root['dependency-groups']) ? root['dependency-groups'] : {};
    for (const list of Object.values(groups)) declared.push(...requirements(list, 'development'));
    declared.push(
      ...poetryTable(poetry.dependencies, 'runtime'),
      ...poetryTable(poetry['dev-dependencies'], 'development'),
    );
    for (const group of Object.values(isRecord(poetry.group) ? poetry.group : {}))
      if (isRecord(group)) declared.push(...poetryTable(group.dependencies, 'development'));
    return {
      name: textOrNull(project.name) ?? textOrNull(poetry.name),
      description: textOrNull(project.description) ?? textOrNull(poetry.description),
      declared,
    };
  },
};

function poetryTable(table: unknown, use: Use): Declared[] {
  if (!isRecord(table)) return [];
  return Object.entries(table)
    .filter(([name]) => name !== 'python')
    .map(([name, wanted]) => ({
      name,
      version: textOrNull(isRecord(wanted) ? wanted.version : wanted) ?? '',
      use,
    }));
}

export const requirementsText: ManifestReader = {
  pattern: /(^|\/)requirements[^/]*\.txt$/,
  ecosystem: 'pypi',
  read(text, path) {
    const use = /dev|test|lint|doc/i.test(path.slice(path.lastIndexOf('/') + 1)) ? 'development' : 'runtime';
    const declared = text
      .split('\n')
      .flatMap((line) => (/^\s*(#|-)/.test(line) ? [] : requirement(line, use)));
    return { name: null, description: null, declared };
  },
};

/** `setup.cfg`: what setuptools reads of it, in the way of Python's configuration files: values go on in indented lines. */
export const setupConfig: ManifestReader = {
  pattern: /(^|\/)setup\.cfg$/,
  ecosystem: 'pypi',
  read(text) {
    const sections = configuration(text);
    const metadata = sections.get('metadata');
    const options = sections.get('options');
    const lines = (value: string | undefined): string[] => value?.split('\n') ?? [];
    const declared = lines(options?.get('install_requires')).flatMap((line) => requirement(line, 'runtime'));
    for (const value of sections.get('options.extras_require')?.values() ?? [])
      declared.push(...lines(value).flatMap((line) => requirement(line, 'optional')));
    const description = textOrNull(metadata?.get('description') ?? metadata?.get('summary'));
    return {
      name: textOrNull(metadata?.get('name')),
      // `file: README.rst` says where it stands.
      description: description?.startsWith('file:') ? null : description,
      declared,
    };
  },
};

function configuration(text: string): Map<string, Map<string, string>> {
  const sections = new Map<string, Map<string, string>>();
  let section = new Map<string, string>();
  let key: string | null = null;
  for (const line of text.split(/\r?\n/)) {
    if (/^\s*([#;]|$)/.test(line)) continue;
    const head = /^\[([^\]]+)\]/.exec(line)?.[1].trim();
    const entry = /^([^\s=:][^=:]*)[=:](.*)$/.exec(line);
    if (head !== undefined) {
      sections.set(head, (section = sections.get(head) ?? new Map<string, string>()));
      key = null;
    } else if (/^\s/.test(line)) {
      if (key !== null) section.set(key, `${section.get(key)}\n${line.trim()}`.trim());
    } else if (entry) {
      key = entry[1].trim().toLowerCase();
      section.set(key, entry[2].trim());
    }
  }
  return sections;
}
