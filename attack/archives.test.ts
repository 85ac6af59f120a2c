import { randomInt } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { randomNumbers } from '../core/shape/random.ts';
import { tar, zip } from '../tests/madeArchives.ts';
import { temporaryFolder } from '../tests/temporaryFolder.ts';
import { attacked, isFull, ownPage, SEED, type Ended } from './attacked.ts';

const under = attacked();

/** Sends an archive as the page does; gives the codebase that it became, or the sentence that refuses it. */
async function upload(name: string, content: Uint8Array): Promise<number | string> {
  const response = await fetch(`${under.url()}/upload.data?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: ownPage(under.url()),
    body: content as BodyInit,
  });
  expect(response.status).toBeLessThan(500);
  const text = await response.text();
  const id = under.rows<{ id: number }>('SELECT max(id) AS id FROM codebase')[0]?.id;
  return response.ok ? id : text;
}

/** The files below a data folder, the database and its companions left out. */
function keptIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/^(yletope\.db|session-token|server\.json)/.test(entry.name))
    .map(({ parentPath, name }) => join(parentPath, name));
}

async function surveyed(name: string, content: Uint8Array): Promise<Ended> {
  const id = await upload(name, content);
  if (typeof id === 'string') return { state: 'refused', message: id, ms: 0 };
  return under.survey(id);
}

describe('an archive that means ill, sent to the server', () => {
  it('puts nothing where its names and links lead to', async () => {
    const mark = `it-got-out-${randomInt(1e9)}`;
    const evil = await tar([
      ['a.ts', 'export const a = 1;\n'],
      [`../../${mark}`, 'x'],
      [`/tmp/${mark}`, 'x'],
      ['out', { link: '/tmp' }],
      [`out/${mark}`, 'x'],
      ['hard.ts', { hardLink: '/etc/passwd' }],
    ]);
    expect((await surveyed('evil.tar', evil)).state).toBe('finished');
    expect(existsSync(join('/tmp', mark))).toBe(false);
    expect(existsSync(join(dirname(under.data()), mark))).toBe(false);
    const kept = keptIn(under.data());
    expect(kept.map((path) => basename(path))).not.toContain(mark);
    const secret = readFileSync('/etc/passwd', 'utf8').slice(0, 40);
    expect(kept.filter((path) => readFileSync(path, 'latin1').includes(secret))).toEqual([]);
  });

  it('that swells beyond all measure leaves the disk as it was', async () => {
    const before = keptIn(under.data()).length;
    const bomb = gzipSync(await tar([['big.ts', '\0'.repeat(300 * 1024 * 1024)]]));
    const { state, message } = await surveyed('bomb.tar.gz', bomb);
    expect(state).not.toBe('finished');
    expect(message).toContain('expands to more than 120 times its size');
    // What was sent is kept, what was unpacked of it is not.
    expect(keptIn(under.data()).length - before).toBeLessThanOrEqual(1);
  });

  it.skipIf(!isFull)(
    'of more entries than anybody has is refused by their count',
    { timeout: 120_000 },
    async () => {
      const empty = (await tar([['a.ts', '']])).subarray(0, 512);
      const file = join(temporaryFolder(), 'many.tar');
      writeFileSync(file, Buffer.concat(Array.from({ length: 1_000_001 }, () => empty)));
      const id = (await under.open(file)) as number;
      const { state, message } = await under.survey(id);
      expect(state).toBe('failed');
      expect(message).toContain('holds more than 1000000 entries');
      expect((await under.get('/')).status).toBe(200);
    },
  );

  it(
    'with bytes turned by lot is read or refused in a sentence, and the server goes on',
    { timeout: 300_000 },
    async () => {
      const random = randomNumbers(SEED);
      const code = {
        'x/a.ts': "import './b';\n".repeat(50),
        'x/b.ts': 'export const b = 1;\n',
        'x/c.md': '# c\n',
      };
      const whole = [
        ['hurt.zip', await zip(code)],
        ['hurt.tar', await tar(Object.entries(code))],
        ['hurt.tar.gz', gzipSync(await tar(Object.entries(code)))],
      ] as const;
      for (let times = 0; times < (isFull ? 300 : 24); times++) {
        const [name, content] = whole[times % whole.length];
        const hurt = Buffer.from(content);
        for (let turned = 0; turned <= times % 5; turned++)
          hurt[Math.floor(random() * hurt.length)] = Math.floor(random() * 256);
        const { state, message } = await surveyed(
          `${times}-${name}`,
          random() < 0.2 ? hurt.subarray(0, Math.floor(random() * hurt.length)) : hurt,
        );
        expect(['finished', 'failed', 'refused']).toContain(state);
        if (state === 'failed') expect(message).toMatch(/^\d+-hurt\..*\.$/);
        expect(message).not.toMatch(/Something went wrong|TypeError|RangeError|undefined/);
      }
      expect((await under.get('/')).status).toBe(200);
    },
  );
});
