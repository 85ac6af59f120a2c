import { ParameterChoice } from './Caption.tsx';

/** How many levels of groups deep files are put together; nothing where there is but one. Without it, what suits the picture. */
export function DepthPart({
  label = 'depth',
  name,
  levels,
  mostLevels,
  also,
  every,
}: {
  label?: string;
  name: string;
  levels: number | 'all';
  mostLevels: number;
  also?: Record<string, null>;
  /** What it is called to have all of them, those in others as well; not offered where this is left out. */
  every?: string;
}) {
  if (mostLevels < 2) return null;
  const options = Array.from({ length: mostLevels }, (_, depth) => ({
    value: String(depth + 1),
    label: depth === 0 ? 'at the first level' : `${depth + 1} levels deep`,
  }));
  if (every !== undefined) options.push({ value: 'all', label: every });
  return (
    <>
      {' '}
      <ParameterChoice
        label={label}
        name={name}
        options={options}
        value={String(levels)}
        usual={null}
        also={also}
      />
    </>
  );
}
