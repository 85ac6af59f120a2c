/** What the name of a file or folder says about it, by conventions that many projects share. */

const vendoredFolders = new Set([
  'node_modules',
  'bower_components',
  'jspm_packages',
  'site-packages',
  'vendor',
  'third_party',
  'third-party',
  'thirdparty',
  '3rdparty',
  '.yarn',
  '.pnpm-store',
  '.venv',
  'venv',
  'Pods',
  'Carthage',
]);

export function isVendoredFolder(name: string): boolean {
  return vendoredFolders.has(name);
}

const versionControl = new Set(['.git', '.hg', '.svn', '.bzr', 'CVS']);

/** What version control keeps for itself; it is no part of the code, and not worth a line on the intake sheet. */
export function isVersionControl(name: string): boolean {
  return versionControl.has(name);
}

/** A release of some other project, copied in: its file carries a version, as `jigsaw-3.6.0.js` does. */
export function isVersionedCopy(name: string): boolean {
  return /[a-z][\w.]*[-.]v?\d+\.\d+\.\d+([-.][\w.]+)?\.(js|cjs|mjs|css)$/i.test(name);
}

export function isMinifiedName(name: string): boolean {
  return /[.-](min|bundle\.min|umd\.min|prod\.min)\.[cm]?js$/i.test(name);
}

const generatedNames =
  /(\.(generated|gen|g|pb|pbjs|grpc|designer)|[_-]generated|_pb|_pb2|_grpc_pb|_pb_service|_grpc_web_pb)\.(d\.)?[a-z]{1,4}$/i;

export function isGeneratedName(name: string): boolean {
  return generatedNames.test(name);
}

const testFolder =
  /(^|\/)(__tests__|__mocks__|tests?|specs?|e2e|test-utils?|testsuites?|([^/]+[._-])?(unit|integration)?tests?)\//i;
const testFile = /[.-](test|spec|e2e|bench)\.[^/]+$/i;
/** What the languages' own test runners look for: `test_tide.py`, `lock_test.cc`, `LockTest.java`, `LockTests.cs`. */
const testFilesByLanguage =
  /(^|\/)(test_[^/]+|[^/]+_test|conftest)\.pyi?$|[^/]_(unit)?tests?\d*\.(c|cc|cpp|cxx)$|[^/]Tests?\.(java|cs)$|[a-z0-9]IT\.java$/;

export function isTestPath(path: string): boolean {
  return testFolder.test(path) || testFile.test(path) || testFilesByLanguage.test(path);
}

/** Endings of what grammars and templates are written in: a file of code beside one, of the same name, is its output. */
export const generatorEndings = [
  '.y',
  '.yy',
  '.jison',
  '.pegjs',
  '.peggy',
  '.g4',
  '.ne',
  '.lex',
  '.l',
  '.proto',
  '.graphqls',
  '.idl',
  '.re2c',
];

const markdownName = /\.(md|markdown)$/i;

/** Texts for people, Markdown and others: shown as such, not read as code. */
export function isDocument(name: string): boolean {
  return isMarkdownName(name) || isPlainDocument(name);
}

export function isMarkdownName(name: string): boolean {
  return markdownName.test(name);
}

/** Texts for people that are no Markdown: reStructuredText, and READMEs without an ending that says more. */
export function isPlainDocument(name: string): boolean {
  return (
    /\.rst$/i.test(name) ||
    /^(readme|changes|changelog|news|contributing|authors|hacking|todo)(\.txt)?$/i.test(name)
  );
}

export function isReadme(name: string): boolean {
  return /^readme(\.(md|markdown|txt|rst))?$/i.test(name);
}

/** Files that say how a part of the codebase is built and what it rests on. */
const projectFile =
  /^((package|composer|[tj]sconfig[^/]*)\.json|pyproject\.toml|setup\.(py|cfg)|requirements[^/]*\.txt|pom\.xml|[^/]+\.gradle(\.kts)?|[^/]+\.(csproj|vbproj|fsproj|sln)|compile_commands\.json|go\.(mod|work)|Cargo\.toml|Gemfile|[^/]+\.gemspec|CMakeLists\.txt|Makefile|GNUmakefile|\.gitmodules)$/;

export function isProjectFile(name: string): boolean {
  return projectFile.test(name);
}
