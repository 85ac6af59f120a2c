import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pack } from 'tar-stream';
import { ZipFile } from 'yazl';

/** What an archive of a test holds, in order: texts, and links as only some programs write them. */
export type Entries = [name: string, content: string | { link: string } | { hardLink: string }][];

export async function tar(entries: Entries): Promise<Buffer> {
  const packed = pack();
  for (const [name, content] of entries) {
    if (typeof content === 'string') packed.entry({ name }, content);
    else if ('link' in content) packed.entry({ name, type: 'symlink', linkname: content.link });
    else packed.entry({ name, type: 'link', linkname: content.hardLink });
  }
  packed.finalize();
  return buffer(packed);
}

export async function zip(entries: Record<string, string | Readable>): Promise<Buffer> {
  const file = new ZipFile();
  for (const [name, content] of Object.entries(entries)) {
    if (typeof content === 'string') file.addBuffer(Buffer.from(content), name);
    else file.addReadStream(content, name, { compressionLevel: 1 });
  }
  file.end();
  return buffer(file.outputStream);
}
