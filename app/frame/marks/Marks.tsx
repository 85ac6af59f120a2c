import {
  createContext,
  useContext,
  useEffect,
  useMemo,
  useState,
  type CSSProperties,
  type ReactNode,
} from 'react';
import { useFetcher } from 'react-router';
import type { Marking } from '../../../core/marks/marking.ts';
import type { Mark, MarkWords } from '../../../server/store/marks.ts';
import { chosenColour } from '../../theme/useSheetColours.ts';
import { onDemand } from '../onDemand.tsx';
import './marks.css';

const MarkDialog = onDemand(async () => (await import('./MarkDialog.tsx')).MarkDialog);

/** What is marked in all pictures, and how to change that. */
export interface Marks {
  marks: readonly Mark[];
  markOf(key: string): Marking | null;
  /** Opens a mark to be changed, or a new one with what is known of it. */
  openMark(mark: Mark | Partial<MarkWords>): void;
  show(mark: Mark, isShown: boolean): void;
  remove(mark: Mark): void;
  /** The mark that was removed last; null for none. */
  removed: Mark | null;
  bringBack(): void;
  problem: string | null;
}

const Context = createContext<Marks | null>(null);

export function useMarks(): Marks {
  const marks = useContext(Context);
  if (!marks) throw new Error('useMarks needs a MarksProvider above it');
  return marks;
}

/** How the name of something that bears a mark is drawn; none of it where it bears none. */
export function markLook(mark: Marking | null): { className: string; style: CSSProperties } {
  return mark === null
    ? { className: '', style: {} }
    : { className: ` mark-${mark.manner}`, style: chosenColour(mark.colour) };
}

const markWordsOf = ({ name, manner, colour, pattern, shortlistId }: Mark): MarkWords => ({
  ...{ name, manner, colour, pattern, shortlistId },
});

type FindMark = (key: string) => Marking | null;
const noMark: FindMark = () => null;

/** Which mark a key bears; what finds that is loaded where there are any. */
function useMarker(markings: readonly Marking[]): FindMark {
  const [find, setFind] = useState<FindMark>(() => noMark);
  useEffect(() => {
    let isWanted = true;
    void (
      markings.length === 0
        ? Promise.resolve(noMark)
        : import('../../../core/marks/marking.ts').then(({ marker }) => marker(markings))
    ).then((found) => {
      if (isWanted) setFind(() => found);
    });
    return () => {
      isWanted = false;
    };
  }, [markings]);
  return find;
}

export function MarksProvider({
  codebaseId,
  marks,
  markings,
  children,
}: {
  codebaseId: number;
  marks: readonly Mark[];
  markings: readonly Marking[];
  children: ReactNode;
}) {
  const { submit, data } = useFetcher<{ problem?: string; removed?: Mark | null } | null>();
  const [opened, setOpened] = useState<Mark | Partial<MarkWords> | null>(null);
  const find = useMarker(markings);
  // Names are looked up again and again while a list is scrolled.
  const markOf = useMemo(() => {
    const known = new Map<string, Marking | null>();
    return (key: string): Marking | null => {
      let mark = known.get(key);
      if (mark === undefined) known.set(key, (mark = find(key)));
      return mark;
    };
  }, [find]);
  const removed = data?.removed ?? null;
  const problem = data?.problem ?? null;
  const value = useMemo((): Marks => {
    const send = (form: Record<string, string>): void =>
      void submit(form, { method: 'post', action: `/codebases/${codebaseId}/marks` });
    return {
      marks,
      markOf,
      openMark: setOpened,
      show: ({ id }, isShown) => send({ edit: isShown ? 'show' : 'hide', id: String(id) }),
      remove: ({ id }) => send({ edit: 'remove', id: String(id) }),
      removed,
      bringBack: () => removed && send({ edit: 'add', words: JSON.stringify(markWordsOf(removed)) }),
      problem,
    };
  }, [marks, markOf, submit, codebaseId, removed, problem]);
  return (
    <Context value={value}>
      {children}
      {opened && (
        <MarkDialog
          mark={opened}
          onClose={() => setOpened(null)}
          onKeep={(words) => {
            const before = 'id' in opened ? opened : null;
            void submit(
              {
                words: JSON.stringify(words),
                ...(before
                  ? { edit: 'change', id: String(before.id), revision: String(before.revision) }
                  : { edit: 'add' }),
              },
              { method: 'post', action: `/codebases/${codebaseId}/marks` },
            );
            setOpened(null);
          }}
        />
      )}
    </Context>
  );
}
