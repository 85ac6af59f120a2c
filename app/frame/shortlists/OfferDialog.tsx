import { useState } from 'react';
import type { ShortlistSummary } from '../../../server/views/shortlistView.ts';
import { counted } from '../../state/figures.ts';
import { Button, Dialog } from '../parts.ts';
import type { Offer } from './Shortlists.tsx';

/** Asks which shortlist elements are to go into. */
export function OfferDialog({
  offer,
  lists,
  onClose,
  onChoose,
}: {
  offer: Offer;
  lists: ShortlistSummary[];
  onClose: () => void;
  onChoose: (form: Record<string, string>) => void;
}) {
  const [name, setName] = useState(offer.suggested);
  const isNew = name.trim() !== '';
  const makeNew = (): void => {
    if (!isNew) return;
    if ('keys' in offer) onChoose({ edit: 'make', name, keys: JSON.stringify(offer.keys) });
    else onChoose({ edit: 'makeFound', name, q: offer.found });
  };
  return (
    <Dialog open onClose={onClose} aria-label="Add to a shortlist">
      <div className="offer-dialog">
        <h1>Add {counted(offer.count, 'element')} to a shortlist</h1>
        {'keys' in offer &&
          lists.map((list) => (
            <button
              key={list.id}
              type="button"
              className="chip"
              onClick={() => onChoose({ edit: 'add', id: String(list.id), keys: JSON.stringify(offer.keys) })}
            >
              {list.name} <span className="faded">{list.count}</span>
            </button>
          ))}
        <form
          onSubmit={(event) => {
            event.preventDefault();
            makeNew();
          }}
        >
          <input
            autoFocus
            className="field"
            aria-label="Name of a new shortlist"
            placeholder="name of a new shortlist"
            value={name}
            maxLength={80}
            onChange={({ target }) => setName(target.value)}
            onFocus={({ target }) => target.select()}
          />
          <Button type="submit" disabled={!isNew}>
            Create
          </Button>
        </form>
      </div>
    </Dialog>
  );
}
