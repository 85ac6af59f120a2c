import { describe, expect, it } from 'vitest';
import { scriptUses } from '../../../tests/scriptUses.ts';

const types = `
export interface Open { kind: 'open'; gap: number; show(): void }
export interface Shut { kind: 'shut'; seal: number; show(): void }
export interface Stuck { kind: 'stuck'; why: string; show(): void }
export type State = Open | Shut | Stuck;
export class Gate { state!: State; isLock(): this is Lock { return true; } }
export class Lock extends Gate { fill(): void {} }
export declare function isLock(gate: Gate, deep?: boolean): gate is Lock;
export declare function isOf<T>(one: unknown, type: T): one is T;
export declare function isBig(gate: Gate): boolean;
export type Part = Omit<Lock, 'fill' | 'isLock'> & { fill: Open };
export type Named = Pick<Lock, 'fill'>;
`;
const uses = (body: string): Promise<string[]> =>
  scriptUses(
    `import { isBig, isLock, Lock, type Gate, type Named, type Part, type State } from './types';
export function f(x: State, gate: Gate) { ${body} }`,
    types,
  );
const shown = async (body: string): Promise<string[]> =>
  (await uses(body)).filter((line) => line.includes('.show'));

describe('a member that is a literal tells of which type its object is', () => {
  it.each([
    ['where it is compared', "if (x.kind === 'shut') x.show();", ['call Shut.show inferred']],
    ['behind and', "return x.kind === 'shut' && x.show();", ['call Shut.show inferred']],
    [
      'where it is another',
      "if (x.kind === 'shut') { } else if (x.kind === 'open') { } else x.show();",
      ['call Stuck.show inferred'],
    ],
    ['behind an early return', "if (x.kind !== 'shut') return; x.show();", ['call Shut.show inferred']],
    [
      'behind several',
      "if (x.kind === 'shut') return; if (x.kind === 'open') return; x.show();",
      ['call Stuck.show inferred'],
    ],
    [
      'in an arm of a switch',
      "switch (x.kind) { case 'open': x.show(); break; case 'shut': case 'stuck': }",
      ['call Open.show inferred'],
    ],
    ['of a member', "if (gate.state.kind === 'open') gate.state.show();", ['call Open.show inferred']],
    [
      'in either branch of a choice',
      "return x.kind === 'open' ? null : x.show();",
      ['call Shut.show ambiguous', 'call Stuck.show ambiguous'],
    ],
    [
      'and nothing elsewhere',
      "if (x.kind === 'open') { } x.show();",
      ['call Open.show ambiguous', 'call Shut.show ambiguous', 'call Stuck.show ambiguous'],
    ],
    [
      'but for an arm that another runs into',
      "switch (x.kind) { case 'open': case 'shut': x.show(); }",
      ['call Open.show ambiguous', 'call Shut.show ambiguous', 'call Stuck.show ambiguous'],
    ],
  ])('%s', async (_, body, expected) => {
    expect(await shown(body)).toEqual(expected);
  });
});

describe('a function that says what it is given is', () => {
  it.each([
    ['where it gives true', 'if (isLock(gate)) gate.fill();'],
    ['behind an early return', 'if (!isLock(gate)) return; gate.fill();'],
    ['as a method', 'if (gate.isLock()) gate.fill();'],
  ])('%s', async (_, body) => {
    expect(await uses(body)).toContain('call Lock.fill inferred');
  });

  it('and one that gives a boolean says nothing', async () => {
    expect(await uses('if (isBig(gate)) gate.state;')).toEqual([
      'call isBig exact',
      'read Gate.state inferred',
    ]);
  });

  it('leaves the use of what is tested where it was', async () => {
    expect(await uses("if (gate.state.kind === 'open') return gate.state;")).toEqual([
      'read Gate.state inferred',
      'read Open.kind ambiguous',
      'read Shut.kind ambiguous',
      'read Stuck.kind ambiguous',
    ]);
  });
});

describe('a part of a type', () => {
  it('has what is not left out, and what is put in its place', async () => {
    expect(await uses('const part = {} as Part; part.fill.gap; part.state;')).toEqual([
      'read Gate.state inferred',
      'read Open.gap inferred',
    ]);
  });

  it('has what is chosen', async () => {
    expect(await uses('const part = {} as Named; part.fill();')).toContain('call Lock.fill inferred');
  });
});
