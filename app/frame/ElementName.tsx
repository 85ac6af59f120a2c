import { useNavigate, useParams } from 'react-router';
import type { ElementLabel } from '../../server/views/ground/elements.ts';
import { usePicture } from '../state/usePicture.ts';
import { useElementMenu } from './ElementMenu.tsx';
import { useElementLinks } from './elementLinks.ts';

/**
 * An element, wherever it appears: a click sets the focus, a double click or Enter goes in, the context menu holds
 * what can be done with it.
 */
export function ElementName({
  element,
  text,
  inferred = false,
}: {
  element: ElementLabel;
  /** What to show in place of the name. */
  text?: string;
  inferred?: boolean;
}) {
  const { focusOn, focus } = usePicture();
  const { codebaseId } = useParams();
  const navigate = useNavigate();
  const links = useElementLinks(codebaseId!);
  const openMenu = useElementMenu();
  const goIn = (): void => {
    const target = links.goIn(element);
    if (target !== null) void navigate(target);
  };
  return (
    <button
      type="button"
      className={`plain-button element${inferred ? ' inferred' : ''}`}
      aria-current={focus === element.key ? 'true' : undefined}
      title={element.key}
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
      {text ?? element.name}
    </button>
  );
}
