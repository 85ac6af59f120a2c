import { catalogue } from '../core/measures/catalogue.ts';

/** docs/measures.md, from the catalogue: `npm run docs` writes it, and a test holds it to be current. */
export function measuresPage(): string {
  const rows = catalogue.map(
    ({ id, name, unit, appliesTo, more, definition, source }) =>
      `| \`${id}\` | ${name}${unit === '' ? '' : ` (${unit})`} | ${appliesTo.join(', ')} | ${more} | ${definition.replaceAll('|', '\\|')} | ${source} |`,
  );
  return `# Measures

Written by \`npm run docs\` from the catalogue in \`core/measures\`; do not edit it here.

Exact and inferred dependencies count; **ambiguous ones count in no measure**. What follows from another use at the same place (the
constructor that a construction runs, what a macro's body calls) counts in fan-in, fan-out and RFC only.

| id | name | applies to | more is | definition | source |
| --- | --- | --- | --- | --- | --- |
${rows.join('\n')}

## Choices for TypeScript and JavaScript

- **Named routines.** A routine is named when the language gives it a name: function declarations, methods, accessors,
  constructors, functions assigned to a variable, a class field, a property of an object literal, an export or a
  prototype. It counts on its own. Any other function is anonymous and counts in the routine around it.
- **Decisions**: \`if\`, each loop, each \`case\` that is not the default, \`catch\`, \`?:\`, \`&&\`, \`||\`, \`??\`, and the
  assignments \`&&=\`, \`||=\`, \`??=\`, which decide too. Optional chaining (\`?.\`) and default values are no decisions.
- **Nested complexity**: \`else if\` is one \`else\` and does not deepen; \`switch\` is one structure however many arms it has.
- **Overloads** of a function are one routine, from the first signature to the end of its body.
- **Abstractness** counts interfaces and abstract classes among classes, interfaces and enumerations; aliases and
  namespaces are left out.
- **Ca and Ce** count outermost declarations; a file counts as one for what stands in it outside of any. _Files using_ and
  _files used_ count files, of folders and modules as well.

## Choices for other languages

- **Java.** A rule or label of \`switch\` that is not the default is a decision, and so is a guard (\`when\`). Routines of
  anonymous and local classes count on their own. Overloads are routines of their own.
- **C#.** As Java, with each case of a \`switch\`, each arm that is not \`_\`, \`when\` and \`??\` a decision. A property without code
  of its own is a field; each accessor with code is a routine. Local functions are routines of their own. A partial type is
  measured as one, at its main part: the file called like the type, or else the shortest path. Lines that a condition takes
  from the parser are code all the same.
- **Python.** Decisions are \`if\`, \`elif\`, loops, \`except\`, the conditional expression, \`and\`, \`or\`, each loop and each
  condition of a comprehension, and each \`case\` but a bare \`_\`. Documentation strings are comment lines. Parameters count
  the receiver.
- **C and C++.** Lines are counted before the preprocessor: directives and what they switch off are code. A macro with
  parameters is a routine of complexity 1. What is defined outside of a class counts for the class.
`;
}
