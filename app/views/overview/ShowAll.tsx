import { figure } from '../../state/figures.ts';

/** Unfolds a list in place, and folds it again. `of` are those that are there, which a bound may keep below `count`. */
export function ShowAll({
  count,
  of,
  isWhole,
  onChange,
}: {
  count: number;
  of: number;
  isWhole: boolean;
  onChange: (isWhole: boolean) => void;
}) {
  return (
    <p>
      <button
        type="button"
        className="plain-button link"
        aria-expanded={isWhole}
        onClick={() => onChange(!isWhole)}
      >
        {isWhole
          ? 'Show fewer'
          : of < count
            ? `Show the first ${figure(of)} of ${figure(count)}`
            : `Show all ${figure(count)}`}
      </button>
    </p>
  );
}
