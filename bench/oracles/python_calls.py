"""Runs a project's own tests and writes each call between its files, once: caller's file, line, callee's file, first line and name.

python3 python_calls.py ROOT FOLDER-ON-THE-PATH,... FOLDER-TO-RUN-IN (SCRIPT | -m MODULE) ARGUMENT...
"""
import io
import os
import runpy
import sys
import threading

root = os.path.realpath(sys.argv[1])
folders = [os.path.join(root, folder) for folder in sys.argv[2].split(",")]
tests = os.path.join(root, sys.argv[3])
known = {}
calls = set()


def place(path):
    """The path within the project; None outside of it, and for code that stands in no file."""
    if path not in known:
        module = sys.modules.get(path[8:-1]) if path.startswith("<frozen ") else None
        real = os.path.realpath(getattr(module, "__file__", None) or path)
        known[path] = os.path.relpath(real, root) if real.startswith(root + os.sep) and os.path.isfile(real) else None
    return known[path]


def note(frame, event, _):
    if event != "call" or frame.f_back is None:
        return
    code = frame.f_code
    # Bodies of classes and modules are no routines.
    if not code.co_flags & 1 or code.co_name.startswith("<"):
        return
    callee = place(code.co_filename)
    caller = frame.f_back
    if callee is None:
        return
    at = place(caller.f_code.co_filename)
    if at is not None:
        calls.add((at, caller.f_lineno, callee, code.co_firstlineno, code.co_name))


sys.path[:0] = folders
os.chdir(tests)
written = sys.stdout
sys.stdout = io.StringIO()
threading.setprofile(note)
sys.setprofile(note)
try:
    if sys.argv[4] == "-m":
        sys.argv = sys.argv[5:]
        runpy.run_module(sys.argv[0], run_name="__main__", alter_sys=True)
    else:
        sys.argv = sys.argv[4:]
        runpy.run_path(sys.argv[0], run_name="__main__")
except BaseException as stop:  # A run that ends in its own way leaves what was seen.
    print(repr(stop), file=sys.stderr)
sys.setprofile(None)
sys.stdout = written
for call in sorted(calls):
    print("\t".join(map(str, call)))
sys.stdout.flush()
os._exit(0)
