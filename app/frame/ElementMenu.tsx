import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { ElementLabel } from '../../server/views/surveyAccess/elements.ts';
import { pictureState } from '../state/pictureState.ts';
import { usePicture } from '../state/usePicture.ts';
import { useElementLinks } from './elementLinks.ts';
import { useViews } from './viewDescriptor.ts';
import { useMarks } from './marks/Marks.tsx';
import { useNoteDialog } from './notes/NoteDialog.tsx';
import { OpenMenu } from './parts.ts';
import { useShortlists } from './shortlists/Shortlists.tsx';

type OpenMenu = (element: ElementLabel, position: { left: number; top: number }) => void;

const ElementMenuContext = createContext<OpenMenu>(() => {});

export function useElementMenu(): OpenMenu {
  return useContext(ElementMenuContext);
}

/** The context menu of elements: the same verbs in the same order wherever an element appears. */
export function ElementMenuProvider({ children }: { children: ReactNode }) {
  const [opened, setOpened] = useState<{ element: ElementLabel; left: number; top: number } | null>(null);
  const { codebaseId } = useParams();
  const links = useElementLinks(codebaseId!);
  const shown = useViews().filter(({ shows }) => shows);
  const navigate = useNavigate();
  const { change, params } = usePicture();
  const { offer } = useShortlists();
  const { writeNote } = useNoteDialog();
  const { openMark } = useMarks();
  const open = useCallback<OpenMenu>((element, position) => setOpened({ element, ...position }), []);
  const close = (): void => setOpened(null);
  const verbs: { label: string; run: (() => void) | null }[] = opened
    ? [
        ...shown.flatMap(({ path, shows }) => [
          { label: shows!.verb, run: following(links.in(path, opened.element)) },
          ...(path === 'source' ? [{ label: 'Open source beside', run: readingBeside(opened.element) }] : []),
        ]),
        ...shown.flatMap(({ path, answers = [] }) =>
          answers.map(({ verb, patch }) => {
            const said = patch(opened.element);
            return { label: verb, run: following(said && links.to(path, said)) };
          }),
        ),
        { label: 'Paths to the selection', run: following(wayTo(opened.element)) },
        {
          label: 'Add to shortlist…',
          run: () => offer({ suggested: opened.element.name, count: 1, keys: [opened.element.key] }),
        },
        { label: 'Add note…', run: () => writeNote({ key: opened.element.key }) },
        { label: 'Mark…', run: markingOf(opened.element) },
        { label: 'Copy key', run: () => void navigator.clipboard?.writeText(opened.element.key) },
      ]
    : [];
  /** Where a file is read already: beside it, the file of the element. */
  function readingBeside(element: ElementLabel): (() => void) | null {
    const file = params.get('file');
    if (file === null || links.source(element) === null) return null;
    const other = element.key.split('#')[0];
    if (other === file) return null;
    return () => change({ beside: [...new Set([...params.getAll('beside'), other])] });
  }
  /** Of a folder, all below it; of what stands in a file, that alone. */
  function markingOf({ key, kind, name }: ElementLabel): (() => void) | null {
    if (kind === 'group' || kind === 'external' || key === '') return null;
    const own = key.replace(/[*?[{\\]/g, '\\$&');
    return () => openMark({ name, pattern: kind === 'folder' ? `${own}/**` : own });
  }
  function wayTo({ key }: ElementLabel): string | null {
    const { focus } = pictureState(params);
    return focus === null || focus === key ? null : links.to('graph', { around: key, until: focus });
  }
  function following(address: string | null): (() => void) | null {
    return address === null ? null : () => void navigate(address);
  }
  return (
    <ElementMenuContext value={open}>
      {children}
      {opened && (
        <OpenMenu
          at={opened}
          entries={verbs.map(({ label, run }) => ({
            key: label,
            label,
            disabled: run === null,
            run: () => run?.(),
          }))}
          onClose={close}
        />
      )}
    </ElementMenuContext>
  );
}
