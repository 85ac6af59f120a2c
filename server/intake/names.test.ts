import { describe, expect, it } from 'vitest';
import { isProjectFile, isTestPath } from './names.ts';

describe('tests', () => {
  it.each([
    'tests/lock.ts',
    'Water/testsuite/src/LockTest.cpp',
    'src/lock.test.ts',
    'src/test/java/LockTest.java',
    'src/main/java/LockTest.java',
    'tides/test_table.py',
    'tides/table_test.py',
    'tides/conftest.py',
    'water/lock_test.cc',
    'water/lock_unittest.cpp',
    'Hollowmere.Water.Tests/Lock.cs',
    'UnitTests/Lock.cs',
    'Water/LockTests.cs',
    'integration-tests/lock.py',
  ])('%s is one', (path) => {
    expect(isTestPath(path)).toBe(true);
  });

  it.each([
    'src/latest.java',
    'src/Contest.java',
    'src/attest/lock.py',
    'water/test.cc',
    'Contests/Lock.cs',
    'tides/testing.py',
    'src/AUDIT.java',
    'protests.py',
  ])('%s is none', (path) => {
    expect(isTestPath(path)).toBe(false);
  });
});

describe('project files', () => {
  it.each([
    'package.json',
    'tsconfig.base.json',
    'Water.csproj',
    'pom.xml',
    'compile_commands.json',
    'CMakeLists.txt',
    'setup.py',
    'streams.gradle.kts',
  ])('%s is one', (name) => {
    expect(isProjectFile(name)).toBe(true);
  });

  it.each(['data.json', 'compile_commands.json.bak', 'pom.xml.old'])('%s is none', (name) => {
    expect(isProjectFile(name)).toBe(false);
  });
});
