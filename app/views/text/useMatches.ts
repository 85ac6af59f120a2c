import { useEffect, useState } from 'react';
import type { MatchesLine } from '../../../server/views/textSearchView.ts';
import type { MatchedFile } from '../../../server/views/textSearchView.ts';
import { ownFetch } from '../../state/ownFetch.ts';

/** What a search in texts has found so far. */
export interface Matches {
  files: MatchedFile[];
  /** Files looked through, of all. */
  through: number;
  of: number;
  isDone: boolean;
  problem: string | null;
  /** Milliseconds to the first match and to the end. */
  firstMs: number | null;
  allMs: number | null;
}

const nothing: Matches = {
  files: [],
  through: 0,
  of: 0,
  isDone: false,
  problem: null,
  firstMs: null,
  allMs: null,
};

/** Reads matches as the server sends them; a new question ends the one before. */
export function useMatches(address: string | null): Matches {
  const [state, setState] = useState<{ address: string | null; matches: Matches }>({
    address: null,
    matches: nothing,
  });
  useEffect(() => {
    if (address === null) return;
    const controller = new AbortController();
    let matches = nothing;
    const update = (patch: Partial<Matches>): void => {
      matches = { ...matches, ...patch };
      setState({ address, matches });
    };
    const started = performance.now();
    const onLine = (line: MatchesLine): void => {
      if (line.kind === 'problem') {
        update({ problem: line.sentence, isDone: true });
        return;
      }
      const isFirst = matches.firstMs === null && line.files.length > 0;
      update({
        files: line.files.length === 0 ? matches.files : [...matches.files, ...line.files],
        through: line.through,
        of: line.of,
        ...(isFirst ? { firstMs: performance.now() - started } : {}),
      });
    };
    readLines(address, controller.signal, onLine)
      .then(() => update({ isDone: true, allMs: performance.now() - started }))
      .catch(() => {
        if (!controller.signal.aborted) update({ problem: 'The server did not answer.', isDone: true });
      });
    return () => controller.abort();
  }, [address]);
  return state.address === address ? state.matches : nothing;
}

async function readLines(
  address: string,
  signal: AbortSignal,
  onLine: (line: MatchesLine) => void,
): Promise<void> {
  const response = await ownFetch(address, { signal });
  if (!response.ok || !response.body) throw new Error(response.statusText);
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    for (const line of lines) onLine(JSON.parse(line) as MatchesLine);
  }
}
