import { useMarks } from './Marks.tsx';
import { chosenColour } from '../../theme/useSheetColours.ts';

/** Which marks there are, shown or not; each is opened to be changed, hidden, or removed. */
export function MarksLegend() {
  const { marks, show, remove, openMark, removed, bringBack, problem } = useMarks();
  return (
    <>
      {marks.length > 0 && <span className="faded">Marks</span>}
      {marks.map((mark) => (
        <span key={mark.id} className="mark-entry">
          <label title={mark.isShown ? 'Shown in all pictures' : 'Not shown'}>
            <input
              type="checkbox"
              checked={mark.isShown}
              aria-label={`Show the mark ${mark.name}`}
              onChange={({ target }) => show(mark, target.checked)}
            />
          </label>
          <button
            type="button"
            className="plain-button"
            title={`${mark.pattern ?? 'a shortlist'}: change it`}
            onClick={() => openMark(mark)}
          >
            <span className={`mark-${mark.manner}`} style={chosenColour(mark.colour)}>
              {mark.name}
            </span>
          </button>
          <button
            type="button"
            className="plain-button faded"
            aria-label={`Remove the mark ${mark.name}`}
            onClick={() => remove(mark)}
          >
            ✕
          </button>
        </span>
      ))}
      {removed && !marks.some(({ name }) => name === removed.name) && (
        <span role="status">
          The mark “{removed.name}” was removed.{' '}
          <button type="button" className="plain-button link" onClick={bringBack}>
            Undo
          </button>
        </span>
      )}
      {problem !== null && <span className="against">{problem}</span>}
    </>
  );
}
