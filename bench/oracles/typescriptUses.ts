import { join, relative } from 'node:path';
import ts from 'typescript';
import { certainties, dependencyKinds } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchPackage } from '../realCode.ts';
import { compilerOptions } from './typescript.ts';
import { scoreUses, type Meant, type Use, type UseScore } from './uses.ts';

/**
 * Calls, constructions, reads and writes of TypeScript, name by name, against the type checker. Only names are scored that the
 * checker can say something of; what it finds in declarations outside of the survey lies outside.
 */
export async function compareTypeScriptUses(specifier: string, folder = '.'): Promise<UseScore> {
  const root = join(fetchPackage(specifier), folder);
  const { survey } = await surveyPath(root);
  const files = survey.files.filter(({ language }) => language === 'typescript').map(({ path }) => path);
  const program = ts.createProgram(
    files.map((path) => join(root, path)),
    { ...compilerOptions(root), skipLibCheck: true, types: [] },
  );
  return scoreUses(
    { code: specifier, oracle: `TypeScript ${ts.version}` },
    survey,
    ourUses(survey, new Set(files)),
    theirUses(program, root, survey, files),
  );
}

/** Our uses of values, by the place of the name that uses: `file:line:column`. */
function ourUses(
  { elements, dependencies }: SurveyedCodebase,
  files: ReadonlySet<string>,
): Map<string, Use[]> {
  const uses = new Map<string, Use[]>();
  for (let row = 0; row < dependencies.count; row++) {
    const kind = dependencyKinds[dependencies.kind[row]];
    if (kind !== 'call' && kind !== 'construct' && kind !== 'read' && kind !== 'write' && kind !== 'typeUse')
      continue;
    const path = elements.key[elements.file[dependencies.from[row]]];
    const to = dependencies.to[row];
    if (!files.has(path)) continue;
    for (let at = dependencies.placeStart[row]; at < dependencies.placeStart[row + 1]; at++) {
      if (dependencies.column[at] === 0) continue;
      const place = `${path}:${dependencies.line[at]}:${dependencies.column[at]}`;
      const use = { kind, to, certainty: certainties[dependencies.certainty[row]] };
      const known = uses.get(place);
      if (known) known.push(use);
      else uses.set(place, [use]);
    }
  }
  return uses;
}

/** What the checker says of each name: the elements that it may mean, none when it lies outside. */
function theirUses(
  program: ts.Program,
  root: string,
  survey: SurveyedCodebase,
  files: readonly string[],
): Map<string, Meant> {
  const checker = program.getTypeChecker();
  const elementAt = elementsByName(survey);
  const surveyed = new Set(survey.files.map(({ path }) => path));
  const found = new Map<string, Meant>();
  for (const path of files) {
    const source = program.getSourceFile(join(root, path));
    if (!source) continue;
    const visit = (node: ts.Node): void => {
      if (ts.isIdentifier(node) || ts.isPrivateIdentifier(node)) {
        const kind = kindOfUse(node);
        const declarations = kind && declarationsOf(checker, node);
        if (kind && declarations) {
          const { line, character } = source.getLineAndCharacterOfPosition(node.getStart(source));
          const to = declarations.flatMap((declaration) => elementAt(root, declaration));
          // What has no element (a parameter, a variable of a routine) is no use of one.
          const isOutside = declarations.every((each) => !surveyed.has(pathIn(root, each)));
          if (to.length > 0 || isOutside)
            found.set(`${path}:${line + 1}:${character + 1}`, { kind, to, name: node.text });
        }
      }
      ts.forEachChild(node, visit);
    };
    visit(source);
  }
  return found;
}

/** How a name is used as a value; null where it declares, is a type, or only passes through an import or export. */
function kindOfUse(node: ts.Identifier | ts.PrivateIdentifier): Use['kind'] | null {
  const { parent } = node;
  if (ts.isImportSpecifier(parent) || ts.isExportSpecifier(parent) || ts.isImportClause(parent)) return null;
  if (ts.isNamespaceImport(parent) || ts.isExportAssignment(parent) || ts.isQualifiedName(parent))
    return null;
  if (ts.isPartOfTypeNode(node) || ts.isTypeQueryNode(parent)) return null;
  if (ts.isExpressionWithTypeArguments(parent)) return null;
  const isProperty = ts.isPropertyAccessExpression(parent) && parent.name === node;
  const whole: ts.Node = isProperty ? parent : node;
  if (!isProperty && !isValueName(node)) return null;
  const around = whole.parent;
  if (ts.isCallExpression(around) && around.expression === whole) return 'call';
  if (ts.isTaggedTemplateExpression(around) && around.tag === whole) return 'call';
  if (ts.isJsxOpeningElement(around) || ts.isJsxSelfClosingElement(around)) return 'call';
  if (ts.isJsxClosingElement(around)) return null;
  if (ts.isDecorator(around)) return 'call';
  if (ts.isNewExpression(around) && around.expression === whole) return 'construct';
  if (ts.isExpressionWithTypeArguments(around)) return null;
  if (ts.isBinaryExpression(around)) {
    if (around.operatorToken.kind === ts.SyntaxKind.InstanceOfKeyword && around.right === whole) return null;
    const isAssigned =
      around.left === whole &&
      around.operatorToken.kind >= ts.SyntaxKind.FirstAssignment &&
      around.operatorToken.kind <= ts.SyntaxKind.LastAssignment;
    return isAssigned ? 'write' : 'read';
  }
  if (ts.isPrefixUnaryExpression(around) || ts.isPostfixUnaryExpression(around)) {
    const { operator } = around;
    const changes = operator === ts.SyntaxKind.PlusPlusToken || operator === ts.SyntaxKind.MinusMinusToken;
    return changes ? 'write' : 'read';
  }
  return 'read';
}

