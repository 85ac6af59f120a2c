import { EXPRESSION, FORM, KIND, type FileFacts } from '../facts/fileFacts.ts';
import { NO_FORM, type ElementTable, type FactsOfFile } from '../contracts/linked.ts';

interface Building {
  key: string[];
  name: string[];
  kind: number[];
  form: number[];
  flags: number[];
  parent: number[];
  file: number[];
  subtreeEnd: number[];
  startLine: number[];
  endLine: number[];
  docStart: number[];
  docEnd: number[];
}

/** Elements of the tree, and for each file (in input order) its element and those of its declarations. */
export interface PlacedElements {
  table: ElementTable;
  fileElement: Int32Array;
  /** Element of declaration d of file f: `declarationElement[f][d]`. */
  declarationElement: Int32Array[];
}

/**
 * Lays the folders, files and declarations out in preorder. `files` must be sorted by path in such a way that the
 * files of a folder are neighbours ({@link comparePaths}); `externals` are keys to be put at the end.
 */
export function placeElements(
  files: FactsOfFile[],
  externals: { key: string; name: string }[],
): PlacedElements {
  const building: Building = {
    key: [],
    name: [],
    kind: [],
    form: [],
    flags: [],
    parent: [],
    file: [],
    subtreeEnd: [],
    startLine: [],
    endLine: [],
    docStart: [],
    docEnd: [],
  };
  const fileElement = new Int32Array(files.length);
  const declarationElement: Int32Array[] = [];
  const open: { path: string; element: number }[] = [];
  open.push({ path: '', element: add(building, '', '', KIND.folder, -1) });
  const closeTo = (depth: number): void => {
    while (open.length > depth) building.subtreeEnd[open.pop()!.element] = building.key.length;
  };
  files.forEach((file, index) => {
    const parts = file.path.split('/');
    const folders = parts.slice(0, -1);
    let depth = 1;
    let path = '';
    for (const folder of folders) {
      path = path === '' ? folder : `${path}/${folder}`;
      if (open[depth]?.path !== path) {
        closeTo(depth);
        const parent = open[depth - 1].element;
        open.push({ path, element: add(building, path, folder, KIND.folder, parent) });
      }
      depth++;
    }
    closeTo(depth);
    const element = add(building, file.path, parts[parts.length - 1], KIND.file, open[depth - 1].element);
    building.file[element] = element;
    building.startLine[element] = 1;
    building.endLine[element] = Math.max(1, file.facts.lines.lines);
    fileElement[index] = element;
    declarationElement.push(placeDeclarations(building, file, element));
    building.subtreeEnd[element] = building.key.length;
  });
  closeTo(0);
  const firstExternal = building.key.length;
  for (const external of externals) add(building, external.key, external.name, KIND.external, -1);
  return { table: tableOf(building, firstExternal), fileElement, declarationElement };
}

function add(building: Building, key: string, name: string, kind: number, parent: number): number {
  const element = building.key.length;
  building.key.push(key);
  building.name.push(name);
  building.kind.push(kind);
  building.form.push(NO_FORM);
  building.flags.push(0);
  building.parent.push(parent);
  building.file.push(-1);
  building.subtreeEnd.push(element + 1);
  building.startLine.push(0);
  building.endLine.push(0);
  building.docStart.push(0);
  building.docEnd.push(0);
  return element;
}

/**
 * The element of each declaration of a file whose own element is given: preorder, which the facts' order is but for
 * members declared from elsewhere (a constructor's parameter that is a field, a method assigned to a prototype).
 */
export function placedDeclarations(
  declarations: { count: number; parent: ArrayLike<number> },
  file: number,
): Int32Array {
  const { count, parent } = declarations;
  const placed = new Int32Array(count);
  const size = new Int32Array(count).fill(1);
  for (let d = count - 1; d >= 0; d--) if (parent[d] >= 0) size[parent[d]] += size[d];
  const nextChild = new Int32Array(count);
  let nextTop = file + 1;
  for (let d = 0; d < count; d++) {
    if (parent[d] < 0) {
      placed[d] = nextTop;
      nextTop += size[d];
    } else {
      placed[d] = nextChild[parent[d]];
      nextChild[parent[d]] += size[d];
    }
    nextChild[d] = placed[d] + 1;
  }
  return placed;
}

