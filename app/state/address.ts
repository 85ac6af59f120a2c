import { useMemo } from 'react';
import { useRouteLoaderData, useSearchParams } from 'react-router';
import { joinedAddress, KEPT } from '../../server/views/graphQuery/address.ts';
import { besidePicture } from './pictureState.ts';
import { ownFetch } from './ownFetch.ts';

/** Longer addresses do not survive being sent around; servers take some times as much. */
const LONGEST = 3_000;
/** What is shorter stays in the address, where it can be read. */
const SHORT = 200;

/** What the server keeps of the address at hand. */
interface KeptPart {
  kept: { id: string; search: string } | null;
}

/** The address as a whole: what is kept of it under a short id is spelt out. */
export function useAddress(): URLSearchParams {
  const [params] = useSearchParams();
  const data = useRouteLoaderData<KeptPart>('routes/codebase');
  const kept = data?.kept ?? null;
  return useMemo(() => spelledOut(params, kept), [params, kept]);
}

export function spelledOut(params: URLSearchParams, kept: KeptPart['kept']): URLSearchParams {
  return kept && params.get(KEPT) === kept.id ? joinedAddress(params, kept.search) : params;
}

/** An address that is too long, as what is to be kept of it and what stays; null when there is room for all of it. */
export function tooLong(params: URLSearchParams): { kept: string; rest: URLSearchParams } | null {
  if (params.toString().length <= LONGEST) return null;
  const kept = new URLSearchParams();
  const rest = new URLSearchParams();
  for (const name of new Set(params.keys())) {
    const values = params.getAll(name);
    const isShort = besidePicture.has(name) || values.join('').length <= SHORT;
    for (const value of values) (isShort ? rest : kept).append(name, value);
  }
  return { kept: kept.toString(), rest };
}

/** The same address with room for it: what it was too long for is kept by the server, under an id. */
export async function fitted(codebaseId: string, params: URLSearchParams): Promise<URLSearchParams> {
  const long = tooLong(params);
  if (!long) return params;
  const response = await ownFetch(`/codebases/${codebaseId}/addresses`, {
    method: 'post',
    headers: { 'content-type': 'text/plain' },
    body: long.kept,
  });
  if (!response.ok) throw new Error(await response.text());
  const fit = new URLSearchParams(long.rest);
  fit.set(KEPT, ((await response.json()) as { id: string }).id);
  return fit;
}
