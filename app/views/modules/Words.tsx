import { useState } from 'react';

/** Words that are kept when one leaves them, or with Enter; Escape leaves them as they were. */
export function Words({
  label,
  value,
  onSet,
}: {
  label: string;
  value: string;
  onSet: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const keep = (): void => {
    if (text.trim() !== value) onSet(text.trim());
  };
  return (
    <input
      className="field"
      aria-label={label}
      placeholder={label}
      value={text}
      maxLength={500}
      onChange={({ target }) => setText(target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === 'Enter') keep();
        if (event.key === 'Escape') setText(value);
      }}
    />
  );
}