/** True for a name that stands for a value by itself, rather than naming what is declared. */
function isValueName(node: ts.Identifier | ts.PrivateIdentifier): boolean {
  const { parent } = node;
  if (ts.isShorthandPropertyAssignment(parent)) return parent.name === node;
  if (ts.isBindingElement(parent)) return takesFrom(parent) === node || parent.initializer === node;
  if (ts.isLabeledStatement(parent) || ts.isBreakOrContinueStatement(parent)) return false;
  if (ts.isJsxAttribute(parent) || ts.isTypeNode(parent) || ts.isMetaProperty(parent)) return false;
  if (ts.isTypeParameterDeclaration(parent) || ts.isTypePredicateNode(parent)) return false;
  return (parent as Partial<ts.NamedDeclaration>).name !== node;
}

/** The name that a destructuring takes out of an object; undefined out of a list. */
function takesFrom(element: ts.BindingElement): ts.Node | undefined {
  if (!ts.isObjectBindingPattern(element.parent) || element.dotDotDotToken) return undefined;
  return element.propertyName ?? element.name;
}

/** The declarations that a name means; undefined where the checker cannot tell. */
function declarationsOf(checker: ts.TypeChecker, node: ts.Node): readonly ts.Declaration[] | undefined {
  let symbol: ts.Symbol | undefined;
  const { parent } = node;
  if (ts.isShorthandPropertyAssignment(parent)) symbol = checker.getShorthandAssignmentValueSymbol(parent);
  else if (ts.isBindingElement(parent) && takesFrom(parent) === node)
    symbol = checker.getTypeAtLocation(parent.parent).getProperty((node as ts.Identifier).text);
  else symbol = checker.getSymbolAtLocation(node);
  if (!symbol) return undefined;
  // A parameter that is a field as well is the parameter where it stands by itself.
  const isField = ts.isPropertyAccessExpression(parent) && parent.name === node;
  if (!isField && symbol.declarations?.some(ts.isParameter)) return undefined;
  if (symbol.flags & ts.SymbolFlags.Alias) symbol = checker.getAliasedSymbol(symbol);
  // Where a value is meant, what else bears the name as a type is not.
  const values = symbol.declarations?.filter(
    (each) => !ts.isInterfaceDeclaration(each) && !ts.isTypeAliasDeclaration(each),
  );
  // A namespace is only the way to what it holds.
  if (values && values.length > 0 && values.every(ts.isModuleDeclaration)) return undefined;
  return values && values.length > 0 ? values : symbol.declarations;
}

function pathIn(root: string, declaration: ts.Declaration): string {
  return relative(root, declaration.getSourceFile().fileName);
}

/** Elements by file, name and line on which that name stands or their text goes on. */
function elementsByName({ elements }: SurveyedCodebase) {
  const byName = new Map<string, number[]>();
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.file[e] < 0 || elements.file[e] === e) continue;
    const key = `${elements.key[elements.file[e]]} ${elements.name[e]}`;
    const known = byName.get(key);
    if (known) known.push(e);
    else byName.set(key, [e]);
  }
  return (root: string, declaration: ts.Declaration): number[] => {
    const named = declaration as Partial<ts.NamedDeclaration>;
    const isConstructor = ts.isConstructorDeclaration(declaration);
    const at = named.name ?? declaration;
    const name = isConstructor ? 'constructor' : named.name?.getText().replace(/^['"]|['"]$/g, '');
    if (name === undefined) return [];
    const source = declaration.getSourceFile();
    const line = source.getLineAndCharacterOfPosition(at.getStart(source)).line + 1;
    // A variable within a routine of its name is none.
    const isVariable = ts.isVariableDeclaration(declaration) || ts.isBindingElement(declaration);
    return (byName.get(`${pathIn(root, declaration)} ${name}`) ?? []).filter(
      (e) =>
        elements.startLine[e] <= line &&
        line <= elements.endLine[e] &&
        (!isVariable || elements.startLine[e] === line),
    );
  };
}
