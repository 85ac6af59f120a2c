import { faults, type Mutant } from './mutant.ts';

const unused = ['app/views/unused'];
const declared = ['app/views/declared'];
const rules = ['app/views/rules/breaksList'];
const dossier = ['app/frame/dossier/measures'];

/** Faults in what pages say. */
export const mutantsOfPages: readonly Mutant[] = [
  ...faults('app/views/unused/UnusedPage.tsx', unused, [
    ['Math.max(1, allLines)', 'Math.max(1, total)'],
    ['(100 * codeLines)', '(10 * codeLines)'],
    ['pages > 1 && (', 'pages > 3 && ('],
    ['disabled={part === 0}', 'disabled={part === 1}'],
    ['disabled={part + 1 === pages}', 'disabled={part === pages}'],
    ['{figure(part + 1)} of', '{figure(part)} of'],
    ['row.doubt !== null && `: ${doubtWords[row.doubt]}`', "row.doubt === null && ': '"],
    ['title={row.doubt === null ? undefined : doubtSentences[row.doubt]}', ''],
    ['{rows.length === 0 && (', '{rows.length === 2 && ('],
    ['{said.length > 0 &&', '{said.length > 1 &&'],
    ['{libraries > 0 &&', '{libraries > 1 &&'],
    ['{begins.length === 0', '{begins.length === 2'],
    ['{unusedWords[row.class]}', '{row.class}'],
  ]),
  ...faults('app/views/declared/BuildPage.tsx', declared, [
    ['{counts.unread > 0 &&', '{counts.unread < 0 &&'],
    ["const isFault = state === 'undeclared';", "const isFault = state === 'through';"],
    ["state === 'asDeclared' || state === 'unread'", "state === 'asDeclared'"],
    ['{path.length > 0 &&', '{path.length > 2 &&'],
    ['if (count === 0) return', 'if (count > 0) return'],
    ["{modules < 2 ? 'No build", "{modules > 2 ? 'No build"],
    ['disabled={rows.length === 0} onClick={save}', 'disabled={rows.length > 0} onClick={save}'],
    ['{figure(counts.through)}', '{figure(counts.unused)}'],
  ]),
  ...faults('app/views/rules/BreaksList.tsx', rules, [
    ["rule.references === 0 ? 'faded'", "rule.references === 1 ? 'faded'"],
    [': rule.references > 0\n', ': rule.references > 1\n'],
    ['{rule.accepted > 0 && <span', '{rule.accepted < 0 && <span'],
    ['.filter((each) => each.rule === rule.name)', ''],
    ['{open === each.id && <Pairs', '{open !== each.id && <Pairs'],
    ['pair.accepted === null && accepting !== key', 'accepting !== key'],
    ['disabled={first === 1}', 'disabled={first === 61}'],
    ['disabled={last >= breaks.count}', 'disabled={last > breaks.count}'],
    ['to.slice(from.length + 1)', 'to.slice(from.length)'],
    ['line: String(line),', "line: '1',"],
    ['[breaks.first + 1, breaks.first', '[breaks.first, breaks.first'],
  ]),
  ...faults('app/frame/dossier/Measures.tsx', dossier, [
    ['100 * Math.min(1, share)', '100 * share'],
    ['100 * Math.min(1, medianShare)', '100 * medianShare'],
    ["{unit === '%' && ' %'}", ''],
    ['{figure(value, decimals)}', '{figure(value)}'],
  ]),
];
