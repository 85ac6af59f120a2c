/** What files are that no language here reads, by their endings: so that a list of them tells code from pictures. */
const groups: Record<string, string> = {
  Cython: 'pyx pxd',
  Kotlin: 'kt kts',
  Scala: 'scala sc',
  Groovy: 'groovy gradle',
  'C#': 'cs csx',
  'F#': 'fs fsi fsx',
  'Visual Basic': 'vb bas frm cls',
  'Objective-C': 'm mm',
  Swift: 'swift',
  Go: 'go',
  Rust: 'rs',
  Ruby: 'rb rake gemspec',
  PHP: 'php phtml php5 php7',
  Perl: 'pl pm t',
  Lua: 'lua',
  R: 'r',
  Julia: 'jl',
  Dart: 'dart',
  Elixir: 'ex exs',
  Erlang: 'erl hrl',
  Haskell: 'hs lhs',
  OCaml: 'ml mli',
  Clojure: 'clj cljs cljc edn',
  Lisp: 'lisp el scm',
  Pascal: 'pas pp dpr',
  Ada: 'adb ads',
  Fortran: 'f f77 f90 f95 f03 for',
  COBOL: 'cob cbl cpy',
  'PL/I': 'pli',
  RPG: 'rpg rpgle',
  ABAP: 'abap',
  assembler: 's asm',
  SQL: 'sql ddl',
  shell: 'sh bash zsh ksh fish',
  PowerShell: 'ps1 psm1',
  batch: 'bat cmd',
  'Vue component': 'vue',
  'Svelte component': 'svelte',
  'Astro component': 'astro',
  'include file, of C, PHP or assembler': 'inc',
  'style sheet': 'css scss sass less styl',
  'HTML or template': 'html htm xhtml ejs hbs mustache pug erb jsp jspx ftl twig liquid njk',
  grammar: 'y yy l lex g4 jison pegjs peggy ne',
  'interface definition': 'proto thrift avdl graphql graphqls idl wsdl xsd',
  shader: 'glsl vert frag hlsl wgsl',
  XML: 'xml xsl xslt svg plist resx',
  data: 'json json5 jsonc jsonl ndjson yaml yml toml ini cfg conf properties csv tsv env lock map snap txt log',
  document: 'md markdown mdx rst adoc tex pdf doc docx odt ppt pptx xls xlsx',
  picture: 'png jpg jpeg gif webp avif ico bmp tif tiff psd ai eps',
  'sound or film': 'mp3 wav ogg flac mp4 webm mov avi',
  font: 'ttf otf woff woff2 eot',
  archive: 'zip gz tgz tar bz2 xz 7z rar jar war ear whl nupkg',
  'built code': 'class o obj so dll exe a lib dylib wasm pyc pdb bin dat',
  'key or certificate': 'pem key crt cer p12 jks',
  patch: 'patch diff',
};

const byEnding = new Map(
  Object.entries(groups).flatMap(([what, endings]) =>
    endings.split(' ').map((ending) => [ending, what] as const),
  ),
);

/** What a file is, as far as its name tells; `file without an ending` or the ending itself otherwise. */
export function whatItIs(name: string): string {
  const dot = name.lastIndexOf('.');
  if (dot <= 0) return 'file without an ending';
  return byEnding.get(name.slice(dot + 1).toLowerCase()) ?? `${name.slice(dot).toLowerCase()} file`;
}

/** Interpreters that a first line names, by language. */
export const otherInterpreters: [RegExp, string][] = [
  [/^(ba|z|k|da|fi)?sh$/, 'shell'],
  [/^perl[\d.]*$/, 'Perl'],
  [/^ruby[\d.]*$/, 'Ruby'],
  [/^php[\d.]*$/, 'PHP'],
  [/^pwsh$/, 'PowerShell'],
  [/^lua[\d.]*$/, 'Lua'],
];
