import { CutName } from '../names/Names.tsx';
import { markLook, useMarks } from './Marks.tsx';

/** A name that is no button, marked as the element is. */
export function MarkedName({ of, name }: { of: string; name: string }) {
  const mark = useMarks().markOf(of);
  const { className, style } = markLook(mark);
  if (mark === null) return <CutName name={name} />;
  return (
    <span className={`marked-name${className}`} style={style} title={`${of}\nmarked: ${mark.name}`}>
      <CutName name={name} />
    </span>
  );
}
