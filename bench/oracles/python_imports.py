"""Lists the imports of all files below a root, as `from<TAB>to`, by CPython's own parser and import machinery.

Usage: python_imports.py ROOT SEARCH_PATH...

Nothing is imported and nothing of the code is run: `ast` reads the files, and `PathFinder` finds modules on the search
path given, package by package. `from a import b` means the module `a.b` where there is one, unless `a` itself declares
`b`; that a package runs before its modules is not counted as a dependency on it.
"""

import ast
import os
import sys
from importlib.machinery import PathFinder

root = os.path.abspath(sys.argv[1])
search_path = [os.path.join(root, part) for part in sys.argv[2:]]
specs = {}
trees = {}


def spec_of(name):
    """The spec of a module by its absolute name, or None."""
    if name not in specs:
        parent, _, _ = name.rpartition(".")
        path = search_path
        if parent:
            above = spec_of(parent)
            path = list(above.submodule_search_locations or []) if above else []
        try:
            specs[name] = PathFinder.find_spec(name, path) if path else None
        except KeyError:
            # A package without `__init__` asks for its parent, which was never imported.
            specs[name] = None
    return specs[name]


def tree_of(path):
    if path not in trees:
        try:
            with open(path, "rb") as file:
                trees[path] = ast.parse(file.read(), path)
        except (SyntaxError, ValueError):
            trees[path] = None
    return trees[path]


def declared(path):
    """Names that a module declares itself at its top, in whatever branch."""
    names = set()
    tree = tree_of(path)
    todo = list(tree.body) if tree else []
    while todo:
        node = todo.pop()
        if isinstance(node, (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)):
            names.add(node.name)
        elif isinstance(node, (ast.Assign, ast.AnnAssign)):
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            for target in targets:
                names.update(n.id for n in ast.walk(target) if isinstance(n, ast.Name))
        elif isinstance(node, (ast.If, ast.Try, ast.With, ast.For, ast.While)):
            for field in ("body", "orelse", "finalbody"):
                todo.extend(getattr(node, field, []))
            for handler in getattr(node, "handlers", []):
                todo.extend(handler.body)
    return names


def origin(name):
    spec = spec_of(name)
    return spec.origin if spec and spec.origin and spec.origin.endswith(".py") else None


def package_of(path):
    """The name of the package in which a file's relative imports count."""
    parts = []
    folder = os.path.dirname(path)
    while os.path.exists(os.path.join(folder, "__init__.py")):
        folder, name = os.path.split(folder)
        parts.insert(0, name)
    return ".".join(parts)


def is_dynamic_import(node):
    """`import_module('a.b')` and its like, with the module's name written out."""
    if not isinstance(node, ast.Call) or not node.args or not isinstance(node.args[0], ast.Constant):
        return False
    name = ast.unparse(node.func)
    return isinstance(node.args[0].value, str) and name in (
        "import_module",
        "importlib.import_module",
        "__import__",
        "importlib.__import__",
    )


def targets(path, node):
    if isinstance(node, ast.Call):
        yield origin(node.args[0].value)
        return
    if isinstance(node, ast.Import):
        for alias in node.names:
            yield origin(alias.name)
        return
    module = node.module or ""
    if node.level:
        package = package_of(path).split(".")
        base = package[: len(package) - node.level + 1]
        module = ".".join([part for part in base + [module] if part])
    found = origin(module)
    for alias in node.names:
        submodule = None if alias.name == "*" else origin(f"{module}.{alias.name}")
        if submodule and not (found and alias.name in declared(found)):
            yield submodule
        else:
            yield found


def main():
    for folder, _, files in os.walk(root):
        for file in files:
            path = os.path.join(folder, file)
            if not file.endswith(".py") or tree_of(path) is None:
                continue
            print(os.path.relpath(path, root))
            for node in ast.walk(tree_of(path)):
                if not isinstance(node, (ast.Import, ast.ImportFrom)) and not is_dynamic_import(node):
                    continue
                for target in targets(path, node):
                    if target and target != path:
                        print(os.path.relpath(path, root), os.path.relpath(target, root), sep="\t")


main()