/** A declaration's key is its qualified name after the file's path; further ones of the same name get `~2`, `~3`. */
function placeDeclarations(building: Building, { facts }: FactsOfFile, file: number): Int32Array {
  const { declarations, names } = facts;
  const placed = placedDeclarations(declarations, file);
  const ordered = Array.from(placed.keys()).sort((a, b) => placed[a] - placed[b]);
  const used = new Map<string, number>();
  const qualifier: string[] = [];
  for (const d of ordered) {
    const parent = declarations.parent[d];
    const name = names[declarations.name[d]];
    const isOutside = declarations.form[d] !== FORM.extension;
    const owner = isOutside ? ownerName(facts, declarations.owner[d]) : '';
    const qualified = (parent < 0 ? '' : `${qualifier[parent]}.`) + (owner === '' ? '' : `${owner}.`) + name;
    const times = (used.get(qualified) ?? 0) + 1;
    used.set(qualified, times);
    qualifier[d] = times === 1 ? qualified : `${qualified}~${times}`;
    const key = `${building.key[file]}#${qualifier[d]}`;
    const element = add(building, key, name, declarations.kind[d], parent < 0 ? file : placed[parent]);
    building.form[element] = declarations.form[d];
    building.flags[element] = declarations.flags[d];
    building.file[element] = file;
    building.startLine[element] = declarations.startLine[d];
    building.endLine[element] = declarations.endLine[d];
    building.docStart[element] = declarations.docStart[d];
    building.docEnd[element] = declarations.docEnd[d];
  }
  for (let element = building.key.length - 1; element > file; element--) {
    const { parent, subtreeEnd } = building;
    if (parent[element] > file) {
      subtreeEnd[parent[element]] = Math.max(subtreeEnd[parent[element]], subtreeEnd[element]);
    }
  }
  return placed;
}

/** How the type reads to which a definition outside of it belongs: `a.B` for `void a::B::m() {}`. */
function ownerName(
  { expressions, names }: Pick<FileFacts, 'expressions' | 'names'>,
  expression: number,
): string {
  switch (expressions.operation[expression]) {
    case EXPRESSION.name:
    case EXPRESSION.typeName:
      return names[expressions.a[expression]];
    case EXPRESSION.generic:
      return ownerName({ expressions, names }, expressions.a[expression]);
    case EXPRESSION.member: {
      const outer = ownerName({ expressions, names }, expressions.a[expression]);
      return (outer === '' ? '' : `${outer}.`) + names[expressions.b[expression]];
    }
    default:
      return '';
  }
}

function tableOf(building: Building, firstExternal: number): ElementTable {
  return {
    count: building.key.length,
    firstExternal,
    key: building.key,
    name: building.name,
    kind: Uint8Array.from(building.kind),
    form: Uint8Array.from(building.form),
    flags: Uint16Array.from(building.flags),
    parent: Int32Array.from(building.parent),
    file: Int32Array.from(building.file),
    subtreeEnd: Int32Array.from(building.subtreeEnd),
    startLine: Int32Array.from(building.startLine),
    endLine: Int32Array.from(building.endLine),
    docStart: Int32Array.from(building.docStart),
    docEnd: Int32Array.from(building.docEnd),
  };
}

/** Orders paths folder by folder, so that all that a folder holds stands together. */
export function comparePaths(a: string, b: string): number {
  const left = a.split('/');
  const right = b.split('/');
  for (let i = 0; i < left.length && i < right.length; i++) {
    if (left[i] !== right[i]) return left[i] < right[i] ? -1 : 1;
  }
  return left.length - right.length;
}
