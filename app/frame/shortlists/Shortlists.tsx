import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { useFetcher } from 'react-router';
import type { ShortlistPage, ShortlistSummary } from '../../../server/views/shortlistView.ts';
import type { Answer } from '../../../server/views/table.ts';
import { onDemand } from '../onDemand.tsx';
import { ownFetch } from '../../state/ownFetch.ts';

const OfferDialog = onDemand(async () => (await import('./OfferDialog.tsx')).OfferDialog);

/** Elements to be put into a list: by their keys, or all that answers what was typed into the finder. */
export type Offer = { suggested: string; count: number } & ({ keys: string[] } | { found: string });

/** What the server says of an edit. */
export interface EditAnswer {
  /** Id of the list that was made. */
  made?: number;
  /** The list that was removed, so that it can be made again. */
  removed?: { name: string; keys: string[] };
  problem?: string;
}

export interface Shortlists {
  lists: ShortlistSummary[];
  /** The list whose members are shown in the tray. */
  open: ShortlistPage | null;
  openList(id: number | null): void;
  /** Asks which list the elements are to go into. */
  offer(offer: Offer): void;
  /** Makes a list without asking, and tells its id. */
  make(name: string, keys: string[]): Promise<number | null>;
  edit(form: Record<string, string>): Promise<EditAnswer | null>;
  /** What the server refused last. */
  problem: string | null;
}

const Context = createContext<Shortlists | null>(null);

export function useShortlists(): Shortlists {
  const lists = useContext(Context);
  if (!lists) throw new Error('useShortlists needs a ShortlistProvider above it');
  return lists;
}

/** Keeps the codebase's shortlists and takes elements from anywhere. */
export function ShortlistProvider({ codebaseId, children }: { codebaseId: string; children: ReactNode }) {
  const { load, data } = useFetcher<Answer<'shortlists'>>({ key: 'shortlists' });
  const [opened, setOpened] = useState<number | null>(null);
  const [offered, setOffered] = useState<Offer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const address = `/codebases/${codebaseId}/shortlists`;
  const reload = useCallback(
    () => void load(`${address}${opened === null ? '' : `?open=${opened}`}`),
    [load, address, opened],
  );
  useEffect(reload, [reload]);
  const reloadLater = useRef(reload);
  useEffect(() => {
    reloadLater.current = reload;
  });

  const edit = useCallback<Shortlists['edit']>(
    async (form) => {
      try {
        const body = new FormData();
        for (const [name, value] of Object.entries(form)) body.set(name, value);
        const response = await ownFetch(address, {
          method: 'post',
          body,
          headers: { accept: 'application/json' },
        });
        const answer = (await response.json()) as EditAnswer | null;
        setProblem(answer?.problem ?? null);
        reloadLater.current();
        return answer;
      } catch {
        setProblem('The server did not answer.');
        return null;
      }
    },
    [address],
  );
  const make = useCallback<Shortlists['make']>(
    async (name, keys) => (await edit({ edit: 'make', name, keys: JSON.stringify(keys) }))?.made ?? null,
    [edit],
  );
  const value = useMemo(
    (): Shortlists => ({
      lists: data?.lists ?? [],
      open: data?.open && data.open.id === opened ? data.open : null,
      openList: setOpened,
      offer: setOffered,
      make,
      edit,
      problem,
    }),
    [data, opened, make, edit, problem],
  );
  return (
    <Context value={value}>
      {children}
      {offered && (
        <OfferDialog
          offer={offered}
          lists={value.lists}
          onClose={() => setOffered(null)}
          onChoose={(form) => {
            setOffered(null);
            void edit(form).then((answer) => {
              if (answer?.made !== undefined) setOpened(answer.made);
            });
          }}
        />
      )}
    </Context>
  );
}
