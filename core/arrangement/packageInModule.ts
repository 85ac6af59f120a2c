// Pages read keys by this as well: it takes nothing along.

/** Between a build module's key and the package in it, in the name of a group. */
const JOINT = ' / ';

export function packageInModuleName(module: string, packageName: string): string {
  return module + JOINT + packageName;
}

/** The key of the build module and the package that the name of a group says; null for that of a module alone. */
export function packageInModule(name: string): { module: string; packageName: string } | null {
  const at = name.lastIndexOf(JOINT);
  return at < 0 ? null : { module: name.slice(0, at), packageName: name.slice(at + JOINT.length) };
}
