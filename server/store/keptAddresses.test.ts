import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { wholeAddress } from '../views/viewRequest.ts';
import { openCodebase, removeCodebase } from './codebases.ts';
import { openStore } from './database.ts';
import { keepAddress, keptAddress } from './keptAddresses.ts';

function opened() {
  const store = openStore(temporaryFolder());
  const codebase = (): number => openCodebase(store, folderOrigin(temporaryFolder())).id;
  return { store, one: codebase(), other: codebase() };
}

describe('what an address has no room for', () => {
  it('is kept once under one short id, and found again', () => {
    const { store, one } = opened();
    const search = `open=${'a'.repeat(5_000)}&open=b`;
    const id = keepAddress(store, one, search);
    expect(id).toMatch(/^[\w-]{12}$/);
    expect(keepAddress(store, one, search)).toBe(id);
    expect(keepAddress(store, one, `${search}&by=modules`)).not.toBe(id);
    expect(keptAddress(store, one, id)).toBe(search);
    store.close();
  });

  it('belongs to its codebase, and goes with it', () => {
    const { store, one, other } = opened();
    const id = keepAddress(store, one, 'open=src');
    expect(() => keptAddress(store, other, id)).toThrow('not stored here');
    removeCodebase(store, one);
    expect(store.prepare('SELECT count(*) FROM kept_address').pluck().get()).toBe(0);
    store.close();
  });

  it('is refused when there is nothing of it, or a million letters', () => {
    const { store, one } = opened();
    expect(() => keepAddress(store, one, '')).toThrow('The address is empty');
    expect(() => keepAddress(store, one, `open=${'a'.repeat(1_000_000)}`)).toThrow('a million characters');
    store.close();
  });

  it('is spelt out for every view', () => {
    const { store, one } = opened();
    const id = keepAddress(store, one, 'open=src&open=lib&by=packages');
    const whole = wholeAddress(store, one, new URLSearchParams(`kept=${id}&by=folders&focus=src/a.ts`));
    expect(whole.toString()).toBe('by=folders&focus=src%2Fa.ts&open=src&open=lib');
    expect(() => wholeAddress(store, one, new URLSearchParams('kept=nowhere'))).toThrow('not stored here');
    store.close();
  });
});
