import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { describe, expect, it, onTestFinished } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { openCodebase, removeCodebase, uploadsFolder } from '../store/codebases.ts';
import { openStore, type Store } from '../store/database.ts';
import { saveSettings, settings } from '../store/settings.ts';
import { receiveArchive } from './receiveUpload.ts';

function freshStore(): Store {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  return store;
}

/** A request whose body comes piece by piece, without its length being told. */
function request(...pieces: Uint8Array[]): Request {
  const body = new ReadableStream({
    start(controller) {
      for (const piece of pieces) controller.enqueue(piece);
      controller.close();
    },
  });
  return new Request('http://localhost/upload', { method: 'POST', body, duplex: 'half' } as RequestInit);
}

const archive = gzipSync('anything');

/** Names of all files below the uploads; none after a refusal. */
const kept = (store: Store): string[] =>
  existsSync(uploadsFolder(store))
    ? readdirSync(uploadsFolder(store)).flatMap((name) => readdirSync(join(uploadsFolder(store), name)))
    : [];

describe('an upload', () => {
  it('is written to the disk as it comes, under a name of its own', async () => {
    const store = freshStore();
    const origin = await receiveArchive(
      store,
      'C:\\mine\\../a b?.tgz',
      request(archive.subarray(0, 5), archive.subarray(5)),
    );
    expect(origin).toMatchObject({
      kind: 'archive',
      address: join(uploadsFolder(store), 'a_b_.tgz', 'a_b_.tgz'),
    });
    expect(readFileSync(origin.address)).toEqual(archive);
  });

  it('takes the place of an earlier one of its name, and goes with its codebase', async () => {
    const store = freshStore();
    const first = openCodebase(store, await receiveArchive(store, 'a.tgz', request(archive)));
    const second = openCodebase(store, await receiveArchive(store, 'a.tgz', request(gzipSync('newer'))));
    expect(second.id).toBe(first.id);
    expect(kept(store)).toEqual(['a.tgz']);
    removeCodebase(store, first.id);
    expect(kept(store)).toEqual([]);
  });

  it('beyond the limit is refused when that shows, and nothing of it is kept', async () => {
    const store = freshStore();
    saveSettings(store, { ...settings(store), uploadLimit: 1e-6 });
    const large = new Uint8Array(2_000);
    await expect(receiveArchive(store, 'a.tgz', request(large))).rejects.toThrow(
      'a.tgz is larger than 0.000001 GB, the limit in the settings. Nothing of it was kept.',
    );
    expect(kept(store)).toEqual([]);
  });

  it('that is no archive, has no name or no body is refused; the earlier one stays', async () => {
    const store = freshStore();
    await receiveArchive(store, 'a.tgz', request(archive));
    await expect(receiveArchive(store, 'a.tgz', request(Buffer.from('text')))).rejects.toThrow(
      'a.tgz is not an archive',
    );
    expect(readFileSync(join(uploadsFolder(store), 'a.tgz', 'a.tgz'))).toEqual(archive);
    for (const name of ['', '..', '/'])
      await expect(receiveArchive(store, name, request(archive))).rejects.toThrow('Choose an archive');
    const empty = new Request('http://localhost/upload', { method: 'POST' });
    await expect(receiveArchive(store, 'b.tgz', empty)).rejects.toThrow('Choose an archive');
  });

  it('that breaks off leaves nothing behind', async () => {
    const store = freshStore();
    const body = new ReadableStream({
      pull(controller) {
        controller.error(new Error('the connection was closed'));
      },
    });
    const broken = new Request('http://localhost/upload', {
      method: 'POST',
      body,
      duplex: 'half',
    } as RequestInit);
    await expect(receiveArchive(store, 'a.tgz', broken)).rejects.toThrow('the connection was closed');
    expect(kept(store)).toEqual([]);
  });
});
