import puppeteer, { type Browser } from 'puppeteer-core';

export const CHROMIUM = '/usr/bin/chromium';

const flags =
  `--headless=new --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking
  --disable-component-update --disable-sync --disable-back-forward-cache --process-per-site
  --disable-features=BackForwardCache,RenderDocument,SpareRendererForSitePerProcess`.split(/\s+/);

/** Starts a browser with a folder of its own. */
export function launchBrowser(userDataDir: string): Promise<Browser> {
  return puppeteer.launch({ executablePath: CHROMIUM, userDataDir, args: flags });
}
