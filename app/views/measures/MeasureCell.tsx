/** A figure with its share of the column's largest as a bar below it. */
export function MeasureCell({
  value,
  largest,
  text,
}: {
  value: number | null;
  largest: number;
  text: string;
}) {
  const share = value === null || largest <= 0 ? 0 : Math.max(0, value / largest);
  return (
    <span className="measure-cell">
      {text}
      <i style={{ width: `${100 * share}%` }} />
    </span>
  );
}
