import { useNavigate, useParams } from 'react-router';
import { usePicture } from '../state/usePicture.ts';
import { useElementMenu } from './ElementMenu.tsx';
import { useElementLinks } from './elementLinks.ts';
import { markLook, useMarks } from './marks/Marks.tsx';
import { CutName, useNameOf } from './names/Names.tsx';
import type { Named } from '../../server/views/graphQuery/namesApart.ts';
import './names/names.css';

/**
 * An element, wherever it appears, called so that it is told from the others of its list (`NamedList`): a click sets the focus, a double click or Enter goes in, the context menu holds
 * what can be done with it.
 */
export function ElementName({
  element,
  text,
  inferred = false,
}: {
  element: Named;
  /** What to show in place of the name. */
  text?: string;
  inferred?: boolean;
}) {
  const { focusOn, focus } = usePicture();
  const { codebaseId } = useParams();
  const navigate = useNavigate();
  const links = useElementLinks(codebaseId!);
  const openMenu = useElementMenu();
  const nameOf = useNameOf();
  const mark = useMarks().markOf(element.key);
  const look = markLook(mark);
  const goIn = (): void => {
    const target = links.goIn(element);
    if (target !== null) void navigate(target);
  };
  return (
    <button
      type="button"
      className={`plain-button element${inferred ? ' inferred' : ''}${look.className}`}
      style={look.style}
      aria-current={focus === element.key ? 'true' : undefined}
      title={mark === null ? element.key : `${element.key}\nmarked: ${mark.name}`}
      onClick={() => focusOn(element.key)}
      onDoubleClick={goIn}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        event.preventDefault();
        if (focus === element.key) goIn();
        else focusOn(element.key);
      }}
      onContextMenu={(event) => {
        event.preventDefault();
        openMenu(element, { left: event.clientX, top: event.clientY });
      }}
    >
      <CutName name={text ?? nameOf(element)} />
    </button>
  );
}
