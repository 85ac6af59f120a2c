import {
  placeOfCallback,
  placeOfParameter,
  placeOfTypeParameter,
  ANY_NUMBER,
  declarationForms,
  elementKinds,
  EXPRESSION,
  FLAG,
  parameterRange,
  referenceKinds,
  type FileFacts,
} from './fileFacts.ts';
import { compoundWords } from './typeWords.ts';

/** Facts in words, one a line: what corpus files expect, and how extraction can be looked at by itself. */
export function describeFacts(facts: FileFacts): string[] {
  const { declarations, names, references } = facts;
  const name = (d: number): string => names[declarations.name[d]];
  const lines: string[] = [`lines ${describeLines(facts)}`];
  if (facts.packageName !== '') lines.push(`package ${facts.packageName}`);
  if (facts.parse !== 'clean') {
    lines.push(`${facts.parse} ${facts.parseErrors.map(([first, last]) => `${first}-${last}`).join(' ')}`);
  }
  for (const { kind, specifier, line } of facts.imports)
    lines.push(`${kind} ${specifier ?? '(computed)'} @${line}`);
  for (let d = 0; d < declarations.count; d++) {
    const kind = elementKinds[declarations.kind[d]];
    const range = `${declarations.startLine[d]}-${declarations.endLine[d]}`;
    const value = declarations.value[d] > 0 ? ` : ${describeExpression(facts, declarations.value[d])}` : '';
    const words = [kind, declarationForms[declarations.form[d]], qualifiedName(facts, d), range];
    const more = [...flagWords(declarations.flags[d]), ...figureWords(facts, d), ...furtherWords(facts, d)];
    lines.push([...words, ...more].join(' ') + value);
  }
  for (const [exported, expression] of facts.exports.named) {
    lines.push(`export ${exported} = ${describeExpression(facts, expression)}`);
  }
  for (const star of facts.exports.stars) lines.push(`export * of ${facts.imports[star].specifier}`);
  if (facts.exports.whole > 0) lines.push(`export whole = ${describeExpression(facts, facts.exports.whole)}`);
  for (let r = 0; r < references.kind.length; r++) {
    const from = references.from[r] < 0 ? '(file)' : name(references.from[r]);
    const args = references.args[r] > 0 ? describeExpression(facts, references.args[r]) : '';
    const target = describeExpression(facts, references.expression[r]) + args;
    lines.push(`${referenceKinds[references.kind[r]]} ${target} from ${from} @${references.line[r]}`);
  }
  facts.callSites?.callee.forEach((callee, call) => {
    const values = describeExpression(facts, facts.callSites!.values[call]);
    lines.push(`call site ${describeExpression(facts, callee)}(${values})`);
  });
  return lines;
}

function describeLines({ lines }: FileFacts): string {
  return `${lines.lines}, code ${lines.code}, comment ${lines.comment}, blank ${lines.blank}`;
}

function qualifiedName({ declarations, names }: FileFacts, declaration: number): string {
  const parts: string[] = [];
  for (let d = declaration; d >= 0; d = declarations.parent[d]) parts.unshift(names[declarations.name[d]]);
  return parts.join('.');
}

function flagWords(flags: number): string[] {
  return Object.entries(FLAG)
    .filter(([word, flag]) => flags & flag && word !== 'bodiless')
    .map(([word]) => word);
}

function furtherWords(facts: FileFacts, d: number): string[] {
  const { parameters, owner, docStart, docEnd } = facts.declarations;
  return [
    ...(parameters[d] > 0 ? [describeExpression(facts, parameters[d])] : []),
    ...(owner[d] > 0 ? [`of ${describeExpression(facts, owner[d])}`] : []),
    ...(docStart[d] > 0 ? [`doc ${docStart[d]}-${docEnd[d]}`] : []),
  ];
}

function figureWords({ declarations: { figures, kind } }: FileFacts, d: number): string[] {
  if (elementKinds[kind[d]] !== 'routine') return [];
  return [`cc=${figures.cyclomatic[d]}`, `nested=${figures.nested[d]}`, `deep=${figures.nesting[d]}`];
}

