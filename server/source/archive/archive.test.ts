import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { tar, zip, type Entries } from '../../../tests/madeArchives.ts';
import { temporaryFolder } from '../../../tests/temporaryFolder.ts';
import { takeIn, type Intake } from '../../intake/intake.ts';
import { originOf } from '../address.ts';
import { openSource } from '../openSource.ts';
import { textReader } from '../readText.ts';
import { entryPath, leadsOut } from './entryName.ts';
import { defaultLimits, type ArchiveLimits } from './limits.ts';
import { unpack } from './unpack.ts';

/** The same archive with one name written over another of the same length, as no honest program would. */
function renamed(archive: Buffer, from: string, to: string): Buffer {
  return Buffer.from(archive.toString('latin1').replaceAll(from, to), 'latin1');
}

interface Opened {
  intake: Intake;
  workplace: string;
  paths: string[];
}

async function opened(name: string, content: Buffer, limits: Partial<ArchiveLimits> = {}): Promise<Opened> {
  const file = join(temporaryFolder(), name);
  writeFileSync(file, content);
  const workplace = temporaryFolder();
  const source = await openSource(originOf(file), {
    workplace,
    limits: { ...defaultLimits, ...limits },
    refresh: true,
  });
  const intake = await takeIn(source);
  return { intake, workplace, paths: intake.files.map(({ path }) => path) };
}

/** Opens an archive that must be refused; returns the sentence, once it is sure that nothing was left behind. */
async function refusal(name: string, content: Buffer, limits: Partial<ArchiveLimits> = {}): Promise<string> {
  const file = join(temporaryFolder(), name);
  writeFileSync(file, content);
  const workplace = temporaryFolder();
  const opening = openSource(originOf(file), {
    workplace,
    limits: { ...defaultLimits, ...limits },
    refresh: true,
  });
  const sentence = await opening.then(
    () => 'it was taken in',
    (error: Error) => error.message,
  );
  expect(readdirSync(workplace)).toEqual([]);
  return sentence;
}

const code: Entries = [
  ['barges-1.0/src/a.ts', "import './b';\n"],
  ['barges-1.0/src/b.ts', 'export const b = 1;\n'],
];

describe('an archive', () => {
  it('is read as .tar, .tar.gz, .tgz and .zip, whatever its name says; the folder that holds all is the root', async () => {
    const plain = await tar(code);
    const zipped = await zip(Object.fromEntries(code) as Record<string, string>);
    for (const [name, content] of [
      ['a.tar', plain],
      ['a.tar.gz', gzipSync(plain)],
      ['a.tgz', gzipSync(plain)],
      ['a.zip', zipped],
      ['misnamed.tar', zipped],
    ] as const)
      expect((await opened(name, content)).paths, name).toEqual(['src/a.ts', 'src/b.ts']);
  });

  it('made by the system’s own tar is read, and its texts can be shown', async () => {
    const folder = temporaryFolder({
      [`${'long/'.repeat(30)}a.ts`]: 'export const a = 1;\n',
      'ü ö.ts': 'let u;\n',
    });
    const file = join(temporaryFolder(), 'made.tar.gz');
    execFileSync('tar', ['-czf', file, '-C', folder, '.']);
    const workplace = temporaryFolder();
    const origin = originOf(file);
    const source = await openSource(origin, { workplace, limits: defaultLimits, refresh: true });
    const paths = (await takeIn(source)).files.map(({ path }) => path);
    expect(paths).toEqual([`${'long/'.repeat(30)}a.ts`, 'ü ö.ts']);
    expect((await textReader(origin, null, workplace)('ü ö.ts'))?.text).toBe('let u;\n');
    expect(await textReader(origin, null, workplace)('../index.json')).toBeNull();
  });

  it('is unpacked once, and again when it has changed', async () => {
    const file = join(temporaryFolder(), 'a.tar');
    writeFileSync(file, await tar(code));
    const workplace = temporaryFolder();
    const open = async (): Promise<string> => {
      await openSource(originOf(file), { workplace, limits: defaultLimits, refresh: true });
      return readdirSync(workplace).join();
    };
    const first = await open();
    expect(await open()).toBe(first);
    writeFileSync(file, await tar([...code, ['barges-1.0/src/c.ts', '']]));
    const second = await open();
    expect(second).not.toBe(first);
    expect(second).not.toContain(',');
  });
});

