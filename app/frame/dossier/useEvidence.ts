import { useCallback, useEffect, useState } from 'react';
import type { Part } from '../../../server/views/table.ts';
import type { Evidence, EvidenceGroup } from '../../../server/views/graphQuery/evidenceView.ts';
import { ownFetch } from '../../state/ownFetch.ts';

interface Read {
  /** The address that was asked. */
  address: string;
  evidence: Evidence | null;
  problem: string | null;
}

export interface EvidenceRead extends Read {
  /** Reads on; nothing when all is there, or on its way. */
  readOn(): void;
}

/** The places behind a claim, page after page as they are asked for; what was read stays until the next answer is there. */
export function useEvidence(address: string): EvidenceRead {
  const [read, setRead] = useState<Read>({ address: '', evidence: null, problem: null });
  const [wanted, setWanted] = useState(0);
  const [asked, setAsked] = useState(address);
  if (asked !== address) {
    setAsked(address);
    setWanted(0);
  }
  const known = read.address === address ? (read.evidence?.page ?? -1) : -1;
  useEffect(() => {
    if (wanted <= known && known >= 0) return;
    const leaving = new AbortController();
    void readPage(`${address}&places=${wanted}`, leaving.signal).then((part) => {
      if (part === null || leaving.signal.aborted) return;
      setRead((before) => {
        if ('problem' in part) return { address, evidence: null, problem: part.problem };
        const goesOn = before.address === address && before.evidence !== null && part.answer.page > 0;
        const evidence = goesOn ? joined(before.evidence!, part.answer) : part.answer;
        return { address, evidence, problem: null };
      });
    });
    return () => leaving.abort();
  }, [address, wanted, known]);
  const hasMore = read.evidence !== null && read.evidence.page < read.evidence.pages - 1;
  const readOn = useCallback(() => {
    if (hasMore && read.address === address) setWanted(read.evidence!.page + 1);
  }, [hasMore, read, address]);
  return { ...read, readOn };
}

/** A page of the answer; null when nobody waits for it any more. */
async function readPage(address: string, signal: AbortSignal): Promise<Part<'evidence'> | null> {
  try {
    const response = await ownFetch(address, { signal });
    return (await response.json()) as Part<'evidence'>;
  } catch {
    return signal.aborted ? null : { problem: 'The server does not answer. Is it still running?' };
  }
}

/** What was read with what follows; a group may begin on one page and go on on the next. */
export function joined(before: Evidence, next: Evidence): Evidence {
  const groups: EvidenceGroup[] = [...before.groups];
  for (const group of next.groups) {
    const last = groups.at(-1);
    if (last?.label.key === group.label.key)
      groups[groups.length - 1] = { ...last, places: [...last.places, ...group.places] };
    else groups.push(group);
  }
  return { ...next, groups, users: before.users, used: before.used };
}
