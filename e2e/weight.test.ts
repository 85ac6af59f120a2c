import { describe, expect, it } from 'vitest';
import { gzipSync } from 'node:zlib';
import { surveyedDemo } from './surveyedDemo.ts';
import { viewAddresses } from './viewAddresses.ts';

const demo = surveyedDemo();

/** What a page names to be loaded before it is painted first: its styles, its scripts and what they rest on. */
async function weightOf(url: string, path: string): Promise<number> {
  const html = await (await fetch(`${url}/codebases/1/${path}`)).text();
  const named = [...html.matchAll(/<link[^>]+rel="(?:modulepreload|stylesheet)"[^>]*>/g)].map(
    ([tag]) => /href="([^"]+)"/.exec(tag)![1],
  );
  const imported = [...html.matchAll(/import[^"']*["'](\/assets\/[^"']+)["']/g)].map(([, file]) => file);
  let sum = 0;
  for (const file of new Set([...named, ...imported].filter((name) => /\.(js|css)$/.test(name))))
    sum += gzipSync(Buffer.from(await (await fetch(`${url}${file}`)).arrayBuffer())).length;
  return sum;
}

describe('what a view loads before it is painted first', () => {
  it.each(viewAddresses)('%s: at most 250 kB compressed', async (path) => {
    const weight = await weightOf(demo.instrument.url, path);
    expect(weight).toBeGreaterThan(50_000);
    expect(weight).toBeLessThanOrEqual(250_000);
  });
});
