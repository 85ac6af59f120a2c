/** The product's own words and the terms of the trade that it uses, each with one line: shown in `?`, and in docs/glossary.md. */
export const glossary = [
  ['against the order', 'A reference from below to above in the one order that all views share.'],
  ['ambiguous', 'A reference that means one of several elements, and nothing tells which.'],
  [
    'arrangement',
    'How files are grouped in pictures: by folders, packages, build modules or a plan of modules.',
  ],
  ['baseline', 'The survey that the current one is compared with.'],
  ['barrel', 'A file that only re-exports what others declare.'],
  [
    'build module',
    'What the build takes for one unit: a Maven module, an npm workspace, a C# project, a CMake target.',
  ],
  ['Ca, Ce', 'Incoming and outgoing dependencies of a group or a file.'],
  ['caption', 'The sentence above a picture that says what it shows. Each bold part changes it.'],
  ['CBO', 'Coupling between objects: how many other types a type uses or is used by.'],
  ['cycle', 'Elements that depend on each other in a circle.'],
  ['dossier', 'The panel beside a picture with all that is known of the selected element.'],
  ['doubt', 'How close the second-best module of a file comes to the one it was placed in.'],
  [
    'entry point',
    'A file or routine that is used from outside the codebase: a program, a public export, a server.',
  ],
  [
    'exact, inferred',
    'How sure a reference is: exact where names resolve to it, inferred where types or a unique name lead to it.',
  ],
  ['external', 'A package, library or system file outside the codebase.'],
  ['gap', 'Something the code refers to that was not found.'],
  ['grain', 'What an open group shows: files, types or routines.'],
  ['layer', 'A step of the intended order. No layer may use one above it.'],
  ['LCOM4', 'Into how many parts a type falls that share no fields or calls.'],
  ['module', 'A group of files that somebody has confirmed. A plan places every file in a module.'],
  ['MoJoFM', 'How similar two groupings are, 0 to 100, by the moves that would turn one into the other.'],
  ['named', 'A reference by name: from configuration or a string to what is loaded by that name.'],
  ['propagation cost', 'The share of the codebase that a change to a random file may reach.'],
  ['shortlist', 'A set of elements collected by hand, by search or from a view.'],
  ['stray', 'A file that has more to do with another group than with its own.'],
  ['survey', 'One analysis of one state of a codebase.'],
  ['transitive link', 'A link between two elements that a longer path implies as well.'],
  ['violation', 'A reference that a rule forbids. An accepted one is an exception, with a reason.'],
] as const satisfies readonly (readonly [word: string, meaning: string])[];

type Word = (typeof glossary)[number][0];

/** The line on a word, to be shown on pointing at it. */
export function meaningOf(word: Word): string {
  return glossary.find(([each]) => each === word)![1];
}
