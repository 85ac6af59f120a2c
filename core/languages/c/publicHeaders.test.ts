import { describe, expect, it } from 'vitest';
import type { FactsOfFile } from '../../contracts/linked.ts';
import { publicHeaders } from './publicHeaders.ts';

function headersOf(paths: readonly string[], scripts: Record<string, string> = {}): string[] {
  const tree = {
    manifests: () => Object.keys(scripts),
    manifest: (path: string) => scripts[path],
  } as unknown as Parameters<typeof publicHeaders>[0];
  const files = paths.map((path) => ({ path, language: 'cpp' }) as FactsOfFile);
  return publicHeaders(tree, files).map(({ path, name }) => `${path} as ${name}`);
}

describe('headers that others include', () => {
  const paths = [
    'include/canal/lock.h',
    'src/own.h',
    'src/lock.cc',
    'third_party/kit/include/kit.h',
    'api/gate.h',
  ];

  it('lie in a folder include, but for those of what is brought along', () => {
    expect(headersOf(paths)).toEqual(['include/canal/lock.h as canal/lock.h']);
  });

  it('are what CMake installs, where it installs any: files, lists of them and folders', () => {
    const script = [
      'set(VERSION "#1 \\"a\\"") # a sign of comments in quotes',
      'set(HEADERS ${CMAKE_CURRENT_SOURCE_DIR}/gate.h ${CMAKE_CURRENT_BINARY_DIR}/made.h)',
      'install(TARGETS canal DESTINATION lib)',
      'install(FILES ${HEADERS} DESTINATION include)',
    ].join('\n');
    expect(headersOf(paths, { 'api/CMakeLists.txt': script })).toEqual(['api/gate.h as api/gate.h']);
    expect(headersOf(paths, { 'CMakeLists.txt': 'install(DIRECTORY src/ DESTINATION include)' })).toEqual([
      'src/own.h as src/own.h',
    ]);
  });

  it('are found in time however lists are made to grow', () => {
    const doubling = `set(A a.h b.h)\n${'set(A ${A} ${A})\n'.repeat(60)}install(FILES \${A} DESTINATION include)`;
    expect(headersOf(['a.h'], { 'CMakeLists.txt': doubling })).toEqual(['a.h as a.h']);
  });
});
