import { data } from 'react-router';

/** Whatever address leads nowhere: by a route of its own it gets the headers, and the word for its scripts, that every page has. */
export const loader = (): never => {
  throw data('There is no such page.', { status: 404 });
};

/** What would be changed there cannot be either. */
export const action = loader;

export default function Nothing() {
  return null;
}
