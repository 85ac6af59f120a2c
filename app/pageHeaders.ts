/**
 * What every answer says to the browser: run no script but our own and those with the page's word, load nothing from elsewhere, stand in no
 * frame, be read by no other site, and tell nobody where one came from. Styles are written into the page by the
 * controls and need no word.
 */
export function pageHeaders(nonce: string): Record<string, string> {
  const policy = {
    'default-src': "'self'",
    'script-src': `'self' 'nonce-${nonce}'`,
    'style-src': "'self' 'unsafe-inline'",
    'img-src': "'self' data: blob:",
    'font-src': "'self' data:",
    'connect-src': "'self'",
    'worker-src': "'self' blob:",
    'object-src': "'none'",
    'base-uri': "'none'",
    'form-action': "'self'",
    'frame-ancestors': "'none'",
  };
  return {
    'content-security-policy': Object.entries(policy)
      .map(([name, value]) => `${name} ${value}`)
      .join('; '),
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    'referrer-policy': 'no-referrer',
    'x-content-type-options': 'nosniff',
  };
}
