/** What somebody says who accepts a break. */
export interface AcceptWords {
  reason: string;
  /** The last day; '' for no end. */
  until: string;
  /** True where no more than there are now is accepted. */
  isCapped: boolean;
}

/** Asks why a break is accepted, for how long, and whether more of it would be as well. */
export function AcceptForm({
  count,
  onAccept,
  onLeave,
}: {
  count: number;
  onAccept: (words: AcceptWords) => void;
  onLeave: () => void;
}) {
  return (
    <form
      className="accept-form"
      onSubmit={(event) => {
        event.preventDefault();
        const words = new FormData(event.currentTarget);
        onAccept({
          reason: words.get('reason') as string,
          until: words.get('until') as string,
          isCapped: words.get('most') !== null,
        });
      }}
      onKeyDown={(event) => event.key === 'Escape' && onLeave()}
    >
      <input
        className="field"
        name="reason"
        aria-label="Why it is accepted"
        placeholder="why it is accepted"
        maxLength={500}
        required
        autoFocus
      />
      <label>
        until <input className="field" type="date" name="until" aria-label="Until" />
      </label>
      <label>
        <input type="checkbox" name="most" defaultChecked /> no more than {count}
      </label>
      <button type="submit" className="chip">
        Accept
      </button>
      <button type="button" className="chip" onClick={onLeave}>
        Cancel
      </button>
    </form>
  );
}