/** An expression as one would write it: `instance(Gauge).read`. */
export function describeExpression(facts: FileFacts, expression: number): string {
  const { operation, a, b } = facts.expressions;
  const inner = (e: number): string => describeExpression(facts, e);
  switch (operation[expression]) {
    case EXPRESSION.symbol:
      return qualifiedName(facts, facts.symbols[a[expression]][0]);
    case EXPRESSION.import: {
      const binding = facts.importBindings[a[expression]];
      return `${binding.name} of ${facts.imports[binding.import].specifier}`;
    }
    case EXPRESSION.global:
      return `global ${facts.names[a[expression]]}`;
    case EXPRESSION.member:
    case EXPRESSION.routineMember:
      return `${inner(a[expression])}.${facts.names[b[expression]]}`;
    case EXPRESSION.instance:
      return `instance(${inner(a[expression])})`;
    case EXPRESSION.result:
      return `result(${inner(a[expression])}${b[expression] > 0 ? inner(b[expression]) : ''})`;
    case EXPRESSION.element:
      return `element(${inner(a[expression])})`;
    case EXPRESSION.awaited:
      return `awaited(${inner(a[expression])})`;
    case EXPRESSION.generic:
      return `${inner(a[expression])}<${inner(b[expression])}>`;
    case EXPRESSION.callback: {
      const { argument, parameter } = placeOfCallback(b[expression]);
      return `given(${inner(a[expression])}, ${argument + 1}.${parameter + 1})`;
    }
    case EXPRESSION.callSiteType: {
      const { declaration } = placeOfParameter(a[expression]);
      return `argument ${facts.names[b[expression]]} of ${qualifiedName(facts, declaration)}`;
    }
    case EXPRESSION.injected:
      return `injected ${facts.names[a[expression]]}`;
    case EXPRESSION.typeOfType:
      return `type of ${qualifiedName(facts, a[expression])}`;
    case EXPRESSION.lambda:
      return `function giving ${inner(a[expression])}`;
    case EXPRESSION.contextualType:
      return `taken(${inner(a[expression])}, ${b[expression] + 1}.)`;
    case EXPRESSION.contextualArgument:
      return `given(${inner(a[expression])}, ${b[expression] + 1}.)`;
    case EXPRESSION.predicateOfCall:
      return `what ${inner(a[expression])} says of its ${b[expression]}.`;
    case EXPRESSION.tagged:
      return `${inner(a[expression])} where ${inner(b[expression])}`;
    case EXPRESSION.untagged:
      return `${inner(a[expression])} unless ${inner(b[expression])}`;
    case EXPRESSION.called:
      return `${inner(a[expression])} with ${inner(b[expression])}`;
    case EXPRESSION.list:
      return inner(a[expression]) + (b[expression] > 0 ? `, ${inner(b[expression])}` : '');
    case EXPRESSION.this:
      return `this of ${qualifiedName(facts, a[expression])}`;
    case EXPRESSION.super:
      return `super of ${qualifiedName(facts, a[expression])}`;
    case EXPRESSION.orElse:
      return `(${inner(a[expression])} or ${inner(b[expression])})`;
    case EXPRESSION.branches:
      return `(${inner(a[expression])} / ${inner(b[expression])})`;
    case EXPRESSION.uncertain:
      return `perhaps ${inner(a[expression])}`;
    case EXPRESSION.object:
      return `{${inner(a[expression])}}`;
    case EXPRESSION.entry:
      return `${facts.names[b[expression]]}: ${inner(a[expression])}`;
    case EXPRESSION.spread:
      return `all of ${inner(a[expression])}`;
    case EXPRESSION.typeOf:
      return `typeof ${inner(a[expression])}`;
    case EXPRESSION.name:
    case EXPRESSION.typeName:
    case EXPRESSION.routineName:
      return facts.names[a[expression]];
    case EXPRESSION.typeParameter: {
      const { declaration, index } = placeOfTypeParameter(a[expression]);
      const bound = b[expression] > 0 ? ` of ${inner(b[expression])}` : '';
      const owner = declaration < facts.declarations.count ? qualifiedName(facts, declaration) : 'a function';
      return `parameter ${index + 1} of ${owner}${bound}`;
    }
    case EXPRESSION.qualifier:
      return `${inner(a[expression])} before ${facts.names[b[expression]]}`;
    case EXPRESSION.operator:
      return `${facts.names[a[expression]]}${inner(b[expression])}`;
    case EXPRESSION.arrow:
      return `${inner(a[expression])}->`;
    case EXPRESSION.initialised:
      return `type of ${inner(a[expression])}`;
    case EXPRESSION.pasted:
      return `${facts.names[a[expression]]} and what is given ${b[expression] + 1}.`;
    case EXPRESSION.pointee:
      return `what ${inner(a[expression])} points to`;
    case EXPRESSION.address:
      return `pointer to ${inner(a[expression])}`;
    case EXPRESSION.arithmetic:
      return `(${inner(a[expression])} with ${inner(b[expression])})`;
    case EXPRESSION.literal:
      return `a ${facts.names[a[expression]]}`;
    case EXPRESSION.arguments:
      return a[expression] === 0 ? '()' : `(${inner(b[expression])})`;
    case EXPRESSION.parameters: {
      const { least, most } = parameterRange(a[expression]);
      const range = most === ANY_NUMBER ? `${least}+` : least === most ? `${least}` : `${least}-${most}`;
      return `takes ${range}${b[expression] > 0 ? ` (${inner(b[expression])})` : ''}`;
    }
    default:
      return compoundWords(facts, expression, inner) ?? '?';
  }
}
