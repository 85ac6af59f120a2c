/** Names by which a machine speaks to itself. */
const loopback = new Set(['127.0.0.1', 'localhost', '[::1]', '::1']);

const LAST_PORT = 65_535;

/** True for a name or address of this machine that no other reaches. */
export function isLoopbackName(name: string): boolean {
  return loopback.has(name.toLowerCase());
}

/**
 * True for a request that names this machine as its host. A page of another site whose name is made to point at loopback
 * still sends its own name. `further` lists other names, separated by commas.
 */
export function isKnownHost(host: string | null, further: string): boolean {
  const [, name = '', port = '0'] =
    /^(\[[^\]]*\]|[^:]*)(?::(\d{1,5}))?$/.exec((host ?? '').trim().toLowerCase()) ?? [];
  if (name === '' || Number(port) > LAST_PORT) return false;
  return loopback.has(name) || further.split(',').some((each) => each.trim().toLowerCase() === name);
}