describe('an archive that is not as it should be', () => {
  it('names that lead out of it are not followed: they are left out, with the reason, and nothing is written there', async () => {
    const outside = basename(temporaryFolder());
    const { paths, intake, workplace } = await opened(
      'evil.tar',
      await tar([
        ['good.ts', ''],
        ['../evil.ts', 'x'],
        [`../../${outside}/evil.ts`, 'x'],
        ['/etc/evil.ts', 'x'],
        ['C:\\evil.ts', 'x'],
        ['src\\..\\..\\evil.ts', 'x'],
        ['src\\windows.ts', 'x'],
      ]),
    );
    expect(paths).toEqual(['good.ts', 'src/windows.ts']);
    const unsafe = intake.leftOut.filter(({ reason }) => reason === 'unsafe');
    expect(unsafe.map(({ detail }) => detail)).toEqual(Array(5).fill('its name points outside the archive'));
    expect(existsSync(join(workplace, 'evil.ts'))).toBe(false);
    expect(existsSync('/etc/evil.ts')).toBe(false);
    const zipped = renamed(await zip({ 'good.ts': '', 'XX/evil.ts': 'x' }), 'XX/evil.ts', '../evil.ts');
    const fromZip = await opened('evil.zip', zipped);
    expect(fromZip.paths).toEqual(['good.ts']);
    expect(fromZip.intake.leftOut).toContainEqual(
      expect.objectContaining({ path: '../evil.ts', reason: 'unsafe' }),
    );
  });

  it('links in it are not followed, and those that lead outward say so', async () => {
    const { paths, intake } = await opened(
      'links.tar',
      await tar([
        ['src/a.ts', 'export const a = 1;\n'],
        ['src/out.ts', { link: '../../etc/passwd' }],
        ['src/absolute.ts', { link: '/etc/passwd' }],
        ['src/inside.ts', { link: '../src/a.ts' }],
        ['src/hard.ts', { hardLink: 'src/a.ts' }],
      ]),
    );
    expect(paths).toEqual(['a.ts']);
    const links = Object.fromEntries(intake.leftOut.map(({ path, detail }) => [path, detail]));
    expect(links).toEqual({
      'out.ts': 'it points outside the archive',
      'absolute.ts': 'it points outside the archive',
      'inside.ts': 'it leads to ../src/a.ts',
      'hard.ts': 'it leads to src/a.ts',
    });
  });

  it('entries of one path: the last is read, and it is said; names that differ in case are told apart', async () => {
    const { paths, intake } = await opened(
      'twice.tar',
      await tar([
        ['src/a.ts', 'first\n'],
        ['src/a.ts', 'export const second = 1;\n\n'],
        ['src/A.ts', ''],
        ['src/b', 'a file'],
        ['src/b/c.ts', ''],
      ]),
    );
    expect(paths).toEqual(['A.ts', 'a.ts', 'b/c.ts']);
    expect(intake.files.find(({ path }) => path === 'a.ts')!.lines).toBe(2);
    expect(intake.notes).toEqual([
      'The archive contains more than one entry for a.ts; the last one is read.',
      'Names that differ only in upper and lower case are read as separate files: a.ts and A.ts.',
    ]);
    expect(intake.leftOut).toContainEqual({
      path: 'b',
      reason: 'unsafe',
      detail: 'the archive contains a folder with the same path',
    });
  });

  it('that swells beyond all measure is refused as soon as that shows, as .zip and as .tar.gz', async () => {
    const zeros = function* (): Generator<Buffer> {
      for (let i = 0; i < 400; i++) yield Buffer.alloc(1024 * 1024);
    };
    const bomb = await zip({ 'a.ts': 'let a;', 'bomb.ts': Readable.from(zeros()) });
    const { paths, intake } = await opened('bomb.zip', bomb);
    expect(paths).toEqual(['a.ts']);
    expect(intake.leftOut).toContainEqual(
      expect.objectContaining({
        path: 'bomb.ts',
        reason: 'tooLarge',
        detail: '400.0 MB; the limit for files of an archive is 32 MB',
      }),
    );
    // The same, but its directory claims that it is small.
    const lying = Buffer.from(bomb);
    const second = lying.indexOf('PK\x01\x02', lying.indexOf('PK\x01\x02', 0, 'latin1') + 4, 'latin1');
    lying.writeUInt32LE(10, second + 24);
    expect(await refusal('lying.zip', lying)).toMatch(/^lying\.zip is damaged \(too many bytes/);
    const small = Buffer.alloc(20 * 1024 * 1024);
    const many = await zip(
      Object.fromEntries(Array.from({ length: 14 }, (_, i) => [`f${i}.ts`, small.toString('latin1')])),
    );
    expect(await refusal('many.zip', many)).toBe(
      'many.zip expands to more than 120 times its size, as only archives made to fill a disk do. Nothing of it was kept.',
    );
    const inTar = gzipSync(await tar([['big.ts', '\0'.repeat(300 * 1024 * 1024)]]));
    expect(await refusal('bomb.tar.gz', inTar)).toContain('expands to more than 120 times its size');
  });

  it('beyond the limit in the settings is refused', async () => {
    expect(
      await refusal('large.tar', await tar([['a.ts', 'x'.repeat(5_000)]]), { unpackedBytes: 4_000 }),
    ).toBe('large.tar expands to more than 0 MB, the limit in the settings. Nothing of it was kept.');
    expect(await refusal('many.tar', await tar(code), { entries: 1 })).toContain('holds more than 1 entries');
    expect(await refusal('many.tgz', gzipSync(await tar(code)), { entries: 1 })).toContain(
      'holds more than 1',
    );
    // A zip says at its end how many it has, and is refused before any is read: what is damaged in it does not come up.
    const zipped = await zip({ 'a.ts': 'let a;', 'b.ts': 'let b;' });
    zipped.fill(0, 4, 30);
    expect(await refusal('many.zip', zipped, { entries: 1 })).toContain('holds more than 1 entries');
    expect(await refusal('many.zip', zipped, { entries: 2 })).toContain('is damaged');
  });

  it('as a tar is counted before anything of it is written', async () => {
    const file = join(temporaryFolder(), 'many.tar');
    writeFileSync(file, await tar(code));
    const into = join(temporaryFolder(), 'unpacked');
    const written: string[][] = [];
    const unpacking = (limits: Partial<ArchiveLimits>): Promise<unknown> =>
      unpack(file, into, {
        name: 'many.tar',
        limits: { ...defaultLimits, ...limits },
        onProgress: () => written.push(readdirSync(`${into}.unpacking`)),
      });
    await expect(unpacking({ entries: 1 })).rejects.toThrow('more than 1 entries');
    await expect(unpacking({ unpackedBytes: 20 })).rejects.toThrow('expands to more than');
    expect(written).toEqual([]);
    await unpacking({});
    expect(written).not.toEqual([]);
  });

  it('that swells to zeros or headers without an entry is refused; what pads it to whole blocks is not', async () => {
    const ended = await tar(code);
    const padded = gzipSync(Buffer.concat([ended, Buffer.alloc(1024 ** 2)]));
    expect((await opened('padded.tgz', padded)).paths).toEqual(['src/a.ts', 'src/b.ts']);
    const swollen = gzipSync(Buffer.concat([ended, Buffer.alloc(80 * 1024 ** 2)]));
    expect(await refusal('swollen.tgz', swollen)).toBe(
      'swollen.tgz expands to a large amount of data outside its entries. Nothing of it was kept.',
    );
  });

  it('whose contents do not add up to what it says is refused, stored or deflated, small or large', async () => {
    for (const [name, compress] of [
      ['stored.zip', false],
      ['deflated.zip', true],
    ] as const)
      for (const text of ['export const right = 1;\n', 'export const right = 1;\n'.repeat(100_000)]) {
        const file = new ZipFile();
        file.addBuffer(Buffer.from(text), 'a.ts', { compress });
        file.end();
        const whole = await buffer(file.outputStream);
        expect((await opened(name, whole)).paths).toEqual(['a.ts']);
        // The checksum in the directory at the end, 16 bytes into its entry.
        const entry = whole.lastIndexOf(Buffer.from('504b0102', 'hex'));
        whole.writeUInt32LE((whole.readUInt32LE(entry + 16) ^ 1) >>> 0, entry + 16);
        expect(await refusal(name, whole)).toBe(
          `${name} is damaged (the checksum of a.ts is wrong). Nothing of it was kept.`,
        );
      }
  });

  it('cut short, damaged or encrypted is refused in one sentence', async () => {
    const plain = await tar(code);
    const zipped = await zip(Object.fromEntries(code) as Record<string, string>);
    expect(await refusal('cut.zip', zipped.subarray(0, -30))).toMatch(/^cut\.zip is cut short \(/);
    expect(await refusal('cut.tgz', gzipSync(plain).subarray(0, -30))).toMatch(/^cut\.tgz is cut short \(/);
    expect(await refusal('cut.tar', plain.subarray(0, 700))).toMatch(/^cut\.tar is cut short \(/);
    const spoiled = Buffer.from(zipped);
    spoiled.fill(0xff, 60, 75);
    expect(await refusal('spoiled.zip', spoiled)).toMatch(/^spoiled\.zip is damaged \(/);
    const encrypted = Buffer.from(zipped);
    for (const signature of ['PK\x03\x04', 'PK\x01\x02']) {
      for (
        let at = encrypted.indexOf(signature, 0, 'latin1');
        at >= 0;
        at = encrypted.indexOf(signature, at + 4, 'latin1')
      )
        encrypted[at + (signature === 'PK\x03\x04' ? 6 : 8)] |= 1;
    }
    expect(await refusal('secret.zip', encrypted)).toBe('secret.zip is encrypted. Nothing of it was kept.');
  });

  it('that is none, or of another kind, is told so', async () => {
    expect(await refusal('notes.zip', Buffer.from('only text'))).toBe(
      'notes.zip is not an archive that Yletope can open. Use .zip, .tar, .tar.gz or .tgz.',
    );
    expect(await refusal('a.7z', Buffer.from('377abcaf271c0004', 'hex'))).toBe(
      'a.7z is compressed with 7z. Use .zip, .tar or .tar.gz.',
    );
    expect(await refusal('empty.zip', Buffer.alloc(0))).toContain('is not an archive');
    expect(await refusal('text.gz', gzipSync('only text'))).toMatch(/^text\.gz is (damaged|cut short) \(/);
  });

  it('the earlier one stands when a new one of the same name is refused', async () => {
    const folder = temporaryFolder();
    const file = join(folder, 'a.tar');
    writeFileSync(file, await tar(code));
    const workplace = join(folder, 'work');
    mkdirSync(workplace);
    const open = () => openSource(originOf(file), { workplace, limits: defaultLimits, refresh: true });
    await open();
    const before = readdirSync(workplace);
    writeFileSync(file, (await tar(code)).subarray(0, 700));
    await expect(open()).rejects.toThrow('is cut short');
    expect(readdirSync(workplace)).toEqual(before);
  });
});

describe('names in archives', () => {
  it.each([
    ['a/b.ts', 'a/b.ts'],
    ['./a//b.ts', 'a/b.ts'],
    ['a\\b.ts', 'a/b.ts'],
    ['a/..b/c..ts', 'a/..b/c..ts'],
    ['../a', null],
    ['a/../../b', null],
    ['a/../b', null],
    ['/a', null],
    ['\\\\server\\a', null],
    ['d:a', null],
    ['a\0b', null],
    ['./', null],
  ])('%j is %j', (name, path) => {
    expect(entryPath(name)).toBe(path);
  });

  it.each([
    ['a/b', '../c', false],
    ['a/b', '../../c', true],
    ['a', 'b/../../c', true],
    ['a', 'b/../c', false],
    ['a', '/c', true],
  ])('a link at %s to %s leads out: %s', (path, target, out) => {
    expect(leadsOut(path, target)).toBe(out);
  });
});
